import { describe, expect, test } from 'vitest'
import { valueOf } from '../result'
import { guessConvention, joinAs, splitAs, stripQuotes, tellAs, trimPasted, visibleSegments } from '.'

describe('the convention of a line', () => {
  test.each([
    // The key of a Desktop Entry, and field codes as arguments of their own (Desktop Entry Specification 1.5).
    ['Exec=chart', 'exec'],
    ['  Exec  =chart', 'exec'],
    ['%f', 'exec'],
    ['chart %U', 'exec'],
    ['chart %i --now', 'exec'],
    ['chart 50%f', 'posix'],
    ['chart %fast', 'posix'],
    ['chart %', 'posix'],
    ['say Exec=chart', 'posix'],
    ['chart %d', 'posix'],
    // Drives, shares, programs by their endings, values between percent signs.
    ['c:\\chart', 'windows'],
    ['C:/charts/a', 'windows'],
    ['chart "d:\\a b"', 'windows'],
    ["chart --in='d:\\a'", 'windows'],
    ['chart a:b', 'posix'],
    ['curl http://sky.example', 'posix'],
    ['chart abc:\\d', 'posix'],
    ['\\\\desk\\share', 'windows'],
    ['chart \\\\desk\\share', 'windows'],
    ['chart "\\\\desk\\share\\a b"', 'windows'],
    ['chart a\\\\desk\\share', 'posix'],
    ['chart \\\\', 'posix'],
    ['chart.exe', 'windows'],
    ['"chart.EXE" --now', 'windows'],
    ['chart.cmd --now', 'windows'],
    ['chart --in a.exe', 'posix'],
    ['./chart.exe', 'posix'],
    ['chart.executable', 'posix'],
    ['chart %TEMP%', 'windows'],
    ['chart --in=%USER_1%\\a', 'windows'],
    ['chart "%ProgramFiles(x86)%\\a"', 'windows'],
    ['chart 10%to%', 'posix'],
    ['chart %1st%', 'posix'],
    ['start /b \\\\x', 'windows'],
    ['cmd /c a\\b', 'windows'],
    ['CMD /C "a\\b"', 'windows'],
    ['commander /c a\\b', 'posix'],
    ['see start /b a\\b', 'posix'],
    ['start -b a\\ b', 'posix'],
    ['', 'posix'],
  ])('%s is %s', (line, convention) => expect(guessConvention(line)).toBe(convention))
})

test('each convention writes and reads in its own way', () => {
  const argv = ['chart', 'a b', '%f']
  const written = (['posix', 'windows', 'exec'] as const).map((convention) => valueOf(joinAs(convention, argv)))
  expect(written).toEqual([`chart 'a b' %f`, 'chart "a b" %f', 'chart "a b" %%f'])
  expect(valueOf(splitAs('posix', written[0]!))).toEqual(argv)
  expect(valueOf(splitAs('windows', written[1]!))).toEqual(argv)
  expect(valueOf(splitAs('exec', written[2]!))).toEqual(argv)
})

test('only lines of Windows mean something besides their arguments', () => {
  expect(tellAs('windows', 'chart a & b').map(({ at }) => at)).toEqual([8])
  expect([tellAs('posix', 'chart a & b'), tellAs('exec', 'chart a & b')]).toEqual([[], []])
})

test('what was pasted loses the key of an entry, and nothing that only looks like it', () => {
  expect(trimPasted('\n Exec=chart %F \n')).toBe('chart %F')
  expect(trimPasted('Exec =  chart')).toBe('chart')
  expect(trimPasted('chart Exec=1')).toBe('chart Exec=1')
  expect(trimPasted('TryExec=chart')).toBe('TryExec=chart')
})

test('a copied path loses the quotes around it, and nothing else', () => {
  const texts = [`"a b"`, ` 'a b'\n`, `"a\nb"`, `"a" "b"`, `x "a"`, `"a" x`, `"a'`, `""`, `"`, 'a']
  expect(texts.map(stripQuotes)).toEqual(['a b', 'a b', 'a\nb', `"a" "b"`, `x "a"`, `"a" x`, `"a'`, '', `"`, 'a'])
})

test('what is invisible in a text is marked, and the rest stands as it is', () => {
  const shown = (text: string) => visibleSegments(text).map(({ text: part, isMark }) => (isMark ? `[${part}]` : part))
  expect(shown('')).toEqual([])
  expect(shown('a b')).toEqual(['a b'])
  expect(shown(' a  b ')).toEqual(['[·]', 'a', '[··]', 'b', '[·]'])
  expect(shown('\ta\u00a0b')).toEqual(['[⇥]', 'a', '[⍽]', 'b'])
  expect(shown('a\u202fb\u0001')).toEqual(['a', '[‹U+202F›]', 'b', '[‹U+0001›]'])
  expect(shown('\u200d\u2028')).toEqual(['[‹joiner›]', '[‹U+2028›]'])
})
