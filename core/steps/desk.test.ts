import { describe, expect, test } from 'vitest'
import { applyChange, applyChanges, draftOf, frontWindow, shownDesktop } from '../bench'
import type { BenchState, Change } from '../bench'
import { exampleDesk } from '../bench/exampleBench'
import { valueOf } from '../result'
import { choiceOf, describeStep, lintStep, performStep, stepSchema } from '.'
import type { StepContext, StepEffect } from '.'

let count = 0
const step = (part: Record<string, unknown>) => stepSchema.parse({ id: 's', ...part })
const perform = (part: Record<string, unknown>, bench = exampleDesk(), context: Partial<StepContext> = {}) => {
  const effect = performStep(step(part), bench, { nowMs: 0, nextId: () => `n-${++count}`, ...context })
  return { effect, after: after(bench, effect) }
}
const after = (bench: BenchState, effect: StepEffect) =>
  'changes' in effect ? valueOf(applyChanges(bench, effect.changes ?? [])) : bench
const noteOf = (effect: StepEffect) =>
  effect.kind === 'failed' ? effect.issue.message : 'note' in effect ? effect.note : effect.kind
const having = (...changes: Change[]) => valueOf(applyChanges(exampleDesk(), changes))
const opened = (id: string, programId: string, unsaved = false): Change => ({
  kind: 'window.open',
  window: {
    id,
    programId,
    mode: 'normal',
    content: { documents: [{ path: `/l/${id}.log`, role: 'log', unsaved }] },
  },
})
const modes = (bench: BenchState) => Object.fromEntries(Object.values(bench.windows).map(({ id, mode }) => [id, mode]))
const sentence = (part: Record<string, unknown>) => describeStep(step(part), exampleDesk())
const findings = (part: Record<string, unknown>, bench = exampleDesk()) =>
  lintStep(step(part), bench).map(({ at, severity, message }) => [at, severity, message])
const textOf = (bench: BenchState, id = 'w-book') => draftOf(bench, bench.windows[id]!.content.documents.at(-1)!).text

describe('many programs at once', () => {
  const away = (which: object, part: object = {}) => ({ kind: 'programs.put-away', which, how: 'close', ...part })

  test('one of twelve asks about unsaved work: the other eleven are closed, and it was said beforehand', () => {
    const many = Array.from({ length: 11 }, (_, i) => opened(`w-${i}`, `p${i}`))
    const programs = Object.fromEntries(
      many.map((_, i) => [`p${i}`, { ...exampleDesk().programs.web!, id: `p${i}`, name: `P${i}` }]),
    )
    const desk = valueOf(
      applyChanges({ ...exampleDesk(), programs: { ...exampleDesk().programs, ...programs } }, [
        { kind: 'window.close', windowId: 'w-chart' },
        ...many,
      ]),
    )
    expect(findings(away({ kind: 'all' }), desk)).toEqual([
      ['unsaved', 'note', 'There is unsaved work in BOOK; a pull will ask about it.'],
    ])
    const { effect, after: now } = perform(away({ kind: 'all' }), desk)
    expect(effect.kind).toBe('asks')
    expect(Object.keys(now.windows).sort()).toEqual(['w-book', 'w-small'])
    const progress = effect.kind === 'asks' ? effect.progress : undefined
    const left = perform(away({ kind: 'all' }), now, { answer: 'leave', progress })
    expect([left.effect.kind, Object.keys(left.after.windows)]).toEqual(['done', ['w-book']])
    expect(noteOf(left.effect)).toMatch(/^11 programs closed: .*BOOK: windows with unsaved work were left open\.$/)
  })

  test('each program with unsaved work is asked about by itself, whatever was answered before', () => {
    const desk = having(opened('w-vault', 'vault', true))
    const first = perform(away({ kind: 'category', category: 'Writing' }), desk)
    expect(first.effect).toMatchObject({ kind: 'asks', question: { text: expect.stringContaining('VAULT: w-vault') } })
    const asked = first.effect.kind === 'asks' ? first.effect.progress : undefined
    const second = perform(away({ kind: 'category', category: 'Writing' }), first.after, {
      answer: 'hide',
      progress: asked,
    })
    expect(second.effect).toMatchObject({ kind: 'asks', question: { text: expect.stringContaining('BOOK: b.log') } })
    const again = second.effect.kind === 'asks' ? second.effect.progress : undefined
    const third = perform(away({ kind: 'category', category: 'Writing' }), second.after, {
      answer: 'discard',
      progress: again,
    })
    expect([third.effect.kind, modes(third.after)]).toEqual(['done', { 'w-chart': 'normal', 'w-vault': 'hidden' }])
  })

  test('all but these, the one in front, and error windows too', () => {
    const error: Change = {
      kind: 'window.open',
      window: { id: 'w-err', programId: 'dome', mode: 'normal', content: { documents: [], error: 'No.' } },
    }
    const all = perform(away({ kind: 'all-but', programIds: ['book'] }), having(error))
    expect(Object.keys(all.after.windows).sort()).toEqual(['w-book', 'w-small'])
    const front = perform(away({ kind: 'front' }, { how: 'hide' }))
    expect(modes(front.after)).toEqual({ 'w-chart': 'normal', 'w-small': 'hidden', 'w-book': 'hidden' })
  })

  test('what is saved on closing stands in its file', () => {
    const written = perform({ kind: 'text.type', text: ' Dew at 3.', programId: '' }).after
    const saved = perform(away({ kind: 'all' }, { unsaved: 'save' }), written, { nowMs: 77 }).after
    expect(Object.keys(saved.windows)).toEqual([])
    expect(perform({ kind: 'program.open', programId: 'book', args: ['/l/b.log'] }, saved).effect.kind).toBe('done')
    const again = perform({ kind: 'program.open', programId: 'book', args: ['/l/b.log'] }, saved).after
    expect(textOf(again, frontWindow(again)!.id)).toBe('Clear sky. Dew at 3.')
  })

  test('hide everything, twice, and show it again', () => {
    const hidden = perform(away({ kind: 'all' }, { how: 'hide' }))
    expect([frontWindow(hidden.after), noteOf(hidden.effect)]).toEqual([
      undefined,
      '2 programs hidden: BOOK and CHART.',
    ])
    const twice = perform(away({ kind: 'all' }, { how: 'hide' }), hidden.after)
    expect([twice.after, noteOf(twice.effect)]).toEqual([hidden.after, 'There was nothing to hide.'])
    const back = perform({ kind: 'programs.show', which: { kind: 'all' } }, twice.after)
    expect([frontWindow(back.after)?.id, Object.values(modes(back.after))]).toEqual([
      'w-book',
      ['normal', 'normal', 'normal'],
    ])
    expect(noteOf(perform({ kind: 'programs.show', which: { kind: 'all' } }).effect)).toBe('Nothing was hidden.')
  })

  test('says what it does, and what is not there', () => {
    expect(sentence(away({ kind: 'all-but', programIds: ['chart', 'book'] }))).toBe(
      'Closes everything but CHART and BOOK and asks about unsaved work.',
    )
    expect(sentence(away({ kind: 'category', category: 'Writing' }, { how: 'hide' }))).toBe(
      'Hides all programs of Writing.',
    )
    expect(findings(away({ kind: 'these', programIds: ['chartt'] }, { unsaved: 'save' }))).toEqual([
      ['which.programIds', 'fault', 'There is no program “chartt” on the bench. Did you mean “chart”?'],
    ])
  })
})

describe('verbs', () => {
  const tell = (verb: string, bench = exampleDesk(), context: Partial<StepContext> = {}) =>
    perform({ kind: 'program.tell', programId: '', verb }, bench, context)

  test('save writes the file, with its size and time; the document is saved then', () => {
    const typed = perform({ kind: 'text.type', text: ' Frost ✓', programId: '' }).after
    const { after: saved } = tell('save', typed, { nowMs: 5_000 })
    expect(saved.windows['w-book']!.content.documents).toEqual([{ path: '/l/b.log', role: 'log', unsaved: false }])
    expect(textOf(saved)).toBe('Clear sky. Frost ✓')
    expect(
      perform({ kind: 'program.tell', programId: '', verb: 'Grid' }, saved).after.windows['w-book']!.content.views,
    ).toEqual({ grid: 'on' })
  })

  test('documents are made, gone through and shut; devices and texts are told', () => {
    const made = tell('new').after
    expect(made.windows['w-book']!.content.documents.map(({ path }) => path)).toEqual(['/l/b.log', '/l/note.log'])
    expect(tell('next', made).after.windows['w-book']!.content.active).toBe('/l/b.log')
    expect(tell('mute').after.devices.mic!.controls.mute!.value).toBe(true)
    expect(textOf(tell('mark').after)).toBe('Clear sky.✓')
  })

  test('closing by a verb throws no unsaved work away', () => {
    const typed = perform({ kind: 'text.type', text: ' Frost', programId: '' }).after
    expect(noteOf(tell('shut', typed).effect)).toMatch(/^BOOK has unsaved work there\. Save it first/)
    expect(tell('shut', tell('save', typed).after).after.windows['w-book']!.content.documents).toEqual([])
  })

  test('what a program does not know is refused, and found before', () => {
    expect(noteOf(tell('sing').effect)).toMatch(/^BOOK does not know “sing”\. It knows Save, /)
    expect(findings({ kind: 'program.tell', programId: 'chart', verb: 'save' })).toEqual([
      ['verb', 'fault', 'CHART does not know “save”. It can be told nothing.'],
    ])
    expect(noteOf(perform({ kind: 'program.tell', programId: 'dome', verb: 'x' }).effect)).toBe(
      'DOME has no window open.',
    )
    expect(sentence({ kind: 'program.tell', programId: 'book', verb: 'save' })).toBe('Tells BOOK “Save”.')
  })
})

describe('windows and desktops', () => {
  const place = (part: object, bench = exampleDesk()) =>
    perform({ kind: 'windows.place', which: { kind: 'front' }, ...part }, bench)
  const standing = (bench: BenchState, id = 'w-book') => {
    const { displayId, desktop, area } = bench.windows[id]!
    return [displayId, desktop, area && Object.values(area)]
  }

  test('the one in front goes to the other display, to a desktop, into a half or a rectangle', () => {
    expect(standing(place({ display: { kind: 'named', deviceId: 'right' } }).after)).toEqual([
      'right',
      undefined,
      undefined,
    ])
    expect(standing(place({ display: { kind: 'next' }, desktop: 2 }).after)).toEqual(['right', 2, undefined])
    const half = place({ place: { kind: 'named', name: 'right' } }).after
    expect(standing(half)).toEqual([undefined, undefined, [50, 0, 50, 100]])
    expect(standing(place({ place: { kind: 'own' } }, half).after)).toEqual([undefined, undefined, undefined])
    expect(
      standing(place({ place: { kind: 'rectangle', area: { x: 5, y: 6, width: 70, height: 80 } } }).after),
    ).toEqual([undefined, undefined, [5, 6, 70, 80]])
  })

  test('a window that goes to another desktop is out of sight, unless one goes along', () => {
    const gone = place({ desktop: 3 }).after
    expect([frontWindow(gone)?.id, shownDesktop(gone)]).toEqual(['w-chart', 1])
    const along = place({ desktop: 3, follow: true }).after
    expect([frontWindow(along)?.id, shownDesktop(along)]).toEqual(['w-book', 3])
    const raised = perform({ kind: 'program.raise', programId: 'book' }, gone).after
    expect([frontWindow(raised)?.id, shownDesktop(raised)]).toEqual(['w-book', 3])
  })

  test('a display that is unplugged takes none, and a window that stands there is on the first one', () => {
    const unplugged = having({ kind: 'device.plug', deviceId: 'right', plugged: false })
    const there = { display: { kind: 'named', deviceId: 'right' } }
    expect(noteOf(place(there, unplugged).effect)).toBe('Right display is not plugged in, so no window can go there.')
    expect(findings({ kind: 'windows.place', which: { kind: 'front' }, ...there }, unplugged)).toHaveLength(1)
    expect(noteOf(place({ display: { kind: 'next' } }, unplugged).effect)).toBe('There is no other display to go to.')
    expect(noteOf(place({ desktop: 7 }).effect)).toBe('There is no desktop 7; there are 3.')
  })

  test('windows are meant by program and title, and refused where there is none', () => {
    const set = (which: object, to: string, bench = exampleDesk()) => perform({ kind: 'windows.set', which, to }, bench)
    expect(modes(set({ kind: 'program', programId: 'book' }, 'minimized').after)).toEqual({
      'w-chart': 'normal',
      'w-small': 'minimized',
      'w-book': 'minimized',
    })
    const wide = set({ kind: 'title', text: 'a.LOG' }, 'other-way').after
    expect(modes(wide)['w-chart']).toBe('maximized')
    expect(modes(set({ kind: 'title', text: 'a.LOG' }, 'other-way', wide).after)['w-chart']).toBe('normal')
    expect(noteOf(set({ kind: 'title', text: 'fog' }, 'normal').effect)).toBe('No window has “fog” in its title.')
    expect(noteOf(set({ kind: 'program', programId: 'dome' }, 'normal').effect)).toBe('DOME has no window open.')
  })

  test('next and previous window undo each other', () => {
    const desk = having(opened('w-dome', 'dome'), opened('w-web', 'web'))
    const next = perform({ kind: 'window.cycle', way: 'next' }, desk).after
    expect(frontWindow(next)?.id).toBe('w-chart')
    const back = perform({ kind: 'window.cycle', way: 'previous' }, next).after
    const inSight = ({ stack }: BenchState) => stack.filter((id) => id !== 'w-small')
    expect([frontWindow(back)?.id, inSight(back)]).toEqual(['w-web', inSight(desk)])
  })

  test('going through the windows needs one in front and another; of one program, another of that', () => {
    const cycle = (bench: BenchState, part: object = {}) =>
      perform({ kind: 'window.cycle', way: 'next', ...part }, bench)
    const none = having({ kind: 'window.close', windowId: 'w-book' }, { kind: 'window.close', windowId: 'w-chart' })
    expect(cycle(none).effect).toMatchObject({ kind: 'failed', issue: { code: 'no-window' } })
    const alone = having({ kind: 'window.close', windowId: 'w-chart' })
    expect(cycle(alone).effect).toMatchObject({ kind: 'done', changes: [], note: expect.stringMatching(/no other/) })
    // Two windows are enough; of BOOK, whose other window is minimized, there is none.
    expect(frontWindow(cycle(exampleDesk()).after)?.id).toBe('w-chart')
    expect(cycle(exampleDesk(), { within: 'program' }).effect).toMatchObject({ changes: [] })
    const three = having(opened('w-web', 'web'), opened('w-more', 'book'))
    expect(frontWindow(cycle(three, { within: 'program' }).after)?.id).toBe('w-book')
    expect(frontWindow(cycle(three, { within: 'all' }).after)?.id).toBe('w-chart')
    const back = cycle(three, { way: 'previous' })
    expect([frontWindow(back.after)?.id, noteOf(back.effect)]).toEqual(['w-web', expect.stringMatching(/WEB|web/)])
    // The one that was in front stands under all others that are in sight, as it was.
    expect([back.after.stack.filter((id) => id !== 'w-small')[0], modes(back.after)]).toEqual(['w-more', modes(three)])
  })

  test('desktops go round, and back to the one before', () => {
    const go = (to: object, bench: BenchState) => perform({ kind: 'desktop.go', to }, bench)
    const third = go({ kind: 'previous' }, exampleDesk()).after
    expect(shownDesktop(third)).toBe(3)
    expect(shownDesktop(go({ kind: 'next' }, third).after)).toBe(1)
    expect(shownDesktop(go({ kind: 'back' }, third).after)).toBe(1)
    expect(noteOf(go({ kind: 'back' }, exampleDesk()).effect)).toMatch(/^No other desktop was shown before/)
    expect(noteOf(go({ kind: 'number', desktop: 1 }, exampleDesk()).effect)).toBe(
      'Desktop 1 Capture was shown already.',
    )
  })

  test('a window is meant by hand in the way that holds longest', () => {
    const desk = having(opened('w-dome', 'dome'), opened('w-other', 'book'))
    const meant = (id: string) => choiceOf(desk, desk.windows[id]!)
    expect([meant('w-other'), meant('w-dome'), meant('w-book'), meant('w-small')]).toEqual([
      { kind: 'front' },
      { kind: 'program', programId: 'dome' },
      { kind: 'title', text: 'BOOK: b.log*' },
      { kind: 'window', windowId: 'w-small' },
    ])
  })
})

describe('texts and keys', () => {
  test('a text goes where the cursor is, in place of what is selected, with the date in it', () => {
    const nowMs = new Date(2026, 10, 27, 3, 4).getTime()
    const typed = perform({ kind: 'text.type', text: ' ${date} ✓', programId: 'book' }, exampleDesk(), { nowMs })
    expect(textOf(typed.after)).toBe('Clear sky. 2026-11-27 ✓')
    const all = perform({ kind: 'program.tell', programId: '', verb: 'all' }).after
    expect(textOf(perform({ kind: 'text.type', text: '°', programId: '' }, all).after)).toBe('°')
    expect(noteOf(perform({ kind: 'text.type', text: 'x', programId: 'chart' }).effect)).toBe(
      'CHART has no text to write in.',
    )
    expect(findings({ kind: 'text.type', text: '${night}', programId: '' })[0]![2]).toContain('night')
  })

  test('keys do there what they do when pressed: verbs, letters, editing', () => {
    const send = (chords: string[], bench = exampleDesk()) =>
      perform({ kind: 'keys.send', chords, programId: 'book' }, bench)
    const { effect, after: now } = send(['Backspace', 'Shift+1', 'Enter', 'A', 'Left', 'B', 'F5'])
    expect(textOf(now)).toBe('Clear sky!\nba')
    expect(noteOf(effect)).toBe(
      'BOOK: Backspace edited the text; Shift+1 typed “!”; Enter typed “\n”; A typed “a”; ' +
        'Left edited the text; B typed “b”; F5 meant nothing there.',
    )
    const saved = send(['Ctrl+S'], now)
    expect([noteOf(saved.effect), saved.after.windows['w-book']!.content.documents[0]!.unsaved]).toEqual([
      'BOOK: Ctrl+S did “Save”.',
      false,
    ])
    expect(findings({ kind: 'keys.send', chords: ['Ctrl+P', 'Ctrl+Alt+P'], programId: 'dome' })).toEqual([
      ['chords.0', 'note', 'Ctrl+P means nothing to DOME.'],
    ])
  })

  test('copies what is selected or all, cuts it, and pastes it', () => {
    const use = (act: string, bench: BenchState, part: object = {}) =>
      perform({ kind: 'clipboard.use', act, programId: '', ...part }, bench)
    const selected = perform({ kind: 'keys.send', chords: ['Shift+Left', 'Shift+Left'], programId: '' }).after
    const copied = use('copy', selected).after
    expect(copied.clipboard!.map(({ text, programId }) => [text, programId])).toEqual([['y.', 'book']])
    expect(textOf(use('paste', copied).after)).toBe('Clear sky.')
    const cut = use('cut', exampleDesk()).after
    expect([textOf(cut), cut.clipboard![0]!.text]).toEqual(['', 'Clear sky.'])
    const put = use('put', cut, { text: '12h ${time}' })
    expect(put.after.clipboard!.map(({ text }) => text)).toEqual([
      expect.stringMatching(/^12h \d\d:\d\d$/),
      'Clear sky.',
    ])
    expect(noteOf(use('paste', exampleDesk()).effect)).toBe('The clipboard is empty.')
  })

  test('letters of two units are taken whole', () => {
    const star = perform({ kind: 'text.type', text: '🝆', programId: '' }).after
    expect(textOf(perform({ kind: 'keys.send', chords: ['Backspace'], programId: '' }, star).after)).toBe('Clear sky.')
    expect(textOf(perform({ kind: 'keys.send', chords: ['Home', 'Delete'], programId: '' }, star).after)).toBe(
      'lear sky.🝆',
    )
  })
})

describe('waiting, saying, playing', () => {
  const until = (part: object = {}) => ({
    kind: 'wait.until',
    condition: { kind: 'program-runs', programId: 'dome' },
    limitMs: 5_000,
    then: 'fail',
    ...part,
  })

  test('waits for what does not hold, and says so when it comes or not', () => {
    const waits = perform(until(), exampleDesk(), { nowMs: 100 }).effect
    expect(waits).toMatchObject({ kind: 'watches', untilMs: 5_100, note: 'Waits: DOME is not running.' })
    const progress = { kind: 'watching' as const, untilMs: 5_100 }
    expect(perform(until(), having(opened('w-dome', 'dome')), { progress }).effect).toMatchObject({
      kind: 'done',
      note: 'DOME is running.',
    })
    const late = { nowMs: 5_100, progress }
    expect(perform(until(), exampleDesk(), late).effect).toMatchObject({
      kind: 'failed',
      issue: { code: 'waited-in-vain', message: 'Waited 5 s in vain: DOME is not running.' },
    })
    expect(perform(until({ then: 'go-on' }), exampleDesk(), late).effect.kind).toBe('done')
    expect(perform(until(), exampleDesk(), { ...late, hurried: true }).effect.kind).toBe('done')
    expect(perform(until(), exampleDesk(), { isRehearsal: true }).effect.kind).toBe('waits')
    expect(sentence(until())).toBe('Waits until DOME runs, at most 5 s.')
  })

  test('an alert waits until it is read; what is announced makes room for the next', () => {
    const alert = { kind: 'message.show', text: 'Rain', as: 'alert' }
    expect(perform(alert).effect).toMatchObject({ kind: 'asks', question: { text: 'Rain', standard: 'read' } })
    expect(perform(alert, exampleDesk(), { answer: 'read' }).effect.kind).toBe('done')
    const board = (text: string, bench: BenchState, nowMs: number) =>
      perform({ kind: 'message.show', text, as: 'board', forMs: 2_000 }, bench, { nowMs }).after
    const first = board('Dome opens', exampleDesk(), 0)
    const texts = (bench: BenchState) => bench.messages.map(({ text }) => text)
    expect(texts(board('Dome is open', first, 1_000))).toEqual(['Old', 'Dome opens', 'Dome is open'])
    expect(texts(board('Dome is open', first, 2_000))).toEqual(['Old', 'Dome is open'])
    expect(sentence({ ...alert, as: 'board' })).toBe('Announces “Rain”.')
  })

  test('the player goes round its playlist, and plays another from its beginning', () => {
    const play = (act: string, bench = exampleDesk(), part: object = {}) =>
      perform({ kind: 'player.control', deviceId: '', act, ...part }, bench)
    const values = (bench: BenchState) =>
      Object.fromEntries(Object.entries(bench.devices.player!.controls).map(([id, control]) => [id, control.value]))
    expect(noteOf(play('next').effect)).toBe('Player is at Long dusk.')
    expect(values(play('next', play('next').after).after).track).toBe(1)
    expect(values(play('previous').after).track).toBe(2)
    expect(values(play('playlist', play('next').after, { playlistId: 'open' }).after)).toEqual({
      playing: true,
      playlist: 'open',
      track: 1,
    })
    expect(values(play('toggle').after).playing).toBe(true)
    expect(findings({ kind: 'player.control', deviceId: '', act: 'playlist', playlistId: 'none' })[0]![2]).toBe(
      'Player has no playlist “none”. It has Calm night, Open evening.',
    )
    const none = valueOf(applyChange(exampleDesk(), { kind: 'device.remove', deviceId: 'player' }))
    expect(noteOf(play('play', none).effect)).toBe('There is no player on the bench.')
  })

  test('frames come to the top in their order, and go back', () => {
    const lift = (to: string, frameIds: string[], bench = exampleDesk()) =>
      perform({ kind: 'frame.lift', frameIds, to }, bench).after
    const up = lift('top', ['night', 'moon'])
    expect(up.liftedFrames).toEqual(['night', 'moon'])
    expect(lift('toggle', ['moon', 'open'], up).liftedFrames).toEqual(['night', 'open'])
    expect(lift('back', ['night', 'moon'], up).liftedFrames).toBe(undefined)
  })
})
