import type { LogEntry, RunHead, RunSheet } from '../run'
import { namedIn } from '../steps'

/** What the ledger knows of a run for good, however old it is: what runs are found and counted by. */
export interface LedgerLine {
  /** The number of the run, in the order of pulls. */
  readonly seq: number
  readonly leverId: string
  /** The frame the lever stood in; null where it was no lever of the book. */
  readonly frameId: string | null
  /** `open` as long as it goes on. */
  readonly outcome: 'open' | 'done' | 'failed' | 'stopped'
  /** When what it changed was taken back; null where it was not. */
  readonly putBackAtMs: number | null
  readonly source: RunHead['source']
  readonly startedAtMs: number
  /** How long it took, in ms; 0 as long as it goes on. */
  readonly tookMs: number
  /** The dotted path of the step that it failed at; null where none did, or none is known. */
  readonly failedAt: string | null
  /** The programs that its steps name, and those it opened windows of, each once. */
  readonly programs: readonly string[]
  /** What its text is found in, in small letters: number, name and note. */
  readonly words: string
}

type Done = Pick<RunSheet, 'steps' | 'levers'>

/** The line of a run, as it stands. */
export function lineOf(
  head: RunHead,
  seq: number,
  frameId: string | null,
  sheet: Done | null,
  log: readonly LogEntry[],
): LedgerLine {
  return {
    seq,
    leverId: head.leverId,
    frameId,
    outcome: outcomeOf(head),
    putBackAtMs: head.putBack?.atMs ?? null,
    source: head.source,
    startedAtMs: head.startedAtMs,
    tookMs: Math.max(0, Math.round((head.endedAtMs ?? head.startedAtMs) - head.startedAtMs)),
    failedAt: head.outcome === 'failed' ? (log.findLast(({ outcome }) => outcome === 'failed')?.path ?? null) : null,
    programs: programsOf(sheet, log),
    words: wordsOf(head),
  }
}

function outcomeOf({ phase, outcome }: RunHead): LedgerLine['outcome'] {
  if (phase !== 'ended') return 'open'
  return outcome === 'none' ? 'stopped' : outcome
}

/** What the text of a filter is looked for in. */
export function wordsOf({ plate, leverName, note }: Pick<RunHead, 'plate' | 'leverName' | 'note'>): string {
  return `${plate > 0 ? `${plate} ` : ''}${leverName} ${note}`.toLowerCase()
}

function programsOf(sheet: Done | null, log: readonly LogEntry[]): string[] {
  const found = new Set(sheet ? namedIn(sheet.steps, 'program') : [])
  for (const { steps } of Object.values(sheet?.levers ?? {})) for (const id of namedIn(steps, 'program')) found.add(id)
  for (const { changes } of log)
    for (const { change } of changes) if (change.kind === 'window.open') found.add(change.window.programId)
  return [...found]
}
