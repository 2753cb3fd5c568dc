import { StoreError } from '../database/lockStore'
import { useEngine } from '../engine'

/**
 * Opens the store at the start, so that a server that cannot keep anything says so at once, and closes it at the end.
 */
export default defineNitroPlugin((nitro) => {
  const engine = useEngine()
  engine.catch((error: unknown) => {
    console.error(error instanceof StoreError ? error.message : error)
    process.exit(1)
  })
  // Open event streams would keep the server from stopping.
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.once(signal, () => void engine.then(({ feed }) => feed.close()))
  nitro.hooks.hook('close', async () => (await engine).close())
})
