import { expect, test } from 'vitest'
import { dateFromWords } from '.'

/** Friday, 27 November 2026, an hour before midnight by the local clock. */
const now = new Date(2026, 10, 27, 23, 0).getTime()
const day = (text: string) => {
  const read = dateFromWords(text, now)
  return read.ok ? read.value : read.issues[0]!.code
}

test('days are said in words, and are those to come', () => {
  expect([day('today'), day('tomorrow'), day('in 3 days'), day('next week')]).toEqual([
    '2026-11-27',
    '2026-11-28',
    '2026-11-30',
    '2026-12-04',
  ])
  expect([day('monday'), day('27 Nov'), day('1 Feb'), day('2/12'), day('2026-02-28')]).toEqual([
    '2026-11-30',
    '2026-11-27',
    '2027-02-01',
    '2026-12-02',
    '2026-02-28',
  ])
})

test('what is only half a day is none', () => {
  for (const text of ['', 'tea', 'tomorrow tea', 'veil', '25', 'x'.repeat(5000)])
    expect([text.slice(0, 9), day(text)]).toEqual([text.slice(0, 9), 'date-unreadable'])
})
