import type { PGlite } from '@electric-sql/pglite'

/**
 * Whether a database is beyond use after an error: it says so itself (PostgreSQL, “Message Severity Levels”: after
 * PANIC all sessions end), or its code ran into the ground. What is asked of it then may never be answered.
 */
export function isLost(error: unknown): error is Error {
  if (error instanceof WebAssembly.RuntimeError) return true
  return error instanceof Error && 'severity' in error && (error.severity === 'PANIC' || error.severity === 'FATAL')
}

/** What is told when a store cannot be used any more. */
export function lostWords(folder: string, error: Error): string {
  const code = 'code' in error && typeof error.code === 'string' ? ` (${error.code})` : ''
  return (
    `The store in ${folder} cannot be used any more: ${error.message}${code}. All that was answered had been written there. ` +
    'Look whether the folder is there and its disk has room, then start again.'
  )
}

/** Ends the process as soon as the database is beyond use: its next question would be waited for without an end. */
export function endWhenLost(
  engine: Pick<PGlite, 'execProtocolStream'>,
  folder: string,
  end: (because: string) => void = endNow,
): void {
  const ask = engine.execProtocolStream.bind(engine)
  engine.execProtocolStream = (...args) => {
    const answer = ask(...args)
    answer.catch((error: unknown) => {
      if (isLost(error)) end(lostWords(folder, error))
    })
    return answer
  }
}

function endNow(because: string): never {
  console.error(because)
  process.exit(1)
}
