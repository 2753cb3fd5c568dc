import { StoreError } from '../database/lockStore'
import { useEngine } from '../engine'
import { report } from '../report'

function cannotListen(error: NodeJS.ErrnoException): string {
  const { PORT = '4173' } = process.env
  return error.code === 'EADDRINUSE'
    ? `Port ${PORT} is in use: end what serves there, or choose another with PORT (and another store with KEEN_DATA).`
    : `Port ${PORT} cannot be opened (${error.code}): choose another with PORT.`
}

/** Gives the store back as it was taken, says why, and ends. */
async function leave(reason: string, engine: ReturnType<typeof useEngine>): Promise<void> {
  console.error(reason)
  await engine.then((opened) => opened.close()).catch(() => undefined)
  process.exit(1)
}

/**
 * Opens the store at the start, so that a server that cannot keep anything says so at once, and closes it at the end.
 */
export default defineNitroPlugin((nitro) => {
  const engine = useEngine()
  process.setUncaughtExceptionCaptureCallback((error: NodeJS.ErrnoException) => {
    if (error.syscall === 'listen') void leave(cannotListen(error), engine)
    else report('uncaught', error)
  })
  engine.catch((error: unknown) => {
    console.error(error instanceof StoreError ? error.message : error)
    process.exit(1)
  })
  // Open event streams would keep the server from stopping.
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.once(signal, () => void useEngine().then(({ feed }) => feed.close()))
  // Another one than at the start, where a backup was restored.
  nitro.hooks.hook('close', async () => (await useEngine()).close())
})
