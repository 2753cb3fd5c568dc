import { afterEach, expect, test, vi } from 'vitest'
import { report, toldOf } from './report'

afterEach(() => void vi.restoreAllMocks())

const failed = (message: string, part: object = {}, cause?: unknown) =>
  Object.assign(new Error(message, { cause }), part)

test('what the database was asked with stays out of the output, however deep the error stands', () => {
  const secret = 'the password of the dome'
  const database = failed('duplicate key value', { code: '23505', query: 'insert …', params: [secret] })
  const asked = failed(
    `Failed query: insert\nparams: ${secret}`,
    { query: 'insert into "clips"\n  values ($1)', params: [secret] },
    database,
  )
  const said = toldOf(failed('It could not be kept', {}, asked))
  expect(said).not.toContain(secret)
  expect(said).toContain('It could not be kept')
  expect(said).toContain('because of The database failed at: insert into "clips" values ($1)')
  expect(said).toContain('duplicate key value')
  expect(said).toContain('(23505)')
})

test('a long question is cut, an error is told with where it came from, and what is no error as it is', () => {
  const long = failed('x', { query: `select ${'a, '.repeat(2000)}`, params: [] }, new Error('no such column'))
  expect(toldOf(long).split('\n')[0]!.length).toBeLessThan(400)
  expect(toldOf(new RangeError('too far'))).toMatch(/^RangeError: too far\n\s+at /)
  expect([toldOf('gone'), toldOf({ code: 3 }), toldOf(undefined), toldOf(null)]).toEqual([
    'gone',
    '{ code: 3 }',
    'undefined',
    'null',
  ])
})

test('it goes out in one line of its own, with what it is about', () => {
  const out = vi.spyOn(console, 'error').mockImplementation(() => undefined)
  report('check-up', 'gone')
  expect(out.mock.calls).toEqual([['check-up: gone']])
})
