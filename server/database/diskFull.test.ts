import { expect, test } from 'vitest'
import { isDiskFull } from './diskFull'

const coded = (code: unknown, cause?: unknown) => Object.assign(new Error('It failed', { cause }), { code })
const around: Error = new Error('It failed')
around.cause = around

test.each([
  ['the database', coded('53100'), true],
  ['the file system', coded('ENOSPC'), true],
  ['a question to the database that failed by it', new Error('Failed query', { cause: coded('53100') }), true],
  ['the same, in an error of a route', coded(500, new Error('Failed query', { cause: coded('53100') })), true],
  ['another error of the database', coded('23505'), false],
  ['another error of the file system', coded('EACCES', coded('ENOENT')), false],
  ['no error', '53100', false],
  ['nothing', undefined, false],
  ['an error that is its own cause', around, false],
])('%s: whether the disk is full', (_name, error, isFull) => {
  expect(isDiskFull(error)).toBe(isFull)
})
