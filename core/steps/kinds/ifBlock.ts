import { z } from 'zod'
import { slot } from '../../phrases'
import { conditionSchema, evaluate } from '../../conditions'
import { say } from '../../sentence'
import { defineBlock } from '../defineStep'
import { partsIn } from '../names'

/** The first branch whose condition holds, else the steps of `otherwise`. */
export const ifBlock = defineBlock({
  kind: 'if',
  label: 'If',
  help: 'Steps that are done only where something holds on the bench, and others where it does not.',
  nature: 'sheet',
  phrases: [
    {
      say: '(only) if|when {condition} (then)',
      gives: { branches: [{ condition: slot('condition'), steps: [] }] },
      body: 'branches.0.steps',
    },
    {
      say: 'if not open {text}',
      gives: {
        branches: [{ condition: { kind: 'not', condition: { kind: 'window-open', text: slot('text') } }, steps: [] }],
      },
      body: 'branches.0.steps',
      isHeardOnly: true,
    },
  ],
  fields: (list) => ({
    branches: z
      .array(z.object({ condition: conditionSchema, steps: list }))
      .min(1, 'Say what must hold.')
      .max(20),
    otherwise: list.optional(),
  }),
  fresh: { branches: [] },
  sentence({ branches, otherwise }, names) {
    const [first] = branches
    if (!first) return 'Does something if …'
    const more =
      branches.length > 2
        ? `, or one of ${branches.length - 1} more cases`
        : branches.length > 1
          ? ', or in another case'
          : ''
    const other = otherwise && otherwise.length > 0 ? ', else something other' : ''
    return say`Does something if ${partsIn('branches.0.condition', first.condition, names)}${more}${other}.`
  },
  head({ branches }, list, names) {
    if (list === 'otherwise') return 'Else'
    const at = Number(list.split('.')[1])
    const condition = branches[at] ? partsIn(`branches.${at}.condition`, branches[at].condition, names) : '…'
    return say`${at === 0 ? 'If' : 'Else, if'} ${condition}`
  },
  children: ({ branches, otherwise }) => [
    ...branches.map(({ steps }, i) => ({ list: `branches.${i}.steps`, steps })),
    ...(otherwise ? [{ list: 'otherwise', steps: otherwise }] : []),
  ],
  next({ branches, otherwise }, place, bench, { minuteOfDay, nowMs, values }) {
    if (place.at === 'end') return { kind: 'leave', because: '' }
    const reasons: string[] = []
    for (const [i, { condition }] of branches.entries()) {
      const { holds, because } = evaluate(condition, bench, { minuteOfDay, nowMs, values })
      if (holds) return { kind: 'enter', list: `branches.${i}.steps`, because }
      reasons.push(because)
    }
    const because = reasons.join(', and ')
    return otherwise ? { kind: 'enter', list: 'otherwise', because } : { kind: 'leave', because }
  },
})
