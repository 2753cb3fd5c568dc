import { chordId, codeOfModifier, hasAltGr, modifierOfCode, parseChord } from '../keys'
import type { Modifier } from '../keys'
import type { Frame, KeyRule, KeySettings } from '../levers'
import { assertNever } from '../result'

export type RuleOf<K extends KeyRule['kind']> = Extract<KeyRule, { kind: K }>

/** What a rule makes of a key: another key, with modifiers if any, or a modifier. */
export interface Mapped {
  readonly code: string
  readonly modifiers: readonly Modifier[]
  /** Where the key is made a modifier: which. */
  readonly acts?: Modifier
  readonly keyboard?: string
  /** It is so because the key was tapped. */
  readonly isTap?: true
}

/** Rules by the key they are about, or by the id of a chord; the first that is for the keyboard at hand counts. */
export interface RuleSet {
  readonly remaps: ReadonlyMap<string, readonly Mapped[]>
  readonly disabled: ReadonlyMap<string, readonly RuleOf<'disable'>[]>
  readonly types: ReadonlyMap<string, readonly RuleOf<'type'>[]>
}

export interface Rules extends RuleSet {
  readonly tapHolds: ReadonlyMap<string, readonly RuleOf<'tap-hold'>[]>
  readonly oneShots: ReadonlyMap<string, readonly RuleOf<'one-shot'>[]>
  /** Rules that count while a key is held. */
  readonly inLayer: ReadonlyMap<string, RuleSet>
}

/** The rules of the frames that are on, in the order of the frames. */
export function compileRules(frames: readonly Frame[], legends: KeySettings['legends']): Rules {
  const all = emptySet()
  const tapHolds = new Map<string, RuleOf<'tap-hold'>[]>()
  const oneShots = new Map<string, RuleOf<'one-shot'>[]>()
  const inLayer = new Map<string, ReturnType<typeof emptySet>>()
  const setFor = (layer: string | undefined) => {
    if (layer === undefined) return all
    let set = inLayer.get(layer)
    if (!set) inLayer.set(layer, (set = emptySet()))
    return set
  }
  for (const rule of frames.flatMap((frame) => (frame.on ? (frame.rules ?? []) : []))) {
    switch (rule.kind) {
      case 'tap-hold':
        add(tapHolds, rule.key, rule)
        break
      case 'one-shot':
        add(oneShots, rule.key, rule)
        break
      case 'remap':
        add(setFor(rule.layer).remaps, rule.from, mappedBy(rule, legends))
        break
      case 'disable':
        add(setFor(rule.layer).disabled, rule.key, rule)
        break
      case 'type': {
        const chord = parseChord(rule.chord)
        if (chord.ok) add(setFor(rule.layer).types, chordId(chord.value), rule)
        break
      }
      case 'row':
      case 'word':
        break
      default:
        assertNever(rule)
    }
  }
  return { ...all, tapHolds, oneShots, inLayer }
}

function emptySet() {
  return {
    remaps: new Map<string, Mapped[]>(),
    disabled: new Map<string, RuleOf<'disable'>[]>(),
    types: new Map<string, RuleOf<'type'>[]>(),
  }
}

function add<T>(map: Map<string, T[]>, key: string, entry: T): void {
  const list = map.get(key)
  if (list) list.push(entry)
  else map.set(key, [entry])
}

function mappedBy({ to, keyboard }: RuleOf<'remap'>, legends: KeySettings['legends']): Mapped {
  const only = keyboard === undefined ? {} : { keyboard }
  const plain = modifierOfCode(to)
  if (plain) {
    const acts = to === codeOfModifier('AltGr') && hasAltGr(legends) ? 'AltGr' : plain
    return { code: to, modifiers: [], acts, ...only }
  }
  const chord = parseChord(to)
  return chord.ok
    ? { code: chord.value.code, modifiers: chord.value.modifiers, ...only }
    : { code: to, modifiers: [], ...only }
}

/** The first of some rules that is for a keyboard. */
export function forKeyboard<T extends { readonly keyboard?: string }>(
  rules: readonly T[] | undefined,
  keyboard: string | undefined,
): T | undefined {
  return rules?.find((rule) => rule.keyboard === undefined || rule.keyboard === keyboard)
}
