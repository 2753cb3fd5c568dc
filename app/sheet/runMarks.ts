import type { RunAnswer } from '~~/contract'
import { countOf } from '~~/core/names'
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

type Told = Pick<RunAnswer, 'trace' | 'changes' | 'steps' | 'phase' | 'path'>

/** What a run did, by the id of the step: the sheet may have been altered since. */
export function runMarks(run: Told | undefined, changeWord = 'change'): Map<string, RunMark> {
  const marks = new Map<string, RunMark>()
  if (!run) return marks
  const ids = new Map<string, string | undefined>()
  const idOf = (path: string) => {
    // What a pulled lever did counts at the row that pulled it.
    const own = path.split('.lever.', 1)[0]!
    if (!ids.has(own)) ids.set(own, stepAt(run.steps as Step[], own)?.id)
    return ids.get(own)
  }
  const changes = new Map<string, number>()
  for (const { path } of run.changes) {
    const id = idOf(path)
    if (id !== undefined) changes.set(id, (changes.get(id) ?? 0) + 1)
  }
  for (const { path, outcome, note } of run.trace) {
    const id = idOf(path)
    if (id === undefined) continue
    const before = marks.get(id)
    const isOwn = !path.includes('.lever.')
    const isFailed = outcome === 'failed'
    marks.set(id, {
      state: isFailed ? 'failed' : (before?.state ?? 'taken'),
      times: (before?.times ?? 0) + (isOwn ? 1 : 0),
      text: '',
      note: isOwn || isFailed ? note : (before?.note ?? note),
      isFailed: isFailed || (before?.isFailed ?? false),
    })
  }
  for (const [id, mark] of marks) marks.set(id, { ...mark, text: textOf(mark, changes.get(id) ?? 0, changeWord) })
  const now = run.phase === 'ended' ? undefined : idOf(run.path)
  if (now !== undefined) {
    const before = marks.get(now)
    marks.set(now, { times: 0, text: '', note: '', isFailed: false, ...before, state: 'now' })
  }
  return marks
}

function textOf({ times, note, isFailed }: RunMark, changes: number, word: string): string {
  const rounds = /^Went round ([\d,]+|no) times?/.exec(note)?.[1]
  if (rounds !== undefined) return `${rounds === 'no' ? '0' : rounds} ×`
  if (isFailed) return note
  const often = times > 1 ? `${times.toLocaleString('en')} × ` : ''
  if (changes > 0) return `${often.replace(/ $/, ', ')}${countOf(changes, word)}`
  return `${often}${note}`.trim()
}
