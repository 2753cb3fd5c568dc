import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { applyChanges, everyFile, fileAt, fileTable, namesIn, readBench, writeBench } from '../bench'
import type { BenchState, Change } from '../bench'
import { exampleDesk } from '../bench/exampleBench'
import { valueOf } from '../result'
import { describeStep, lintStep, performStep, stepSchema } from '.'
import type { StepContext, StepEffect } from '.'

const step = (part: Record<string, unknown>) => stepSchema.parse({ id: 's', ...part })
const perform = (part: Record<string, unknown>, bench = exampleDesk(), context: Partial<StepContext> = {}) => {
  const effect = performStep(step(part), bench, { nowMs: 500_000, nextId: () => 'n', ...context })
  return { effect, after: 'changes' in effect ? valueOf(applyChanges(bench, effect.changes ?? [])) : bench }
}
const noteOf = (effect: StepEffect) =>
  effect.kind === 'failed' ? effect.issue.message : 'note' in effect ? effect.note : effect.kind
const names = (bench: BenchState, folder: string) =>
  namesIn(bench.files, folder)
    .map(([name]) => name)
    .sort()
const having = (...changes: Change[]) => valueOf(applyChanges(exampleDesk(), changes))
const file = (path: string, part: object = {}): Change => ({
  kind: 'file.put',
  path,
  file: { kind: 'file', sizeBytes: 1, ...part },
})
const folder = (path: string): Change => ({ kind: 'file.put', path, file: { kind: 'folder' } })
const findings = (part: Record<string, unknown>, bench = exampleDesk()) =>
  lintStep(step(part), bench).map(({ at, severity, message }) => [at, severity, message])

const move = (paths: string[], to: string, part: object = {}) => ({
  kind: 'files.move',
  act: 'move',
  paths,
  to,
  ...part,
})

describe('moving and copying', () => {
  test('a folder is swept by a pattern; other files and what they are stay', () => {
    const { effect, after } = perform(move(['${in}/*.exposure'], '${later}'))
    expect([names(after, '/in'), names(after, '/later')]).toEqual([
      ['night $1 "notes".log'],
      ['veil-1.exposure', 'veil-2.exposure'],
    ])
    expect(fileAt(after.files, '/later/veil-2.exposure')).toEqual({ kind: 'file', sizeBytes: 20, changedAtMs: 120_000 })
    expect(noteOf(effect)).toBe('2 files and folders moved to /later.')
    expect(noteOf(perform(move(['/in/*.dark'], '/later')).effect)).toBe(
      'Nothing fits /in/*.dark, so nothing was moved.',
    )
  })

  test('names with quotes, dollars, spaces and line breaks are names like any other; a name that looks like a pattern is meant', () => {
    const odd = having(file('/in/a\nb*'), file('/in/a\nbc'), file('/in/${in}'))
    const { after } = perform(move(['/in/a\nb*', '/in/night $1 "notes".log', '/in/$${in}'], '/later'), odd)
    expect(names(after, '/later')).toEqual(['${in}', 'a\nb*', 'night $1 "notes".log'])
    expect(names(after, '/in')).toContain('a\nbc')
  })

  test('a folder goes with all that is in it, but not into itself', () => {
    const desk = having(folder('/in/deep'), file('/in/deep/x.log', { text: 'x' }))
    const { after } = perform(move(['/in/deep'], '/later'), desk)
    expect(fileAt(after.files, '/later/deep/x.log')).toMatchObject({ text: 'x' })
    for (const to of ['/in', '/in/deep', '/in/deep/more'])
      expect(noteOf(perform(move(['/in'], to, { makeFolder: true }), desk).effect)).toBe(
        '/in cannot be put into itself.',
      )
    const copied = perform({ ...move(['/in/deep'], '/later'), act: 'copy' }, desk).after
    expect([names(copied, '/in/deep'), names(copied, '/later/deep')]).toEqual([['x.log'], ['x.log']])
  })

  test('where a name is taken: both, replaced by way of the bin, left, or asked', () => {
    const desk = having(file('/later/veil-1.exposure', { sizeBytes: 99 }))
    const sweep = (taken: string, context: Partial<StepContext> = {}) =>
      perform(move(['/in/*.exposure'], '/later', { taken }), desk, context)
    expect(names(sweep('both').after, '/later')).toEqual(['veil-1 2.exposure', 'veil-1.exposure', 'veil-2.exposure'])
    const replaced = sweep('replace').after
    expect(fileAt(replaced.files, '/later/veil-1.exposure')).toMatchObject({ sizeBytes: 10 })
    expect(fileAt(replaced.files, '/bin/veil-1.exposure')).toEqual({
      kind: 'file',
      sizeBytes: 99,
      binnedFrom: '/later/veil-1.exposure',
    })
    const skipped = sweep('skip')
    expect([names(skipped.after, '/in'), noteOf(skipped.effect)]).toEqual([
      ['night $1 "notes".log', 'veil-1.exposure'],
      '1 file or folder moved to /later. 1 stayed where it is.',
    ])
    expect(sweep('ask').effect).toMatchObject({
      kind: 'asks',
      question: { text: '1 name is taken in /later: veil-1.exposure. What shall happen?' },
    })
    expect(names(sweep('ask', { answer: 'both' }).after, '/later')).toHaveLength(3)
  })

  test('two of one name do not take each other’s place', () => {
    const desk = having(folder('/in/deep'), file('/in/deep/veil-1.exposure', { sizeBytes: 7 }))
    const both = (taken: string) =>
      perform(move(['/in/veil-1.exposure', '/in/deep/veil-1.exposure'], '/later', { taken }), desk).after
    expect(names(both('both'), '/later')).toEqual(['veil-1 2.exposure', 'veil-1.exposure'])
    expect([names(both('replace'), '/later'), names(both('replace'), '/in/deep')]).toEqual([
      ['veil-1.exposure'],
      ['veil-1.exposure'],
    ])
  })

  test('a folder that is missing is made where that is said, and told otherwise; so is a file that vanished', () => {
    expect(noteOf(perform(move(['/in/*'], '/latre')).effect)).toBe('There is no folder /latre. Did you mean “/later”?')
    const made = perform(move(['/in/*.exposure'], '/later/2026/11', { makeFolder: true })).after
    expect(names(made, '/later/2026/11')).toHaveLength(2)
    expect(noteOf(perform(move(['/in/veil-1.exposure', '/in/veil-9.exposure'], '/later')).effect)).toMatch(
      /^There is no folder or file \/in\/veil-9\.exposure on the bench\./,
    )
    expect(findings(move(['/in/*.dark', '/im/*', '/in/veil-9.exposure'], '/l/a.log'))).toEqual([
      ['paths.0', 'note', 'Nothing fits /in/*.dark now.'],
      ['paths.1', 'fault', 'There is no folder /im. Did you mean “/in”?'],
      ['paths.2', 'fault', expect.stringMatching(/^There is no folder or file/)],
      ['to', 'fault', '/l/a.log is a file, and no folder.'],
    ])
  })

  test('says what it does', () => {
    expect(
      describeStep(step(move(['${in}/*.exposure'], '${later}', { taken: 'skip', makeFolder: true })), exampleDesk()),
    ).toBe(
      'Moves ${in}/*.exposure to ${later}, which is made if it is missing; where a name is taken, leaves it where it is.',
    )
  })
})

describe('renaming', () => {
  const rename = (pattern: string, part: object = {}) => ({
    kind: 'files.rename',
    paths: ['/in/*.exposure'],
    pattern,
    ...part,
  })

  test('by name, number, ending and date; the numbers follow the names', () => {
    const nowMs = new Date(2026, 10, 27).getTime()
    const { after } = perform(rename('${date} ${name}-${n}${ending}', { startAt: 9, digits: 2 }), exampleDesk(), {
      nowMs,
    })
    expect(names(after, '/in')).toEqual([
      '2026-11-27 veil-1-09.exposure',
      '2026-11-27 veil-2-10.exposure',
      'night $1 "notes".log',
    ])
  })

  test('an ending begins at the last dot, but not at the first letter; a folder has none', () => {
    const desk = having(file('/l/.hidden'), file('/l/a.b.log'), file('/l/plain'), folder('/l/d.d'))
    const renamed = (path: string) =>
      names(perform({ kind: 'files.rename', paths: [path], pattern: '<${name}|${ending}>' }, desk).after, '/l').filter(
        (name) => name.startsWith('<'),
      )
    expect(['/l/.hidden', '/l/a.b.log', '/l/plain', '/l/d.d'].map(renamed)).toEqual([
      ['<.hidden|>'],
      ['<a.b|.log>'],
      ['<plain|>'],
      ['<d.d|>'],
    ])
  })

  test('what can be no name is refused at the pattern, and nothing is renamed', () => {
    const refused = (pattern: string) => {
      const { effect } = perform({ kind: 'files.rename', paths: ['/l/a.log'], pattern })
      return effect.kind === 'failed' ? [effect.issue.code, effect.issue.at] : noteOf(effect)
    }
    for (const pattern of ['.', '..', 'a/b', '/a']) expect(refused(pattern)).toEqual(['name-refused', 'pattern'])
    // What a value stands for is seen only then.
    for (const none of ['', 'a\0b']) {
      const desk = { ...exampleDesk(), folders: { ...exampleDesk().folders, none } }
      const { effect } = perform({ kind: 'files.rename', paths: ['/l/a.log'], pattern: '${none}' }, desk)
      expect(effect).toMatchObject({ kind: 'failed', issue: { code: 'name-refused' } })
    }
    for (const pattern of ['...', '.a', '..a', 'a..']) expect(refused(pattern)).toBe('1 file renamed.')
  })

  test('files that take each other’s names change places, and what they are goes along', () => {
    const desk = having(
      file('/l/1.log', { sizeBytes: 1 }),
      file('/l/2.log', { sizeBytes: 2 }),
      file('/l/3.log', { sizeBytes: 3 }),
    )
    const round = perform(
      { kind: 'files.rename', paths: ['/l/2.log', '/l/3.log', '/l/1.log'], pattern: '${n}.log' },
      desk,
    ).after
    const size = (name: string) => fileAt(round.files, `/l/${name}`)
    expect(
      [size('1.log'), size('2.log'), size('3.log')].map((entry) => entry?.kind === 'file' && entry.sizeBytes),
    ).toEqual([2, 3, 1])
    expect(names(round, '/l')).toEqual(['1.log', '2.log', '3.log', 'a.log', 'b.log'])
  })

  test('a file that stays keeps its name from the one that would have taken it', () => {
    const desk = having(
      file('/l/1.log', { sizeBytes: 1 }),
      file('/l/2.log', { sizeBytes: 2 }),
      file('/l/3.log', { sizeBytes: 3 }),
    )
    // 1 would take the name of 3, which nobody moves; in the second case 2 would, and so 1 cannot take that of 2.
    const { effect, after } = perform(
      { kind: 'files.rename', paths: ['/l/2.log', '/l/1.log'], pattern: '${n}.log', startAt: 2, taken: 'skip' },
      desk,
    )
    expect([noteOf(effect), names(after, '/l')]).toEqual(['0 files renamed.', names(desk, '/l')])
    const shifted = perform(
      { kind: 'files.rename', paths: ['/l/1.log', '/l/2.log'], pattern: '${n}.log', startAt: 2, taken: 'skip' },
      desk,
    )
    expect([noteOf(shifted.effect), names(shifted.after, '/l')]).toEqual(['0 files renamed.', names(desk, '/l')])
  })

  test('one name for all keeps both; a name that is none is refused; names that are not known are found before', () => {
    expect(names(perform(rename('veil.exposure')).after, '/in')).toEqual([
      'night $1 "notes".log',
      'veil 2.exposure',
      'veil.exposure',
    ])
    expect(noteOf(perform(rename('a/b')).effect)).toBe('“a/b” cannot be the name of a file.')
    expect(findings(rename('${nmae}'))[0]![2]).toContain('nmae')
    expect(findings(rename('${name}${weekday}'))).toEqual([])
  })
})

describe('the bin', () => {
  const bin = (...paths: string[]) => ({ kind: 'files.bin', paths })
  const restore = (...list: string[]) => ({ kind: 'files.restore', names: list })

  test('takes files and folders, and they come back to where they lay', () => {
    const desk = having(folder('/in/deep'), file('/in/deep/x.log'))
    const thrown = perform(bin('/in/deep', '/in/deep/x.log', '/in/veil-1.exposure'), desk).after
    expect(names(thrown, '/bin')).toEqual(['deep', 'veil-1.exposure'])
    const back = perform(restore('*'), thrown).after
    expect(fileTable(back.files)).toEqual(fileTable(desk.files))
  })

  test('holds two of one name; a folder that is gone is made again, a name that is taken is not lost', () => {
    const once = perform(bin('/in/veil-1.exposure')).after
    const twice = perform(bin('/in/veil-1.exposure'), valueOf(applyChanges(once, [file('/in/veil-1.exposure')]))).after
    expect(names(twice, '/bin')).toEqual(['veil-1 2.exposure', 'veil-1.exposure'])
    expect(names(perform(restore('*'), twice).after, '/in')).toContain('veil-1 2.exposure')
    const gone = perform(bin('/in/*'), perform(bin('/in')).after).effect
    expect(noteOf(gone)).toBe('Nothing fits /in/*, so nothing was thrown away.')
    const folderGone = valueOf(
      applyChanges(once, [
        { kind: 'file.remove', path: '/in/veil-2.exposure' },
        { kind: 'file.remove', path: '/in/night $1 "notes".log' },
        { kind: 'file.remove', path: '/in' },
      ]),
    )
    expect(names(perform(restore('veil-1.exposure'), folderGone).after, '/in')).toEqual(['veil-1.exposure'])
    expect(noteOf(perform(restore('nobody')).effect)).toBe('There is no “nobody” in the bin.')
  })

  test('cannot be thrown into itself, and must be there', () => {
    expect(noteOf(perform(bin('/bin')).effect)).toBe('/bin cannot be put into itself.')
    const { bin: _bin, ...folders } = exampleDesk().folders
    expect(noteOf(perform(bin('/in/*'), { ...exampleDesk(), folders }).effect)).toMatch(/^The bench has no bin/)
  })
})

describe('gathering', () => {
  const gather = (list: string[], part: object = {}) => ({
    kind: 'files.gather',
    names: list,
    from: ['/in', '/l'],
    to: '/later',
    ...part,
  })

  test('looks names up in the folders in their order, and reports what is missing', () => {
    const desk = having(file('/l/veil-1.exposure', { sizeBytes: 99 }))
    const { effect, after } = perform(gather(['veil-1', 'VEIL-2.Exposure', 'a.log', 'moon', 'a.log']), desk)
    expect(names(after, '/later')).toEqual(['a.log', 'veil-1.exposure', 'veil-2.exposure'])
    expect(fileAt(after.files, '/later/veil-1.exposure')).toMatchObject({ sizeBytes: 10 })
    expect(names(after, '/in')).toEqual(names(desk, '/in'))
    expect(noteOf(effect)).toBe('3 files gathered in /later. “moon” is in none of the 2 folders.')
    expect(effect).toMatchObject({ value: { missing: ['moon'] } })
    expect(findings(gather(['moon', 'veil-1']))).toEqual([['names', 'note', '“moon” is in none of the 2 folders.']])
  })

  test('a second time finds the names taken', () => {
    const once = perform(gather(['veil-1'])).after
    expect(noteOf(perform(gather(['veil-1']), once).effect)).toBe(
      '0 files gathered in /later. 1 name had been taken. None is missing.',
    )
  })
})

test('a folder is made with those above it, once', () => {
  const make = (path: string, bench = exampleDesk()) => perform({ kind: 'files.folder', path }, bench)
  const made = make('/later/2026/november').after
  expect(fileAt(made.files, '/later/2026/november')).toEqual({ kind: 'folder' })
  expect(noteOf(make('/later/2026', made).effect)).toBe('The folder /later/2026 was there already.')
  expect(noteOf(make('/l/a.log').effect)).toBe('Something stands at /l/a.log already.')
  expect(noteOf(make('/l/a.log/x').effect)).toBe('/l/a.log is a file, and no folder.')
})

describe('laws', () => {
  const list = ['/in/*', '/in/veil-?.exposure', '/in/night $1 "notes".log', '/later/*', '/l/*', '/bin/*', '/in']
  const part = fc.oneof(
    fc.record({
      kind: fc.constant('files.move'),
      act: fc.constant('move'),
      paths: fc.subarray(list, { minLength: 1, maxLength: 3 }),
      to: fc.constantFrom('/later', '/in', '/l', '/later/new'),
      taken: fc.constantFrom('both', 'skip', 'replace'),
      makeFolder: fc.boolean(),
    }),
    fc.record({
      kind: fc.constant('files.rename'),
      paths: fc.subarray(list, { minLength: 1, maxLength: 3 }),
      pattern: fc.constantFrom('${n}', 'veil-${n}.exposure', '${name}', 'same'),
      taken: fc.constantFrom('both', 'skip', 'replace'),
    }),
    fc.record({ kind: fc.constant('files.bin'), paths: fc.subarray(list, { minLength: 1, maxLength: 2 }) }),
    fc.record({ kind: fc.constant('files.restore'), names: fc.constant(['*']) }),
  )
  const count = (bench: BenchState) => [...everyFile(bench.files)].filter(([, said]) => said.kind === 'file').length

  test('moving, renaming and the bin lose no file, and the bench is stored and read back as it is', () => {
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 5 }), (parts) => {
        const start = exampleDesk()
        const end = parts.reduce((bench, one) => perform(one, bench).after, start)
        expect(count(end)).toBe(count(start))
        expect(readBench(JSON.parse(JSON.stringify(writeBench(end))))).toEqual(end)
      }),
      { numRuns: 150 },
    )
  })
})
