import { parseChord } from '../keys'
import type { Frame, KeyRule, KeySettings } from '../levers'
import { createResolver } from '../resolve'
import type { KeyEvent } from '../resolve'
import { assertNever } from '../result'
import { down, LONG_MS, play, pressesOfWord, signOfEnding, STEP_MS, tapChord, up } from './pictures'
import { wordsOf } from './probe'

/** A rule that never does what it says. */
export interface IdleRule {
  readonly frameId: string
  readonly ruleId: string
  /** What stands in its way, as a sentence. */
  readonly because: string
}

/**
 * Rules of frames that are on which change nothing, found by asking the engine: the keys a rule is about come to the
 * same with it and without it.
 */
export function idleRules(frames: readonly Frame[], keys: KeySettings): IdleRule[] {
  const all = frames.flatMap((frame) => (frame.on ? (frame.rules ?? []).map((rule) => ({ frame, rule })) : []))
  const without = (gone: readonly KeyRule[]): Frame[] =>
    frames.map((frame) => ({ ...frame, rules: (frame.rules ?? []).filter((rule) => !gone.includes(rule)) }))
  const outcome = (events: readonly KeyEvent[], gone: readonly KeyRule[]) =>
    JSON.stringify(play(createResolver({ levers: [], frames: without(gone), programs: {}, keys }), events))
  return all.flatMap(({ frame, rule }): IdleRule[] => {
    const events = pictureOf(rule, keys)
    if (!events || outcome(events, []) !== outcome(events, [rule])) return []
    const inTheWay = all.find(
      (other) => other.rule !== rule && outcome(events, [other.rule]) !== outcome(events, [other.rule, rule]),
    )
    const whose = inTheWay && inTheWay.frame !== frame ? ` of ${inTheWay.frame.name}` : ''
    const because = inTheWay
      ? `It never acts: another rule${whose} comes first (${wordsOf(inTheWay.rule)}).`
      : 'It never acts: the keys do the same without it.'
    return [{ frameId: frame.id, ruleId: rule.id, because }]
  })
}

/** Keys that show what a rule does; undefined for what is told with its levers, and for what no key types. */
function pictureOf(rule: KeyRule, keys: KeySettings): KeyEvent[] | undefined {
  const from = (events: readonly KeyEvent[]): KeyEvent[] =>
    rule.keyboard === undefined
      ? [...events]
      : events.map((event) => ('code' in event ? { ...event, keyboard: rule.keyboard } : event))
  switch (rule.kind) {
    case 'remap':
      return from(inLayer(rule.layer, tapAt(rule.from)))
    case 'disable':
      return from(inLayer(rule.layer, tapAt(rule.key)))
    case 'type': {
      const chord = parseChord(rule.chord)
      return chord.ok ? from(inLayer(rule.layer, (atMs) => tapChord(chord.value, atMs))) : undefined
    }
    case 'tap-hold':
      return from([
        ...tapAt(rule.key)(0),
        down(rule.key, LONG_MS),
        ...tapAt('KeyZ')(LONG_MS * 2),
        up(rule.key, LONG_MS * 3),
      ])
    case 'one-shot':
      return from([...tapAt(rule.key)(0), ...tapAt('KeyZ')(STEP_MS * 4)])
    case 'word': {
      const [ending] = rule.endings
      const presses = pressesOfWord(rule.word + (ending ? signOfEnding[ending] : ''), keys.legends)
      if (presses.length < rule.word.length + (ending ? 1 : 0)) return undefined
      return from(presses.flatMap((press, i) => tapChord(press, i * 2 * STEP_MS)))
    }
    case 'row':
      return undefined
    default:
      return assertNever(rule)
  }
}

const tapAt = (code: string) => (atMs: number) => [down(code, atMs), up(code, atMs + STEP_MS)]

/** A tap while a layer is held for long, or by itself. */
function inLayer(layer: string | undefined, tap: (atMs: number) => KeyEvent[]): KeyEvent[] {
  return layer === undefined ? tap(0) : [down(layer, 0), ...tap(LONG_MS), up(layer, LONG_MS * 2)]
}
