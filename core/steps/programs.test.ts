import { describe, expect, test } from 'vitest'
import { applyChanges, fileAt, frontWindow } from '../bench'
import type { BenchState, Change, Program } from '../bench'
import { exampleDesk } from '../bench/exampleBench'
import { valueOf } from '../result'
import { causesOf, describeStep, lintStep, performStep, stepSchema } from '.'
import type { Step, StepContext, StepEffect } from '.'

/** Steps that are about programs and their windows: what is said before a pull, what comes of it, what is asked. */

const desk = exampleDesk()
const step = (part: Record<string, unknown>): Step => stepSchema.parse({ id: 's', ...part })
const perform = (part: Record<string, unknown>, bench = desk, context: Partial<StepContext> = {}): StepEffect => {
  let count = 0
  return performStep(step(part), bench, { nowMs: 5000, nextId: () => `n-${++count}`, ...context })
}
const applied = (effect: StepEffect, bench = desk) =>
  valueOf(applyChanges(bench, ('changes' in effect && effect.changes) || []))
const lint = (part: Record<string, unknown>, bench = desk) =>
  lintStep(step(part), bench).map(({ severity, at, code, mend }) => [severity, at, code, mend?.label])
const with_ = (bench: BenchState, id: string, part: Partial<Program>): BenchState => ({
  ...bench,
  programs: { ...bench.programs, [id]: { ...bench.programs[id]!, ...part } },
})
const after = (bench: BenchState, ...changes: Change[]) => valueOf(applyChanges(bench, changes))

describe('opening a program', () => {
  const open = { kind: 'program.open', programId: 'chart', args: ['--profile=dome'] }

  test('says before that its file has gone, or that its folder is none, and what is like it', () => {
    const gone = after(desk, { kind: 'file.remove', path: '/opt/chart' })
    expect(lint(open, gone)).toEqual([['fault', 'programId', 'executable-missing', undefined]])
    expect(lint({ ...open, workingDirectory: '/inn' })).toEqual([
      ['fault', 'workingDirectory', 'directory-missing', 'Use /in'],
    ])
    expect(lint({ ...open, workingDirectory: '/nothing/like/it' })).toEqual([
      ['fault', 'workingDirectory', 'directory-missing', undefined],
    ])
    // A file is no folder to work in.
    expect(lint({ ...open, workingDirectory: '/l/a.log' }).map(([, at]) => at)).toEqual(['workingDirectory'])
    expect(lint({ ...open, workingDirectory: '/in' })).toEqual([])
    expect(lint({ ...open, programId: 'chrat' })).toEqual([['fault', 'programId', 'program-missing', undefined]])
  })

  test('says before which variables of the environment it does not read, and which values', () => {
    const environment = [
      { name: 'SKY', choices: ['red', 'dark'], effect: { kind: 'part' as const, part: 'profile' as const }, help: '' },
      { name: 'PLACE', effect: { kind: 'part' as const, part: 'dataset' as const }, help: '' },
    ]
    const reading = with_(desk, 'chart', { arguments: { ...desk.programs.chart!.arguments, environment } })
    const given = (...entries: [string, string][]) =>
      lint({ ...open, environment: entries.map(([name, value]) => ({ name, value })) }, reading)
    expect(given(['SKY', 'red'], ['PLACE', 'anything'], ['SKY', '${logs}'])).toEqual([])
    expect(given(['SKI', 'red'])).toEqual([['note', 'environment.0.name', 'environment-unknown', 'Use SKY']])
    expect(given(['PLACE', ''], ['TELESCOPE', '1'])).toEqual([
      ['note', 'environment.1.name', 'environment-unknown', undefined],
    ])
    expect(given(['SKY', 'blue'])).toEqual([['fault', 'environment.0.value', 'value-unknown', undefined]])
    const mended = lintStep(
      step({
        ...open,
        environment: [
          { name: 'PLACE', value: 'x' },
          { name: 'SKI', value: 'dark' },
        ],
      }),
      reading,
    )[0]!.mend!.step
    expect(mended).toMatchObject({
      environment: [
        { name: 'PLACE', value: 'x' },
        { name: 'SKY', value: 'dark' },
      ],
    })
  })

  test('says before what comes of it where the program runs', () => {
    const running = (policy: string, more: object = {}, bench = desk) =>
      lint({ ...open, whenRunning: policy, ...more }, bench)
    expect([running('program'), running('reopen')]).toEqual([[], []])
    expect(running('raise')).toEqual([['note', 'whenRunning', 'already-running', 'Close and open again']])
    expect(running('refuse')).toEqual([['note', 'whenRunning', 'already-running', undefined]])
    // Without arguments nothing is lost by it; nor where it does not run.
    expect([running('raise', { args: [] }), running('refuse', { args: [] })]).toEqual([[], []])
    expect(running('raise', {}, after(desk, { kind: 'window.close', windowId: 'w-chart' }))).toEqual([])
    expect(running('another')).toEqual([['fault', 'whenRunning', 'single-instance', 'Close and open again']])
    expect(running('another', {}, with_(desk, 'chart', { instances: 'multi' }))).toEqual([])
    // One of several instances comes to the front as it is only where it shows what is asked for.
    const several = with_(desk, 'chart', { instances: 'multi' })
    expect([running('raise', {}, several), running('refuse', {}, several)]).toEqual([[], []])
    expect(running('refuse', { args: ['--profile=red'] }, several)).toHaveLength(1)
  })

  test('opened anew, what was hidden for its unsaved work stays, and another is opened', () => {
    const book = { kind: 'program.open', programId: 'book', args: ['/l/a.log'], whenRunning: 'reopen', unsaved: 'hide' }
    const single = with_(desk, 'book', { instances: 'single' })
    const effect = perform(book, single)
    expect(effect).toMatchObject({
      kind: 'done',
      note: expect.stringMatching(/^BOOK was closed\. BOOK opened\.$/) as string,
    })
    const windows = Object.values(applied(effect, single).windows).filter(({ programId }) => programId === 'book')
    expect(windows.map(({ mode, content }) => [mode, content.documents.map(({ path }) => path)])).toEqual([
      ['hidden', ['/l/b.log']],
      ['normal', ['/l/a.log']],
    ])
  })

  test('may start it, and end it where it is opened anew', () => {
    const causes = (part: object) => causesOf(step({ ...open, ...part }), desk).map(({ kind }) => kind)
    expect(causes({})).not.toContain('program-ends')
    expect(causes({ whenRunning: 'reopen' })).toContain('program-ends')
    expect(causes({})).toContain('program-starts')
  })
})

describe('opening places', () => {
  const open = (...places: string[]) => ({ kind: 'place.open', places })

  test('a profile is for programs that have profiles, and one they have', () => {
    const at = (programIds: string[], profile: string) => lint({ ...open('/l/a.log'), programIds, profile })
    expect(at(['book'], 'red')).toEqual([])
    const plain = with_(desk, 'book', { arguments: { ...desk.programs.book!.arguments, options: [] } })
    expect(lint({ ...open('/l/a.log'), programIds: ['book'], profile: 'red' }, plain)).toEqual([
      ['note', 'profile', 'option-unknown', undefined],
    ])
    const [profile, ...options] = desk.programs.book!.arguments.options
    const choosing = with_(desk, 'book', {
      arguments: { ...desk.programs.book!.arguments, options: [{ ...profile!, choices: ['red', 'dark'] }, ...options] },
    })
    const chosen = (text: string) => lint({ ...open('/l/a.log'), programIds: ['book'], profile: text }, choosing)
    expect([chosen('red'), chosen('${logs}')]).toEqual([[], []])
    expect(chosen('drak')).toEqual([['fault', 'profile', 'profile-unknown', undefined]])
    expect(at(['nobody'], 'red')).toEqual([['fault', 'programIds.0', 'program-missing', undefined]])
  })

  test('each kind of place has its own program, and none is told', () => {
    const reading = with_(desk, 'book', { opensFiles: ['.log'] })
    const opener = (place: string, bench = reading) => {
      const effect = perform(open(place), bench)
      return effect.kind === 'failed' ? effect.issue.code : frontWindow(applied(effect, bench))!.programId
    }
    expect([opener('/l/a.log'), opener('/in'), opener('https://sky.example/a')]).toEqual(['book', 'drawers', 'web'])
    expect([opener('/in/veil-1.exposure'), opener('/none')]).toEqual(['no-opener', 'place-missing'])
    const bare: BenchState = { ...reading, programs: { chart: reading.programs.chart! } }
    expect([opener('/in', bare), opener('https://sky.example/a', bare)]).toEqual(['no-opener', 'no-opener'])
    expect(lint(open('/in', '/in/veil-1.exposure'))).toEqual([['fault', 'places.1', 'no-opener', undefined]])
  })

  test('an address that is open in a tab comes to the front, or is opened again where that is said', () => {
    const once = applied(perform(open('https://sky.example/a', 'https://sky.example/b')))
    const again = (ifOpen: string | undefined, place = 'https://sky.example/a') => {
      const effect = perform({ ...open(place), ...(ifOpen ? { ifOpen } : {}) }, once)
      return [effect.kind === 'done' && effect.note, Object.keys(applied(effect, once).windows).length]
    }
    const count = Object.keys(once.windows).length
    expect(again(undefined)).toEqual(['https://sky.example/a was open already; its tab came to the front.', count])
    expect(again('raise')[0]).toMatch(/was open already/)
    expect(again('again')[0]).not.toMatch(/was open already/)
    // What is shown already is not shown anew; it only comes to the front.
    const shown = perform(open('https://sky.example/b'), once)
    expect(shown.kind === 'done' && shown.changes.map(({ kind }) => kind)).toEqual(['window.raise'])
  })

  test('may start what usually opens them', () => {
    const reading = with_(desk, 'book', { opensFiles: ['.log'] })
    const starts = (part: object) =>
      causesOf(step({ ...open('x.log'), ...part }), reading).flatMap((cause) =>
        cause.kind === 'program-starts' ? [cause.programId] : [],
      )
    expect([starts({}), starts({ places: ['/in'] }), starts({ places: ['https://sky.example/a'] })]).toEqual([
      ['book'],
      ['drawers'],
      ['web'],
    ])
    expect(starts({ programIds: ['chart', 'dome'] })).toEqual(['chart', 'dome'])
  })
})

describe('uninstalling a program', () => {
  const uninstall = (programId: string, unsaved = 'ask') => ({ kind: 'program.uninstall', programId, unsaved })

  test('closes its windows, throws its file away and takes it off the bench', () => {
    const bench = applied(perform(uninstall('chart')))
    expect([bench.programs.chart, bench.windows['w-chart'], fileAt(bench.files, '/opt/chart')]).toEqual([
      undefined,
      undefined,
      undefined,
    ])
    expect(fileAt(bench.files, '/bin/chart')).toMatchObject({ binnedFrom: '/opt/chart' })
  })

  test('where there is no bin its file is removed, and where it has no file there is none to remove', () => {
    const { bin: _bin, ...folders } = desk.folders
    const binless = { ...desk, folders }
    const effect = perform(uninstall('chart'), binless)
    expect(effect.kind === 'done' && effect.changes).toContainEqual({ kind: 'file.remove', path: '/opt/chart' })
    const gone = after(desk, { kind: 'file.remove', path: '/opt/chart' })
    const without = perform(uninstall('chart'), gone)
    expect(without.kind === 'done' && without.changes.map(({ kind }) => kind)).toEqual([
      'window.close',
      'program.remove',
    ])
  })

  test('asks about unsaved work, which cannot be left where it is', () => {
    const asked = perform(uninstall('book'))
    expect(asked).toMatchObject({
      kind: 'asks',
      question: { kind: 'choice', choices: [{ id: 'save' }, { id: 'discard' }] },
    })
    const bench = applied(perform(uninstall('book', 'save')))
    expect([bench.programs.book, Object.keys(bench.windows)]).toEqual([undefined, ['w-chart']])
    expect(applied(perform(uninstall('book'), desk, { answer: 'discard' })).programs.book).toBeUndefined()
  })

  test('what the system needs stays, and is said to beforehand; what is not there is told', () => {
    const needed = with_(desk, 'drawers', { needed: true })
    expect(lint(uninstall('drawers'), needed)).toEqual([['fault', 'programId', 'program-needed', undefined]])
    expect(perform(uninstall('drawers'), needed)).toMatchObject({ kind: 'failed', issue: { code: 'program-needed' } })
    expect(perform(uninstall('nobody'))).toMatchObject({ kind: 'failed', issue: { code: 'program-missing' } })
    expect(lint(uninstall('drawers'))).toEqual([])
  })
})

describe('going to what a window can show', () => {
  const show = (shows: string, which: object = { kind: 'front' }) => ({ kind: 'window.show', which, shows })
  const inFolder = after(desk, {
    kind: 'window.open',
    window: {
      id: 'w-in',
      programId: 'drawers',
      mode: 'normal',
      content: {
        documents: [
          { path: '/l', role: 'folder', unsaved: false },
          { path: '/in', role: 'folder', unsaved: false },
        ],
        active: '/in',
        selected: ['veil-1.exposure'],
      },
    },
  })
  const content = (effect: StepEffect) =>
    effect.kind === 'done' && effect.changes[0]?.kind === 'window.show' ? effect.changes[0].content : effect

  test('a document that it has, or another folder in place of the one it shows, with nothing selected there', () => {
    expect(content(perform(show('/l'), inFolder))).toMatchObject({ active: '/l', selected: ['veil-1.exposure'] })
    const gone = content(perform(show('${later}'), inFolder))
    expect(gone).toEqual({
      documents: [
        { path: '/l', role: 'folder', unsaved: false },
        { path: '/later', role: 'folder', unsaved: false },
      ],
      active: '/later',
    })
  })

  test('is told where no window can show it', () => {
    const code = (effect: StepEffect) => (effect.kind === 'failed' ? effect.issue.code : effect.kind)
    expect([
      code(perform(show('/in/veil-1.exposure'), inFolder)),
      code(perform(show('/none'), inFolder)),
      code(perform(show('/in'))),
      code(perform(show('/l/b.log'))),
      code(perform(show('/in', { kind: 'program', programId: 'dome' }))),
    ]).toEqual(['document-missing', 'document-missing', 'document-missing', 'done', 'no-window'])
    expect(lint(show('/in', { kind: 'program', programId: 'nobody' }))).toEqual([
      ['fault', 'which.programId', 'no-window', undefined],
    ])
    expect(describeStep(step(show('/in')), desk)).toBe('Goes to /in in the window in front.')
  })
})

describe('sending keys', () => {
  const send = (chords: string[], programId = '') => ({ kind: 'keys.send', chords, programId })
  const note = (effect: StepEffect) => (effect.kind === 'done' ? effect.note : effect)

  test('tells of each what it did: a verb, a claim, a letter, an editing key, nothing', () => {
    const claiming = with_(desk, 'book', {
      claims: [...desk.programs.book!.claims, { chord: 'Ctrl+Alt+K', does: 'Print' }],
    })
    expect(note(perform(send(['A', 'Backspace', 'Ctrl+S', 'Ctrl+Alt+K', 'F9']), claiming))).toBe(
      'BOOK: A typed “a”; Backspace edited the text; Ctrl+S did “Save”; Ctrl+Alt+K is “Print” there; F9 meant nothing there.',
    )
  })

  test('goes on where a key closed the window: with the next in front, or with none of that program', () => {
    const closing = with_(desk, 'chart', {
      verbs: [{ id: 'away', name: 'Away', effect: { kind: 'close-window' } }],
      claims: [{ chord: 'Ctrl+W', does: 'Away', verb: 'away' }],
    })
    const raised = after(closing, { kind: 'window.raise', windowId: 'w-chart' })
    expect(note(perform(send(['Ctrl+W', 'A'], 'chart'), raised))).toBe(
      'CHART: Ctrl+W did “Away”; A: no window was left for it.',
    )
    expect(note(perform(send(['Ctrl+W', 'A']), raised))).toBe('CHART: Ctrl+W did “Away”; A typed “a”.')
  })

  test('what a key must not do fails all of it; a program that does not run gets none', () => {
    const closing = with_(desk, 'book', {
      verbs: [{ id: 'away', name: 'Away', effect: { kind: 'close-window' } }],
      claims: [{ chord: 'Ctrl+W', does: 'Away', verb: 'away' }],
    })
    expect(perform(send(['A', 'Ctrl+W']), closing)).toMatchObject({
      kind: 'failed',
      changes: [],
      issue: { code: 'work-unsaved' },
    })
    expect(perform(send(['A'], 'dome'))).toMatchObject({ kind: 'failed', issue: { code: 'no-window' } })
  })

  test('says before which chord means nothing to a program that has no text either', () => {
    expect(lint(send(['Ctrl+Alt+P', 'F9'], 'dome'))).toEqual([['note', 'chords.1', 'chord-unclaimed', undefined]])
    expect(lint(send(['F9'], 'book'))).toEqual([])
    expect(lint(send(['F9'], 'nobody'))).toEqual([['fault', 'programId', 'program-missing', undefined]])
    expect(lint(send(['F9']))).toEqual([])
  })
})
