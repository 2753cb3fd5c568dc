import { chordId, keysInRow, modifierOfCode, parseChord, parseSequence } from '../keys'
import type { Chord, LegendId, Modifier } from '../keys'
import { keyName, onKeyboard, patienceOf } from '../levers'
import type { Frame, KeyRule, KeySettings, Lever, Trigger } from '../levers'
import { createResolver } from '../resolve'
import type { Decision, KeyEvent, Resolver } from '../resolve'
import { assertNever } from '../result'
import type { Owner } from './clash'
import { down, flagsOf, play, pressesOfWord, signOfEnding, STEP_MS, tapChord, up } from './pictures'

/** What a rule of a frame makes of a key, in words. */
export interface RuleAt {
  readonly owner: Owner
  readonly words: string
}

/** What a press comes to by rules alone, before any lever or program: nothing, or a chord, which may be another one. */
export type Pressed =
  | { readonly kind: 'disabled'; readonly rule: RuleAt }
  | { readonly kind: 'replaced'; readonly rule: RuleAt }
  | { readonly kind: 'chord'; readonly chord: Chord; readonly rule?: RuleAt }

/** Asks the key engine what rules make of keys, so that no second set of rules can differ from it. */
export interface Probe {
  /** What a key with modifiers comes to when it is tapped. */
  readonly pressed: (code: string, modifiers: readonly Modifier[]) => Pressed
  /** Whether a row of keys has a chord, with a lever for it or not yet. */
  readonly isInRow: (chord: Chord) => boolean
  /** What keeps a trigger from ever pulling its lever; undefined where something pressed does. */
  readonly ruledOut: (lever: Lever, trigger: Trigger) => RuleAt | undefined
}

export function createProbe(frames: readonly Frame[], keys: KeySettings): Probe {
  const rules = frames.flatMap((frame) => (frame.on ? (frame.rules ?? []).map((rule) => ({ frame, rule })) : []))
  const touched = new Set(rules.flatMap(({ rule }) => codesOf(rule, keys.legends)))
  let bare: Resolver | undefined
  const resolver = () => (bare ??= createResolver({ levers: [], frames, programs: {}, keys }))
  const rowIds = new Set(rules.flatMap(({ rule }) => (rule.kind === 'row' ? idsOfRow(rule) : [])))
  const ruleAt = (wanted: (rule: KeyRule) => boolean): RuleAt | undefined => {
    const found = rules.find(({ rule }) => wanted(rule))
    return found && { owner: ownerOf(found.frame), words: wordsOf(found.rule) }
  }

  /** The rule that a key by itself comes to, whatever the keyboard. */
  const ruleFor = (wanted: (rule: KeyRule) => boolean) =>
    ruleAt((rule) => rule.keyboard === undefined && layersOf(rule).length === 0 && wanted(rule))

  return {
    isInRow: (chord) => rowIds.size > 0 && rowIds.has(chordId(chord)),
    pressed(code, modifiers) {
      const plain: Chord = { modifiers, code }
      if (touched.size === 0) return { kind: 'chord', chord: plain }
      const events: KeyEvent[] = [
        { kind: 'down', code, atMs: 0, modifiers: flagsOf(modifiers) },
        { kind: 'up', code, atMs: STEP_MS, modifiers: flagsOf(modifiers) },
      ]
      const decision = play(resolver(), events).find(({ event }) => event.kind === 'down')!
      const held = ruleFor((rule) => rule.kind === 'tap-hold' && rule.key === code)
      switch (decision.reason) {
        case 'disabled-key':
          return { kind: 'disabled', rule: ruleFor((rule) => rule.kind === 'disable' && rule.key === code)! }
        case 'typed': {
          const chord = meant(decision, plain)
          const rule = ruleFor((entry) => entry.kind === 'type' && sameChord(entry.chord, chord))
          return { kind: 'chord', chord, ...(rule ? { rule } : {}) }
        }
        case 'remapped': {
          const rule = ruleFor((entry) => entry.kind === 'remap' && entry.from === code)!
          return decision.chord === undefined
            ? { kind: 'replaced', rule }
            : { kind: 'chord', chord: meant(decision, plain), rule }
        }
        default:
          return { kind: 'chord', chord: meant(decision, plain), ...(held ? { rule: held } : {}) }
      }
    },
    ruledOut(lever, trigger) {
      if (touched.size === 0 && trigger.kind !== 'together') return undefined
      const codes = codesOfTrigger(trigger, keys)
      const isTogetherOfModifiers = trigger.kind === 'together' && trigger.keys.some((key) => modifierOfCode(key))
      if (!isTogetherOfModifiers && !codes.some((code) => touched.has(code))) return undefined
      const alone = { ...lever, enabled: true, triggers: [trigger], scope: { kind: 'everywhere' as const } }
      const framed = frames.some((frame) => frame.id === lever.frameId && frame.on)
        ? frames
        : frames.map((frame) => (frame.id === lever.frameId ? { ...frame, on: true, rules: [] } : frame))
      const engine = createResolver({ levers: [alone], frames: framed, programs: {}, keys })
      const keyboard = trigger.keyboard === undefined ? {} : { keyboard: trigger.keyboard }
      const pictures = waysToPress(
        trigger,
        keys,
        rules.map(({ rule }) => rule),
      )
      const isPulled = pictures.some((events) =>
        play(
          engine,
          events.map((event) => ('code' in event ? { ...event, ...keyboard } : event)),
        ).some(({ leverId }) => leverId === lever.id),
      )
      if (isPulled || pictures.length === 0) return undefined
      if (isTogetherOfModifiers)
        return {
          owner: { kind: 'product', id: 'product', name: 'Keen Lever itself' },
          words: 'passes modifiers on at once, so that they never go together with other keys',
        }
      return ruleAt((rule) => codesOf(rule, keys.legends).some((code) => codes.includes(code)))
    },
  }
}

function idsOfRow({ first, count }: Extract<KeyRule, { kind: 'row' }>): string[] {
  const chord = parseChord(first)
  return chord.ok ? keysInRow(chord.value.code, count).map((code) => chordId({ ...chord.value, code })) : []
}

function meant({ chord }: Decision, plain: Chord): Chord {
  const parsed = chord === undefined ? undefined : parseChord(chord)
  return parsed?.ok ? parsed.value : plain
}

function sameChord(text: string, chord: Chord): boolean {
  const parsed = parseChord(text)
  if (!parsed.ok || parsed.value.code !== chord.code) return false
  return parsed.value.modifiers.join() === chord.modifiers.join()
}

function ownerOf(frame: Frame): Owner {
  return { kind: 'frame', id: frame.id, name: frame.name }
}

/** The key that a rule is for alone while it is held, if there is one. */
function layersOf(rule: KeyRule): string[] {
  return 'layer' in rule && rule.layer !== undefined ? [rule.layer] : []
}

/** The keys that a rule is about, and the one of its layer. */
function codesOf(rule: KeyRule, legends: LegendId): string[] {
  return [...keysOf(rule, legends), ...layersOf(rule)]
}

function keysOf(rule: KeyRule, legends: LegendId): string[] {
  switch (rule.kind) {
    case 'remap':
      return [rule.from]
    case 'type': {
      const chord = parseChord(rule.chord)
      return chord.ok ? [chord.value.code] : []
    }
    case 'disable':
    case 'tap-hold':
    case 'one-shot':
      return [rule.key]
    case 'word':
      return pressesOfWord(rule.word, legends).map(({ code }) => code)
    case 'row':
      return []
    default:
      return assertNever(rule)
  }
}

/** What a rule does, in words. */
export function wordsOf(rule: KeyRule): string {
  switch (rule.kind) {
    case 'remap':
      return `is ${keyName(rule.to)}`
    case 'disable':
      return 'disabled'
    case 'type':
      return `types “${rule.text}”`
    case 'tap-hold':
      return `held: ${rule.hold.kind === 'layer' ? 'a layer' : rule.hold.modifiers.join('+')}`
    case 'one-shot':
      return 'tapped: holds for the next key'
    case 'word':
      return `“${rule.word}” becomes a text`
    case 'row':
      return 'a row for the levers'
    default:
      return assertNever(rule)
  }
}

/** The keys that a trigger is about, as they lie on the keyboard. */
function codesOfTrigger(trigger: Trigger, keys: KeySettings): string[] {
  switch (trigger.kind) {
    case 'chord':
    case 'release':
    case 'double':
      return chordsOf(trigger.chord, trigger, keys).map(({ code }) => code)
    case 'sequence':
      return chordsOf(trigger.sequence, trigger, keys).map(({ code }) => code)
    case 'layer':
      return [trigger.hold, ...chordsOf(trigger.chord, trigger, keys).map(({ code }) => code)]
    case 'together':
      return [...trigger.keys]
    case 'hold':
    case 'tap':
      return [trigger.key]
    case 'word':
      return pressesOfWord(trigger.word, keys.legends).map(({ code }) => code)
    default:
      return assertNever(trigger)
  }
}

function chordsOf(text: string, trigger: Trigger, keys: KeySettings): Chord[] {
  const parsed = parseSequence(text)
  return parsed.ok ? parsed.value.map((chord) => onKeyboard(trigger, chord, keys.legends)) : []
}

/** Ways in which hands could press a trigger: with its own keys, and with those that rules make into them. */
function waysToPress(trigger: Trigger, keys: KeySettings, rules: readonly KeyRule[]): KeyEvent[][] {
  const standsFor = (code: string): string[] => [
    code,
    ...rules.flatMap((rule) => {
      if (rule.kind === 'remap' && rule.to === code) return [rule.from]
      return rule.kind === 'tap-hold' && rule.tap === code ? [rule.key] : []
    }),
  ]
  const { timing } = keys
  switch (trigger.kind) {
    case 'chord':
    case 'release':
    case 'double':
    case 'sequence': {
      const chords = chordsOf(trigger.kind === 'sequence' ? trigger.sequence : trigger.chord, trigger, keys)
      const all = trigger.kind === 'double' ? [...chords, ...chords] : chords
      return waysOf(all.map(({ code }) => standsFor(code))).map((codes) => {
        let atMs = 0
        return all.flatMap((chord, i) => {
          const events = tapChord({ ...chord, code: codes[i]! }, atMs)
          atMs = events.at(-1)!.atMs + STEP_MS
          return events
        })
      })
    }
    case 'layer': {
      const [chord] = chordsOf(trigger.chord, trigger, keys)
      const heldMs = Math.max(patienceOf(trigger, timing), ...rules.map(holdMsOf)) + timing.holdMs + STEP_MS
      return waysOf([standsFor(trigger.hold), standsFor(chord?.code ?? '')]).map(([hold, code]) => [
        down(hold!, 0),
        ...tapChord({ modifiers: chord?.modifiers ?? [], code: code! }, heldMs, [hold!]),
        up(hold!, heldMs * 2 + 200),
      ])
    }
    case 'together':
      return waysOf(trigger.keys.map(standsFor)).map((codes) => [
        ...codes.map((code, i) => down(code, i)),
        ...codes.map((code, i) => up(code, 100 + i)),
      ])
    case 'hold': {
      const heldMs = patienceOf(trigger, timing) + STEP_MS
      return standsFor(trigger.key).map((code) => [
        down(code, 0),
        up(code, Math.max(heldMs, ...rules.map(holdMsOf)) + heldMs),
      ])
    }
    case 'tap': {
      const taps = Array.from({ length: trigger.times }, (_, i) => i * 4 * STEP_MS)
      return standsFor(trigger.key).map((code) => taps.flatMap((atMs) => [down(code, atMs), up(code, atMs + STEP_MS)]))
    }
    case 'word': {
      const [ending] = trigger.endings
      const presses = pressesOfWord(trigger.word + (ending ? signOfEnding[ending] : ''), keys.legends)
      if (presses.length <= trigger.word.length - (ending ? 0 : 1)) return []
      // By the keys themselves, and by those that rules make into them.
      return [0, -1].map((which) =>
        presses.flatMap(({ code, modifiers }, i) =>
          tapChord({ modifiers, code: standsFor(code).at(which)! }, i * 2 * STEP_MS),
        ),
      )
    }
    default:
      return assertNever(trigger)
  }
}

const holdMsOf = (rule: KeyRule) => (rule.kind === 'tap-hold' ? (rule.holdMs ?? 0) : 0)

const MOST_WAYS = 16
function waysOf(choices: readonly (readonly string[])[]): string[][] {
  let ways: string[][] = [[]]
  for (const options of choices) ways = ways.flatMap((way) => options.map((code) => [...way, code])).slice(0, MOST_WAYS)
  return ways
}
