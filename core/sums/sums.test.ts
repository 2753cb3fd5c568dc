import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { looksLikeSum } from '../sumText'
import { evaluateSum } from '.'
import type { SumValue } from '.'

function sum(text: string, before?: SumValue): SumValue {
  const worked = evaluateSum(text, before)
  return worked.ok ? worked.value : worked.issues[0]!.code
}

describe('sums', () => {
  test('have powers, percentages and brackets, and signs as people write them', () => {
    expect([sum('5*8'), sum('2^10'), sum('(1 + 2) × 3'), sum('7 − 2'), sum('9 ÷ 2'), sum('5²'), sum('√16')]).toEqual([
      40, 1024, 9, 5, 4.5, 25, 4,
    ])
    expect([sum('200 + 10%'), sum('200 - 10 %'), sum('20% of 50'), sum('12 % 5'), sum('2 x 3')]).toEqual([
      220, 180, 10, 2, 6,
    ])
  })

  test('go on from what came before, quantities too', () => {
    expect([sum('+6', 40), sum('/ 8', 40), sum('- 2', 40), sum('^2', -3), sum('5', 40)]).toEqual([46, 5, 38, 9, 5])
    expect([sum('+ 200 m', '3.2 km'), sum('to m', '3.2 km'), sum('* 2', '90 °')]).toEqual(['3.4 km', '3200 m', '180 °'])
  })

  test('have units of length, angle, time and temperature', () => {
    expect([sum('5 km + 300 m'), sum('3 inch in cm'), sum('2 au to km'), sum('3 m * 2 m'), sum('3 m / 2 m')]).toEqual([
      '5.3 km',
      '7.62 cm',
      '299195741.4 km',
      '6 m^2',
      1.5,
    ])
    expect([sum('180° to rad'), sum('1 deg to arcmin'), sum('sin(30 deg)')]).toEqual([
      '3.1415926535898 rad',
      '60 arcmin',
      0.5,
    ])
    expect([sum('90 min to hours'), sum('2 h + 30 min'), sum('1 week to days')]).toEqual([
      '1.5 hours',
      '2.5 h',
      '7 days',
    ])
    expect([sum('20 °C to °F'), sum('212 degF to degC'), sum('0 °C to K')]).toEqual(['68 °F', '100 °C', '273.15 K'])
    expect([sum('2 m + 3 s'), sum('1 h + 1'), sum('5 m to s')]).toEqual(['sum-units', 'sum-units', 'sum-units'])
  })

  test('know no other units, and nothing that is no sum', () => {
    for (const text of ['5 kg + 1 kg', '3 A * 2', '1 GB to MB', 'x = 5', '[1, 2]', '"a"', 'f(x) = 1', '1:9', 'a + 1'])
      expect([text, sum(text)]).toEqual([text, 'sum-unreadable'])
    expect([sum('1/0'), sum('9^9^9^9'), sum('99999999!'), sum('sqrt(-1)')]).toEqual(Array(4).fill('sum-no-number'))
    expect(sum(`1${'+1'.repeat(600)}`)).toBe('sum-unreadable')
    const inBrackets = (depth: number) => sum(`${'('.repeat(depth)}1${')'.repeat(depth)}`)
    expect([inBrackets(40), ['number', 'string'].includes(typeof inBrackets(490))]).toEqual([1, true])
  })

  test('what a quantity reads as is read as the same quantity again', () => {
    const units = fc.constantFrom('m', 'km', 'inch', 'deg', 'arcmin', 'rad', 's', 'hours', 'days', '°C', 'K', 'au')
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9999 }), units, (size, unit) => {
        const value = sum(`${size} ${unit} * 1`)
        expect(typeof value).toBe('string')
        expect(sum(`* 1`, value)).toBe(value)
      }),
    )
  })
})

test('text that is no sum is not taken for one', () => {
  const names = [
    '42', 'cairn', 'veil-0003', '2611-0417', '2026-11-27', '27/11/2026', '18:40', '3 m', 'm-2', '/night/2026', 'c++',
    '10.0.0.1', '+6', '-5', '* 2', '1280x800', '555-0123', 'pi', 'e-2', 'remind 25 tea', '*.frame', '50%', 'rota 9-5',
    'log seeing 2.1', 'a4/2', '',
  ] // prettier-ignore
  expect(names.filter((text) => looksLikeSum(text))).toEqual([])
  const sums = [
    '5*8', '2 + 3', '(1+2)/3', '2^10', '200 + 10%', '20% of 50', 'sqrt(2)', '5 km to mi', '20 °C in °F', '5²', 'pi * 2',
    '-3 + 5', '√16', '7!-1',
  ] // prettier-ignore
  expect(sums.filter((text) => !looksLikeSum(text))).toEqual([])
})
