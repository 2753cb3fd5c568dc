import { unescapeVariables } from '../core/command'
import type { Step } from '../core/steps'
import type { BodyOf } from './endpoints'

/** What stands for a lever in the ledger where something was opened without one. */
export const OPENED_DIRECTLY = 'opened-directly'

const WAYS = ['program', 'raise', 'another'] as const

/** What has to be asked for to do again what such a run did; undefined where that is kept no longer. */
export function openedAgain([step]: readonly Step[]): BodyOf<'openPlace'> | undefined {
  const place = (text: string | undefined) => (text === undefined ? {} : { place: unescapeVariables(text) })
  if (step?.kind === 'place.open') return place(step.places[0])
  if (step?.kind !== 'program.open') return undefined
  const whenRunning = WAYS.find((way) => way === step.whenRunning)
  return { programId: step.programId, ...place(step.args[0]), ...(whenRunning ? { whenRunning } : {}) }
}
