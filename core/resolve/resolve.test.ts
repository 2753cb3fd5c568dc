import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { programSchema } from '../bench'
import { leverSchema } from '../levers'
import type { Frame, Lever } from '../levers'
import { createResolver, describeCandidate, describeDecision } from '.'
import type { Decision, KeyEvent, ResolverConfig } from '.'

const frames: Frame[] = [{ id: 'on', name: 'On', on: true, position: 1 }, { id: 'off', name: 'Off', on: false, position: 2 }]
const program = (id: string, ...chords: string[]) => programSchema.parse({
  id, name: id.toUpperCase(), executable: `/${id}`, categories: [], icon: '', instances: 'multi', whenRunning: 'loads', opens: [], claims: chords.map(chord => ({ chord, does: 'Its own' })),
  arguments: { options: [], positionals: [], order: [], onUnknown: 'ignored', onMissingFile: 'ignored' },
})
const programs = { chart: program('chart', 'Ctrl+F'), camera: program('camera', 'Ctrl+G') }
const lever = (plate: number, chord: string, part: Partial<Lever> = {}, wins = 'auto'): Lever => leverSchema.parse({
  id: `l${plate}`, plate, version: 1, frameId: 'on', name: `Lever ${plate}`, aliases: [], enabled: true, whileRunning: 'ignore', scope: { kind: 'everywhere' },
  steps: [{ id: 's', kind: 'wait', ms: 1 }], triggers: [{ id: 't', kind: 'chord', chord, wins }], ...part,
})
const only = (...programIds: string[]) => ({ scope: { kind: 'only' as const, programIds } })

const codes: Record<string, string> = { Ctrl: 'ControlLeft', Alt: 'AltLeft', Shift: 'ShiftLeft', Meta: 'MetaLeft', F6: 'F6', F2: 'F2' }

/** Reads a picture of keys in time: `Ctrl↓ F↓ F↑ --120ms-- Ctrl↑`; `F⟳` is a repeat, `⊘` the keyboard going elsewhere. */
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
    return [{ kind: part.endsWith('↑') ? 'up' : 'down', code, atMs: atMs++, ...(part.endsWith('⟳') ? { repeat: true } : {}) }]
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

const outcomes = (...args: Parameters<typeof decide>) => decide(...args).map(({ kind, leverId }) => (leverId ? `pull ${leverId}` : kind)).join(' ')
const last = (...args: Parameters<typeof decide>) => decide(...args).at(-1)!

describe('keys in time', () => {
  test.each([
    ['a chord pulls, its repeats and its release are kept', 'Ctrl↓ Alt↓ M↓ M⟳ M⟳ M↑ Alt↑ Ctrl↑', 'pass pass pull l1 swallow swallow swallow pass pass'],
    ['modifiers released first do not let the release through', 'Ctrl↓ Alt↓ M↓ Ctrl↑ Alt↑ M↑', 'pass pass pull l1 pass pass swallow'],
    ['more modifiers than the chord are another chord', 'Ctrl↓ Alt↓ Shift↓ M↓ M↑', 'pass pass pass pass pass'],
    ['the key before its modifiers is no chord', 'M↓ Ctrl↓ Alt↓ M⟳ M↑', 'pass pass pass pass pass'],
    ['a chord pulls again only when pressed again', 'Ctrl↓ Alt↓ M↓ M↑ M↓ M↑', 'pass pass pull l1 swallow pull l1 swallow'],
    ['the keyboard going elsewhere releases everything', 'Ctrl↓ Alt↓ ⊘ M↓ M↑', 'pass pass pass pass pass'],
  ])('%s', (_, picture, expected) => {
    expect(outcomes({ levers: [lever(1, 'Ctrl+Alt+M')] }, picture)).toBe(expected)
  })

  test('a modifier whose release was never seen is dropped as soon as an event says so', () => {
    const resolver = createResolver({ levers: [lever(1, 'M')], frames, programs })
    const state = resolver.next(resolver.initial, { kind: 'down', code: 'ControlLeft', atMs: 0 }, {}).state
    const none = { Ctrl: false, Alt: false, Shift: false, Meta: false }
    const next = resolver.next(state, { kind: 'down', code: 'KeyM', atMs: 1, modifiers: none }, {})
    expect([next.decisions[0]!.kind, next.state.held]).toEqual(['pull', ['KeyM']])
  })

  test('AltGr is neither Ctrl nor Alt', () => {
    const resolver = createResolver({ levers: [lever(1, 'Ctrl+Alt+Q')], frames, programs })
    const modifiers = { Ctrl: true, Alt: true, Shift: false, Meta: false }
    const press = (AltGraph: boolean) => resolver.next(resolver.initial, { kind: 'down', code: 'KeyQ', atMs: 0, modifiers: { ...modifiers, AltGraph } }, {}).decisions[0]!
    expect([press(false).kind, press(true).kind, press(true).chord]).toEqual(['pull', 'pass', 'Q'])
  })
})

describe('who gets a chord', () => {
  const both = [lever(4, 'F6', only('camera')), lever(5, 'F6', only('chart'))]
  test('the same chord does opposite things in two programs and nothing in a third', () => {
    expect([last({ levers: both }, 'F6↓', 'camera').leverId, last({ levers: both }, 'F6↓', 'chart').leverId]).toEqual(['l4', 'l5'])
    expect(last({ levers: both }, 'F6↓', 'log')).toMatchObject({ kind: 'pass', reason: 'no-candidate-live', candidates: [{ verdict: 'out-of-scope' }, { verdict: 'out-of-scope' }] })
  })

  test('a narrower scope comes first, then the lower number', () => {
    const levers = [lever(1, 'F6'), lever(2, 'F6', { scope: { kind: 'except', programIds: ['log'] } }), lever(3, 'F6', only('chart')), lever(4, 'F6', only('chart'))]
    expect(last({ levers }, 'F6↓', 'chart').candidates.map(({ leverId, verdict }) => [leverId, verdict])).toEqual([['l3', 'fired'], ['l4', 'outranked'], ['l2', 'outranked'], ['l1', 'outranked']])
    expect(last({ levers }, 'F6↓', 'camera').leverId).toBe('l2')
    expect(last({ levers }, 'F6↓', 'log').leverId).toBe('l1')
  })

  test('a program’s own chord is its own, unless the lever is scoped to it or chosen to win', () => {
    expect(last({ levers: [lever(1, 'Ctrl+F')] }, 'Ctrl↓ F↓', 'chart')).toMatchObject({ kind: 'pass', reason: 'program-first', claim: 'Its own' })
    expect(last({ levers: [lever(1, 'Ctrl+F')] }, 'Ctrl↓ F↓', 'camera').kind).toBe('pull')
    expect(last({ levers: [lever(1, 'Ctrl+F', only('chart'))] }, 'Ctrl↓ F↓', 'chart').kind).toBe('pull')
    expect(last({ levers: [lever(1, 'Ctrl+F', {}, 'lever')] }, 'Ctrl↓ F↓', 'chart').kind).toBe('pull')
    expect(last({ levers: [lever(1, 'Ctrl+F', only('chart'), 'program')] }, 'Ctrl↓ F↓', 'chart').kind).toBe('pass')
  })

  test('disabled levers and frames that are off do nothing, and the explanation says so', () => {
    const levers = [lever(1, 'F6', { enabled: false }), lever(2, 'F6', { frameId: 'off' }), lever(3, 'Shift+F6')]
    const decision = last({ levers }, 'F6↓', 'chart')
    const names = { programs, lever: (id: string) => levers.find(entry => entry.id === id) }
    expect([decision.kind, describeDecision(decision, names)]).toEqual(['pass', 'No lever with this chord is live here: passed on to CHART.'])
    expect(decision.candidates.map(candidate => describeCandidate(candidate, names))).toEqual([
      '1 Lever 1 has F6, but is disabled.', '2 Lever 2 has F6, but its frame is off.', '3 Lever 3 wants Shift+F6.',
    ])
  })

  test('reserved chords are swallowed', () => {
    const decision = last({ levers: [lever(1, 'F2')] }, 'F2↓')
    expect([decision.kind, decision.reason]).toEqual(['swallow', 'reserved'])
    expect(describeDecision(decision, { programs, lever: () => undefined })).toBe('F2 belongs to Keen Lever itself: it opens the launcher of Keen Lever.')
  })
})

describe('laws', () => {
  const levers = [lever(1, 'Ctrl+Alt+M'), lever(2, 'F6', only('chart')), lever(3, 'Ctrl+F'), lever(4, 'A')]
  const events = fc.array(fc.record({ kind: fc.constantFrom('down' as const, 'up' as const), code: fc.constantFrom('ControlLeft', 'AltLeft', 'ShiftRight', 'KeyM', 'KeyF', 'KeyA', 'F6', 'F2'), repeat: fc.boolean() }), { maxLength: 60 })
  const run = (made: { kind: 'down' | 'up', code: string, repeat: boolean }[]) => {
    const resolver = createResolver({ levers, frames, programs })
    let state = resolver.initial
    return made.map((event, atMs) => {
      const next = resolver.next(state, { ...event, atMs }, { frontProgramId: atMs % 3 === 0 ? 'chart' : 'camera' })
      state = JSON.parse(JSON.stringify(next.state)) as typeof state
      return { ...next, event }
    })
  }

  test('every event is decided exactly once, and what goes down kept comes up kept', () => {
    fc.assert(fc.property(events, (made) => {
      const kept = new Set<string>()
      for (const { decisions, event } of run(made)) {
        expect(decisions).toHaveLength(1)
        const decision = decisions[0]!
        if (event.kind === 'up') {
          expect(decision.kind).toBe(kept.has(event.code) ? 'swallow' : 'pass')
          kept.delete(event.code)
        }
        else if (decision.kind !== 'pass') kept.add(event.code)
      }
    }), { numRuns: 500 })
  })

  test('once every key is up, nothing is held or kept', () => {
    fc.assert(fc.property(events, (made) => {
      const ups = [...new Set(made.map(event => event.code))].map(code => ({ kind: 'up' as const, code, repeat: false }))
      expect(run([...made, ...ups]).at(-1)?.state ?? { held: [], kept: [] }).toEqual({ held: [], kept: [] })
    }))
  })
})
