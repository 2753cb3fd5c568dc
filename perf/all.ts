// `npm run perf`: every measurement, one after the other; `npm run perf resolve` only one.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { buildSync } from 'esbuild'
import { ensureBuilt, root } from '../scripts/ensureBuilt.mjs'

const wanted = process.argv.slice(2)
ensureBuilt()
for (const name of ['resolve', 'storm', 'clash', 'checkup', 'arrangement', 'noticing', 'command', 'words', 'shell'])
  run(name, process.execPath, [bundled(name)])
for (const name of [
  'frameFile',
  'frameFolder',
  'server',
  'ledger',
  'runs',
  'heavy',
  'files',
  'large',
  'live',
  'press',
  'finder',
  'turntable',
])
  run(name, 'npx', ['--no-install', 'tsx', `perf/${name}.ts`])

function run(name: string, command: string, args: readonly string[]): void {
  if (wanted.length > 0 && !wanted.includes(name)) return
  console.log(`\n## ${name}\n`)
  const { status } = spawnSync(command, args, { cwd: root, stdio: 'inherit' })
  if (status !== 0) process.exit(status ?? 1)
}

/** The computation is measured as it is shipped: in one file. */
function bundled(name: string): string {
  const outfile = join(root, 'node_modules/.cache/perf', `${name}.mjs`)
  buildSync({ entryPoints: [join(root, 'perf', `${name}.ts`)], outfile, bundle: true, platform: 'node', format: 'esm' })
  return outfile
}
