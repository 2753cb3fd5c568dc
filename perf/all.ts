// `npm run perf`: every measurement, one after the other; `npm run perf resolve` only one.
import { spawnSync } from 'node:child_process'
import { ensureBuilt, root } from '../scripts/ensureBuilt.mjs'

const wanted = process.argv.slice(2)
ensureBuilt()
for (const name of ['resolve', 'clash', 'command', 'server', 'press']) {
  if (wanted.length > 0 && !wanted.includes(name)) continue
  console.log(`\n## ${name}\n`)
  const { status } = spawnSync('npx', ['--no-install', 'tsx', `perf/${name}.ts`], { cwd: root, stdio: 'inherit' })
  if (status !== 0) process.exit(status ?? 1)
}
