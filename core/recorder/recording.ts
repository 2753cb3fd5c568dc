import { z } from 'zod'
import { changeSchema } from '../bench'
import type { Change } from '../bench'
import { joinSteps, stepSchema } from '../steps'
import type { Step } from '../steps'
import { isSame } from './isSame'

/** A step with what it changed and what takes that back; without, where neither is known beforehand. */
export const recordedRowSchema = z.object({
  step: stepSchema,
  /** When it was begun, in ms since the epoch. */
  atMs: z.number().optional(),
  changes: z.array(z.object({ change: changeSchema, inverse: changeSchema })).optional(),
})

/** Whether acts are written down. */
export const RECORDER_PHASES = ['off', 'on', 'paused'] as const
export type RecorderPhase = (typeof RECORDER_PHASES)[number]

/** What was done by hand so far, as rows of a sheet, and what is not among them. */
export interface Recording {
  readonly rows: readonly RecordedRow[]
  readonly left: readonly LeftOut[]
}
export type RecordedRow = z.infer<typeof recordedRowSchema>

/** An act that is not among the steps, and why. */
export const leftOutSchema = z.object({ step: stepSchema, because: z.enum(['undone', 'nothing']) })
export type LeftOut = z.infer<typeof leftOutSchema>

/** Something that was done by hand, with what it changed where that is known. */
export interface DoneAct {
  readonly step: Step
  readonly atMs?: number
  readonly changes?: readonly { readonly change: Change; readonly inverse: Change }[]
  /** Programs that came up by themselves between the act before and this one. */
  readonly appeared?: readonly string[]
}

export const NOTHING_RECORDED: Recording = { rows: [], left: [] }

/** How long a replay waits for what had to appear. */
const LIMIT_MS = 30_000

/**
 * A recording with one more act. Typing that goes on is one row, a window that is dragged about is placed once, a level
 * is set once; what takes back the row before goes with it, and what changes nothing is left out. Rows before the last
 * stay the same objects.
 */
export function recordAct({ rows, left }: Recording, { step, atMs, changes, appeared = [] }: DoneAct): Recording {
  const waits = appeared.map((programId): RecordedRow => ({ step: waitFor(programId) }))
  const before = waits.length > 0 ? [...rows, ...waits] : rows
  if (changes?.length === 0) return { rows: before, left: [...left, { step, because: 'nothing' }] }
  const last = before.at(-1)
  if (last && isTakenBack(last.changes, changes)) {
    const undone = [last.step, step].map((one) => ({ step: one, because: 'undone' as const }))
    return { rows: before.slice(0, -1), left: [...left, ...undone] }
  }
  const joined = last && joinSteps(last.step, step)
  if (!joined) return { rows: [...before, rowOf(step, atMs, changes)], left }
  const both = last.changes && changes ? [...last.changes, ...changes] : undefined
  return { rows: [...before.slice(0, -1), rowOf(joined, last.atMs, both)], left }
}

function rowOf(step: Step, atMs: number | undefined, changes: DoneAct['changes']): RecordedRow {
  return { step, ...(atMs === undefined ? {} : { atMs }), ...(changes ? { changes: [...changes] } : {}) }
}

/** Whether some changes are just what takes others back. */
function isTakenBack(first: DoneAct['changes'], second: DoneAct['changes']): boolean {
  if (!first || !second || first.length !== second.length) return false
  const back = first.map(({ inverse }) => inverse).reverse()
  return isSame(
    back,
    second.map(({ change }) => change),
  )
}

function waitFor(programId: string): Step {
  const condition = { kind: 'program-runs', programId }
  return stepSchema.parse({ id: 'wait', kind: 'wait.until', condition, limitMs: LIMIT_MS, then: 'fail' })
}
