import { z } from 'zod'
import { slot } from '../../phrases'
import { own } from '../../result'
import { valueAt } from '../../values'
import type { Value } from '../../values'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { calledLeverSchema, templateSchema, valueNameSchema } from '../fields'
import { fill } from '../fill'
import { stepIssue } from '../issues'
import { leverName } from '../names'
import { partOf, say } from '../../sentence'

/** Another lever does its steps here; what it gives back can have a name. */
export const pullLever = defineStep({
  kind: 'lever.pull',
  label: 'Pull a lever',
  help: 'With what it is given, and a name for what it gives back.',
  nature: 'sheet',
  phrases: [
    { say: 'pull [lever] {lever} as {name}', gives: { leverId: slot('lever'), as: slot('name') } },
    { say: 'pull [lever] {lever}', gives: { leverId: slot('lever') } },
  ],
  fields: {
    leverId: calledLeverSchema,
    inputs: z.array(z.object({ name: valueNameSchema, text: templateSchema })).max(50),
    as: z.union([z.literal(''), valueNameSchema]).optional(),
  },
  fresh: { leverId: '', inputs: [] },
  keeps: ({ as }) => as,
  sentence({ leverId, inputs, as }, names) {
    const given = inputs.map(({ name, text }) => `${name} “${text}”`).join(', ')
    const withInputs = given === '' ? '' : ` with ${given}`
    const lever = partOf('leverId', leverName(leverId, names), 'lever')
    return as
      ? say`Pulls ${lever}${withInputs} and calls the answer ${partOf('as', as, 'name')}.`
      : say`Pulls ${lever}${withInputs}.`
  },
  byHand: () => undefined,
  perform({ leverId, inputs }, bench, context) {
    if (leverId === '') return failed([stepIssue({ code: 'lever-missing', leverId }, 'leverId')])
    const given: Record<string, Value> = {}
    for (const { name, text } of inputs) {
      const whole = wholeValue(text, context.scope ?? {})
      const value = whole === undefined ? fill(text, bench, context) : { ok: true as const, value: whole }
      if (!value.ok) return failed(value.issues)
      given[name] = value.value
    }
    return { kind: 'calls', leverId, inputs: given }
  },
})

/** A text that is one name only stands for its value with all its parts, and not for the text of it. */
export function wholeValue(text: string, scope: Readonly<Record<string, Value>>): Value | undefined {
  const name = /^\$\{([^{}]+)\}$/.exec(text)?.[1]
  return name === undefined ? undefined : (own(scope, name) ?? valueAt(scope, name))
}
