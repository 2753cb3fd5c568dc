import { expect, test } from 'vitest'
import { wholeTable } from './wholeTable'

/** A table of so many rows, newest first, that gives so many of them at a time. */
function tableOf(count: number, most: number) {
  const asked: (number | undefined)[] = []
  const read = ({ before }: { before?: number }) => {
    asked.push(before)
    const from = before === undefined ? count : before - 1
    const numbers = Array.from({ length: Math.min(most, from) }, (_, i) => from - i)
    const head = before === undefined ? 'number\r\n' : ''
    const text = head + numbers.map((n) => `${n}\r\n`).join('')
    return Promise.resolve({ name: 'runs.csv', text, rows: numbers.length, reached: from > most ? numbers.at(-1)! : 0 })
  }
  return { read, asked }
}

test.each([
  [0, 3],
  [2, 3],
  [3, 3],
  [4, 3],
  [10, 1],
])('a table of %i rows in parts of %i has each row once and one head', async (count, most) => {
  const { read, asked } = tableOf(count, most)
  const told: number[] = []
  const whole = await wholeTable(read, (rows) => told.push(rows) > 0)
  const lines = Array.from({ length: count }, (_, i) => `${count - i}\r\n`)
  expect(whole?.parts.join('')).toBe(`number\r\n${lines.join('')}`)
  expect([whole?.name, whole?.rows, told.at(-1)]).toEqual(['runs.csv', count, count])
  expect(asked).toHaveLength(Math.max(1, Math.ceil(count / most)))
  expect(told).toEqual([...told].sort((a, b) => a - b))
})

test('one that is given up asks for no more, and one that is refused is thrown', async () => {
  const { read, asked } = tableOf(10, 3)
  expect(await wholeTable(read, (rows) => rows < 6)).toBe(undefined)
  expect(asked).toEqual([undefined, 8])
  await expect(wholeTable(() => Promise.reject(new Error('away')))).rejects.toThrow('away')
})
