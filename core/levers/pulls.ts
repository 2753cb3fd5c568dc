/** What another pull does while a run of the lever is still going on. */
export const WHILE_RUNNING = ['ignore', 'queue', 'restart', 'beside', 'stop'] as const
export type WhileRunning = (typeof WHILE_RUNNING)[number]
export const whileRunningWords: Record<WhileRunning, string> = {
  ignore: 'is ignored',
  queue: 'runs when that one has ended',
  restart: 'stops that one and begins anew',
  beside: 'runs beside it',
  stop: 'stops it',
}

/** What another pull does when the last run of the lever has ended. */
export const PULLED_AGAIN = ['again', 'put-back'] as const
export type PulledAgain = (typeof PULLED_AGAIN)[number]
export const pulledAgainWords: Record<PulledAgain, string> = {
  again: 'runs it again',
  'put-back': 'puts back what it changed, and the next one runs it again',
}
