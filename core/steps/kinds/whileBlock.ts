import { z } from 'zod'
import { slot } from '../../phrases'
import { conditionSchema, evaluate } from '../../conditions'
import type { Condition } from '../../conditions'
import { countOf } from '../../names'
import { defineBlock } from '../defineStep'
import { partsIn } from '../names'
import type { Names } from '../names'
import { partOf, say } from '../../sentence'
import type { Sentence } from '../../sentence'
import { MOST_ROUNDS } from './repeatBlock'

/** Goes round as long as something holds, and no more often than it may. */
export const whileBlock = defineBlock({
  kind: 'while',
  label: 'While',
  help: 'Steps that are done again as long as something holds, at most so often.',
  nature: 'sheet',
  phrases: [
    { say: 'while {condition}', gives: { condition: slot('condition') }, body: 'steps' },
    { say: 'as long as {condition}', gives: { condition: slot('condition') }, body: 'steps', isHeardOnly: true },
  ],
  isLoop: true,
  fields: (list) => ({
    condition: conditionSchema,
    atMost: z.number().int().min(1, 'At least once.').max(MOST_ROUNDS),
    steps: list,
  }),
  fresh: { condition: { kind: 'value-is', text: '', test: { kind: 'empty' } }, atMost: 100, steps: [] },
  sentence: (step, names) => say`${headText(step.condition, names)}, does ${countOf(step.steps.length, 'step')}.`,
  head({ condition, atMost }, _list, names) {
    const times = say`${partOf('atMost', atMost.toLocaleString('en'), 'number')} ${atMost === 1 ? 'time' : 'times'}`
    return say`${headText(condition, names)}, at most ${times}`
  },
  children: ({ steps }) => [{ list: 'steps', steps }],
  gives: () => [['round', []]],
  next({ condition, atMost }, place, bench, { minuteOfDay, nowMs, values }) {
    const before = place.at === 'end' ? Number(place.state) : 0
    const { holds, because } = evaluate(condition, bench, { minuteOfDay, nowMs, values })
    const times = () => `Went round ${countOf(before, 'time')}`
    if (!holds) return { kind: 'leave', because: `${times()}: ${because}` }
    if (before >= atMost) return { kind: 'leave', because: `${times()}, the most it may: ${because}` }
    return { kind: 'enter', list: 'steps', state: before + 1, values: { round: before + 1 }, because }
  },
})

function headText(condition: Condition, names: Names): Sentence {
  return say`While ${partsIn('condition', condition, names)}`
}
