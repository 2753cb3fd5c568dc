import { describe, expect, test } from 'vitest'
import { parseChord } from '../keys'
import { DEFAULT_KEYS } from '../levers'
import type { Frame, Lever, Trigger } from '../levers'
import { exampleLever } from '../levers/exampleLever'
import { valueOf } from '../result'
import { bySeverity, CLASH_KINDS, createClashIndex, describeClash, effortOf, suggestChords, waysOut } from '.'
import type { Clash, Suggestion } from '.'

const trigger = { id: 't', kind: 'chord', chord: 'F6', wins: 'auto' } as const
const lever = (part: Partial<Lever> = {}): Lever => exampleLever(1, { kind: 'chord', chord: 'F6' }, part)
const own = (part: Partial<Trigger> = {}): Lever =>
  lever({ triggers: [{ ...trigger, ...part } as Trigger, { ...trigger, id: 'other', chord: 'F7' }] })
const clash = (part: Partial<Clash>): Clash => ({
  kind: 'same-chord',
  severity: 'ambiguous',
  leverId: 'l1',
  triggerId: 't',
  chord: 'F6',
  owner: { kind: 'lever', id: 'l2', name: '2 Open chart' },
  ...part,
})
const free: Suggestion[] = ['F9', 'F10', 'F11'].map((chord, i) => ({ chord, because: 'Free.', cost: i }))

describe('a clash in words', () => {
  const chart = { kind: 'program', id: 'chart', name: 'Chart' } as const
  test.each<[Partial<Clash>, string]>([
    [{}, 'F6 already pulls 2 Open chart in the same place; only the lower number would be pulled.'],
    [{ dormant: true }, 'F6 is also the key of 2 Open chart, which is off at present.'],
    [{ kind: 'shadowed' }, 'F6 pulls 2 Open chart where that is live: its scope is narrower and comes first.'],
    [{ kind: 'shadows' }, 'F6 comes before 2 Open chart here, because this scope is narrower.'],
    [
      { kind: 'program-claim', severity: 'lost', owner: chart, does: 'Find', more: ['log'] },
      'Chart (and 1 other program likewise) takes F6 for “Find” while it is in front, and comes first.',
    ],
    [
      { kind: 'program-claim', severity: 'note', owner: chart, does: 'Find', more: ['log', 'book'] },
      'Chart (and 2 other programs likewise) loses F6 (“Find”) to this lever while it is in front.',
    ],
    [
      { kind: 'reserved', severity: 'lost', owner: { ...chart, kind: 'system', name: 'the system' }, does: 'locks' },
      'F6 belongs to the system: it locks. A lever never sees it.',
    ],
    [
      { kind: 'prefix', severity: 'late', does: 'F6, then A', ms: 800 },
      '2 Open chart has F6, then A, which begins with it: F6 waits up to 800 ms to see whether that follows.',
    ],
    [
      { kind: 'prefix', severity: 'note', does: 'F6', ms: 800, chord: 'F6, then A' },
      '2 Open chart has F6, with which F6, then A begins; that waits up to 800 ms.',
    ],
    [
      { kind: 'tap-hold', severity: 'late', does: 'hold F6', ms: 200 },
      '2 Open chart has hold F6 on the same key: F6 comes up to 200 ms late, when it is clear that it is a tap.',
    ],
    [
      { kind: 'no-key', owner: { kind: 'keyboard', id: 'iso-60', name: 'ISO 60 %' }, does: 'F6' },
      'Your keyboard (ISO 60 %) has no F6, so F6 cannot be pressed on it.',
    ],
    [
      { kind: 'frame-off', owner: { kind: 'frame', id: 'f', name: 'Night' } },
      'The frame Night is off, so F6 does nothing at present.',
    ],
    [
      { kind: 'ruled-out', owner: { kind: 'frame', id: 'f', name: 'Night' }, does: 'F6 as Ctrl' },
      'A rule of Night (F6 as Ctrl) keeps F6 from ever pulling this lever.',
    ],
    [{ kind: 'ruled-out', does: 'holds F6' }, '2 Open chart holds F6: F6 never pulls this lever.'],
    [
      { kind: 'within', does: 'F6 alone' },
      '2 Open chart has F6 alone, which is there before the last key is: F6 never pulls this lever.',
    ],
    [
      { kind: 'match-mode', does: 'the place of the key' },
      '2 Open chart has F6 too, but goes by the place of the key; on this keyboard these are two keys, on another they may be one.',
    ],
    [
      { kind: 'altgr', does: '@' },
      'On this keyboard AltGr with that key types “@”, and many systems take Ctrl+Alt for AltGr: F6 may type instead.',
    ],
  ])('%j', (part, words) => expect(describeClash(clash(part))).toBe(words))

  test('has a sentence for each kind, worst told first', () => {
    for (const kind of CLASH_KINDS) expect(describeClash(clash({ kind, does: 'x', ms: 1 }))).toMatch(/\.$/)
    const mixed = (['note', 'late', 'lost', 'ambiguous'] as const).map((severity) => clash({ severity }))
    expect(mixed.sort(bySeverity).map(({ severity }) => severity)).toEqual(['lost', 'ambiguous', 'late', 'note'])
  })
})

describe('ways out', () => {
  const labels = (part: Partial<Clash>, of = own()) => waysOut(clash(part), of, free).map(({ label }) => label)
  const patchOf = (part: Partial<Clash>, label: string, of = own()) => {
    const way = waysOut(clash(part), of, free).find((one) => one.label === label)!
    return 'patch' in way ? way.patch : way.frameOn
  }
  const chart = { kind: 'program', id: 'chart', name: 'Chart' } as const
  const claim = { kind: 'program-claim', severity: 'lost', owner: chart, does: 'Find' } as const

  test('are another key, wherever the lever does not get this one, gets it late or by its number only', () => {
    for (const severity of ['lost', 'ambiguous', 'late'] as const)
      expect(labels({ severity })).toEqual(['Take F9', 'Take F10'])
    expect(labels({ severity: 'note' })).toEqual([])
    expect(patchOf({}, 'Take F10')).toEqual({
      triggers: [
        { id: 't', kind: 'chord', chord: 'F10', wins: 'auto' },
        { ...trigger, id: 'other', chord: 'F7' },
      ],
    })
    // Whatever the trigger was: the new one is a plain key, and who wins stays as it was.
    const held = own({ kind: 'hold', key: 'KeyJ', holdMs: 300, wins: 'program' } as Partial<Trigger>)
    expect(patchOf({}, 'Take F9', held)).toMatchObject({
      triggers: [{ id: 't', kind: 'chord', chord: 'F9', wins: 'program' }, { id: 'other' }],
    })
    expect(Object.keys((patchOf({}, 'Take F9', held) as { triggers: object[] }).triggers[0]!).sort()).toEqual([
      'chord',
      'id',
      'kind',
      'wins',
    ])
  })

  test('are, where a program takes the key, that the lever wins or is not live there', () => {
    expect(labels(claim)).toEqual(['Let the lever win', 'Not in Chart', 'Take F9', 'Take F10'])
    expect(patchOf(claim, 'Let the lever win')).toMatchObject({
      triggers: [{ id: 't', wins: 'lever' }, { wins: 'auto' }],
    })
    expect(patchOf(claim, 'Not in Chart')).toEqual({ scope: { kind: 'except', programIds: ['chart'] } })
    const except = lever({ ...own(), scope: { kind: 'except', programIds: ['log'] } })
    expect(patchOf(claim, 'Not in Chart', except)).toEqual({ scope: { kind: 'except', programIds: ['log', 'chart'] } })
    const only = lever({ ...own(), scope: { kind: 'only', programIds: ['chart', 'log'] } })
    expect(patchOf(claim, 'Not in Chart', only)).toEqual({ scope: { kind: 'only', programIds: ['log'] } })
    expect(patchOf({ ...claim, more: ['log', 'book'] }, 'Not in any of them')).toEqual({
      scope: { kind: 'except', programIds: ['chart', 'log', 'book'] },
    })
    // A scope of no program at all would be no way out.
    const alone = lever({ ...own(), scope: { kind: 'only', programIds: ['chart'] } })
    expect(labels(claim, alone)).toEqual(['Let the lever win', 'Take F9', 'Take F10'])
    expect(labels({ ...claim, severity: 'note' })).toEqual(['Let Chart win'])
    expect(labels({ ...claim, severity: 'note', more: ['log'] })).toEqual(['Let the programs win'])
  })

  test('are a frame that is switched on, and the other way to find a key', () => {
    const off = { kind: 'frame-off', severity: 'note', owner: { kind: 'frame', id: 'f', name: 'Night' } } as const
    expect(waysOut(clash(off), own(), free)).toEqual([{ label: 'Switch Night on', frameOn: 'f' }])
    const mode = { kind: 'match-mode', severity: 'note' } as const
    expect(patchOf(mode, 'Go by the legend')).toMatchObject({ triggers: [{ match: 'key' }, { id: 'other' }] })
    const byKey = own({ match: 'key' } as Partial<Trigger>)
    expect(patchOf(mode, 'Go by the place of the key', byKey)).toMatchObject({ triggers: [{ match: undefined }, {}] })
  })

  test('are none where the trigger is gone, or no key is free', () => {
    expect(waysOut(clash({ triggerId: 'gone' }), own(), free)).toEqual([])
    expect(waysOut(clash({}), own(), [])).toEqual([])
  })
})

describe('free keys', () => {
  const frames: Frame[] = [{ id: 'on', name: 'On', on: true, position: 1 }]
  const bound = (plate: number, chord: string, part: Partial<Lever> = {}) =>
    exampleLever(plate, { kind: 'chord', chord }, { frameId: 'on', ...part })
  const wanted = (name: string, part: Partial<Lever> = {}) => bound(9, 'F6', { name, triggers: [], ...part })
  const suggest = (name: string, levers: Lever[] = [], part: Partial<Lever> = {}) =>
    suggestChords({ levers, frames, programs: {}, lever: wanted(name, part), count: 400 })
  const reason = (found: Suggestion[], chord: string) => found.find((one) => one.chord === chord)?.because

  test('cost what reach, stretch, finger and modifiers cost', () => {
    const effort = (chord: string) => Number(effortOf(valueOf(parseChord(chord))).toFixed(2))
    // Home row and index finger cost nothing; a modifier 0.9.
    expect([effort('J'), effort('Ctrl+J'), effort('Ctrl+Alt+J')]).toEqual([0, 0.9, 1.8])
    expect([effort('K'), effort('L'), effort('Semicolon')]).toEqual([0.2, 0.5, 0.8])
    expect([effort('U'), effort('H'), effort('Y')]).toEqual([1, 0.7, 1.7])
    // A third modifier costs more, and a weak finger beside the hand that holds two of them.
    expect(effort('Ctrl+Alt+Shift+J')).toBe(4.2)
    expect([effort('Ctrl+A'), effort('Ctrl+Alt+A')]).toEqual([1.7, 3.2])
    expect(effort('Ctrl+Alt+D')).toBe(2)
  })

  test('say why: letters of the name, the hand, the habit of the frame, and neighbours', () => {
    const levers = [bound(1, 'Ctrl+Alt+X'), bound(2, 'Ctrl+Alt+Y'), bound(3, 'Ctrl+Alt+Z')]
    const found = suggest('Veil démo', levers)
    expect(reason(found, 'Ctrl+Alt+V')).toBe(
      'Free everywhere, V as in “Veil”, left hand only, with the modifiers of its frame (3 levers).',
    )
    expect(reason(found, 'Ctrl+Shift+D')).toBe('Free everywhere, D as in “démo”, left hand only.')
    expect(reason(found, 'Ctrl+Shift+L')).toBe('Free everywhere, L is a letter of its name.')
    expect(reason(found, 'Ctrl+Shift+U')).toBe('Free everywhere, next to its neighbours.')
    expect(reason(found, 'F7')).toBe('Free everywhere.')
    expect(found.map(({ chord }) => chord)).not.toContain('Ctrl+Alt+X')
    expect(reason(suggest('x', [], { scope: { kind: 'only', programIds: ['chart'] } }), 'F9')).toBe(
      'Free in every program of its scope.',
    )
  })

  test('are letters, digits and function keys, plain only where that types nothing, each once, cheapest first', () => {
    const found = suggest('Chart')
    const chords = found.map(({ chord }) => chord)
    expect(new Set(chords).size).toBe(chords.length)
    expect(chords.every((chord) => /^(?:(?:Ctrl|Alt|Shift|Meta)\+)*(?:[A-Z]|\d|F\d+)$/.test(chord))).toBe(true)
    expect(chords.filter((chord) => !chord.includes('+')).every((chord) => /^F\d+$/.test(chord))).toBe(true)
    expect(found.map(({ cost }) => cost)).toEqual(found.map(({ cost }) => cost).toSorted((a, b) => a - b))
    expect(suggestChords({ levers: [], frames, programs: {}, lever: wanted('Chart'), count: 3 })).toEqual(
      found.slice(0, 3),
    )
    for (const reserved of ['F2', 'Ctrl+Shift+T', 'Meta+L']) expect(chords).not.toContain(reserved)
  })

  test('go by what is engraved on the keys', () => {
    const keys = { ...DEFAULT_KEYS, legends: 'fr' as const }
    const found = suggestChords({ levers: [], frames, programs: {}, lever: wanted('Aube'), count: 400, keys })
    // On a French keyboard the key that carries A stands where Q is on others.
    expect(reason(found, 'Ctrl+Shift+Q')).toContain('A as in “Aube”')
  })

  test('leave the index as it was, with the lever’s own keys in it', () => {
    const levers = [bound(1, 'Ctrl+Alt+M'), bound(2, 'Ctrl+Alt+M')]
    const index = createClashIndex({ levers, frames, programs: {} })
    const told = () => levers.map(({ id }) => index.of(id))
    const before = told()
    const [first] = levers
    const found = suggestChords({ levers, frames, programs: {}, lever: first!, count: 5, index })
    expect(found).toHaveLength(5)
    expect(told()).toEqual(before)
    expect(index.of('l1')).not.toEqual([])
  })
})
