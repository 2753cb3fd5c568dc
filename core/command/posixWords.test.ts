import { spawnSync } from 'node:child_process'
import { describe, expect, test } from 'vitest'
import { valueOf } from '../result'
import { findExpansions, joinPosix, splitPosix } from '.'

/** Words as POSIX.1-2017 reads them, §2.2 (quoting), §2.3 (tokens) and §2.6 (expansions). */
describe('what opens in a word closes where a shell closes it', () => {
  test.each([
    // §2.6.2: an escaped or quoted `}` does not close, and a brace by itself opens nothing.
    ["a ${x:-'}'}b c", ['a', "${x:-'}'}b", 'c']],
    ['a ${x:-\\}}b c', ['a', '${x:-\\}}b', 'c']],
    ['a ${x:-"}"}b c', ['a', '${x:-"}"}b', 'c']],
    ['a ${x:-{b}c d', ['a', '${x:-{b}c', 'd']],
    ['a ${x:-${y:-}} z} d', ['a', '${x:-${y:-}}', 'z}', 'd']],
    ['a ${x:-`b }`} d', ['a', '${x:-`b }`}', 'd']],
    ['a ${x:-$(b })} d', ['a', '${x:-$(b })}', 'd']],
    // §2.2.3: in double quotes an apostrophe is a letter, and within `$(` quoting begins anew.
    [`a "\${x:-'}'}b c" d`, ['a', "${x:-'}'}b c", 'd']],
    [`a "$(b \${x:-'}'})c" d`, ['a', "$(b ${x:-'}'})c", 'd']],
    [`a "$(b ')' ")")c" d`, ['a', `$(b ')' ")")c`, 'd']],
    [`a "it's $(b 'c d') " e`, ['a', "it's $(b 'c d') ", 'e']],
    ['a $(b (c) d) e', ['a', '$(b (c) d)', 'e']],
    ["a $(b ')') c", ['a', "$(b ')')", 'c']],
    ['a $(b \\)) c', ['a', '$(b \\))', 'c']],
    ['a $(b `c )`) d', ['a', '$(b `c )`)', 'd']],
    ['a `b \\` c` d', ['a', '`b \\` c`', 'd']],
    ['a $((1 + (2 * 3))) d', ['a', '$((1 + (2 * 3)))', 'd']],
    // §2.2.1 and §2.2.3: what a backslash protects, outside and inside double quotes.
    ['a "\\$(b" c', ['a', '$(b', 'c']],
    ['a \\$(', undefined],
    ['a "\\a\\"\\\\\\`" c', ['a', '\\a"\\`', 'c']],
    // §2.3 (10): a comment goes to the end of its line.
    ['a b # c "', ['a', 'b']],
    ['a b#c d', ['a', 'b#c', 'd']],
    ["''", ['']],
    ["'' # c", ['']],
    ['a\tb', ['a', 'b']],
  ])('%s', (line, words) => {
    const split = splitPosix(line)
    expect(split.ok ? split.value : undefined).toEqual(words)
  })

  test('and a shell counts as many words', () => {
    const lines = [
      "${x:-'}'}b c",
      '${x:-\\}}b c',
      '${x:-{b}c d',
      '${x:-${y:-q}} z} d',
      `"\${x:-'}'}b c" d`,
      `"$(echo \${x:-'}'})c" d`,
      `"$(echo ')' ")")c" d`,
      "$(echo ')') c",
      '$((1 + (2 * 3))) d',
      '"\\$(b" c',
      'b#c d # e',
    ]
    const counted = lines.map((line) => {
      const { stdout } = spawnSync('sh', ['-c', `set -- ${line}\necho $#`], { encoding: 'utf8' })
      return Number(stdout)
    })
    expect(lines.map((line) => valueOf(splitPosix(line)).length)).toEqual(counted)
  })

  test.each([
    ["a ${x:-'}", 'brace-open', 2],
    ['a ${x:-"}', 'brace-open', 2],
    ['a ${x:-$(b}', 'brace-open', 2],
    ["a $(b ')", 'substitution-open', 2],
    ['a $(b (c)', 'substitution-open', 2],
    ['a `b \\`', 'backquote-open', 2],
    ['a "b $(c', 'substitution-open', 5],
    ['a "b `c"', 'backquote-open', 5],
    ["a '", 'quote-open', 2],
    ['a "b', 'quote-open', 2],
    ['a b\\', 'escape-open', 3],
    ['a b; c', 'operator', 3],
    ['a b\nc', 'operator', 3],
    ['a # b\nc', 'operator', 5],
    ["'a;b' &", 'operator', 6],
  ])('what is left open in %s is told at its place', (line, code, at) => {
    const split = splitPosix(line)
    expect(split.ok ? undefined : split.issues.map((issue) => [issue.code, issue.at])).toEqual([[code, at]])
  })

  test('a line break at the end, with blanks after it, is no other command', () => {
    expect(valueOf(splitPosix('a b\n \t\n'))).toEqual(['a', 'b'])
    expect(valueOf(splitPosix('a \\\n  b\n'))).toEqual(['a', 'b'])
  })

  test('a line with no program, and a NUL in whichever argument, are refused', () => {
    expect(joinPosix([])).toMatchObject({ ok: false, issues: [{ code: 'no-program', at: 'argv' }] })
    expect(joinPosix(['\0'])).toMatchObject({ ok: false, issues: [{ code: 'nul', at: 'argv.0' }] })
    expect(joinPosix(['a', 'b', 'c\0'])).toMatchObject({ ok: false, issues: [{ code: 'nul', at: 'argv.2' }] })
  })
})

describe('what a shell would put something else for', () => {
  const found = (line: string) => findExpansions(line).map(({ kind, text, at }) => [kind, text, at])

  test('is told whole, with what stands in it', () => {
    expect(found('a $(b "c)" $(d)) e')).toEqual([['command', '$(b "c)" $(d))', 2]])
    expect(found('a `b \\` c` e')).toEqual([['command', '`b \\` c`', 2]])
    expect(found('a ${x:-${y}} e')).toEqual([['parameter', '${x:-${y}}', 2]])
    expect(found(`a "\${x:-'}'}*" e`)).toEqual([['parameter', "${x:-'}", 3]])
    expect(found("a ${x:-'}'}* e")).toEqual([
      ['parameter', "${x:-'}'}", 2],
      ['pattern', '*', 11],
    ])
  })

  test('is nothing that is quoted, protected or not closed', () => {
    expect(found('\'$HOME\' \\$HOME "\\$HOME" \'*\' "~ ? ["')).toEqual([])
    expect(found('$(a `b ${c $ "$"')).toEqual([])
    expect(found("it\\'s $HOME")).toEqual([['parameter', '$HOME', 6]])
    expect(found(`"it's" $1`)).toEqual([['parameter', '$1', 7]])
  })

  test('is a home mark only where a word begins', () => {
    expect(found('~/a b~ ~guest.two/c a/~')).toEqual([
      ['home', '~', 0],
      ['home', '~guest.two', 7],
    ])
  })

  test('is no name that is known, unless more is done with it', () => {
    const known = (line: string) => findExpansions(line, (name) => name === 'home').map(({ text }) => text)
    expect(known('${home}/a ${else} ${home:-x}')).toEqual(['${else}', '${home:-x}'])
  })
})
