import { expect, test } from 'vitest'
import { dateFromWords } from '../dates'
import { exampleLever } from '../levers/exampleLever'
import type { LeverInput } from '../levers'
import { givenBy, NEXT_INPUT, nextInput, quickActs, whyNotYet } from '.'
import type { QuickAct } from '.'

const now = new Date(2026, 10, 27, 12).getTime()
const readDate = (text: string) => dateFromWords(text, now)

let plate = 0
const lever = (id: string, alias: string, ...inputs: LeverInput[]) =>
  exampleLever(++plate, { kind: 'chord', chord: 'F9' }, { id, aliases: [alias], inputs })
const targets = ['Veil', 'Comet', 'North field', 'North star']
const levers = [
  lever('log', 'log', { name: 'line', kind: 'text' }),
  lever('remind', 'remind', { name: 'minutes', kind: 'number' }, { name: 'about', kind: 'text' }),
  lever('goto', 'goto', { name: 'target', kind: 'choice', choices: targets }),
  lever('book', 'book', { name: 'group', kind: 'text' }, { name: 'day', kind: 'date' }, { name: 'tea', kind: 'yes-no', standard: 'no' }),
  lever('day', 'day', { name: 'day', kind: 'date' }, { name: 'note', kind: 'text', standard: '' }),
  lever('plain', 'plain'),
] // prettier-ignore

function one(line: string): QuickAct {
  const [act] = quickActs(line, levers, ({ aliases }) => aliases, readDate)
  if (!act) throw new Error(`no quick act: ${line}`)
  return act
}
const given = (line: string) => givenBy(one(line))
const t = NEXT_INPUT

test('an alias, a space and the inputs: each takes as much as it needs, a text the rest', () => {
  expect(given('log seeing 2.1')).toEqual({ line: 'seeing 2.1' })
  expect(given('REMIND 25 tea and buns')).toEqual({ minutes: 25, about: 'tea and buns' })
  expect(given('goto veil')).toEqual({ target: 'Veil' })
  expect(given('goto north field')).toEqual({ target: 'North field' })
  expect(given(`book Fell Walkers${t}next friday${t}yes`)).toEqual({
    group: 'Fell Walkers',
    day: '2026-12-04',
    tea: true,
  })
  expect(given('day in 3 days bring lamps')).toEqual({ day: '2026-11-30', note: 'bring lamps' })
  expect(given(`day tomorrow${t}`)).toEqual({ day: '2026-11-28' })
})

test('only levers with inputs, by a whole alias and a space behind it', () => {
  const found = (line: string) => quickActs(line, levers, ({ aliases }) => aliases).map((act) => act.lever.id)
  expect([found('log'), found('log '), found('lo x'), found('plain x'), found(' goto x'), found('')]).toEqual([
    [],
    ['log'],
    [],
    [],
    ['goto'],
    [],
  ])
  expect(quickActs('all x', levers, () => ['all']).map((act) => act.lever.id)).toEqual([
    'log',
    'remind',
    'goto',
    'book',
    'day',
  ])
})

test('kinds are checked while one types, and what is missing or too much is told', () => {
  expect(whyNotYet(one('remind soon'))).toBe('minutes: Give a number, such as 12 or 0.5.')
  expect(whyNotYet(one('remind 25'))).toBe('It still needs about.')
  expect(whyNotYet(one('remind 25 tea'))).toBe(undefined)
  expect(whyNotYet(one('goto moon'))).toMatch(/^target: “moon” is none of the list/)
  expect(whyNotYet(one('goto veil now'))).toMatch(/“now” is more than it takes|none of the list/)
  expect(whyNotYet(one(`book Walkers${t}someday`))).toMatch(/^day: “someday” is no day/)
  expect(whyNotYet(one(`remind 5 tea${t}more`))).toBe('“more” is more than it takes.')
})

test('choices complete: the only one left is meant, and Tab writes the best one out', () => {
  expect(given('goto ve')).toEqual({ target: 'Veil' })
  expect(one('goto north').inputs[0]!.choices).toEqual(['North star', 'North field'])
  expect(given('goto north')).toEqual({})
  expect(nextInput('goto com', one('goto com'))).toBe('goto Comet')
  expect(nextInput('remind 25', one('remind 25'))).toBe(`remind 25${t}`)
  const line = `book Walkers${t}tomorrow${t}y`
  expect(nextInput(line, one(line))).toBe(`book Walkers${t}tomorrow${t}yes`)
})

test('which input is being typed is known', () => {
  const at = (line: string) => one(line).at
  expect([
    at('remind '),
    at('remind 2'),
    at('remind 25 '),
    at('remind 25 t'),
    at(`book A${t}`),
    at(`book A${t}friday${t}`),
  ]).toEqual([0, 0, 1, 1, 1, 2])
})
