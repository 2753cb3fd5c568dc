import type { SlotKind } from '../phrases'
import { PRONOUNS } from './mentions'
import type { Mentions } from './mentions'
import { indexesFor, SLOTS } from './slots'
import type { SlotContext, SlotReading, Span, WordNames } from './slots'

/** What words come to in each slot, by the words and their place; it is found once. */
export type KnownReadings = WeakMap<object, Map<string, readonly SlotReading[]>>

interface ContextOptions {
  /** What was named before. */
  readonly mentions?: Mentions
  readonly isTyping?: boolean
  /** What is known already of words that do not speak of what was named before. */
  readonly shared?: KnownReadings
}

/** How slots are read and written. */
export function contextFor(
  names: WordNames,
  { mentions = [], isTyping = false, shared = new WeakMap() }: ContextOptions = {},
): SlotContext {
  const own: KnownReadings = new WeakMap()
  const context: SlotContext = {
    indexes: indexesFor(names),
    mentions,
    isTyping,
    read(kind: SlotKind, span) {
      const known = tableOf(span, speaksOfBefore(span) ? own : shared)
      const key = `${kind} ${span.from} ${span.end}`
      let readings = known.get(key)
      if (!readings) known.set(key, (readings = SLOTS[kind].read(span, context)))
      return readings
    },
    write: (kind, value) => SLOTS[kind].write(value, context),
  }
  return context
}

function tableOf({ tokens }: Span, known: KnownReadings): Map<string, readonly SlotReading[]> {
  let table = known.get(tokens)
  if (!table) known.set(tokens, (table = new Map()))
  return table
}

/** Whether there is an *it* or *them* among the words. */
function speaksOfBefore({ tokens, from, end }: Span): boolean {
  for (let at = from; at < end; at++) if (PRONOUNS.has(tokens[at]!.lower)) return true
  return false
}
