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

test('a day that is over is meant only where that is said', () => {
  expect(['last friday', 'yesterday', '3 days ago', 'last week', 'friday'].map(day)).toEqual([
    '2026-11-20',
    '2026-11-26',
    '2026-11-24',
    '2026-11-20',
    '2026-11-27',
  ])
})

test('days that the calendar does not have are none', () => {
  for (const text of ['2026-02-29', '2026-13-01', '2026-04-31', '0000-00-00', '30 feb', '31 april', '31/4', '0/0'])
    expect([text, day(text)]).toEqual([text, 'date-unreadable'])
  expect([day('2028-02-29'), day('29 feb 2028'), day('31/12')]).toEqual(['2028-02-29', '2028-02-29', '2026-12-31'])
})
