import { createInterface } from 'node:readline/promises'
import { runKeen } from './program'

const { NO_COLOR, FORCE_COLOR, TERM } = process.env
const isTerminal = process.stdout.isTTY === true
const isWanted = FORCE_COLOR !== undefined && FORCE_COLOR !== '0'

/** Asks in the terminal, where somebody sits there. */
async function ask(question: string): Promise<string> {
  const lines = createInterface({ input: process.stdin, output: process.stderr })
  try {
    return await lines.question(question)
  } finally {
    lines.close()
  }
}

// Whoever reads only the first lines of an answer is no fault.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EPIPE') process.exit(0)
  throw error
})
process.exitCode = await runKeen(
  process.argv.slice(2),
  {
    out: (text) => void process.stdout.write(text),
    err: (text) => void process.stderr.write(text),
    isTerminal,
    hasColour: isWanted || (isTerminal && NO_COLOR === undefined && TERM !== 'dumb'),
    columns: process.stdout.columns ?? 100,
  },
  process.stdin.isTTY === true ? ask : undefined,
)
