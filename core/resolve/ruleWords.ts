import type { Frame, KeyRule, TriggerOf } from '../levers'
import type { Bound } from './bound'

export type WordRule = Extract<KeyRule, { kind: 'word' }>

/** A word of a rule, with the frame whose values its text may use. */
export interface FramedWord {
  readonly trigger: WordRule
  readonly frameId: string
}

/** All typed words, as they are written in small letters, and how long there are any, the longest first. */
export interface Words {
  readonly levers: ReadonlyMap<string, readonly Bound<TriggerOf<'word'>>[]>
  readonly rules: ReadonlyMap<string, readonly FramedWord[]>
  readonly lengths: readonly number[]
}

/** The words of rules of the frames that are on, in the order of the frames. */
export function ruleWords(frames: readonly Frame[]): Map<string, FramedWord[]> {
  const words = new Map<string, FramedWord[]>()
  for (const { id, on, rules = [] } of frames)
    for (const rule of on ? rules : []) {
      if (rule.kind !== 'word') continue
      const key = rule.word.toLowerCase()
      words.set(key, [...(words.get(key) ?? []), { trigger: rule, frameId: id }])
    }
  return words
}
