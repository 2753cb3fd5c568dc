import fc from 'fast-check'
import { expect, test } from 'vitest'
import { chordId, modifierOfCode, MODIFIERS, parseChord, parseSequence } from '../keys'
import { frameSchema, leverSchema } from '../levers'
import type { Frame, Lever, Trigger } from '../levers'
import { valueOf } from '../result'
import { seededRandom } from '../timing'
import { createResolver } from '.'
import type { Decision, KeyEvent } from '.'

const lever = (plate: number, trigger: Record<string, unknown>, part: Partial<Lever> = {}): Lever =>
  leverSchema.parse({
    id: `l${plate}`,
    plate,
    version: 1,
    frameId: 'on',
    name: `Lever ${plate}`,
    aliases: [],
    enabled: true,
    whileRunning: 'ignore',
    scope: { kind: 'everywhere' },
    steps: [{ id: 's', kind: 'wait', ms: 1 }],
    triggers: [{ id: 't', wins: 'lever', ...trigger }],
    ...part,
  })
const levers = [
  lever(1, { kind: 'chord', chord: 'Ctrl+A' }),
  lever(2, { kind: 'chord', chord: 'B' }, { scope: { kind: 'only', programIds: ['chart'] } }),
  lever(3, { kind: 'sequence', sequence: 'Ctrl+A B', gapMs: 80 }),
  lever(4, { kind: 'sequence', sequence: 'Ctrl+A B C', gapMs: 80 }),
  lever(5, { kind: 'double', chord: 'C', gapMs: 60 }),
  lever(6, { kind: 'together', keys: ['KeyE', 'KeyG'], windowMs: 40 }),
  lever(7, { kind: 'layer', hold: 'Space', chord: 'A' }),
  lever(8, { kind: 'layer', hold: 'Space', chord: 'Shift+B' }),
  lever(9, { kind: 'hold', key: 'KeyF', holdMs: 90 }),
  lever(10, { kind: 'release', chord: 'Ctrl+G' }),
]
const frames: Frame[] = [
  frameSchema.parse({
    id: 'on',
    name: 'On',
    on: true,
    position: 1,
    rules: [
      {
        id: 'r1',
        kind: 'tap-hold',
        key: 'CapsLock',
        tap: 'Escape',
        holdMs: 70,
        hold: { kind: 'modifiers', modifiers: ['Ctrl'] },
      },
      { id: 'r2', kind: 'disable', key: 'KeyH' },
    ],
  }),
]
const config = { levers, frames, programs: {}, keys: undefined }
const codes = ['ControlLeft', 'ShiftRight', 'CapsLock', 'Space', ...[...'ABCDEFGH'].map((letter) => `Key${letter}`)]

type Press = Extract<KeyEvent, { kind: 'down' | 'up' }> & { front: string }

/**
 * Keys pressed and released at random, never a key twice without coming up, with repeats; times never equal and never
 * at a deadline by plan.
 */
function storm(count: number, random: () => number): Press[] {
  const down = new Set<string>()
  const events: Press[] = []
  let atMs = 0
  let front = 'chart'
  while (events.length < count) {
    atMs += 1 + Math.floor(random() * random() * 90)
    if (random() < 0.02) front = front === 'chart' ? 'camera' : 'chart'
    const code = codes[Math.floor(random() * codes.length)]!
    if (down.has(code) && random() < 0.15) events.push({ kind: 'down', code, atMs, front, repeat: true })
    else if (down.has(code)) {
      down.delete(code)
      events.push({ kind: 'up', code, atMs, front })
    } else {
      down.add(code)
      events.push({ kind: 'down', code, atMs, front })
    }
    // Nobody holds down more than a hand can.
    if (down.size > 4) {
      const [first] = down
      down.delete(first!)
      events.push({ kind: 'up', code: first!, atMs: ++atMs, front })
    }
  }
  for (const code of down) events.push({ kind: 'up', code, atMs: ++atMs, front })
  return events
}

const outcomeOf = ({ kind, leverId, outputs }: Decision) =>
  [
    kind,
    leverId,
    outputs?.map((output) => (output.kind === 'text' ? output.text : `${output.kind} ${output.code}`)).join(' '),
  ]
    .filter(Boolean)
    .join(' ')

/** What the resolver says of each event in the end, fed one by one, with ticks where `random` says so. */
function decided(events: readonly Press[], random: () => number = () => 1): string[] {
  const resolver = createResolver(config)
  const outcomes = new Map<KeyEvent, string[]>()
  const order: KeyEvent[] = []
  let state = resolver.initial
  const take = (event: KeyEvent, front: string) => {
    const next = resolver.next(state, event, { frontProgramId: front })
    state = JSON.parse(JSON.stringify(next.state)) as typeof state
    for (const decision of next.decisions) {
      if (decision.kind === 'wait' || decision.event.kind === 'blur') continue
      const key = events.find(
        (entry) =>
          entry.atMs === decision.event.atMs &&
          'code' in decision.event &&
          entry.code === decision.event.code &&
          entry.kind === decision.event.kind,
      )!
      outcomes.set(key, [...(outcomes.get(key) ?? []), outcomeOf(decision)])
      order.push(key)
    }
  }
  for (const [i, { front, ...event }] of events.entries()) {
    take(event, front)
    const next = events[i + 1]?.atMs ?? Infinity
    if (state.waitUntilMs !== null && state.waitUntilMs < next && random() < 0.5)
      take({ kind: 'tick', atMs: state.waitUntilMs }, front)
  }
  take({ kind: 'blur', atMs: (events.at(-1)?.atMs ?? 0) + 10_000 }, 'chart')
  // Each exactly once, and in the order in which they came.
  expect(order.map((event) => events.indexOf(event as Press))).toEqual(events.map((_, i) => i))
  return events.map((event) => outcomes.get(event)!.join(' & '))
}

/** The same by looking at everything that ever happens: slow, without waiting, one event after the other. */
function reference(events: readonly Press[]): string[] {
  const held = new Map<string, { fate: 'pass' | 'kept' | 'layer' | 'ctrl'; release?: string }>()
  const settled = new Map<number, string>()
  const pressed = (i: number) => {
    const down = new Set<string>()
    for (const event of events.slice(Math.max(0, i - 150), i + 1)) {
      if (event.kind === 'down') down.add(event.code)
      else down.delete(event.code)
    }
    return down
  }
  const modifiers = (i: number) => {
    const physical = pressed(i)
    return MODIFIERS.filter(
      (modifier) =>
        (modifier === 'Ctrl' && [...held.values()].some((entry) => entry.fate === 'ctrl')) ||
        [...physical].some((code) => modifierOfCode(code) === modifier && code !== events[i]!.code),
    )
  }
  const idAt = (i: number) => chordId({ modifiers: modifiers(i), code: events[i]!.code })
  const live = (entry: Lever, front: string) =>
    entry.scope.kind === 'everywhere' || (entry.scope.kind === 'only' && entry.scope.programIds.includes(front))
  const withKind = <K extends Trigger['kind']>(kind: K, front: string) =>
    levers
      .filter((entry) => entry.triggers[0]!.kind === kind && live(entry, front))
      .map((entry) => ({ entry, trigger: entry.triggers[0] as Extract<Trigger, { kind: K }> }))
  const isPress = (event: Press) => event.kind === 'down' && !event.repeat && !modifierOfCode(event.code)

  /** Tap or hold, by what follows within the time. */
  const isHold = (i: number, holdMs: number) => {
    const others = new Set<string>()
    for (const event of events.slice(i + 1, i + 300)) {
      if (event.atMs >= events[i]!.atMs + holdMs) return true
      if (event.code === events[i]!.code && event.kind === 'up') return false
      if (event.code === events[i]!.code || modifierOfCode(event.code)) continue
      if (event.kind === 'down' && !event.repeat) others.add(event.code)
      else if (event.kind === 'up' && others.has(event.code)) return true
    }
    return true
  }

  const press = (i: number): string => {
    const { code, front, atMs } = events[i]!
    const keep = (outcome: string) => {
      held.set(code, { fate: 'kept' })
      return outcome
    }
    if (settled.has(i)) return keep(settled.get(i)!)
    if (modifiers(i).length === 0) {
      if (code === 'CapsLock' && isHold(i, 70)) {
        held.set(code, { fate: 'ctrl' })
        return 'replace down ControlLeft'
      }
      if (code === 'CapsLock') {
        held.set(code, { fate: 'kept', release: 'replace up Escape' })
        return 'replace down Escape'
      }
      if (code === 'Space' && isHold(i, 200)) {
        held.set(code, { fate: 'layer' })
        return 'swallow'
      }
      if (code === 'KeyF' && isHold(i, 90)) return keep('pull l9')
    }
    if (code === 'KeyH') return keep('swallow')
    if (modifierOfCode(code)) {
      held.set(code, { fate: 'pass' })
      return 'pass'
    }
    const id = idAt(i)
    if (held.get('Space')?.fate === 'layer') {
      const layered = withKind('layer', front).find(({ trigger }) => chordId(valueOf(parseChord(trigger.chord))) === id)
      if (layered) return keep(`pull ${layered.entry.id}`)
    }
    for (const { entry, trigger } of withKind('together', front)) {
      if (!trigger.keys.includes(code)) continue
      const other = trigger.keys.find((key) => key !== code)!
      for (let j = i + 1; j < events.length && events[j]!.atMs < atMs + trigger.windowMs!; j++) {
        if (events[j]!.kind === 'up' && events[j]!.code === code) break
        if (!isPress(events[j]!)) continue
        if (events[j]!.code !== other) break
        settled.set(j, `pull ${entry.id}`)
        return keep('swallow')
      }
    }
    const presses = Array.from({ length: Math.min(60, events.length - i) }, (_, n) => i + n).filter((j) =>
      isPress(events[j]!),
    )
    const chains = [
      ...withKind('sequence', front).map(({ entry, trigger }) => ({
        entry,
        gapMs: trigger.gapMs!,
        ids: valueOf(parseSequence(trigger.sequence)).map(chordId),
      })),
      ...withKind('double', front).map(({ entry, trigger }) => ({
        entry,
        gapMs: trigger.gapMs!,
        ids: [trigger.chord, trigger.chord].map((text) => chordId(valueOf(parseChord(text)))),
      })),
    ].filter(({ ids, gapMs }) =>
      ids.every(
        (wanted, n) =>
          presses[n] !== undefined &&
          idAt(presses[n]!) === wanted &&
          (n === 0 || events[presses[n]!]!.atMs < events[presses[n - 1]!]!.atMs + gapMs),
      ),
    )
    const [chain] = chains.sort((a, b) => b.ids.length - a.ids.length)
    if (chain) {
      presses
        .slice(1, chain.ids.length)
        .forEach((j, n) => settled.set(j, n === chain.ids.length - 2 ? `pull ${chain.entry.id}` : 'swallow'))
      return keep('swallow')
    }
    const chord = withKind('chord', front).filter(
      ({ trigger }) => chordId(valueOf(parseChord(trigger.chord))) === id,
    )[0]
    if (chord) return keep(`pull ${chord.entry.id}`)
    if (id === 'Ctrl+KeyG') {
      held.set(code, { fate: 'kept', release: 'pull l10' })
      return 'swallow'
    }
    held.set(code, { fate: 'pass' })
    return 'pass'
  }

  return events.map((event, i) => {
    const entry = held.get(event.code)
    if (event.kind === 'down')
      return event.repeat
        ? entry?.release?.startsWith('replace')
          ? 'replace down Escape'
          : !entry || entry.fate === 'pass'
            ? 'pass'
            : 'swallow'
        : press(i)
    held.delete(event.code)
    if (entry?.release) return entry.release
    return entry?.fate === 'ctrl' ? 'replace up ControlLeft' : !entry || entry.fate === 'pass' ? 'pass' : 'swallow'
  })
}

test('short storms: the resolver agrees with the slow reference, however it is told the time', () => {
  fc.assert(
    fc.property(fc.nat(), fc.integer({ min: 1, max: 40 }), (seed, count) => {
      const events = storm(count, seededRandom(seed))
      const expected = reference(events)
      expect(decided(events)).toEqual(expected)
      expect(decided(events, seededRandom(seed + 1))).toEqual(expected)
    }),
    { numRuns: 400 },
  )
})

test(
  'a storm of 100,000 events across program switches: every key is decided once, agrees with the reference, and none is left stuck',
  { timeout: 120_000 },
  () => {
    const events = storm(100_000, seededRandom(7))
    const resolver = createResolver(config)
    let state = resolver.initial
    const outcomes: string[] = []
    const down = new Set<string>()
    for (const { front, ...event } of events) {
      const next = resolver.next(state, event, { frontProgramId: front })
      state = next.state
      for (const decision of next.decisions) {
        if (decision.kind === 'wait') continue
        outcomes.push(outcomeOf(decision))
        const { event: made } = decision
        if (decision.kind === 'pass' && made.kind === 'down') down.add(made.code)
        if (decision.kind === 'pass' && made.kind === 'up') down.delete(made.code)
        for (const output of decision.outputs ?? []) if (output.kind === 'down') down.add(output.code)
        for (const output of decision.outputs ?? []) if (output.kind === 'up') down.delete(output.code)
      }
    }
    const end = resolver.next(state, { kind: 'tick', atMs: events.at(-1)!.atMs + 10_000 }, {})
    outcomes.push(...end.decisions.map(outcomeOf))
    expect(outcomes).toHaveLength(events.length)
    expect([end.state.held, end.state.physical, end.state.pending, end.state.waitUntilMs]).toEqual([[], [], [], null])
    expect(
      [...down].filter(
        (code) => !end.decisions.some((decision) => decision.event.kind === 'up' && decision.event.code === code),
      ),
    ).toEqual([])
    const expected = reference(events)
    expect(outcomes.findIndex((outcome, i) => outcome !== expected[i])).toBe(-1)
  },
)
