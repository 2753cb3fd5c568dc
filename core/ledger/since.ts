import { z } from 'zod'
import type { BenchState } from '../bench'
import { namesUsed } from '../command'
import type { ValueTable } from '../command'
import { changesOf, putBack } from '../run'
import type { LogEntry, Rehearsal, RunHead, RunSheet } from '../run'
import { describeStep, everyStep, namesInScripts, textsOf } from '../steps'
import type { AnyStep, Names, Step } from '../steps'

/** What has become of what a run did and worked with. */
export const runSinceSchema = z.object({
  /** Of the lever: as it was, altered in some rows, deleted; `unknown` where what the run did is kept no longer. */
  lever: z.enum(['same', 'altered', 'gone', 'unknown']),
  /** Rows that differ, by the dotted path that they have now, or had: `then` is absent where one is new, `now` where gone. */
  rows: z.array(z.object({ path: z.string(), then: z.string().optional(), now: z.string().optional() })),
  /** Named values that its steps use and that are not what they were; absent where there is none of that name. */
  values: z.array(z.object({ name: z.string(), then: z.string().optional(), now: z.string().optional() })),
  /** Of what it changed: how much of that stands as the run left it, what was altered since, what is gone. */
  changes: z.object({
    stand: z.number().int(),
    altered: z.array(z.object({ sentence: z.string(), left: z.string(), now: z.string() })),
    gone: z.array(z.string()),
  }),
  /** What a pull would come to now, beside what it came to then; absent where there is nothing to be pulled. */
  again: z
    .object({
      outcome: z.enum(['none', 'done', 'failed', 'stopped', 'asks']),
      note: z.string(),
      /** So many changes would be made as they were made then. */
      alike: z.number().int(),
      onlyThen: z.array(z.string()),
      onlyNow: z.array(z.string()),
    })
    .optional(),
})
export type RunSince = z.infer<typeof runSinceSchema>
type RowSince = RunSince['rows'][number]

export interface NowOfRun {
  readonly bench: BenchState
  readonly names: Names
  /** The steps of the lever as it is; absent where it is gone. */
  readonly steps?: readonly Step[]
  /** Named values as its lever has them now; absent where that is gone. */
  readonly values?: ValueTable
  /** What a pull would come to. */
  readonly rehearsal?: Rehearsal
}

/** A run as the store has it. */
interface StoredRun {
  readonly head: RunHead
  readonly sheet: RunSheet | null
  readonly log: readonly LogEntry[]
}

/** What is different now from how it was when a run was done: its lever, its values, what it changed, what it would do. */
export function sinceRun({ head, sheet, log }: StoredRun, now: NowOfRun): RunSince {
  const rows = sheet && now.steps ? rowsSince(sheet.steps, now.steps, now.names) : []
  const { report } = putBack({ log: head.putBack ? [] : log }, now.bench)
  return {
    lever: leverSince(sheet, now.steps, rows),
    rows,
    values: sheet && now.values ? valuesSince(sheet, now.values, now.steps) : [],
    changes: { stand: report.undone.length, altered: report.left, gone: report.gone },
    ...(now.rehearsal && sheet ? { again: against(log, now.rehearsal) } : {}),
  }
}

function leverSince(
  sheet: RunSheet | null,
  steps: readonly Step[] | undefined,
  rows: RunSince['rows'],
): RunSince['lever'] {
  if (!steps) return 'gone'
  if (!sheet) return 'unknown'
  return rows.length > 0 ? 'altered' : 'same'
}

interface OwnRow {
  readonly path: string
  readonly sentence: string
  /** All that the step says itself, without the steps in it. */
  readonly text: string
}

function rowsSince(then: readonly (Step | AnyStep)[], now: readonly (Step | AnyStep)[], names: Names): RowSince[] {
  const [before, after] = [ownRows(then, names), ownRows(now, names)]
  const gone = [...before].flatMap(([id, { path, sentence }]) => (after.has(id) ? [] : [{ path, then: sentence }]))
  const other = [...after].flatMap(([id, { path, sentence, text }]): RowSince[] => {
    const was = before.get(id)
    if (!was) return [{ path, now: sentence }]
    return was.text === text ? [] : [{ path, then: was.sentence, now: sentence }]
  })
  return [...gone, ...other]
}

function ownRows(steps: readonly (Step | AnyStep)[], names: Names): Map<string, OwnRow> {
  const rows = new Map<string, OwnRow>()
  for (const { path, step } of everyStep(steps)) {
    const { alternative: _second, ...own } = step as Step
    rows.set(step.id, { path, sentence: describeStep(own as Step, names), text: JSON.stringify(own, withoutSteps) })
  }
  return rows
}

/** Lists of steps are compared step by step. */
function withoutSteps(_key: string, value: unknown): unknown {
  return Array.isArray(value) && value.some(isStep) ? [] : value
}

function isStep(value: unknown): boolean {
  return typeof value === 'object' && value !== null && 'id' in value && 'kind' in value && 'onFailure' in value
}

function valuesSince({ steps, values }: RunSheet, now: ValueTable, stepsNow: readonly Step[] = []): RunSince['values'] {
  const used = new Set([...steps, ...stepsNow].flatMap(namesIn))
  return [...used].flatMap((name) => {
    const [was, is] = [textIn(values, name), textIn(now, name)]
    if (was === is) return []
    return [{ name, ...(was === undefined ? {} : { then: was }), ...(is === undefined ? {} : { now: is }) }]
  })
}

function namesIn(step: Step | AnyStep): string[] {
  return [...textsOf(step).flatMap(({ text }) => namesUsed(text)), ...namesInScripts(step)]
}

function textIn({ values }: ValueTable, name: string): string | undefined {
  return Object.hasOwn(values, name) ? values[name] : undefined
}

function against(log: readonly LogEntry[], { run, changes }: Rehearsal): NonNullable<RunSince['again']> {
  const left = new Map<string, number>()
  for (const sentence of changes) left.set(sentence, (left.get(sentence) ?? 0) + 1)
  const onlyThen: string[] = []
  let alike = 0
  for (const { sentence } of changesOf({ log })) {
    const count = left.get(sentence) ?? 0
    if (count === 0) onlyThen.push(sentence)
    else {
      alike += 1
      left.set(sentence, count - 1)
    }
  }
  const onlyNow = changes.filter((sentence) => {
    const count = left.get(sentence) ?? 0
    if (count === 0) return false
    left.set(sentence, count - 1)
    return true
  })
  const outcome = run.phase === 'asking' ? 'asks' : run.outcome
  return { outcome, note: run.note, alike, onlyThen, onlyNow }
}
