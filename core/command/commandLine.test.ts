import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Result } from '../result'
import { valueOf } from '../result'
import { joinExec, joinPosix, joinWindows, splitExec, splitPosix, splitWindows, tellWindows } from '.'

/** Strings made of what makes quoting hard, and of anything else that is no NUL. */
const hard = fc.string({
  unit: fc.constantFrom(
    'a',
    'B',
    '7',
    ' ',
    '\t',
    '\n',
    '\r',
    '"',
    "'",
    '\\',
    '$',
    '`',
    '%',
    '=',
    '~',
    '*',
    '#',
    ';',
    '&',
    '|',
    '(',
    '/',
    '-',
    'é',
    '星',
    '😀',
  ),
  maxLength: 12,
})
const anything = fc.string({ unit: 'binary', maxLength: 12 }).filter((text) => !text.includes('\0'))
const argument = fc.oneof(hard, anything)
const argvOf = (program: fc.Arbitrary<string>) =>
  fc.tuple(program, fc.array(argument, { maxLength: 6 })).map(([first, rest]) => [first, ...rest])

function firstIssue(result: Result<unknown>): [string, number | string | undefined] | undefined {
  return result.ok ? undefined : [result.issues[0]!.code, result.issues[0]!.at]
}

describe('splitting what was joined gives the argv back', () => {
  test('POSIX, for any strings', () => {
    fc.assert(
      fc.property(argvOf(argument), (argv) => {
        expect(valueOf(splitPosix(valueOf(joinPosix(argv))))).toEqual(argv)
      }),
      { numRuns: 2000 },
    )
  })

  test('Windows, for any strings, where the program has no quote', () => {
    fc.assert(
      fc.property(argvOf(argument.filter((text) => !text.includes('"'))), (argv) => {
        expect(valueOf(splitWindows(valueOf(joinWindows(argv))))).toEqual(argv)
      }),
      { numRuns: 2000 },
    )
  })

  test('Exec, for any strings, where the program has no equals sign', () => {
    fc.assert(
      fc.property(argvOf(argument.filter((text) => !text.includes('='))), (argv) => {
        expect(valueOf(splitExec(valueOf(joinExec(argv))))).toEqual(argv)
      }),
      { numRuns: 2000 },
    )
  })
})

test('the shell itself reads what joinPosix wrote, over 2,000 cases', () => {
  // A lone surrogate has no bytes of its own, so no shell can be asked about it.
  const wellFormed = argument.filter((text) => !/\p{Surrogate}/u.test(text))
  const cases = fc.sample(fc.array(wellFormed, { minLength: 1, maxLength: 5 }), { numRuns: 2000, seed: 42 })
  const folder = mkdtempSync(join(tmpdir(), 'keen-lever-sh-'))
  try {
    const script = join(folder, 'cases.sh')
    const lines = cases.map((args) => `${valueOf(joinPosix(['printf', '%s\\0', ...args]))}; printf '\\036\\0'`)
    writeFileSync(script, lines.join('\n'))
    const printed = execFileSync('/bin/sh', [script], { maxBuffer: 64e6 }).toString('utf8')
    const read = printed
      .split('\u001e\0')
      .slice(0, -1)
      .map((group) => group.split('\0').slice(0, -1))
    expect(read).toEqual(cases)
  } finally {
    rmSync(folder, { recursive: true })
  }
})

describe('POSIX', () => {
  test.each([
    [`a 'b c' "d \\" e" f\\ g`, ['a', 'b c', 'd " e', 'f g']],
    [`x "" ''`, ['x', '', '']],
    [`say "\\n stays, \\$HOME does not expand"`, ['say', '\\n stays, $HOME does not expand']],
    ['one \\\ntwo # a remark', ['one', 'two']],
    ['echo $HOME *.frame a#b', ['echo', '$HOME', '*.frame', 'a#b']],
    ['tail\n', ['tail']],
    ['', []],
  ])('%s', (text, argv) => expect(valueOf(splitPosix(text))).toEqual(argv))

  test('what is open or would be another command says where', () => {
    expect(firstIssue(splitPosix(`chart 'north`))).toEqual(['quote-open', 6])
    expect(firstIssue(splitPosix('chart "north \\"'))).toEqual(['quote-open', 6])
    expect(firstIssue(splitPosix('chart | less'))).toEqual(['operator', 6])
    expect(firstIssue(splitPosix('chart \\'))).toEqual(['escape-open', 6])
    expect(firstIssue(splitPosix('chart `date'))).toEqual(['backquote-open', 6])
    expect(firstIssue(splitPosix('chart "${north'))).toEqual(['brace-open', 7])
    expect(firstIssue(splitPosix('chart $(date'))).toEqual(['substitution-open', 6])
    expect(firstIssue(splitPosix('chart (a)'))).toEqual(['operator', 6])
  })

  test('what a shell would work out stays as it stands, blanks and quotes in it included', () => {
    expect(valueOf(splitPosix('log $(date "+%F %T") `hostname -s`'))).toEqual([
      'log',
      '$(date "+%F %T")',
      '`hostname -s`',
    ])
    expect(valueOf(splitPosix('log "at $(date "+%F")" ${NAME:-no body} $HOME'))).toEqual([
      'log',
      'at $(date "+%F")',
      '${NAME:-no body}',
      '$HOME',
    ])
    expect(valueOf(splitPosix('a\\\nb \\\n c "d\\\ne"'))).toEqual(['ab', 'c', 'de'])
    expect(valueOf(splitPosix('n=$((1 + (2)))'))).toEqual(['n=$((1 + (2)))'])
  })

  test('a program that looks like an assignment or a reserved word is quoted', () => {
    expect(valueOf(joinPosix(['A=1', 'A=1']))).toBe(`'A=1' A=1`)
    expect(valueOf(joinPosix(['if', 'if']))).toBe(`'if' if`)
    expect(valueOf(joinPosix(['/opt/reduce', `it's`]))).toBe(`/opt/reduce 'it'\\''s'`)
  })
})

describe('Windows', () => {
  // The cases of the table in "Parsing C command-line arguments", and of the program's own rule.
  test.each([
    ['p "a b c" d e', ['p', 'a b c', 'd', 'e']],
    ['p "ab\\"c" "\\\\" d', ['p', 'ab"c', '\\', 'd']],
    ['p a\\\\\\b d"e f"g h', ['p', 'a\\\\\\b', 'de fg', 'h']],
    ['p a\\\\\\"b c d', ['p', 'a\\"b', 'c', 'd']],
    ['p a\\\\\\\\"b c" d e', ['p', 'a\\\\b c', 'd', 'e']],
    ['p a"b"" c d"', ['p', 'ab" c d']],
    ['"c:\\dome desk\\" x', ['c:\\dome desk\\', 'x']],
    ['c:\\a" b"\\d "" x', ['c:\\a b\\d', '', 'x']],
  ])('%s', (text, argv) => expect(valueOf(splitWindows(text))).toEqual(argv))

  test('a quote that is not closed holds the rest, as the run-time reads it, and this is told at its place', () => {
    const read = (line: string) => [valueOf(splitWindows(line)), tellWindows(line).map(({ code, at }) => [code, at])]
    expect(read('p a "b c')).toEqual([['p', 'a', 'b c'], [['quote-open-read', 4]]])
    expect(read('"p a')).toEqual([['p a'], [['quote-open-read', 0]]])
    expect(read('p a"b"" c d')).toEqual([['p', 'ab" c d'], [['quote-open-read', 3]]])
    expect(read('p "a" b')).toEqual([['p', 'a', 'b'], []])
  })

  test('signs that the command interpreter takes for itself are told, in lines that are read and that are written', () => {
    const told = (line: string) => tellWindows(line).map(({ code, at }) => `${code} ${at}`)
    expect(told('p a&b "c&d" e^f')).toEqual(['interpreter-sign 3', 'interpreter-sign 13'])
    expect(told('p %TEMP%\\x "%USERPROFILE%" 100%')).toEqual(['interpreter-value 2', 'interpreter-value 12'])
    expect(told(valueOf(joinWindows(['p', 'R&D', '%PATH%'])))).toEqual(['interpreter-sign 3', 'interpreter-value 6'])
    expect(told('p "a b" c')).toEqual([])
  })

  test('a trailing backslash before the closing quote is doubled', () => {
    expect(valueOf(joinWindows(['p', 'c:\\dome desk\\', 'a"b']))).toBe('p "c:\\dome desk\\\\" "a\\"b"')
  })
})

describe('Exec', () => {
  test.each([
    ['chart --profile=dome %f', ['chart', '--profile=dome']],
    ['chart "two words" 50%%', ['chart', 'two words', '50%']],
    ['chart "a \\\\$b \\\\\\\\ c"', ['chart', 'a $b \\ c']],
    ['chart ""', ['chart', '']],
    ['chart\\sone', ['chart', 'one']],
  ])('%s', (text, argv) => expect(valueOf(splitExec(text))).toEqual(argv))

  test('field codes become what they stand for at a launch', () => {
    const files = (code: string) => (code === 'F' ? ['a b', 'c'] : code === 'c' ? ['Chart Room'] : [])
    expect(valueOf(splitExec('chart --name=%c %F', files))).toEqual(['chart', '--name=Chart Room', 'a b', 'c'])
    expect(firstIssue(splitExec('chart %F %u', files))).toEqual(['field-code-twice', 9])
    expect(firstIssue(splitExec('chart --all=%F', files))).toEqual(['field-code-inside', 6])
  })

  test('what the standard forbids is refused with its place', () => {
    expect(firstIssue(splitExec('chart "open'))).toEqual(['quote-open', 6])
    expect(firstIssue(splitExec("chart it's"))).toEqual(['reserved-unquoted', 8])
    expect(firstIssue(splitExec('chart %z'))).toEqual(['field-code-unknown', 6])
    expect(firstIssue(splitExec('chart "%f"'))).toEqual(['field-code-quoted', 6])
    expect(firstIssue(splitExec('chart "a"b'))).toEqual(['quote-partial', 8])
    expect(firstIssue(splitExec('chart \\x'))).toEqual(['escape-unknown', 6])
  })
})

test('what a convention cannot carry is refused, never written wrong', () => {
  for (const join of [joinPosix, joinWindows, joinExec]) {
    expect(firstIssue(join([]))).toEqual(['no-program', 'argv'])
    expect(firstIssue(join(['p', 'a\0b']))).toEqual(['nul', 'argv.1'])
  }
  expect(firstIssue(joinWindows(['a"b']))).toEqual(['program-quote', 'argv.0'])
  expect(firstIssue(joinExec(['a=b']))).toEqual(['program-equals', 'argv.0'])
})
