import type { RunSummary } from '../contract'

/** How the command ends, for whoever called it. */
export const EXIT = {
  done: 0,
  /** The run failed, or what was asked for was refused. */
  failed: 1,
  /** The command was not understood. */
  usage: 2,
  /** Nothing was done: an interlock kept it from running, or it runs already. */
  notDone: 3,
  stopped: 4,
  /** It asks something that nobody answered. */
  asks: 5,
  noServer: 6,
} as const

/** A command that cannot go on; the message says why and what to do. */
export class CommandError extends Error {
  constructor(
    message: string,
    readonly exitCode: number = EXIT.failed,
  ) {
    super(message)
  }
}

/** The exit code of a run as it stands. */
export function exitCodeOf({ phase, outcome }: Pick<RunSummary, 'phase' | 'outcome'>): number {
  if (phase === 'asking') return EXIT.asks
  if (phase !== 'ended') return EXIT.done
  return { done: EXIT.done, failed: EXIT.failed, stopped: EXIT.stopped, none: EXIT.notDone }[outcome]
}
