import type { BenchState, Change } from '../bench'
import type { Condition } from '../conditions'
import type { Reading, ValueTable } from '../command'
import type { Issue, Result } from '../result'
import type { ScriptOutcome, ScriptRequest } from '../script'
import type { Scope } from '../values'
import type { Progress } from './progress'
import type { Asked } from './question'
import type { StepValue } from './value'
import type { Arrangement } from './wanted'

/** Time, identity, named values and answers come from outside. */
export interface StepContext {
  readonly nowMs: number
  readonly nextId: () => string
  /** The user's own values, on top of the known folders. */
  readonly values?: ValueTable
  /** What names stand for here, lists and records too; `values` has the texts of them. */
  readonly scope?: Scope
  /** Works a sum out, where that is at hand. */
  readonly sum?: (text: string) => Result<number | string>
  /** The levers of a frame, or all; the steps themselves do not know them. */
  readonly leversOf?: (frameId: string | undefined) => readonly LeverFacts[]
  /** The minute of the local day, 0 to 1439, for conditions on it. */
  readonly minuteOfDay?: number
  /** Whether a frame of levers is on; the steps themselves do not know the frames. */
  readonly framesOn?: (frameId: string, bench: BenchState) => boolean
  /** The answer to the question the step asked before. */
  readonly answer?: StepValue
  /** How far the step has come, where it goes on. */
  readonly progress?: Progress
  /** Its time is over, as somebody said so. */
  readonly hurried?: boolean
  /** What the script of the step came to, where it asked for that before. */
  readonly fetched?: ScriptOutcome
  /** It is only rehearsed: nobody does anything meanwhile, and time passes at once. */
  readonly isRehearsal?: boolean
}

/** What a step can know of a lever. */
export interface LeverFacts {
  readonly id: string
  readonly name: string
  readonly plate: number
  readonly aliases: readonly string[]
  readonly enabled: boolean
}

/** A program as it was started: its argv, program first, and what it was given beside it. */
export interface Started {
  readonly argv: readonly string[]
  /** The working directory that was asked for. */
  readonly folder?: string
  readonly environment?: Readonly<Record<string, string>>
}

/** What a step comes to on a given bench. Its changes are not applied yet. */
export type StepEffect =
  | {
      readonly kind: 'done'
      readonly changes: readonly Change[]
      readonly note: string
      readonly reading?: Reading
      readonly started?: readonly Started[]
      /** What the step gives back. */
      readonly value?: StepValue
    }
  /** Changes of a failed step are made too: an error window does stand on the bench. */
  | { readonly kind: 'failed'; readonly changes: readonly Change[]; readonly issue: Issue; readonly reading?: Reading }
  | { readonly kind: 'waits'; readonly untilMs: number; readonly note: string }
  /** What can be done before the answer is done; with `progress`, the same step goes on from there. */
  | {
      readonly kind: 'asks'
      readonly question: Asked
      readonly changes?: readonly Change[]
      readonly progress?: Progress
      /** After that time its standard answer is taken. */
      readonly untilMs?: number
    }
  /** The same step goes on as soon as the condition holds, and at that time in any case. */
  | {
      readonly kind: 'watches'
      readonly condition: Condition
      readonly untilMs: number
      readonly progress: Progress
      readonly note: string
    }
  /** So far for now; the same step goes on at that time. */
  | {
      readonly kind: 'goes-on'
      readonly changes: readonly Change[]
      readonly untilMs: number
      readonly progress: Progress
      readonly note: string
    }
  /** A script, which only the caller can run; the same step goes on with `context.fetched`. */
  | {
      readonly kind: 'fetches'
      readonly request: ScriptRequest
      readonly progress?: Progress
      readonly note: string
    }
  /** It gives a value back, and these steps are done, as they were written by a script: they are read first. */
  | {
      readonly kind: 'does'
      readonly steps: readonly StepValue[]
      /** The levers that those steps may pull. */
      readonly mayPull: readonly string[]
      readonly value: StepValue
      readonly note: string
    }
  /** The bench shall be so: the steps that lead there are worked out and done. */
  | { readonly kind: 'arranges'; readonly wanted: Arrangement }
  /** Takes back what the run has changed so far. */
  | { readonly kind: 'puts-back' }
  /** Another lever does its steps, and gives back what it comes to. */
  | { readonly kind: 'calls'; readonly leverId: string; readonly inputs: Scope }
  /** The lever is over, with a result for whoever pulled it. */
  | { readonly kind: 'gives'; readonly value: StepValue; readonly note: string }
  /** The lever is over, or all that were pulled with it. */
  | { readonly kind: 'stops'; readonly what: 'lever' | 'all'; readonly note: string }
  /** The loop around is left, or goes on with its next round. */
  | { readonly kind: 'leaves-round'; readonly to: 'end' | 'next'; readonly note: string }

export function failed(issues: readonly Issue[]): Extract<StepEffect, { kind: 'failed' }> {
  const [first] = issues
  return {
    kind: 'failed',
    changes: [],
    issue: { ...first!, message: issues.map((issue) => issue.message).join(' ') },
  }
}
