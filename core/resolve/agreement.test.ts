import fc from 'fast-check'
import { expect, test } from 'vitest'
import { chordId, modifierOfCode, MODIFIERS, parseChord, parseSequence } from '../keys'
import type { Modifier } from '../keys'
import type { Lever, Trigger } from '../levers'
import { valueOf } from '../result'
import { seededRandom } from '../timing'
import { createResolver } from '.'
import type { KeyEvent } from '.'
import { outcomeOf, storm, stormConfig as config, stormLevers as levers } from './exampleStorm'
import type { Press } from './exampleStorm'

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

interface Held {
  readonly fate: 'pass' | 'kept' | 'layer' | 'modifiers' | 'replaced'
  readonly modifiers?: readonly Modifier[]
  /** What its coming up is, where that is not what its fate says. */
  readonly up?: string
  readonly repeat?: string
  /** The lever that goes on while the key is held, and when it may again. */
  readonly goesOn?: { readonly outcome: string; readonly everyMs: number; readonly nextAtMs: number }
  /** The key that the program sees in its place. */
  readonly sends?: string
}
/** The modifier a key is on this keyboard. */
const modifierOf = (code: string): Modifier | undefined => (code === 'AltRight' ? 'AltGr' : modifierOfCode(code))

type HeldKeys = ReadonlyMap<string, Held>
type Shots = readonly { readonly untilMs: number }[]

/** The modifiers that a key is sent with: those that are down, and those that are pressed for it. */
const sentWith = (sent: string, down: readonly Modifier[]) =>
  MODIFIERS.filter(
    (modifier) => down.includes(modifier) || sent.includes(`down ${modifier === 'Ctrl' ? 'Control' : modifier}Left`),
  )

/** The same by looking at everything that ever happens: slow, without waiting, one event after the other. */
function reference(events: readonly Press[]): string[] {
  const held = new Map<string, Held>()
  const settled = new Map<number, string>()
  let shots: Shots = []
  let lastPress: { code: string; atMs: number } | undefined

  const physicalAt = (i: number) => {
    const down = new Set<string>()
    for (const event of events.slice(Math.max(0, i - 150), i + 1)) {
      if (event.kind === 'down') down.add(event.code)
      else down.delete(event.code)
    }
    return down
  }
  const isPress = (event: Press) => event.kind === 'down' && !event.repeat
  const effective = (i: number, keys: HeldKeys, armed: Shots, but: ReadonlySet<Modifier> = new Set()) => {
    const physical = physicalAt(i)
    return MODIFIERS.filter(
      (modifier) =>
        (!but.has(modifier) &&
          ([...keys.values()].some((entry) => entry.modifiers?.includes(modifier)) ||
            [...physical].some(
              (code) =>
                modifierOf(code) === modifier &&
                code !== events[i]!.code &&
                (keys.get(code)?.fate ?? 'pass') === 'pass',
            ))) ||
        (modifier === 'Shift' && armed.some(({ untilMs }) => events[i]!.atMs < untilMs)),
    )
  }
  const madeInto = (code: string) =>
    code === 'KeyI'
      ? { code: 'KeyE', modifiers: [] as Modifier[] }
      : code === 'KeyJ'
        ? { code: 'KeyB', modifiers: ['Ctrl'] as Modifier[] }
        : { code, modifiers: [] as Modifier[] }
  const idOf = (modifiers: readonly Modifier[], code: string) =>
    chordId({ modifiers: MODIFIERS.filter((modifier) => modifiers.includes(modifier)), code })
  const nameAt = (i: number, keys: HeldKeys, armed: Shots, code = events[i]!.code, but?: ReadonlySet<Modifier>) => {
    const made = madeInto(code)
    return idOf([...effective(i, keys, armed, but), ...made.modifiers], made.code)
  }
  const live = (entry: Lever, front: string) =>
    entry.scope.kind === 'everywhere' || (entry.scope.kind === 'only' && entry.scope.programIds.includes(front))
  const withKind = <K extends Trigger['kind']>(kind: K, front: string) =>
    levers
      .filter((entry) => entry.triggers[0]!.kind === kind && live(entry, front))
      .map((entry) => ({ entry, trigger: entry.triggers[0] as Extract<Trigger, { kind: K }> }))

  /** What the held space bar makes of a press: a lever, another key, or nothing. */
  const inSpaceLayer = (i: number, keys: HeldKeys, armed: Shots) => {
    const id = nameAt(i, keys, armed)
    const layered = withKind('layer', events[i]!.front).find(
      ({ trigger }) => chordId(valueOf(parseChord(trigger.chord))) === id,
    )
    if (layered) return `pull ${layered.entry.id}`
    return events[i]!.code === 'KeyC' ? 'ArrowLeft' : undefined
  }

  /** What holding a key means, and how it came out. */
  const holdAt = (i: number, keys: HeldKeys, armed: Shots): 'tap' | 'in-time' | 'nested' | undefined => {
    const { code, atMs } = events[i]!
    const isAlone = effective(i, keys, armed).length === 0
    const holds: Record<string, number> = {
      CapsLock: 70,
      Space: 200,
      ControlLeft: 120,
      ...(isAlone ? { KeyF: 90, KeyK: 80 } : {}),
    }
    const holdMs = holds[code]
    if (holdMs === undefined) return undefined
    const others = new Set<string>()
    for (let j = i + 1; j < Math.min(events.length, i + 300); j++) {
      const event = events[j]!
      if (event.atMs >= atMs + holdMs) return 'in-time'
      if (event.code === code && event.kind === 'up') return 'tap'
      if (event.code === code || modifierOfCode(event.code)) continue
      if (isPress(event)) {
        if (code === 'ControlLeft') return 'tap'
        const counts =
          code === 'CapsLock' || code === 'KeyK' || (code === 'Space' && inSpaceLayer(j, keys, armed) !== undefined)
        if (counts) others.add(event.code)
      } else if (event.kind === 'up' && others.has(event.code)) return 'nested'
    }
    return 'in-time'
  }

  /** The presses from one on as they count by themselves, with their names. */
  const chainFrom = (i: number, name: string) => {
    const chain = [{ i, names: [name, name] }]
    const keys = new Map<string, Held>(held)
    const constant = new Set<Modifier>(effective(i, keys, shots))
    for (let j = i + 1; j < Math.min(events.length, i + 80) && chain.length < 5; j++) {
      const { code, kind } = events[j]!
      if (kind === 'up') {
        for (const modifier of [modifierOf(code), ...(keys.get(code)?.modifiers ?? [])])
          if (modifier) constant.delete(modifier)
        keys.delete(code)
        continue
      }
      if (!isPress(events[j]!)) continue
      if (keys.get('Space')?.fate === 'layer' && inSpaceLayer(j, keys, [])) {
        chain.push({ i: j, names: [] })
        continue
      }
      const hold = holdAt(j, keys, [])
      if (hold !== undefined && hold !== 'tap') {
        if (code === 'CapsLock') keys.set(code, { fate: 'modifiers', modifiers: ['Ctrl'] })
        else if (code === 'Space') keys.set(code, { fate: 'layer' })
        else chain.push({ i: j, names: [] })
        continue
      }
      if (code === 'KeyH') continue
      if (modifierOfCode(code)) {
        keys.set(code, { fate: 'pass' })
        continue
      }
      const pressed = code === 'CapsLock' ? 'Escape' : code
      chain.push({ i: j, names: [nameAt(j, keys, [], pressed), nameAt(j, keys, [], pressed, constant)] })
    }
    return chain
  }

  const sendsAs = (i: number, code: string, out: string, mods: readonly Modifier[]) => {
    const down = effective(i, held, [])
    const added = MODIFIERS.filter(
      (modifier) =>
        (mods.includes(modifier) || effective(i, held, shots).includes(modifier)) && !down.includes(modifier),
    ).map((modifier) => `${modifier === 'Ctrl' ? 'Control' : modifier}Left`)
    const sent = [
      ...added.map((each) => `down ${each}`),
      `down ${out}`,
      ...added.toReversed().map((each) => `up ${each}`),
    ].join(' ')
    held.set(code, { fate: 'replaced', up: `replace up ${out}`, repeat: `replace ${sent}`, sends: out })
    const all = [...down, ...added.map((key) => modifierOfCode(key)!)]
    return spelled(i, out, all, `replace ${sent}`)
  }

  /** What was typed in front since it was last lost, and where. */
  let typed = { front: '', text: '' }
  const forget = (outcome: string) => {
    typed = { front: '', text: '' }
    return outcome
  }
  /** A key that the program sees: a letter more, or nobody knows where its cursor is. */
  const spelled = (i: number, code: string, modifiers: readonly Modifier[], outcome: string) => {
    const { front, repeat } = events[i]!
    if (modifierOfCode(code) || code === 'CapsLock') return outcome
    const isAltGr = modifiers.includes('AltGr')
    const euro = code === 'KeyE' && !modifiers.includes('Shift') ? '€' : undefined
    const letter = isAltGr ? euro : /^Key[A-Z]$/.test(code) ? code.slice(3) : undefined
    const sign = code === 'Space' ? ' ' : letter
    if (sign === undefined || modifiers.some((modifier) => modifier !== 'Shift' && modifier !== 'AltGr'))
      return forget(outcome)
    const before = typed.front === front ? typed.text : ''
    typed = { front, text: before + (modifiers.includes('Shift') ? sign : sign.toLowerCase()) }
    const word = repeat ? undefined : wordAtEnd(typed.text, front)
    if (!word) return outcome
    typed = { front, text: '' }
    const back = Array.from({ length: word.back }, () => 'down Backspace up Backspace').join(' ')
    held.set(events[i]!.code, { fate: 'kept' })
    return word.pulls ? `pull ${word.pulls} ${back}` : `replace ${back} ${word.text}`
  }
  const wordAtEnd = (text: string, front: string) => {
    const ends = (pattern: string, flags = 'i') => new RegExp(`(?:^|[ €])${pattern}$`, flags).test(text)
    if (ends('kab')) return { back: 2, text: 'cab' }
    if (ends('kak ')) return { back: 3, text: 'sea' }
    if (ends('ae') && front !== 'camera') return { back: 1, pulls: 'l17' }
    if (ends('ba ', '')) return { back: 2, pulls: 'l18' }
    return ends('ak ') ? { back: 2, text: 'ok  ' } : undefined
  }

  const press = (i: number): string => {
    const { code, front, atMs } = events[i]!
    const keep = (outcome: string) => {
      held.set(code, { fate: 'kept' })
      return outcome
    }
    if (settled.has(i)) return keep(settled.get(i)!)
    if (held.get('Space')?.fate === 'layer') {
      const own = inSpaceLayer(i, held, shots)
      if (own === 'ArrowLeft') return sendsAs(i, code, own, [])
      if (own) return keep(own)
    }
    const hold = holdAt(i, held, shots)
    if (hold !== undefined && hold !== 'tap') {
      if (code === 'CapsLock') {
        held.set(code, { fate: 'modifiers', modifiers: ['Ctrl'], up: 'replace up ControlLeft' })
        return 'replace down ControlLeft'
      }
      if (code === 'Space') {
        held.set(code, { fate: 'layer' })
        return 'swallow'
      }
      return keep(`pull ${{ KeyF: 'l9', KeyK: 'l12', ControlLeft: 'l11' }[code]}`)
    }
    if (code === 'KeyH') return keep('swallow')
    if (modifierOfCode(code)) {
      held.set(code, { fate: 'pass' })
      return 'pass'
    }
    const made = code === 'CapsLock' ? { code: 'Escape', modifiers: [] } : madeInto(code)
    const id = nameAt(i, held, shots, code === 'CapsLock' ? 'Escape' : code)
    // The system's own.
    if (id === 'Ctrl+Shift+Escape') return keep('swallow')
    for (const { entry, trigger } of withKind('together', front)) {
      if (!trigger.keys.includes(made.code)) continue
      const other = trigger.keys.find((key) => key !== made.code)!
      for (let j = i + 1; j < events.length && events[j]!.atMs < atMs + trigger.windowMs!; j++) {
        if (events[j]!.kind === 'up' && events[j]!.code === code) break
        if (!isPress(events[j]!) || modifierOfCode(events[j]!.code) || events[j]!.code === 'KeyH') continue
        if (madeInto(events[j]!.code).code !== other) break
        settled.set(j, `pull ${entry.id}`)
        return keep('swallow')
      }
    }
    const presses = chainFrom(i, id)
    const sequences = [
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
      ids.every((wanted, n) => {
        const part = presses[n]
        if (!part) return false
        const before = presses[n - 1]
        return (
          part.names.includes(wanted) &&
          events[part.i]!.front === front &&
          (!before || events[part.i]!.atMs < events[before.i]!.atMs + gapMs)
        )
      }),
    )
    const [sequence] = sequences.sort((a, b) => b.ids.length - a.ids.length)
    if (sequence) {
      presses
        .slice(1, sequence.ids.length)
        .forEach((part, n) =>
          settled.set(part.i, n === sequence.ids.length - 2 ? `pull ${sequence.entry.id}` : 'swallow'),
        )
      return keep('swallow')
    }
    if (id === 'Shift+KeyB' && physicalAt(i).has('ShiftRight')) return keep('pull l14')
    const chord = withKind('chord', front).filter(
      ({ entry, trigger }) =>
        entry.id !== 'l14' &&
        (trigger.keyboard === undefined || trigger.keyboard === events[i]!.keyboard) &&
        chordId(valueOf(parseChord(trigger.chord))) === id,
    )[0]
    if (chord) {
      const outcome = keep(`pull ${chord.entry.id}`)
      const everyMs = chord.trigger.repeatMs
      if (everyMs !== undefined)
        held.set(code, { fate: 'kept', goesOn: { outcome, everyMs, nextAtMs: atMs + everyMs } })
      return outcome
    }
    if (id === 'Ctrl+KeyG') {
      held.set(code, { fate: 'kept', up: 'pull l10' })
      return 'swallow'
    }
    const isArmed = shots.some(({ untilMs }) => atMs < untilMs)
    if (made.code !== code || isArmed) return sendsAs(i, code, made.code, made.modifiers)
    held.set(code, { fate: 'pass' })
    return spelled(i, code, effective(i, held, []), 'pass')
  }

  return events.map((event, i) => {
    const { code, atMs } = event
    const entry = held.get(code)
    if (event.kind === 'down' && event.repeat && entry?.goesOn) {
      const { outcome, everyMs, nextAtMs } = entry.goesOn
      if (atMs < nextAtMs) return 'swallow'
      held.set(code, { ...entry, goesOn: { outcome, everyMs, nextAtMs: atMs + everyMs } })
      return forget(outcome)
    }
    if (event.kind === 'down' && event.repeat)
      return entry?.sends
        ? spelled(i, entry.sends, sentWith(entry.repeat!, effective(i, held, [])), entry.repeat!)
        : !entry || entry.fate === 'pass'
          ? spelled(i, code, effective(i, held, []), 'pass')
          : 'swallow'
    if (event.kind === 'down') {
      const outcome = press(i)
      if (outcome.startsWith('pull') && !outcome.includes('Backspace')) forget(outcome)
      lastPress = { code, atMs }
      if (!modifierOfCode(code)) shots = []
      return outcome
    }
    held.delete(code)
    if (entry?.up) return entry.up.startsWith('pull') ? forget(entry.up) : entry.up
    if (entry && entry.fate !== 'pass') return 'swallow'
    const isTap =
      modifierOfCode(code) !== undefined &&
      lastPress?.code === code &&
      atMs - lastPress.atMs < 200 &&
      [...held.values()].every(({ fate }) => fate === 'modifiers' || fate === 'layer')
    if (isTap && code === 'MetaLeft') return forget('pull l13 up MetaLeft')
    if (isTap && code === 'ShiftLeft') shots = shots.length > 0 ? [] : [{ untilMs: atMs + 300 }]
    return 'pass'
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
    // The reference looks at all before for each key; what it holds at its end may still be decided.
    const expected = reference(events.slice(0, 12_000)).slice(0, 11_900)
    expect(expected.findIndex((outcome, i) => outcome !== outcomes[i])).toBe(-1)
    // Each of the words was typed, and each of the levers pulled, by chance.
    const pulls = levers.map(({ id }) => `pull ${id}`)
    expect(
      pulls.filter((pull) => !outcomes.some((outcome) => outcome.split(' ').slice(0, 2).join(' ') === pull)),
    ).toEqual([])
    for (const word of ['pull l17 ', 'pull l18 ', 'cab', 'sea', 'ok  '])
      expect([word, outcomes.filter((outcome) => outcome.includes(word)).length]).not.toEqual([word, 0])
  },
)
