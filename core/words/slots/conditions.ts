import { CONDITION_PHRASES, describeCondition } from '../../conditions'
import type { Condition } from '../../conditions'
import { fillTemplate } from '../../phrases'
import { matchPhrases, writePhrases } from '../phraseMatch'
import { after } from './slot'
import type { SlotContext, SlotGrammar, SlotReading, Span } from './slot'

/** One condition, without *and* and *or*. */
function readOne(span: Span, context: SlotContext): SlotReading[] {
  return matchPhrases(CONDITION_PHRASES, span, context).map(({ phrase, slots, to, sureness, mentions, choices }) => {
    const value = fillTemplate(phrase.gives, slots)
    return { to, value, sureness, mentions, says: saidOf(value, context), ...(choices ? { choices } : {}) }
  })
}

const saidOf = (value: unknown, { indexes }: SlotContext) => describeCondition(value as Condition, indexes.names.bench)

/** A condition: one, or several that must all hold, or any of them. */
export const condition: SlotGrammar = {
  read(span, context) {
    const ones = readOne(span, context)
    return [
      ...ones,
      ...ones.flatMap((first) =>
        (['and', 'or'] as const).flatMap((word) => {
          const behind = after({ ...span, from: first.to }, [word])
          if (!behind) return []
          const kind = word === 'and' ? 'all' : 'any'
          return readMore(behind, word, context).map(({ to, parts, sureness }): SlotReading => {
            const value = { kind, conditions: [first.value, ...parts] }
            return {
              to,
              value,
              sureness: Math.min(first.sureness, sureness),
              mentions: first.mentions ?? [],
              says: saidOf(value, context),
            }
          })
        }),
      ),
    ]
  },
  write(value, context) {
    const meant = value as Condition
    if (meant.kind !== 'all' && meant.kind !== 'any')
      return writePhrases(CONDITION_PHRASES, {}, meant as unknown as Record<string, unknown>, context)
    const parts = meant.conditions.map((one) =>
      one.kind === 'all' || one.kind === 'any' ? undefined : condition.write(one, context),
    )
    if (parts.includes(undefined) || parts.length < 2) return undefined
    return parts.join(meant.kind === 'all' ? ' and ' : ' or ')
  },
}

function readMore(
  span: Span,
  word: string,
  context: SlotContext,
): { to: number; parts: unknown[]; sureness: number }[] {
  return readOne(span, context).flatMap(({ to, value, sureness }) => {
    const behind = after({ ...span, from: to }, [word])
    const more = behind ? readMore(behind, word, context) : []
    return [
      { to, parts: [value], sureness },
      ...more.map((rest) => ({
        to: rest.to,
        parts: [value, ...rest.parts],
        sureness: Math.min(sureness, rest.sureness),
      })),
    ]
  })
}
