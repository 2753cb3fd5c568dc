import type { RunSummary } from '~~/contract'
import { durationInWords } from '~~/core/steps'

/** What a run was pulled by. */
export const sourceWords: Record<RunSummary['source'], string> = {
  key: 'key',
  launcher: 'launcher',
  button: 'button',
  tile: 'tile',
  lamp: 'lamp',
  event: 'event',
  time: 'time',
  api: 'program',
  trial: 'trial',
}

/** How a run went, in a few words. */
export function runWords(run: RunSummary): string {
  if (run.phase === 'waiting') return 'waits'
  if (run.phase === 'asking') return 'asks'
  if (run.phase === 'ready') return 'running'
  const outcome = { done: 'done', failed: 'failed', stopped: 'stopped', none: 'ended' }[run.outcome]
  const putBack = { no: '', whole: ', put back', partly: ', partly put back' }[run.putBack]
  const ignored = run.ignoredCount > 0 ? `, ${run.ignoredCount} ignored` : ''
  return `${outcome}${ignored}${putBack}`
}

/** How long a run took, or has taken so far; empty while it goes on. */
export function runDuration(run: RunSummary): string {
  return run.endedAtMs === null ? '' : durationInWords(run.endedAtMs - run.startedAtMs)
}
