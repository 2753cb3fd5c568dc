import { doorSchema, triggerSchema } from '../core/levers'
import type { Lever } from '../core/levers'
import { stepSchema } from '../core/steps'
import { arrangementLevers } from './arrangementLevers'
import { deskLevers } from './deskLevers'
import { launchingLevers } from './launchingLevers'
import { scriptLevers } from './scriptLevers'
import { sheetLevers } from './sheetLevers'
import { turntableLevers } from './turntableLevers'

/** The levers of the demo, numbered from 1 in this order. */
export const levers: Lever[] = [
  ...launchingLevers,
  ...deskLevers,
  ...sheetLevers,
  ...turntableLevers,
  ...scriptLevers,
  ...arrangementLevers,
].map((plan, i) => {
  const plate = i + 1
  return {
    id: `lever-${plate}`,
    plate,
    version: 1,
    frameId: plan.frameId,
    name: plan.name,
    aliases: plan.aliases ?? [],
    ...(plan.interlock ? { interlock: plan.interlock } : {}),
    steps: plan.steps.map((step, index) => stepSchema.parse({ id: `s${index + 1}`, ...step })),
    triggers: [...(plan.chords ?? []).map((chord) => ({ kind: 'chord', chord })), ...(plan.more ?? [])].map(
      (trigger, index) => triggerSchema.parse({ id: `lever-${plate}-t${index + 1}`, ...trigger }),
    ),
    scope: plan.scope ?? { kind: 'everywhere' },
    enabled: plan.enabled ?? true,
    whileRunning: 'ignore',
    ...(plan.inputs ? { inputs: plan.inputs } : {}),
    ...(plan.pulledAgain ? { pulledAgain: plan.pulledAgain } : {}),
    ...(plan.doors
      ? { doors: plan.doors.map((door, index) => doorSchema.parse({ id: `lever-${plate}-d${index + 1}`, ...door })) }
      : {}),
  }
})
