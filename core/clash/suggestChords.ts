import { fingerOf, formatChord, KEY_ROWS, keyboardOf, keyLabel, letterCodes, MODIFIERS, parseChord } from '../keys'
import type { Chord, Modifier } from '../keys'
import { DEFAULT_KEYS } from '../levers'
import type { KeySettings, Lever } from '../levers'
import type { Clash } from './clash'
import { createClashIndex } from './clashIndex'
import type { ClashIndex, ClashInput } from './clashIndex'

export interface Suggestion {
  readonly chord: string
  /** Why it is offered, as a sentence. */
  readonly because: string
  /** Lower is better; see `effortOf` for its unit. */
  readonly cost: number
}

export interface SuggestInput extends ClashInput {
  /** The lever that wants a chord; its own triggers do not stand in the way. */
  readonly lever: Lever
  readonly count: number
  /** The claims of `levers`, where there is such an index already; it is left as it was. */
  readonly index?: ClashIndex
}

const modifierSets: readonly (readonly Modifier[])[] = [
  ['Ctrl', 'Alt'],
  ['Ctrl', 'Shift'],
  ['Alt', 'Shift'],
  ['Meta'],
  ['Meta', 'Alt'],
  ['Meta', 'Shift'],
  ['Ctrl', 'Alt', 'Shift'],
  [],
]

/** Free keys that are good to reach and to remember, best first: no clash but notes in any program of the scope. */
export function suggestChords(input: SuggestInput): Suggestion[] {
  const { lever, levers, count, keys = DEFAULT_KEYS } = input
  const { id, frameId } = lever
  const neighbours = levers.filter((entry) => entry.frameId === frameId && entry.id !== id)
  const index = input.index ?? createClashIndex(input)
  const memory = memoryOf(lever.name, keys)
  const habit = habitOf(neighbours)
  const besides = new Set(neighbours.flatMap(chordsOf).map((chord) => chord.code))
  const ranked = modifierSets
    .flatMap((modifiers) =>
      [...keyboardOf(keys.keyboard).codes]
        .filter((code) => isOffered(code, modifiers))
        .map((code) => {
          const chord: Chord = { modifiers, code }
          const reasons = reasonsOf(chord, memory, habit, besides)
          return { chord, reasons, cost: effortOf(chord) + reasons.reduce((sum, reason) => sum - reason.worth, 0) }
        }),
    )
    .sort((a, b) => a.cost - b.cost || formatChord(a.chord).localeCompare(formatChord(b.chord)))
  const suggestions: Suggestion[] = []
  for (const { chord, reasons, cost } of ranked) {
    if (suggestions.length === count) break
    const text = formatChord(chord)
    if (isRuled(chord, index) || clashesWith(text, lever, index).length > 0) continue
    const free = lever.scope.kind === 'only' ? 'Free in every program of its scope' : 'Free everywhere'
    const because = `${[free, ...reasons.map((reason) => reason.words)].join(', ')}.`
    suggestions.push({ chord: text, cost, because })
  }
  // Trying them took the lever's own claims out of the index.
  const own = input.index && levers.find((entry) => entry.id === id)
  if (own) index.put(own)
  return suggestions
}

/** Whether rules make something of the key, type with it, or count rows along it. */
function isRuled(chord: Chord, { probe }: ClashIndex): boolean {
  const pressed = probe.pressed(chord.code, chord.modifiers)
  return probe.isInRow(chord) || pressed.kind !== 'chord' || pressed.rule !== undefined
}

/** Letters, digits and function keys; without modifiers only function keys, which type nothing. */
function isOffered(code: string, modifiers: readonly Modifier[]): boolean {
  return modifiers.length === 0 ? /^F\d+$/.test(code) : /^(Key[A-Z]|Digit\d|F\d+)$/.test(code)
}

/**
 * What a chord would clash with as the only key of a lever; the index is left as it was, which must not have the lever.
 */
export function clashesWith(chord: string, lever: Lever, index: ClashIndex): Clash[] {
  index.put({ ...lever, enabled: true, triggers: [{ id: 'probe', kind: 'chord', chord, wins: 'auto' }] })
  const clashes = index.of(lever.id).filter((clash) => clash.kind !== 'frame-off')
  index.remove(lever.id)
  return clashes
}

/** Penalties of a reach, in units of the step from the home row to the next. */
const EFFORT = { row: 1, stretch: 0.7, finger: [0, 0, 0.2, 0.5, 0.8], modifier: 0.9, thirdModifier: 1.5, sameHand: 0.6 }

/**
 * How hard a chord is to press: the row and finger of its key, stretching, each modifier, and a key for the left hand
 * while that holds the modifiers. A simple additive model, as in the literature on key layouts (rows and weak fingers
 * cost, hands that share cost).
 */
export function effortOf({ modifiers, code }: Chord): number {
  const { hand, finger, distance, isStretch } = fingerOf(code)
  const sameHand = modifiers.length > 1 && hand === 'left' && finger >= 3 ? EFFORT.sameHand : 0
  return (
    distance * EFFORT.row +
    (isStretch ? EFFORT.stretch : 0) +
    EFFORT.finger[finger]! +
    modifiers.length * EFFORT.modifier +
    (modifiers.length > 2 ? EFFORT.thirdModifier : 0) +
    sameHand
  )
}

interface Reason {
  readonly words: string
  readonly worth: number
}

function reasonsOf(
  chord: Chord,
  memory: ReadonlyMap<string, Reason>,
  habit: ReadonlyMap<string, number>,
  neighbours: ReadonlySet<string>,
): Reason[] {
  const reasons: Reason[] = []
  const remembered = memory.get(chord.code)
  if (remembered) reasons.push(remembered)
  const { hand } = fingerOf(chord.code)
  if (chord.modifiers.length > 0 && hand === 'left') reasons.push({ words: 'left hand only', worth: 0.4 })
  const uses = habit.get(chord.modifiers.join('+')) ?? 0
  if (uses > 1)
    reasons.push({ words: `with the modifiers of its frame (${uses} levers)`, worth: Math.min(2, 0.4 + uses * 0.2) })
  if (isBeside(chord.code, neighbours)) reasons.push({ words: 'next to its neighbours', worth: 0.3 })
  return reasons
}

/** Letters of the name, first letters of its words first, by the keys that carry them here. */
function memoryOf(name: string, keys: KeySettings): Map<string, Reason> {
  const memory = new Map<string, Reason>()
  const words =
    name
      .normalize('NFD')
      .replace(/\p{M}/gu, '')
      .toUpperCase()
      .match(/[A-Z]+/g) ?? []
  const note = (letter: string, words: string, worth: number) => {
    const code = letterCodes('ABCDEFGHIJKLMNOPQRSTUVWXYZ').find((entry) => keyLabel(keys.legends, entry) === letter)
    if (code && !memory.has(code)) memory.set(code, { words, worth })
  }
  words.forEach((word, i) => note(word[0]!, `${word[0]} as in “${original(name, word)}”`, i === 0 ? 3.2 : 2.6))
  for (const letter of words.join('')) note(letter, `${letter} is a letter of its name`, 1)
  return memory
}

function original(name: string, word: string): string {
  return (
    name.split(/\s+/).find((part) => part.normalize('NFD').replace(/\p{M}/gu, '').toUpperCase().includes(word)) ?? word
  )
}

function chordsOf(lever: Lever): Chord[] {
  return lever.triggers.flatMap((trigger) => {
    const chord = trigger.kind === 'chord' ? parseChord(trigger.chord) : undefined
    return chord?.ok ? [chord.value] : []
  })
}

function habitOf(levers: readonly Lever[]): Map<string, number> {
  const uses = new Map<string, number>()
  for (const { modifiers } of levers.flatMap(chordsOf)) {
    const key = MODIFIERS.filter((modifier) => modifiers.includes(modifier)).join('+')
    uses.set(key, (uses.get(key) ?? 0) + 1)
  }
  return uses
}

function isBeside(code: string, neighbours: ReadonlySet<string>): boolean {
  const row = KEY_ROWS.find((codes) => codes.includes(code))
  const at = row?.indexOf(code) ?? -1
  return row !== undefined && [row[at - 1], row[at + 1]].some((other) => other !== undefined && neighbours.has(other))
}
