import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join, relative } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = dirname(dirname(fileURLToPath(import.meta.url)))
const sources = [
  'app',
  'cli',
  'contract',
  'core',
  'database',
  'demo',
  'public',
  'server',
  'scripts/buildWorker.mjs',
  'nuxt.config.ts',
  'package.json',
]
const installMark = join(root, 'node_modules', '.keen-lever-installed')
const buildMark = join(root, '.output', '.keen-lever-built')

/** Installs the packages when package.json or the lock has changed since the last time. */
export function ensureInstalled() {
  const wanted = digest(['package.json', 'package-lock.json'])
  if (read(installMark) === wanted) return
  console.log('Installing the packages (about two minutes the first time) …')
  run('npm', ['install', '--no-save', '--no-audit', '--no-fund'])
  mkdirSync(dirname(installMark), { recursive: true })
  writeFileSync(installMark, wanted)
}

/** Builds the application when a source has changed since the last build. */
export function ensureBuilt() {
  const wanted = digest(sources)
  if (existsSync(join(root, '.output', 'server', 'index.mjs')) && read(buildMark) === wanted) return
  console.log('Building the application (about a minute) …')
  run('npx', ['--no-install', 'nuxt', 'build', '--logLevel', 'silent'])
  writeFileSync(buildMark, wanted)
}

/** Runs a command of the project to its end; ends this process when it fails. */
export function run(command, args) {
  const { status } = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1' },
  })
  if (status !== 0) {
    console.error(`“${command} ${args.join(' ')}” failed.`)
    process.exit(status ?? 1)
  }
}

function read(file) {
  return existsSync(file) ? readFileSync(file, 'utf8') : ''
}

function digest(places) {
  const hash = createHash('sha256')
  for (const file of places.flatMap((place) => filesBelow(join(root, place))))
    hash.update(relative(root, file)).update('\0').update(readFileSync(file)).update('\0')
  return hash.digest('hex')
}

function filesBelow(place) {
  if (!existsSync(place)) return []
  let entries
  try {
    entries = readdirSync(place, { withFileTypes: true })
  } catch {
    return [place]
  }
  return entries
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .flatMap((entry) => (entry.isDirectory() ? filesBelow(join(place, entry.name)) : [join(place, entry.name)]))
}
