import { z } from 'zod'
import type { BenchState, Change } from '../bench'
import { NO_VALUES } from '../command'
import type { Reading, ValueTable } from '../command'
import type { Issue } from '../result'

/** Time, identity, named values and answers come from outside. */
export interface StepContext {
  readonly nowMs: number
  readonly nextId: () => string
  /** The user's own values, on top of the known folders. */
  readonly values?: ValueTable
  /** Whether a frame of levers is on; the steps themselves do not know the frames. */
  readonly framesOn?: (frameId: string, bench: BenchState) => boolean
  /** The answer to the question the step asked before. */
  readonly answer?: string
  /** How far a ramp of the step has come. */
  readonly ramp?: RampProgress
}

/** A ramp on its way: what it began with and what it set last, by device. */
export const rampProgressSchema = z.object({
  startedAtMs: z.number(),
  from: z.record(z.string(), z.number()),
  last: z.record(z.string(), z.number()),
})
export type RampProgress = z.infer<typeof rampProgressSchema>

export interface Question {
  readonly text: string
  readonly choices: readonly { readonly id: string; readonly label: string }[]
}

/** What a step comes to on a given bench. Its changes are not applied yet. */
export type StepEffect =
  | { readonly kind: 'done'; readonly changes: readonly Change[]; readonly note: string; readonly reading?: Reading }
  /** Changes of a failed step are made too: an error window does stand on the bench. */
  | { readonly kind: 'failed'; readonly changes: readonly Change[]; readonly issue: Issue; readonly reading?: Reading }
  | { readonly kind: 'waits'; readonly untilMs: number; readonly note: string }
  | { readonly kind: 'asks'; readonly question: Question }
  /** So far for now; the same step goes on at that time. */
  | {
      readonly kind: 'ramps'
      readonly changes: readonly Change[]
      readonly untilMs: number
      readonly ramp: RampProgress
      readonly note: string
    }
  /** Takes back what the run has changed so far. */
  | { readonly kind: 'puts-back' }

export function failed(issues: readonly Issue[]): Extract<StepEffect, { kind: 'failed' }> {
  return {
    kind: 'failed',
    changes: [],
    issue: { code: issues[0]!.code, message: issues.map((issue) => issue.message).join(' ') },
  }
}

/** Every name a text of a step can use: named values in front of known folders. */
export function namesFor(
  bench: Pick<BenchState, 'folders'>,
  table: ValueTable = NO_VALUES,
): { values: Record<string, string>; broken: ValueTable['broken'] } {
  return { values: { ...bench.folders, ...table.values }, broken: table.broken }
}
