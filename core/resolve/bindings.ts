import type { Program } from '../bench'
import { chordId, hasAltGr, parseChord, parseSequence } from '../keys'
import type { Chord } from '../keys'
import { DEFAULT_KEYS, onKeyboard, patienceOf, rowTriggers, specificity } from '../levers'
import type { Frame, KeySettings, Lever, LeverDelta, Trigger, TriggerOf } from '../levers'
import { assertNever } from '../result'
import { compileRules } from './compileRules'
import type { Rules } from './compileRules'
import type { Bound, BoundSequence, BoundTogether } from './bound'
import { ruleWords } from './ruleWords'
import type { FramedWord, Words } from './ruleWords'

export interface ResolverConfig {
  readonly levers: readonly Lever[]
  /** With `on` as they stand now. */
  readonly frames: readonly Frame[]
  readonly programs: Readonly<Record<string, Program>>
  readonly keys?: KeySettings
}

export type { Bound, BoundSequence, BoundTogether } from './bound'

/** Triggers and rules by the keys they begin with. */
export interface Bindings extends Rules {
  readonly levers: ReadonlyMap<string, Lever>
  readonly chords: ReadonlyMap<string, readonly Bound[]>
  readonly releases: ReadonlyMap<string, readonly Bound[]>
  readonly sequences: ReadonlyMap<string, readonly BoundSequence[]>
  /** By the key that holds the layer, then by chord. */
  readonly layers: ReadonlyMap<string, ReadonlyMap<string, readonly Bound[]>>
  readonly together: ReadonlyMap<string, readonly BoundTogether[]>
  readonly holds: ReadonlyMap<string, readonly Bound<TriggerOf<'hold'>>[]>
  readonly taps: ReadonlyMap<string, readonly Bound<TriggerOf<'tap'>>[]>
  /** Every chord trigger by its key, for telling near misses. */
  readonly byCode: ReadonlyMap<string, readonly Bound[]>
  /** Some chord means a modifier of one side. */
  readonly hasSides: boolean
  /** The right Alt key is AltGr on this keyboard. */
  readonly hasAltGr: boolean
  /** What each program does with the chords it claims. */
  readonly claims: ReadonlyMap<string, ReadonlyMap<string, string>>
  /** Absent where there is no typed word, so that nothing of them is followed. */
  readonly words?: Words
  readonly legends: KeySettings['legends']
  readonly framesOn: ReadonlySet<string>
  readonly timing: KeySettings['timing']
}

/** Lists by key, in order, from which what one lever has put there can be taken out again. */
class Lists<T> {
  readonly map = new Map<string, T[]>()
  constructor(private readonly boundOf: (item: T) => Bound) {}

  add(key: string, item: T): () => void {
    const list = this.map.get(key)
    if (!list) this.map.set(key, [item])
    else {
      // Behind all that come no later.
      let [from, to] = [0, list.length]
      while (from < to) {
        const middle = (from + to) >>> 1
        if (inOrder(this.boundOf(item), this.boundOf(list[middle]!)) < 0) to = middle
        else from = middle + 1
      }
      list.splice(from, 0, item)
    }
    return () => {
      const left = this.map.get(key)!
      left.splice(left.indexOf(item), 1)
      if (left.length === 0) this.map.delete(key)
    }
  }
}

function inOrder(a: Bound, b: Bound): number {
  return specificity(b.lever.scope) - specificity(a.lever.scope) || a.lever.plate - b.lever.plate
}

/** The bindings of all levers, kept true lever by lever. What they hold is the same as if they had been made anew. */
export class BindingIndex {
  private readonly levers = new Map<string, Lever>()
  private readonly undo = new Map<string, (() => void)[]>()
  /** What each lever has put there. */
  private readonly bounds = new Map<string, { lever: Lever; readonly trigger: Trigger }[]>()
  private readonly undoRows: (() => void)[] = []
  private readonly chords = new Lists<Bound>((bound) => bound)
  private readonly releases = new Lists<Bound>((bound) => bound)
  private readonly sequences = new Lists<BoundSequence>(({ bound }) => bound)
  private readonly layers = new Map<string, Lists<Bound>>()
  private readonly together = new Lists<BoundTogether>(({ bound }) => bound)
  private readonly holds = new Lists<Bound<TriggerOf<'hold'>>>((bound) => bound)
  private readonly taps = new Lists<Bound<TriggerOf<'tap'>>>((bound) => bound)
  private readonly byCode = new Lists<Bound>((bound) => bound)
  private readonly words = new Lists<Bound<TriggerOf<'word'>>>((bound) => bound)
  /** How many words of levers there are of each length. */
  private readonly wordLengths = new Map<number, number>()
  private ruleWords: ReadonlyMap<string, readonly FramedWord[]>
  private frames: readonly Frame[]
  private programs: ResolverConfig['programs']
  private readonly keys: KeySettings
  private sided = 0
  private rules: Rules
  private claims: Bindings['claims']

  constructor({ levers, frames, programs, keys = DEFAULT_KEYS }: ResolverConfig) {
    this.frames = frames
    this.programs = programs
    this.keys = keys
    this.rules = compileRules(frames, this.keys.legends)
    this.ruleWords = ruleWords(frames)
    this.claims = indexClaims(programs)
    // Those that come later in order are put in later, so that each finds its place at once.
    for (const lever of [...levers].sort((a, b) => a.plate - b.plate)) this.put(lever)
    this.putRows()
  }

  /** Takes over what has changed; `keys` alter every trigger and need another index. */
  update({ levers, frames = this.frames, programs = this.programs }: BindingUpdate): void {
    for (const id of levers?.removed ?? []) this.remove(id)
    for (const lever of levers?.changed ?? []) {
      if (this.replace(lever)) continue
      this.remove(lever.id)
      this.put(lever)
    }
    if (frames !== this.frames) {
      this.rules = compileRules(frames, this.keys.legends)
      this.ruleWords = ruleWords(frames)
    }
    if (programs !== this.programs) this.claims = indexClaims(programs)
    const mayMoveRows = frames !== this.frames || levers !== undefined
    this.frames = frames
    this.programs = programs
    if (mayMoveRows) this.putRows()
  }

  get bindings(): Bindings {
    const lengths = new Set([...this.wordLengths.keys(), ...[...this.ruleWords.keys()].map((word) => word.length)])
    return {
      ...(lengths.size === 0
        ? {}
        : {
            words: {
              levers: this.words.map,
              rules: this.ruleWords,
              lengths: [...lengths].sort((a, b) => b - a),
            },
          }),
      legends: this.keys.legends,
      levers: this.levers,
      chords: this.chords.map,
      releases: this.releases.map,
      sequences: this.sequences.map,
      layers: new Map([...this.layers].flatMap(([code, { map }]) => (map.size > 0 ? [[code, map]] : []))),
      together: this.together.map,
      holds: this.holds.map,
      taps: this.taps.map,
      hasSides: this.sided > 0,
      hasAltGr: hasAltGr(this.keys.legends),
      byCode: this.byCode.map,
      timing: this.keys.timing,
      claims: this.claims,
      framesOn: new Set(this.frames.filter((frame) => frame.on).map((frame) => frame.id)),
      ...this.rules,
    }
  }

  private remove(leverId: string): void {
    for (const undo of this.undo.get(leverId) ?? []) undo()
    this.undo.delete(leverId)
    this.bounds.delete(leverId)
    this.levers.delete(leverId)
  }

  /** A lever whose keys, scope and number stay has its place already. Whether it had. */
  private replace(lever: Lever): boolean {
    const before = this.levers.get(lever.id)
    if (before?.triggers !== lever.triggers || before.scope !== lever.scope || before.plate !== lever.plate)
      return false
    this.levers.set(lever.id, lever)
    for (const bound of this.bounds.get(lever.id)!) bound.lever = lever
    return true
  }

  private put(lever: Lever): void {
    const bounds = lever.triggers.map((trigger) => ({ lever, trigger }))
    this.levers.set(lever.id, lever)
    this.bounds.set(lever.id, bounds)
    this.undo.set(
      lever.id,
      bounds.flatMap((bound) => this.bind(bound)),
    )
  }

  /** Rows give chords by the order of the levers in a frame, so that one lever may move all of them. */
  private putRows(): void {
    for (const undo of this.undoRows.splice(0)) undo()
    for (const [id, triggers] of rowTriggers(this.levers.values(), this.frames)) {
      const lever = this.levers.get(id)!
      for (const trigger of triggers) this.undoRows.push(...this.bind({ lever, trigger }))
    }
  }

  /** Puts a trigger where its keys are looked for; gives back what takes it out again. */
  private bind(bound: Bound): (() => void)[] {
    const { trigger } = bound
    const { timing, legends } = this.keys
    const undo: (() => void)[] = []
    const meant = (chord: Chord): Chord => {
      if (chord.sides) {
        this.sided += 1
        undo.push(() => (this.sided -= 1))
      }
      return onKeyboard(trigger, chord, legends)
    }
    const readChord = (text: string): Chord | undefined => {
      const chord = parseChord(text)
      return chord.ok ? meant(chord.value) : undefined
    }
    switch (trigger.kind) {
      case 'chord':
      case 'release': {
        const chord = readChord(trigger.chord)
        if (!chord) break
        const lists = trigger.kind === 'chord' ? this.chords : this.releases
        undo.push(lists.add(chordId(chord), bound), this.byCode.add(chord.code, bound))
        break
      }
      case 'double': {
        const chord = readChord(trigger.chord)
        if (!chord) break
        const ids = [chordId(chord), chordId(chord)]
        undo.push(this.sequences.add(ids[0]!, { bound, ids, gapMs: patienceOf(trigger, timing) }))
        break
      }
      case 'sequence': {
        const parsed = parseSequence(trigger.sequence)
        const ids = parsed.ok ? parsed.value.map((chord) => chordId(meant(chord))) : []
        if (ids.length > 1) undo.push(this.sequences.add(ids[0]!, { bound, ids, gapMs: patienceOf(trigger, timing) }))
        break
      }
      case 'layer': {
        const chord = readChord(trigger.chord)
        if (!chord) break
        if (!this.layers.has(trigger.hold)) this.layers.set(trigger.hold, new Lists<Bound>((entry) => entry))
        undo.push(this.layers.get(trigger.hold)!.add(chordId(chord), bound))
        break
      }
      case 'together': {
        const entry = { bound, codes: trigger.keys, windowMs: patienceOf(trigger, timing) }
        undo.push(...trigger.keys.map((code) => this.together.add(code, entry)))
        break
      }
      case 'hold':
        undo.push(this.holds.add(trigger.key, bound as Bound<TriggerOf<'hold'>>))
        break
      case 'tap':
        undo.push(this.taps.add(trigger.key, bound as Bound<TriggerOf<'tap'>>))
        break
      case 'word': {
        const { length } = trigger.word
        this.wordLengths.set(length, (this.wordLengths.get(length) ?? 0) + 1)
        undo.push(this.words.add(trigger.word.toLowerCase(), bound as Bound<TriggerOf<'word'>>), () => {
          const left = this.wordLengths.get(length)! - 1
          if (left > 0) this.wordLengths.set(length, left)
          else this.wordLengths.delete(length)
        })
        break
      }
      default:
        assertNever(trigger)
    }
    return undo
  }
}

/** What may change without making the index anew. */
export interface BindingUpdate {
  readonly levers?: LeverDelta
  /** With `on` as they stand now. */
  readonly frames?: readonly Frame[]
  readonly programs?: ResolverConfig['programs']
}

function indexClaims(programs: ResolverConfig['programs']): Map<string, Map<string, string>> {
  return new Map(
    Object.values(programs).map((program) => [
      program.id,
      new Map(
        program.claims.flatMap((claim) => {
          const chord = parseChord(claim.chord)
          return chord.ok ? [[chordId(chord.value), claim.does] as const] : []
        }),
      ),
    ]),
  )
}
