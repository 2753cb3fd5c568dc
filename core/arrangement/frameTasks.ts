import { own } from '../result'
import type { Arrangement } from '../steps'
import { arrangementIssue } from './issues'
import type { Task } from './task'
import type { PlanContext, Trial } from './trial'

/** The frames that are wanted on or off, behind all else. */
export function frameTasks(wanted: Arrangement, trial: Trial, context: PlanContext): Task[] {
  const known = new Map<string, boolean>()
  return wanted.frames.map(({ frameId, on }, index): Task => {
    const said = known.get(frameId)
    if (said === undefined) known.set(frameId, on)
    return {
      key: `frames.${index}`,
      after: [],
      reach: () => {
        if (said !== undefined)
          return said === on ? undefined : [arrangementIssue({ code: 'said-twice', what: frameId })]
        const isOn = own(trial.bench.bare.frameSwitches ?? {}, frameId) ?? context.framesOn?.(frameId, trial.bench.bare)
        if (isOn === on) return undefined
        return trial.do({ kind: 'frame.switch', frameIds: [frameId], to: on ? 'on' : 'off' })
      },
    }
  })
}
