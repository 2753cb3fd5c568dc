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

  test('findings come in the order of the arguments, and say of what they are', () => {
    const found = lint('/lite=1', '--zzzzzzzz', '/c/notes.txt', '${charts}/guide', 'stars.overlay')
    expect(found.map(({ at, code }) => [at, code])).toEqual([
      [0, 'value-unexpected'],
      [1, 'option-unknown'],
      [2, 'not-taken'],
      [3, 'split-path'],
    ])
    expect(found[0]!.message).toBe('“/lite=1” would be ignored. /lite takes no value.')
    expect(found[2]!.message).toBe(
      '“/c/notes.txt” would be ignored. It takes no such thing here; it takes overlay (.overlay) or base atlas (.atlas) or address.',
    )
    expect(found[3]!.message).toBe(
      '“/c/guide stars.overlay” was split at its space into 2 arguments; together they are one path.',
    )
    expect(found.map(({ mend }) => mend?.label)).toEqual(['Write /lite', 'Remove it', 'Remove it', 'Join them'])
  })

  test('a file too late goes before what it has to come before, whatever stands between', () => {
    const [order] = lint('-p', 'red', '/c/n.atlas', 'https://sky.example/', '/c/a.overlay')
    expect(order).toMatchObject({ at: 4, code: 'order', mend: { label: 'Put it before the base atlas' } })
    expect(order!.mend!.args).toEqual(['-p', 'red', '/c/a.overlay', '/c/n.atlas', 'https://sky.example/'])
  })

  test('a value that is missing has no mend, and one that nothing is like says what there is', () => {
    expect(lint('--profile')).toMatchObject([{ code: 'value-missing', mend: undefined }])
    expect(lint('--profile')[0]!.message).toContain('--profile wants a value, written --profile dome.')
    expect(lint('--tag')[0]!.message).toContain('--tag wants a value, written --tag=value.')
    expect(lint('--profile=zzzzzzzz')).toMatchObject([{ code: 'value-unknown', mend: undefined }])
    expect(lint('--profile=zzzzzzzz')[0]!.message).toContain('It knows dome, red.')
  })

  test('options after -- are none, and the value of one is no option that stands twice', () => {
    expect(lint('-p', 'red', '--', '/c/a.overlay').map(({ code }) => code)).toEqual([])
    expect(lint('--tag=a', '-p', 'red', '--', '-p').map(({ code }) => code)).not.toContain('option-twice')
    expect(lint('-e', '-p', '-p', 'red').map(({ code }) => code)).toEqual([])
    const [twice] = lint('-p', 'dome', '-p', 'red')
    expect([twice!.at, twice!.message, twice!.mend!.args]).toEqual([
      0,
      '--profile stands twice; only the last one counts.',
      ['-p', 'red'],
    ])
  })

  test('a path is put together from up to four pieces; what is there by itself is none of them', () => {
    const many = ['/c/a b.overlay', '/c/a b c.overlay', '/c/a b c d.overlay', '/c/a b c d e.overlay', '/d', '/d x']
    const lookup = (path: string) => (many.includes(path) ? ('file' as const) : undefined)
    const split = (...args: string[]) =>
      lintArguments(rules, args, args, { ...context, lookup })
        .findings.filter(({ code }) => code === 'split-path')
        .map(({ at, mend }) => [at, mend!.args])
    expect(split('/c/a', 'b.overlay')).toEqual([[0, ['/c/a b.overlay']]])
    expect(split('x', '/c/a', 'b', 'c.overlay', 'y')).toEqual([[1, ['x', '/c/a b c.overlay', 'y']]])
    expect(split('/c/a', 'b', 'c', 'd.overlay')).toEqual([[0, ['/c/a b c d.overlay']]])
    expect(split('/c/a', 'b', 'c', 'd', 'e.overlay')).toEqual([])
    expect(split('/d', 'x')).toEqual([])
    expect(split('c', 'b.overlay')).toEqual([])
    expect(split('/c/a', 'b.overlay', '/c/a', 'b', 'c.overlay').map(([at]) => at)).toEqual([0, 2])
    const args = ['/c/a', 'b', 'c.overlay']
    const [three] = lintArguments(rules, args, args, { ...context, lookup }).findings
    expect(three!.message).toBe(
      '“/c/a b c.overlay” was split at its spaces into 3 arguments; together they are one path.',
    )
  })

  test('a line that is read once more is told where it cannot be read, or splits a path', () => {
    expect(lint('-e', "show 'a").map(({ at, code }) => [at, code])).toEqual([[0, 'line-splits']])
    expect(lint('-e', "show 'a")[0]!.message).toContain("The quote ' that opens at character 6 is never closed.")
    expect(lint('-e', 'show "/c/guide stars.overlay" /c/n.atlas now')).toEqual([])
    expect(lint('-e', 'show /c/n.atlas stars')).toEqual([])
    // The path comes from a value: there is nothing to put quotes around.
    const [unmended] = lintArguments(rules, ['-e', '${line}'], ['-e', 'show /c/guide stars.overlay'], context).findings
    expect([unmended!.code, unmended!.mend]).toEqual(['line-splits', undefined])
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
