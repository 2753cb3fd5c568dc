import { expect, test } from 'vitest'
import { atOnce } from '../../core/result'
import { MOST_DEPTH, whyNotTaken } from './checkTexts'

const issueOf = (value: unknown) => {
  const issue = atOnce(whyNotTaken(value))?.issues[0]
  return issue && [issue.code, issue.path]
}
const nested = (levels: number) => {
  let value: unknown = 'end'
  for (let i = 0; i < levels; i++) value = i % 2 === 0 ? [value] : { in: value }
  return value
}

test('a value is taken whatever is in it, but for texts that no store can hold', () => {
  expect(issueOf({ name: 'Veil', args: ['--set=3', null, 2.5, true, '\u{1f52d}'], deep: nested(60) })).toBeUndefined()
  expect(issueOf({ steps: [{ text: 'all well' }, { text: 'half \ud83d of it' }] })).toEqual([
    'text-odd',
    'steps.1.text',
  ])
  expect(issueOf({ frame: { 'a\0b': 1 } })).toEqual(['text-odd', 'frame'])
  expect(issueOf('\0')).toEqual(['text-odd', ''])
})

test('nesting is taken as deep as anything meant, and no deeper', () => {
  expect(issueOf(nested(MOST_DEPTH))).toBeUndefined()
  const [code, path] = issueOf(nested(MOST_DEPTH + 1))!
  expect(code).toBe('too-deep')
  expect(path!.split('.')).toHaveLength(12)
})

test('looking through a large value stops now and then', () => {
  const stops = [...whyNotTaken(Array.from({ length: 20_000 }, (_, i) => ({ id: `lever-${i}` })))]
  expect(stops.length).toBeGreaterThan(20)
})
