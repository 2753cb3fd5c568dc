import { expect, test } from 'vitest'
import { resolveValues } from '../command'
import { momentValues, MOMENT_NAMES } from '../bench'
import { typedText } from '.'

const bench = { folders: { logs: '/home/watch/logs' } }
const table = resolveValues(bench.folders, [
  { name: 'series', text: '2611-0417' },
  { name: 'file', text: '${logs}/${series}.log' },
  { name: 'odd', text: '${nosuch}' },
])
/** 27 November 2026, a Friday, at 21:05 on the clock of this machine. */
const atMs = new Date(2026, 10, 27, 21, 5, 59).getTime()
const typed = (text: string, letters?: 'upper' | 'capital') => typedText(text, table, bench, atMs, letters)

test('the moment is told in words and in the form of ISO 8601, by the clock of the machine', () => {
  expect(momentValues(atMs)).toEqual({
    date: '2026-11-27',
    time: '21:05',
    weekday: 'Friday',
    day: '27',
    month: 'November',
    year: '2026',
  })
  expect(momentValues(new Date(2027, 0, 3, 0, 7).getTime())).toMatchObject({
    date: '2027-01-03',
    time: '00:07',
    day: '3',
  })
  expect(Object.keys(momentValues(atMs))).toEqual([...MOMENT_NAMES])
})

test('values of the frame, folders and the moment stand in it; a value of that name comes before the moment', () => {
  expect(typed('Night of ${date}, ${file}')).toEqual({
    text: 'Night of 2026-11-27, /home/watch/logs/2611-0417.log',
    issues: [],
  })
  expect(typed('$${date}').text).toBe('${date}')
  const own = resolveValues(bench.folders, [{ name: 'date', text: 'tonight' }])
  expect(typedText('${date}', own, bench, atMs).text).toBe('tonight')
})

test('what means nothing stays as it is written, and is told with what is wrong', () => {
  const { text, issues } = typed('${series} ${nosuch} ${odd} ${date}')
  expect(text).toBe('2611-0417 ${nosuch} ${odd} 2026-11-27')
  expect(issues.map(({ code }) => code)).toEqual(['variable-unknown', 'variable-broken'])
  expect(typed('open ${series').text).toBe('open ${series')
  expect(typed('open ${series').issues.map(({ code }) => code)).toEqual(['variable-open'])
})

test('capitals follow the word, and leave alone what is no letter', () => {
  expect(typed('watch of ${weekday}', 'capital').text).toBe('Watch of Friday')
  expect(typed('“é” on ${date}', 'capital').text).toBe('“É” on 2026-11-27')
  expect(typed('fell, ${month}', 'upper').text).toBe('FELL, NOVEMBER')
  expect(typed('42', 'upper').text).toBe('42')
})
