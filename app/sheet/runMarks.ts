import type { MarkedRun } from '~~/contract'
import { countOf } from '~~/core/names'
import { rowOfPath } from '~~/core/run'
import { stepAt } from '~~/core/sheets'
import type { Step } from '~~/core/steps'

/** What a run has done at one row, however often it came there. */
export interface RunMark {
  readonly state: 'taken' | 'failed' | 'now'
  readonly times: number
  /** What the row shows at its right. */
  readonly text: string
  /** The note of the last time, in full. */
  readonly note: string
  readonly isFailed: boolean
}

type Told = Pick<MarkedRun, 'marks' | 'steps' | 'phase' | 'path'>

/** What a run did, by the id of the step: the sheet may have been altered since. */
export function runMarks(run: Told | undefined): Map<string, RunMark> {
  const marks = new Map<string, RunMark>()
  if (!run) return marks
  // What a pulled lever or a script has done counts at the row of it.
  const idOf = (path: string) => stepAt(run.steps as Step[], rowOfPath(path))?.id
  const changes = new Map<string, number>()
  for (const { path, times, failures, changes: made, outcome, note } of run.marks) {
    const id = idOf(path)
    if (id === undefined) continue
    const before = marks.get(id)
    const isOwn = rowOfPath(path) === path
    changes.set(id, (changes.get(id) ?? 0) + made)
    marks.set(id, {
      state: outcome === 'failed' ? 'failed' : (before?.state ?? 'taken'),
      times: (before?.times ?? 0) + (isOwn ? times : 0),
      text: '',
      note: isOwn || outcome === 'failed' ? note : (before?.note ?? note),
      isFailed: failures > 0 || (before?.isFailed ?? false),
    })
  }
  for (const [id, mark] of marks) marks.set(id, { ...mark, text: textOf(mark, changes.get(id) ?? 0) })
  const now = run.phase === 'ended' ? undefined : idOf(run.path)
  if (now !== undefined) {
    const before = marks.get(now)
    marks.set(now, { times: 0, text: '', note: '', isFailed: false, ...before, state: 'now' })
  }
  return marks
}

function textOf({ times, note, isFailed, state }: RunMark, changes: number): string {
  const rounds = /^Went round ([\d,]+|no) times?/.exec(note)?.[1]
  if (rounds !== undefined) return `${rounds === 'no' ? '0' : rounds} ×`
  // In a loop it may have failed in one round only.
  if (isFailed && state === 'failed') return note
  const often = times > 1 ? `${times.toLocaleString('en')} × ` : ''
  if (changes > 0) return `${often.replace(/ $/, ', ')}${countOf(changes, 'change')}`
  return `${often}${note}`.trim()
}
