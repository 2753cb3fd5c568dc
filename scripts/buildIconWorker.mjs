import { build } from 'esbuild'
import { fileURLToPath } from 'node:url'

/** Bundles the thread that looks at uploaded pictures into one file, since the server's own bundler makes no threads. */
export async function buildIconWorker(outfile) {
  await build({
    entryPoints: [fileURLToPath(new URL('../server/icons/iconWorker.ts', import.meta.url))],
    bundle: true,
    platform: 'node',
    format: 'cjs',
    logLevel: 'error',
    outfile,
  })
}
