import { build } from 'esbuild'
import { fileURLToPath } from 'node:url'

/** The threads of the server: what takes long, or comes from outside, is done beside it. */
export const WORKERS = {
  iconWorker: 'server/icons/iconWorker.ts',
  frameFileWorker: 'server/frameFiles/frameFileWorker.ts',
  scriptWorker: 'server/scripts/scriptWorker.ts',
  noticingWorker: 'server/noticing/noticingWorker.ts',
  checkUpWorker: 'server/checkup/checkUpWorker.ts',
}

/** Bundles a thread into one file, since the server's own bundler makes none. */
export async function buildWorker(name, outfile) {
  await build({
    entryPoints: [fileURLToPath(new URL(`../${WORKERS[name]}`, import.meta.url))],
    bundle: true,
    platform: 'node',
    format: 'cjs',
    logLevel: 'error',
    outfile,
  })
}

/** Every thread, beside the built server. */
export async function buildWorkers(folder) {
  await Promise.all(Object.keys(WORKERS).map((name) => buildWorker(name, `${folder}/${name}.cjs`)))
}

/** The command line, in pieces that are loaded when a command needs them; packages are those that are installed. */
export async function buildCli(outdir) {
  await build({
    entryPoints: [fileURLToPath(new URL('../cli/main.ts', import.meta.url))],
    bundle: true,
    splitting: true,
    packages: 'external',
    platform: 'node',
    target: 'node20',
    format: 'esm',
    outExtension: { '.js': '.mjs' },
    logLevel: 'error',
    outdir,
  })
}
