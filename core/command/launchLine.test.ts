import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { valueOf } from '../result'
import {
  argumentRulesSchema,
  composeArguments,
  describeExpansion,
  expandVariables,
  findExpansions,
  guessConvention,
  lintArguments,
  namesUsed,
  renameVariable,
  resolveValues,
  splitAs,
  stripQuotes,
  trimPasted,
  visibleSegments,
  writeParts,
} from '.'
import type { LintContext } from '.'

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
    { names: ['--tag'], value: 'required', joiners: ['='], repeatable: true, effect: { kind: 'setting' }, help: '' },
    { names: ['/lite'], value: 'none', effect: { kind: 'setting' }, help: '' },
    { names: ['-e'], value: 'required', joiners: ['space'], reads: 'posix', effect: { kind: 'setting' }, help: '' },
  ],
  positionals: [
    { kind: 'file', endings: ['.overlay'], role: 'overlay' },
    { kind: 'file', endings: ['.atlas'], role: 'base atlas', most: 1 },
    { kind: 'address', role: 'address' },
  ],
  order: [{ role: 'overlay', after: 'base atlas', because: 'It comes too late.' }],
  onUnknown: 'ignored',
  onMissingFile: 'ignored',
})
const files = ['/c/a.overlay', '/c/guide stars.overlay', '/c/n.atlas', '/c/s.atlas']
const context: LintContext = {
  lookup: (path) => (files.includes(path) ? 'file' : undefined),
  nearestPath: (path) => (path === '/c/nn.atlas' ? '/c/n.atlas' : undefined),
  write: (path) => path.replace('/c/', '${charts}/'),
}
const lint = (...args: string[]) =>
  lintArguments(
    rules,
    args,
    args.map((text) => valueOf(expandVariables(text, { charts: '/c' }))),
    context,
  ).findings
const words = fc.constantFrom(
  '--profile=dome',
  '--profile',
  '-p',
  'dome',
  '--',
  '/lite',
  '/lite=1',
  '--tag=a',
  '${charts}/n.atlas',
  '/c/a.overlay',
  'https://sky.example/',
  '',
  ' ',
  '--odd',
  '-e',
)

describe('arguments told apart', () => {
  test('writing the parts gives the list back, whatever it holds', () => {
    fc.assert(
      fc.property(fc.array(fc.oneof(words, fc.string()), { maxLength: 10 }), (args) => {
        expect(writeParts(composeArguments(rules, args))).toEqual(args)
      }),
    )
  })

  test('options by their description, places by their looks, the rest raw', () => {
    expect(
      composeArguments(rules, [
        '-p',
        'red',
        '--profile=dome',
        '/lite',
        '${charts}/n.atlas',
        '--odd',
        '--',
        '--profile',
      ]).map((part) => [part.kind, part.kind === 'option' ? part.value : part.text]),
    ).toEqual([
      ['option', 'red'],
      ['option', 'dome'],
      ['option', undefined],
      ['place', '${charts}/n.atlas'],
      ['raw', '--odd'],
      ['raw', '--'],
      ['raw', '--profile'],
    ])
  })
})

describe('what would not go as meant, with its mend', () => {
  test.each<[string, string[], string, string[] | undefined]>([
    [
      'a file in the wrong order',
      ['--profile=red', '${charts}/n.atlas', '${charts}/a.overlay'],
      'order',
      ['--profile=red', '${charts}/a.overlay', '${charts}/n.atlas'],
    ],
    ['a file that is not there', ['${charts}/nn.atlas'], 'file-missing', ['${charts}/n.atlas']],
    ['a file that is not there and like none', ['${charts}/zz.atlas'], 'file-missing', undefined],
    ['an unknown option near a known one', ['--profil=dome'], 'option-unknown', ['--profile=dome']],
    ['an unknown option like none', ['--zzzzzzzz'], 'option-unknown', []],
    ['an option twice', ['--profile=dome', '/c/n.atlas', '-p', 'red'], 'option-twice', ['/c/n.atlas', '-p', 'red']],
    ['a value outside the list, joined', ['--profile=rad'], 'value-unknown', ['--profile=red']],
    ['a value outside the list, following', ['-p', 'domes'], 'value-unknown', ['-p', 'dome']],
    ['a value where there is none', ['/lite=1'], 'value-unexpected', ['/lite']],
    ['more files than it takes', ['/c/n.atlas', '/c/s.atlas'], 'too-many', ['/c/n.atlas']],
    ['a file it does not take', ['/c/notes.txt'], 'not-taken', []],
    [
      'a path that was split at its space',
      ['${charts}/guide', 'stars.overlay', '/c/n.atlas'],
      'split-path',
      ['${charts}/guide stars.overlay', '/c/n.atlas'],
    ],
    [
      'a line that the program would split',
      ['-e', 'show /c/guide stars.overlay'],
      'line-splits',
      ['-e', 'show "/c/guide stars.overlay"'],
    ],
  ])('%s', (_, args, code, mended) => {
    const findings = lint(...args)
    expect(findings.map((finding) => finding.code)).toEqual([code])
    expect(findings[0]!.mend?.args).toEqual(mended)
    // What is mended has no finding any more.
    if (mended) expect(lint(...mended)).toEqual([])
  })

  test('a good list has none, and an option that may be repeated is not twice', () => {
    expect(lint('--tag=a', '--tag=b', '-p', 'red', '/lite', '/c/a.overlay', '/c/n.atlas')).toEqual([])
  })

  test('every mend leaves fewer findings than there were', () => {
    fc.assert(
      fc.property(fc.array(words, { maxLength: 7 }), (args) => {
        const findings = lint(...args)
        for (const { mend } of findings) if (mend) expect(lint(...mend.args).length).toBeLessThan(findings.length + 1)
      }),
    )
  })
})

describe('named values', () => {
  test('may use each other and known folders, in any order', () => {
    const { values, broken } = resolveValues({ charts: '/c' }, [
      { name: 'b', text: '${a}/n' },
      { name: 'a', text: '${charts}/deep' },
      { name: 'plain', text: '$${a}' },
    ])
    expect([values, broken]).toEqual([{ a: '/c/deep', b: '/c/deep/n', plain: '${a}' }, {}])
  })

  test('a circle is told at each of its members, and what leans on it says why', () => {
    const { values, broken } = resolveValues({}, [
      { name: 'a', text: '${b}' },
      { name: 'b', text: '${c}' },
      { name: 'c', text: '${a}' },
      { name: 'd', text: 'x ${a}' },
      { name: 'e', text: '${nope}' },
    ])
    expect(values).toEqual({})
    expect(Object.entries(broken).map(([name, issue]) => [name, issue.code])).toEqual([
      ['a', 'variable-circular'],
      ['b', 'variable-circular'],
      ['c', 'variable-circular'],
      ['d', 'variable-broken'],
      ['e', 'variable-unknown'],
    ])
    expect(broken.a!.message).toContain('a → b → c → a')
  })

  test('the last text of a name counts; renaming reaches every use and nothing else', () => {
    expect(
      resolveValues({}, [
        { name: 'a', text: '1' },
        { name: 'a', text: '2' },
      ]).values,
    ).toEqual({ a: '2' })
    expect(renameVariable('${night}/${nights} $${night} ${night}', 'night', 'eve')).toBe(
      '${eve}/${nights} $${night} ${eve}',
    )
    expect(namesUsed('${b} ${a} $${c} ${b} ${open')).toEqual(['b', 'a'])
  })

  test('renaming to the same name changes no text', () => {
    fc.assert(
      fc.property(
        fc
          .array(fc.constantFrom('${a}', '$${', '${b', '$', '{', '}', 'x', '${a-b}'), { maxLength: 8 })
          .map((parts) => parts.join('')),
        (text) => {
          expect(renameVariable(text, 'a', 'a')).toBe(text)
        },
      ),
    )
  })
})

describe('a line from anywhere', () => {
  test.each([
    ['"C:\\Harrow\\reduce.exe" --edition night "D:\\exposures\\a b.exposure"', 'windows'],
    ['\\\\desk\\share\\chart.bat /lite', 'windows'],
    ['Exec=atlas-room %F', 'exec'],
    ['atlas-room --class sky %u', 'exec'],
    ["/opt/harrow/atlas-room 'two words' ~/north.atlas", 'posix'],
    ["chart it's", 'posix'],
  ])('%s', (line, convention) => expect(guessConvention(line)).toBe(convention))

  test('what does not belong to it goes, what does stays', () => {
    expect(valueOf(splitAs('windows', '"C:\\Harrow\\reduce.exe" "D:\\exposures\\a b.exposure"'))).toEqual([
      'C:\\Harrow\\reduce.exe',
      'D:\\exposures\\a b.exposure',
    ])
    expect(trimPasted('  Exec = atlas-room %F\n')).toBe('atlas-room %F')
    expect([
      stripQuotes('"/c/guide stars.overlay"'),
      stripQuotes("'a'"),
      stripQuotes('"a" "b"'),
      stripQuotes('say "a"'),
    ]).toEqual(['/c/guide stars.overlay', 'a', '"a" "b"', 'say "a"'])
  })

  test('what a shell would have replaced is told, where it stands, and not in single quotes', () => {
    const found = findExpansions(
      'ls $HOME "${deep}" \'$no\' *.frame ~/x `date` $(pwd) ${charts} \\$x a~b',
      (name) => name === 'charts',
    )
    expect(found.map(({ kind, text, at }) => [kind, text, at])).toEqual([
      ['parameter', '$HOME', 3],
      ['parameter', '${deep}', 10],
      ['pattern', '*', 25],
      ['home', '~', 33],
      ['command', '`date`', 37],
      ['command', '$(pwd)', 44],
    ])
    for (const expansion of found) expect(describeExpansion(expansion)).toContain(expansion.text)
  })

  test('what cannot be seen is shown', () => {
    const shown = (text: string) =>
      visibleSegments(text)
        .map((segment) => (segment.isMark ? `[${segment.text}]` : segment.text))
        .join('')
    expect(shown(' a\tb\u00a0c  d\u200b ')).toBe('[·]a[⇥]b[⍽]c[··]d[‹zero width›][·]')
    expect(shown('guide stars')).toBe('guide stars')
    expect(shown('a\nb\u2028')).toBe('a[↵]b[‹U+2028›]')
  })
})
