import { stepSchema } from '../steps'
import type { Step } from '../steps'
import type { RecordedRow } from './recording'

/**
 * How fast a recording is done again: as many times as fast as the hand was, at once with waits only for what had to
 * appear, or without any waits.
 */
export type Pace = number | 'at-once' | 'no-waits'

export const FASTEST = 20
/** Pauses of the hand that are shorter than that are none. */
const SHORTEST_MS = 50
const LONGEST_MS = 3_600_000
/** What is not there is looked for again, for ten seconds. */
const TRIES = { times: 20, afterMs: 500 }
const AIMED = new Set([
  'windows.place',
  'windows.set',
  'windows.close',
  'window.show',
  'program.tell',
  'text.type',
  'keys.send',
  'clipboard.use',
])

/** A row with its step as it is kept or cut by now, and when it was done. */
export type ReplayedRow = Pick<RecordedRow, 'step' | 'atMs'>

/**
 * The steps of a recording as they are done again. Where a window or a program is aimed at that is not there, it is
 * waited for up to ten seconds. Throws for a pace that is no number from 1 to 20.
 */
export function replaySteps(rows: readonly ReplayedRow[], pace: Pace, nextId: () => string): Step[] {
  if (typeof pace === 'number' && !(pace >= 1 && pace <= FASTEST)) throw new RangeError(`no pace: ${pace}`)
  const steps: Step[] = []
  let lastMs: number | undefined
  for (const { step, atMs } of rows) {
    if (typeof pace === 'number' && lastMs !== undefined && atMs !== undefined) {
      const ms = Math.min(LONGEST_MS, Math.round((atMs - lastMs) / pace))
      if (ms >= SHORTEST_MS) steps.push(stepSchema.parse({ id: nextId(), kind: 'wait', ms }))
    }
    lastMs = atMs ?? lastMs
    if (pace === 'no-waits' && step.kind === 'wait.until') continue
    const isPatient = pace !== 'no-waits' && AIMED.has(step.kind) && !step.retry
    steps.push({ ...step, id: nextId(), ...(isPatient ? { retry: TRIES } : {}) } as Step)
  }
  return steps
}
