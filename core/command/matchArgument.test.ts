import { describe, expect, test } from 'vitest'
import { argumentRulesSchema, freshOption, guessPositional, isAddress, lastPart, looksLikeOption, matchOption } from '.'
import type { ArgumentRules } from '.'
import { takesNext } from './matchArgument'

const rulesOf = (options: object[], positionals: object[] = []): ArgumentRules =>
  argumentRulesSchema.parse({ options, positionals, order: [], onUnknown: 'ignored', onMissingFile: 'ignored' })
const option = (names: string[], more: object = {}) => ({
  names,
  value: 'required',
  effect: { kind: 'setting' },
  help: '',
  ...more,
})
const rules = rulesOf([
  option(['--profile', '-p'], { joiners: ['=', 'space'] }),
  option(['--pro'], { value: 'none' }),
  option(['/tag'], { joiners: [':'] }),
])

describe('an argument is an option', () => {
  const seen = (text: string) => {
    const match = matchOption(rules, text)
    return match && [match.name, match.joiner, match.value]
  }

  test.each<[string, (string | undefined)[] | undefined]>([
    ['--profile', ['--profile', undefined, undefined]],
    ['-p', ['-p', undefined, undefined]],
    ['--profile=red', ['--profile', '=', 'red']],
    ['--profile=', ['--profile', '=', '']],
    ['--profile=a=b:c', ['--profile', '=', 'a=b:c']],
    ['-p=red', ['-p', '=', 'red']],
    // Joined by what it is not joined by.
    ['--profile:red', undefined],
    ['/tag=a', undefined],
    ['/tag:a', ['/tag', ':', 'a']],
    // A value where there is none is told by whoever reads it.
    ['--pro=1', ['--pro', '=', '1']],
    ['--pro:1', ['--pro', ':', '1']],
    // Longer and shorter ones, in other letters, and what only begins alike.
    ['--profiles', undefined],
    ['--prof', undefined],
    ['-pred', undefined],
    ['--Profile', undefined],
    ['-q=red', undefined],
    ['=red', undefined],
    ['', undefined],
  ])('%s', (text, expected) => expect(seen(text)).toEqual(expected))

  test('that takes the next one only where a value is wanted, is not there yet, and may stand apart', () => {
    const takes = (text: string) => takesNext(matchOption(rules, text)!)
    expect(['--profile', '-p', '--profile=red', '--pro', '/tag'].map(takes)).toEqual([true, true, false, false, false])
  })

  test('looks like one by the marks that options of the program begin with', () => {
    const dashed = rulesOf([option(['--pro'])])
    const looks = (of: ArgumentRules, ...texts: string[]) => texts.map((text) => looksLikeOption(of, text))
    expect(looks(dashed, '-x', '--odd', '-', 'x', 'x-y', '')).toEqual([true, true, false, false, false, false])
    expect(looks(dashed, '/x', '/odd')).toEqual([false, false])
    expect(looks(rules, '/x', '/odd', '/odd:1', '/', '/c/a', 'c/a', '/c\\a')).toEqual([
      true,
      true,
      true,
      false,
      false,
      false,
      false,
    ])
  })
})

test('a new option has the joiner that the program wants first, and its first value', () => {
  const [profile, lite, free] = rulesOf([
    option(['--profile', '-p'], { joiners: ['space', '='], choices: ['dome', 'red'] }),
    option(['--lite'], { value: 'none' }),
    option(['--free']),
  ]).options
  expect(freshOption(profile!)).toMatchObject({ name: '--profile', joiner: 'space', value: 'dome' })
  expect(freshOption(profile!, 'red')).toMatchObject({ value: 'red' })
  expect(freshOption(lite!)).toEqual({ kind: 'option', name: '--lite', option: lite })
  expect(freshOption(free!)).toMatchObject({ joiner: '=', value: '' })
})

test('an address has a scheme and an authority (RFC 3986 §3.1)', () => {
  expect(['https://a', 'HTTP://a', 'a+b-c.d1://', 'file:///a'].every(isAddress)).toBe(true)
  expect(['1a://b', '://a', 'mail:a', '/https://a', 'see https://a', 'a_b://c', ''].some(isAddress)).toBe(false)
})

test('the last part of a path', () => {
  expect(['/a/b.log', 'b.log', '/a/', '/', ''].map(lastPart)).toEqual(['b.log', 'b.log', '', '', ''])
})

describe('a place, by its looks', () => {
  const { positionals } = rulesOf(
    [],
    [
      { kind: 'file', endings: ['.overlay', '.layer'], role: 'overlay' },
      { kind: 'text', role: 'words' },
      { kind: 'address', role: 'page' },
      { kind: 'folder', role: 'store' },
      { kind: 'file', role: 'any file' },
    ],
  )
  const looks = (text: string, of = positionals) => guessPositional({ positionals: of }, text)?.role

  test('is an address, a file of its ending, or else a path', () => {
    expect(looks('https://sky.example/a.overlay')).toBe('page')
    expect(['a.overlay', '/c/A.OVERLAY', 'b.layer'].map((text) => looks(text))).toEqual(Array(3).fill('overlay'))
    expect(['/c/a.txt', 'c\\a', '${charts}', '${charts}x'].map((text) => looks(text))).toEqual(Array(4).fill('store'))
    expect(['a.txt', 'overlay', 'a ${charts}', ''].map((text) => looks(text))).toEqual(Array(4).fill(undefined))
  })

  test('is a file of any ending where no folder is taken, and nothing where only other endings are', () => {
    const without = (...roles: string[]) => positionals.filter(({ role }) => !roles.includes(role))
    expect(looks('/c/a.txt', without('store'))).toBe('any file')
    expect(looks('/c/a.txt', without('store', 'any file'))).toBeUndefined()
    expect(looks('https://sky.example/', without('page'))).toBeUndefined()
  })
})
