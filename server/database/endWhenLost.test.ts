import { expect, test, vi } from 'vitest'
import { endWhenLost, isLost, lostWords } from './endWhenLost'

const failed = (part: object) => Object.assign(new Error('could not create file'), part)

test('a database is lost where it says so itself or its code ran into the ground, and not by a mistake in a question', () => {
  expect([
    isLost(failed({ severity: 'PANIC', code: '58P01' })),
    isLost(failed({ severity: 'FATAL' })),
    isLost(new WebAssembly.RuntimeError('unreachable')),
    isLost(failed({ severity: 'ERROR', code: '42P01' })),
    isLost(failed({})),
    isLost('PANIC'),
    isLost(undefined),
  ]).toEqual([true, true, true, false, false, false, false])
})

test('whoever started it is told which store, why, and what to do', () => {
  expect(lostWords('/data', failed({ severity: 'PANIC', code: '53100' }))).toBe(
    'The store in /data cannot be used any more: could not create file (53100). All that was answered had been written there. ' +
      'Look whether the folder is there and its disk has room, then start again.',
  )
  expect(lostWords('/data', new WebAssembly.RuntimeError('unreachable'))).toContain('any more: unreachable. All')
})

test('the end comes with the first such answer; all others go to whoever asked, as they are', async () => {
  const ended = vi.fn()
  const answers = [
    () => Promise.resolve([]),
    () => Promise.reject(failed({ severity: 'ERROR' })),
    () => Promise.reject(failed({ severity: 'PANIC' })),
  ]
  const asked: unknown[] = []
  const engine = {
    execProtocolStream(...args: unknown[]) {
      asked.push(args)
      return answers[asked.length - 1]!() as Promise<never[]>
    },
  }
  endWhenLost(engine as never, '/data', ended)
  const ask = (...args: unknown[]) => engine.execProtocolStream(...args)
  await expect(ask('a')).resolves.toEqual([])
  await expect(ask('b', 1)).rejects.toThrow('could not create file')
  expect(ended).not.toHaveBeenCalled()
  await expect(ask('c')).rejects.toThrow()
  expect(ended.mock.calls).toEqual([[expect.stringContaining('The store in /data')]])
  expect(asked).toEqual([['a'], ['b', 1], ['c']])
})
