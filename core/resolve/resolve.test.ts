import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { exampleProgram } from '../bench/exampleBench'
import { DEFAULT_KEYS, frameSchema } from '../levers'
import { exampleLever } from '../levers/exampleLever'
import type { Frame, Lever } from '../levers'
import { createResolver, describeCandidate, describeDecision } from '.'
import type { Decision, KeyEvent, KeyOutput, ResolverConfig } from '.'

const frames: Frame[] = [
  { id: 'on', name: 'On', on: true, position: 1 },
  { id: 'off', name: 'Off', on: false, position: 2 },
]
const program = (id: string, ...chords: string[]) =>
  exampleProgram(id, { claims: chords.map((chord) => ({ chord, does: 'Its own' })) })
const programs = { chart: program('chart', 'Ctrl+F'), camera: program('camera', 'Ctrl+G') }
const lever = (plate: number, chord: string, part: Partial<Lever> = {}, wins = 'auto') =>
  exampleLever(plate, { kind: 'chord', chord, wins }, { frameId: 'on', ...part })
const only = (...programIds: string[]) => ({ scope: { kind: 'only' as const, programIds } })

const codes: Record<string, string> = {
  Ctrl: 'ControlLeft',
  Alt: 'AltLeft',
  Shift: 'ShiftLeft',
  Meta: 'MetaLeft',
  F6: 'F6',
  F2: 'F2',
}

/**
 * Reads a picture of keys in time: `Ctrl↓ F↓ F↑ --120ms-- Ctrl↑`; `F⟳` is a repeat, `⊘` the keyboard going elsewhere.
 */
function keysOf(picture: string): KeyEvent[] {
  let atMs = 0
  return picture.split(/\s+/).flatMap((part): KeyEvent[] => {
    const pause = /^--(\d+)ms--$/.exec(part)
    if (pause) {
      atMs += Number(pause[1])
      return []
    }
    if (part === '⊘') return [{ kind: 'blur', atMs }]
    const code = codes[part.slice(0, -1)] ?? `Key${part.slice(0, -1)}`
    return [
      { kind: part.endsWith('↑') ? 'up' : 'down', code, atMs: atMs++, ...(part.endsWith('⟳') ? { repeat: true } : {}) },
    ]
  })
}

function decide(config: Partial<ResolverConfig>, picture: string, frontProgramId?: string): Decision[] {
  const resolver = createResolver({ levers: [], frames, programs, ...config })
  let state = resolver.initial
  return keysOf(picture).flatMap((event) => {
    const next = resolver.next(state, event, { frontProgramId })
    state = next.state
    return next.decisions
  })
}

const outcomes = (...args: Parameters<typeof decide>) =>
  decide(...args)
    .map(({ kind, leverId }) => (leverId ? `pull ${leverId}` : kind))
    .join(' ')
const last = (...args: Parameters<typeof decide>) => decide(...args).at(-1)!

describe('keys in time', () => {
  test.each([
    [
      'a chord pulls, its repeats and its release are kept',
      'Ctrl↓ Alt↓ M↓ M⟳ M⟳ M↑ Alt↑ Ctrl↑',
      'pass pass pull l1 swallow swallow swallow pass pass',
    ],
    [
      'modifiers released first do not let the release through',
      'Ctrl↓ Alt↓ M↓ Ctrl↑ Alt↑ M↑',
      'pass pass pull l1 pass pass swallow',
    ],
    ['more modifiers than the chord are another chord', 'Ctrl↓ Alt↓ Shift↓ M↓ M↑', 'pass pass pass pass pass'],
    ['the key before its modifiers is no chord', 'M↓ Ctrl↓ Alt↓ M⟳ M↑', 'pass pass pass pass pass'],
    [
      'a chord pulls again only when pressed again',
      'Ctrl↓ Alt↓ M↓ M↑ M↓ M↑',
      'pass pass pull l1 swallow pull l1 swallow',
    ],
    ['the keyboard going elsewhere releases everything', 'Ctrl↓ Alt↓ ⊘ M↓ M↑', 'pass pass pass pass pass'],
  ])('%s', (_, picture, expected) => {
    expect(outcomes({ levers: [lever(1, 'Ctrl+Alt+M')] }, picture)).toBe(expected)
  })

  test('a modifier whose release was never seen is dropped as soon as an event says so', () => {
    const resolver = createResolver({ levers: [lever(1, 'M')], frames, programs })
    const state = resolver.next(resolver.initial, { kind: 'down', code: 'ControlLeft', atMs: 0 }, {}).state
    const none = { Ctrl: false, Alt: false, Shift: false, Meta: false }
    const next = resolver.next(state, { kind: 'down', code: 'KeyM', atMs: 1, modifiers: none }, {})
    expect([next.decisions.map((decision) => decision.kind), next.state.held.map((down) => down.code)]).toEqual([
      ['pass', 'pull'],
      ['KeyM'],
    ])
  })

  test('AltGr is neither Ctrl nor Alt', () => {
    const resolver = createResolver({ levers: [lever(1, 'Ctrl+Alt+Q')], frames, programs })
    const modifiers = { Ctrl: true, Alt: true, Shift: false, Meta: false }
    const press = (AltGraph: boolean) =>
      resolver.next(
        resolver.initial,
        { kind: 'down', code: 'KeyQ', atMs: 0, modifiers: { ...modifiers, AltGraph } },
        {},
      ).decisions[0]!
    expect([press(false).kind, press(true).kind, press(true).chord]).toEqual(['pull', 'pass', 'AltGr+Q'])
  })
})

describe('who gets a chord', () => {
  const both = [lever(4, 'F6', only('camera')), lever(5, 'F6', only('chart'))]
  test('the same chord does opposite things in two programs and nothing in a third', () => {
    expect([last({ levers: both }, 'F6↓', 'camera').leverId, last({ levers: both }, 'F6↓', 'chart').leverId]).toEqual([
      'l4',
      'l5',
    ])
    expect(last({ levers: both }, 'F6↓', 'log')).toMatchObject({
      kind: 'pass',
      reason: 'no-candidate-live',
      candidates: [{ verdict: 'out-of-scope' }, { verdict: 'out-of-scope' }],
    })
  })

  test('a narrower scope comes first, then the lower number', () => {
    const levers = [
      lever(1, 'F6'),
      lever(2, 'F6', { scope: { kind: 'except', programIds: ['log'] } }),
      lever(3, 'F6', only('chart')),
      lever(4, 'F6', only('chart')),
    ]
    expect(last({ levers }, 'F6↓', 'chart').candidates.map(({ leverId, verdict }) => [leverId, verdict])).toEqual([
      ['l3', 'fired'],
      ['l4', 'outranked'],
      ['l2', 'outranked'],
      ['l1', 'outranked'],
    ])
    expect(last({ levers }, 'F6↓', 'camera').leverId).toBe('l2')
    expect(last({ levers }, 'F6↓', 'log').leverId).toBe('l1')
  })

  test('a program’s own chord is its own, unless the lever is scoped to it or chosen to win', () => {
    expect(last({ levers: [lever(1, 'Ctrl+F')] }, 'Ctrl↓ F↓', 'chart')).toMatchObject({
      kind: 'pass',
      reason: 'program-first',
      claim: 'Its own',
    })
    expect(last({ levers: [lever(1, 'Ctrl+F')] }, 'Ctrl↓ F↓', 'camera').kind).toBe('pull')
    expect(last({ levers: [lever(1, 'Ctrl+F', only('chart'))] }, 'Ctrl↓ F↓', 'chart').kind).toBe('pull')
    expect(last({ levers: [lever(1, 'Ctrl+F', {}, 'lever')] }, 'Ctrl↓ F↓', 'chart').kind).toBe('pull')
    expect(last({ levers: [lever(1, 'Ctrl+F', only('chart'), 'program')] }, 'Ctrl↓ F↓', 'chart').kind).toBe('pass')
  })

  test('disabled levers and frames that are off do nothing, and the explanation says so', () => {
    const levers = [lever(1, 'F6', { enabled: false }), lever(2, 'F6', { frameId: 'off' }), lever(3, 'Shift+F6')]
    const decision = last({ levers }, 'F6↓', 'chart')
    const names = { programs, lever: (id: string) => levers.find((entry) => entry.id === id) }
    expect([decision.kind, describeDecision(decision, names)]).toEqual([
      'pass',
      'No lever with this chord is live here: passed on to CHART.',
    ])
    expect(decision.candidates.map((candidate) => describeCandidate(candidate, names))).toEqual([
      '1 Lever 1 has F6, but is disabled.',
      '2 Lever 2 has F6, but its frame is off.',
      '3 Lever 3 wants Shift+F6.',
    ])
  })

  test('reserved chords are swallowed', () => {
    const decision = last({ levers: [lever(1, 'F2')] }, 'F2↓')
    expect([decision.kind, decision.reason]).toEqual(['swallow', 'reserved'])
    expect(describeDecision(decision, { programs, lever: () => undefined })).toBe(
      'F2 belongs to Keen Lever itself: it opens the launcher of Keen Lever.',
    )
  })
})

describe('laws', () => {
  const levers = [lever(1, 'Ctrl+Alt+M'), lever(2, 'F6', only('chart')), lever(3, 'Ctrl+F'), lever(4, 'A')]
  const events = fc.array(
    fc.record({
      kind: fc.constantFrom('down' as const, 'up' as const),
      code: fc.constantFrom('ControlLeft', 'AltLeft', 'ShiftRight', 'KeyM', 'KeyF', 'KeyA', 'F6', 'F2'),
      repeat: fc.boolean(),
    }),
    { maxLength: 60 },
  )
  const run = (made: { kind: 'down' | 'up'; code: string; repeat: boolean }[]) => {
    const resolver = createResolver({ levers, frames, programs })
    let state = resolver.initial
    return made.map((event, atMs) => {
      const next = resolver.next(state, { ...event, atMs }, { frontProgramId: atMs % 3 === 0 ? 'chart' : 'camera' })
      state = JSON.parse(JSON.stringify(next.state)) as typeof state
      return { ...next, event }
    })
  }

  test('every event is decided exactly once, and what goes down kept comes up kept', () => {
    fc.assert(
      fc.property(events, (made) => {
        const kept = new Set<string>()
        for (const { decisions, event } of run(made)) {
          const own = decisions.filter((decision) => !('lost' in decision.event))
          expect(own).toHaveLength(1)
          for (const decision of decisions) {
            if (decision.event.kind === 'up') {
              expect(decision.kind).toBe(kept.has(decision.event.code) ? 'swallow' : 'pass')
              kept.delete(decision.event.code)
            } else if (decision.kind !== 'pass') kept.add(event.code)
          }
        }
      }),
      { numRuns: 500 },
    )
  })

  test('once every key is up, nothing is held', () => {
    fc.assert(
      fc.property(events, (made) => {
        const ups = [...new Set(made.map((event) => event.code))].map((code) => ({
          kind: 'up' as const,
          code,
          repeat: false,
        }))
        expect(run([...made, ...ups]).at(-1)?.state ?? { held: [], physical: [] }).toMatchObject({
          held: [],
          physical: [],
        })
      }),
    )
  })
})

describe('triggers in time', () => {
  const bound = (plate: number, trigger: Record<string, unknown>, part: Partial<Lever> = {}) =>
    lever(plate, 'F6', { triggers: [{ id: 't', wins: 'auto', ...trigger } as Lever['triggers'][0]], ...part })
  const settled = (...args: Parameters<typeof decide>) =>
    decide(...args)
      .filter((decision) => decision.kind !== 'wait')
      .map(
        ({ kind, leverId, event, outputs }) =>
          `${keyWords(event)}:${leverId ?? kind}${outputs ? `(${outputs.map(outputWords).join('+')})` : ''}`,
      )
      .join(' ')

  const leader = [bound(1, { kind: 'sequence', sequence: 'Meta+O E', gapMs: 300 })]
  const layer = [bound(1, { kind: 'layer', hold: 'KeyF', chord: 'J' })]
  const hold = [bound(1, { kind: 'hold', key: 'KeyF', holdMs: 150 })]
  const rules = (...list: Record<string, unknown>[]) => ({
    frames: [
      frameSchema.parse({
        id: 'on',
        name: 'On',
        on: true,
        position: 1,
        rules: list.map((rule, i) => ({ id: `r${i}`, ...rule })),
      }),
    ],
  })
  const modifiersHeld = rules({
    kind: 'tap-hold',
    key: 'KeyF',
    tap: null,
    holdMs: 150,
    hold: { kind: 'modifiers', modifiers: ['Ctrl'] },
  })

  test.each<[string, Partial<ResolverConfig>, string, string]>([
    [
      'a leader and its follower pull; the leader’s release is kept with it',
      { levers: leader },
      'Meta↓ O↓ O↑ Meta↑ --90ms-- E↓ E↑',
      'MetaLeft↓:pass O↓:swallow O↑:swallow MetaLeft↑:pass E↓:l1 E↑:swallow',
    ],
    [
      'a leader alone does nothing and is passed on',
      { levers: leader },
      'Meta↓ O↓ O↑ Meta↑ --400ms-- E↓ E↑',
      'MetaLeft↓:pass O↓:pass O↑:pass MetaLeft↑:pass E↓:pass E↑:pass',
    ],
    [
      'a leader followed by another key passes both on, in order',
      { levers: leader },
      'Meta↓ O↓ O↑ Meta↑ X↓ X↑',
      'MetaLeft↓:pass O↓:pass O↑:pass MetaLeft↑:pass X↓:pass X↑:pass',
    ],
    [
      'a held key is a layer once another key went down and up in it',
      { levers: layer },
      'F↓ --120ms-- J↓ J↑ F↑',
      'F↓:swallow J↓:l1 J↑:swallow F↑:swallow',
    ],
    [
      'rolling over is typing, not a layer',
      { levers: layer },
      'F↓ --50ms-- J↓ --20ms-- F↑ J↑',
      'F↓:pass J↓:pass F↑:pass J↑:pass',
    ],
    [
      'held long enough it is a layer at once',
      { levers: layer },
      'F↓ --250ms-- J↓ F↑ J↑',
      'F↓:swallow J↓:l1 F↑:swallow J↑:swallow',
    ],
    ['a layer key that is tapped is itself', { levers: layer }, 'F↓ --40ms-- F↑', 'F↓:pass F↑:pass'],
    [
      'held pulls, tapped types',
      { levers: hold },
      'F↓ --200ms-- F↑ F↓ --40ms-- F↑',
      'F↓:l1 F↑:swallow F↓:pass F↑:pass',
    ],
    [
      'held, it acts as modifiers for the next key',
      { ...modifiersHeld, levers: [bound(1, { kind: 'chord', chord: 'Ctrl+J' })] },
      'F↓ --200ms-- J↓ J↑ F↑',
      'F↓:replace(Control) J↓:l1 J↑:swallow F↑:replace(Control)',
    ],
    [
      'two keys together pull, in either order',
      { levers: [bound(1, { kind: 'together', keys: ['KeyJ', 'KeyK'], windowMs: 50 })] },
      'K↓ --20ms-- J↓ J↑ K↑',
      'K↓:swallow J↓:l1 J↑:swallow K↑:swallow',
    ],
    [
      'two keys one after the other are typed',
      { levers: [bound(1, { kind: 'together', keys: ['KeyJ', 'KeyK'], windowMs: 50 })] },
      'J↓ --70ms-- K↓ J↑ K↑',
      'J↓:pass K↓:pass J↑:pass K↑:pass',
    ],
    [
      'pressed twice',
      { levers: [bound(1, { kind: 'double', chord: 'Ctrl+J', gapMs: 200 })] },
      'Ctrl↓ J↓ J↑ --50ms-- J↓ J↑ Ctrl↑',
      'ControlLeft↓:pass J↓:swallow J↑:swallow J↓:l1 J↑:swallow ControlLeft↑:pass',
    ],
    [
      'on release',
      { levers: [bound(1, { kind: 'release', chord: 'Ctrl+J' })] },
      'Ctrl↓ J↓ --300ms-- Ctrl↑ J↑',
      'ControlLeft↓:pass J↓:swallow ControlLeft↑:pass J↑:l1',
    ],
    [
      'a remapped key is the other one, for levers too',
      {
        ...rules({ kind: 'remap', from: 'KeyQ', to: 'Ctrl+J' }),
        levers: [bound(1, { kind: 'chord', chord: 'Ctrl+J' }, only('chart'))],
      },
      'Q↓ Q↑',
      'Q↓:replace(Control+KeyJ+Control) Q↑:replace(KeyJ)',
    ],
    [
      'a key can be made a modifier',
      {
        ...rules({ kind: 'remap', from: 'KeyQ', to: 'ControlLeft' }),
        levers: [bound(1, { kind: 'chord', chord: 'Ctrl+J' })],
      },
      'Q↓ J↓ J↑ Q↑',
      'Q↓:replace(Control) J↓:l1 J↑:swallow Q↑:replace(Control)',
    ],
    [
      'a disabled key is gone, and a text is typed',
      rules({ kind: 'disable', key: 'KeyQ' }, { kind: 'type', chord: 'Alt+A', text: 'Æ' }),
      'Q↓ Q↑ Alt↓ A↓ A↑ Alt↑',
      'Q↓:swallow Q↑:swallow AltLeft↓:pass A↓:replace(Æ) A↑:swallow AltLeft↑:pass',
    ],
    [
      'the keyboard going elsewhere lets out what was held back and lifts every key',
      { levers: layer },
      'F↓ --40ms-- ⊘',
      'F↓:pass blur:pass',
    ],
    [
      'a key whose coming up was never seen goes down anew',
      { levers: [bound(1, { kind: 'chord', chord: 'J' })] },
      'J↓ J↓ J↑',
      'J↓:l1 J↑:swallow J↓:l1 J↑:swallow',
    ],
  ])('%s', (_, part, picture, expected) => {
    expect(settled(part, picture)).toBe(expected)
  })

  test('rows of keys pull the levers of their frame in order', () => {
    const levers = [lever(5, 'Alt+Z'), lever(3, 'Alt+Y'), lever(9, 'Alt+X', { frameId: 'off' })]
    const withRow = rules({ kind: 'row', first: 'Ctrl+Alt+1', count: 3 })
    const press = (code: string) => {
      const modifiers = { Ctrl: true, Alt: true, Shift: false, Meta: false }
      return createResolver({ levers, programs, ...withRow })
        .next(createResolver({ levers, programs, ...withRow }).initial, { kind: 'down', code, atMs: 0, modifiers }, {})
        .decisions.at(-1)?.leverId
    }
    expect([press('Digit1'), press('Digit2'), press('Digit3')]).toEqual(['l3', 'l5', undefined])
  })

  test('a trigger by legend means the key that carries the letter here', () => {
    const levers = [bound(1, { kind: 'chord', chord: 'Ctrl+Z', match: 'key' })]
    const keys = (legends: 'us' | 'de') => ({ ...DEFAULT_KEYS, legends })
    expect([
      outcomes({ levers, keys: keys('de') }, 'Ctrl↓ Y↓'),
      outcomes({ levers, keys: keys('us') }, 'Ctrl↓ Y↓'),
      outcomes({ levers, keys: keys('us') }, 'Ctrl↓ Z↓'),
    ]).toEqual(['pass pull l1', 'pass pass', 'pass pull l1'])
  })

  test('what waits says for what; what came too late says by how much; a tick decides as the next key would', () => {
    const waiting = decide({ levers: leader }, 'Meta↓ O↓')
    expect(waiting.at(-1)).toMatchObject({
      kind: 'wait',
      untilMs: 301,
      candidates: [{ leverId: 'l1', verdict: 'waits', ms: 300 }],
    })
    const late = decide({ levers: leader }, 'Meta↓ O↓ --400ms-- X↓').find(
      (decision) => 'code' in decision.event && decision.event.code === 'KeyO' && decision.kind === 'pass',
    )!
    const names = { programs, lever: (id: string) => leader.find((entry) => entry.id === id) }
    expect([late.lateMs, describeCandidate(late.candidates[0]!, names)]).toEqual([
      300,
      '1 Lever 1 wants Meta+O, then E; the rest did not come within 300 ms.',
    ])
  })

  test('a layer or lever that goes while its key is held leaves nothing stuck', () => {
    const before = createResolver({ levers: layer, frames, programs })
    const after = createResolver({ levers: [], frames, programs })
    let state = before.initial
    for (const event of keysOf('F↓ --250ms-- J↓')) state = before.next(state, event, {}).state
    const ends = keysOf('J↑ F↑').flatMap((event) => {
      const next = after.next(state, { ...event, atMs: event.atMs + 400 }, {})
      state = next.state
      return next.decisions.map((decision) => decision.kind)
    })
    expect([ends, state.held, state.physical]).toEqual([['swallow', 'swallow'], [], []])
  })
})

test('a resolver that was brought up to date decides as one made anew', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(11), fc.option(fc.nat(7), { freq: 3 }), fc.nat(2), fc.nat(3)), { maxLength: 30 }),
      (edits) => {
        const keys = ['Ctrl+Alt+Q', 'Q', 'F9', 'Ctrl+Alt+W', 'F8', 'Shift+F9', 'W', 'Meta+Q']
        const rowFrame = {
          id: 'rowed',
          name: 'Rowed',
          on: true,
          position: 3,
          rules: [{ id: 'r', kind: 'row', first: 'F1', count: 3 }],
        }
        const sets = [
          frames,
          [...frames, rowFrame],
          [{ ...frames[0]!, on: false }, ...frames.slice(1), rowFrame],
        ] as Frame[][]
        const now = new Map<string, Lever>()
        let current = sets[0]!
        let resolver = createResolver({ levers: [], frames: current, programs })
        for (const [n, key, set, place] of edits) {
          const id = `l${n}`
          const frameId = [frames[0]!.id, frames[1]!.id, 'rowed', frames[0]!.id][place]!
          const after = key === null ? undefined : { ...lever(n + 1, keys[key]!), id, frameId }
          if (after) now.set(id, after)
          else now.delete(id)
          current = sets[set]!
          const levers = after ? { changed: [after], removed: [] } : { changed: [], removed: [id] }
          resolver = resolver.updated({ levers, frames: current })
        }
        const anew = createResolver({ levers: [...now.values()], frames: current, programs })
        for (const code of ['KeyQ', 'KeyW', 'F9', 'F8', 'F1', 'F2', 'F3']) {
          for (const modifiers of [{}, { Ctrl: true, Alt: true }, { Shift: true }]) {
            const event = {
              kind: 'down' as const,
              code,
              atMs: 0,
              modifiers: { Ctrl: false, Alt: false, Shift: false, Meta: false, AltGraph: false, ...modifiers },
            }
            expect(resolver.next(resolver.initial, event, {}).decisions).toEqual(
              anew.next(anew.initial, event, {}).decisions,
            )
          }
        }
      },
    ),
  )
})

function keyWords(event: KeyEvent): string {
  return 'code' in event ? event.code.replace('Key', '') + (event.kind === 'up' ? '↑' : '↓') : event.kind
}

function outputWords(output: KeyOutput): string {
  return 'code' in output ? output.code.replace('Left', '') : output.text
}
