import { describe, expect, test } from 'vitest'
import { valueOf } from '../result'
import { argumentRulesSchema, expandVariables, readArguments } from '.'

const rules = argumentRulesSchema.parse({
  options: [
    {
      names: ['--profile', '-p'],
      value: 'required',
      joiners: ['=', 'space'],
      choices: ['dome', 'red'],
      effect: { kind: 'part', part: 'profile' },
      help: '',
    },
    { names: ['/lite'], value: 'none', effect: { kind: 'setting' }, help: '' },
  ],
  positionals: [
    { kind: 'file', endings: ['.overlay'], role: 'overlay' },
    { kind: 'file', endings: ['.atlas'], role: 'base atlas' },
    { kind: 'address', role: 'address' },
  ],
  order: [{ role: 'overlay', after: 'base atlas', because: 'It comes too late.' }],
  onUnknown: 'ignored',
  onMissingFile: 'ignored',
})
const files = ['/c/a.overlay', '/c/n.atlas', '-odd.atlas']
const read = (...args: string[]) => readArguments(rules, args, (path) => (files.includes(path) ? 'file' : undefined))
const shape = (...args: string[]) => {
  const { taken, ignored } = read(...args)
  return {
    taken: taken.map((entry) => [entry.at, entry.value]),
    ignored: ignored.map((entry) => [entry.at, entry.code]),
  }
}

describe('a program reads its arguments by its rules', () => {
  test('options in each of their forms, and files by their endings', () => {
    expect(shape('--profile=dome', '-p', 'red', '/lite', '/c/a.overlay', '/c/n.atlas', 'https://sky.example/')).toEqual(
      {
        taken: [
          [0, 'dome'],
          [1, 'red'],
          [3, undefined],
          [4, '/c/a.overlay'],
          [5, '/c/n.atlas'],
          [6, 'https://sky.example/'],
        ],
        ignored: [],
      },
    )
  })

  test('what comes too late in the order is ignored, with the program’s own reason', () => {
    expect(shape('/c/n.atlas', '/c/a.overlay')).toEqual({ taken: [[0, '/c/n.atlas']], ignored: [[1, 'order']] })
    expect(read('/c/n.atlas', '/c/a.overlay').ignored[0]!.because).toBe('It comes too late.')
  })

  test('unknown options, wrong and missing values, files that are not there', () => {
    expect(shape('--profil=dome', '--profile=blue', '/lite=1', '/c/b.atlas', '/c/a.txt', '--profile').ignored).toEqual([
      [0, 'option-unknown'],
      [1, 'value-unknown'],
      [2, 'value-unexpected'],
      [3, 'file-missing'],
      [4, 'not-taken'],
      [5, 'value-missing'],
    ])
    expect(read('--profil=dome').ignored[0]!.because).toContain('Did you mean “--profile”?')
  })

  test('after -- nothing is an option', () => {
    expect(shape('--', '-odd.atlas')).toEqual({ taken: [[1, '-odd.atlas']], ignored: [] })
  })

  test('a program that minds shows an error window for the first thing it does not know, but not for order', () => {
    const strict = { ...rules, onUnknown: 'error-window' as const }
    expect(readArguments(strict, ['--wide', '--tall'], () => undefined).refusal?.text).toBe('--wide')
    expect(readArguments(strict, ['/c/n.atlas', '/c/a.overlay'], () => 'file').refusal).toBeUndefined()
  })
})

describe('values in text', () => {
  test('names are replaced once, and $${ stands for the characters themselves', () => {
    const values = { charts: '/c/${logs}', logs: '/l' }
    expect(valueOf(expandVariables('${charts}/a ${logs} $${logs} $logs', values))).toBe('/c/${logs}/a /l ${logs} $logs')
  })

  test('an unknown or open name says where, with the nearest known name', () => {
    const unknown = expandVariables('a ${Charts}', { charts: '/c' })
    expect(unknown).toMatchObject({
      ok: false,
      issues: [
        { code: 'variable-unknown', at: 2, message: 'There is no value named “Charts”. Did you mean “charts”?' },
      ],
    })
    expect(expandVariables('${charts', { charts: '/c' })).toMatchObject({
      ok: false,
      issues: [{ code: 'variable-open', at: 0 }],
    })
    expect(expandVariables('${constructor}', {})).toMatchObject({ ok: false })
  })
})
