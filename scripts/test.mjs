// `npm test`: installs, then types, lint, format, layers, unit, API and browser tests against the production build.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, relative } from 'node:path'
import { stripVTControlCharacters } from 'node:util'
import { ensureInstalled, root } from './ensureBuilt.mjs'

/** So long a part of the whole has; what takes longer hangs. */
const MOST_MS = 40 * 60_000

/** Commands that run, each the leader of all that it began. */
const going = new Set()
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.once(signal, () => {
    for (const leader of going) endAll(leader)
    process.exit(1)
  })

let passed = 0
let failed = 0
/** What failed, told once more at the end, where it is seen. */
const failures = []

ensureChromium()
if (!ensurePackage('desktop-file-utils', ['/usr/bin/desktop-file-validate'], 'the checks of Desktop Entries'))
  console.log('No desktop-file-validate here: exported Desktop Entries are not validated by it.')
ensureInstalled()
// Types, lint and unit tests read what `nuxt prepare` writes, which a build in the same place would take away meanwhile.
await check('prepare', 'npx', ['--no-install', 'nuxt', 'prepare'])
const build = () => check('build', 'node', ['scripts/build.mjs'], { KEEN_BUILD_DIR: '.nuxt-build' })
// Two at a time, for two cores.
const [isBuilt] = await Promise.all([
  build().then(async (built) => {
    await check('lint', 'npm', ['run', '--silent', 'lint'])
    await check('format', 'npm', ['run', '--silent', 'format'])
    await check('layers', 'npm', ['run', '--silent', 'layers'])
    return built
  }),
  check('types', 'npm', ['run', '--silent', 'types']).then(() => suite('unit', ['unit*'])),
])
// Together, so that neither ends with one core idle.
if (isBuilt) await suite('api and browser', ['api', 'browser'])
if (failures.length > 0) console.log(`\nWhat failed:\n${failures.map((line) => `- ${line}`).join('\n')}\n`)
console.log(`${passed} passed, ${failed} failed`)
process.exit(failed > 0 ? 1 : 0)

/**
 * Runs a command to its end; what it printed is shown when it ends, so that two do not mix. One that hangs is ended with
 * all that it began.
 */
function run(command, args, env = {}) {
  return new Promise((done) => {
    const child = spawn(command, args, {
      cwd: root,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, ...env },
      detached: true,
    })
    going.add(child.pid)
    const printed = []
    const limit = setTimeout(() => {
      printed.push(Buffer.from(`\n${command} ${args.join(' ')}: ended after ${MOST_MS / 60_000} minutes\n`))
      endAll(child.pid)
    }, MOST_MS)
    child.stdout.on('data', (text) => printed.push(text))
    child.stderr.on('data', (text) => printed.push(text))
    child.on('error', (error) => printed.push(Buffer.from(`${error.message}\n`)))
    child.on('close', (status) => {
      clearTimeout(limit)
      going.delete(child.pid)
      process.stdout.write(Buffer.concat(printed))
      done(status)
    })
  })
}

function endAll(leader) {
  try {
    process.kill(-leader, 'SIGKILL')
  } catch {
    // It ended by itself meanwhile.
  }
}

async function check(name, command, args, env = {}) {
  const startedAt = Date.now()
  const status = await run(command, args, { NUXT_TELEMETRY_DISABLED: '1', ...env })
  if (status === 0) passed += 1
  else {
    failed += 1
    failures.push(`${name}: see what it printed above`)
  }
  console.log(`${name}: ${status === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - startedAt) / 1000).toFixed(1)} s`)
  return status === 0
}

async function suite(name, projects) {
  const startedAt = Date.now()
  const report = join(mkdtempSync(join(tmpdir(), 'keen-lever-report-')), 'report.json')
  const reporters = [
    '--reporter=default',
    '--reporter=tests/support/lingeringReporter.ts',
    '--reporter=json',
    `--outputFile.json=${report}`,
  ]
  const chosen = projects.flatMap((project) => ['--project', project])
  const status = await run('npx', ['--no-install', 'vitest', 'run', ...chosen, ...reporters])
  if (!existsSync(report)) {
    failed += 1
    failures.push(`${name}: no report; the runner ended with ${status}`)
    return
  }
  const { numPassedTests, numFailedTests, numTotalTestSuites, success, testResults } = JSON.parse(
    readFileSync(report, 'utf8'),
  )
  failures.push(...testResults.flatMap(failuresOf))
  passed += numPassedTests
  // A file that does not load has no failed test, but is a failure.
  failed += success ? 0 : Math.max(numFailedTests, 1)
  const seconds = ((Date.now() - startedAt) / 1000).toFixed(1)
  console.log(
    `${name}: ${numPassedTests} passed, ${numFailedTests} failed in ${numTotalTestSuites} groups, ${seconds} s`,
  )
}

/** The failed tests of a file, each with what it said first; or that the file did not load. */
function failuresOf({ name, status, message, assertionResults }) {
  const file = relative(root, name)
  const line = (text) => stripVTControlCharacters(text ?? '').split('\n', 1)[0]
  const tests = assertionResults.filter((test) => test.status === 'failed')
  if (tests.length > 0)
    return tests.map(({ fullName, failureMessages }) => `${file}: ${fullName}: ${line(failureMessages[0])}`)
  return status === 'failed' ? [`${file}: ${line(message)}`] : []
}

function ensureChromium() {
  const shell = ['/usr/bin/chromium-headless-shell']
  const others = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome']
  // The one without windows takes less of the machine; any other will do where there is one.
  if ([...shell, ...others].some((path) => existsSync(path))) return
  if (ensurePackage('chromium-headless-shell', shell, 'the browser tests')) return
  if (ensurePackage('chromium', others, 'the browser tests')) return
  console.error('The browser tests need Chromium. On Debian: apt-get install chromium')
  process.exit(1)
}

/** Whether a program of Debian is there, after trying to install it. */
function ensurePackage(name, paths, reason) {
  if (paths.some((path) => existsSync(path))) return true
  const isRoot = process.getuid?.() === 0
  if (isRoot && existsSync('/usr/bin/apt-get')) {
    console.log(`Installing ${name} for ${reason} …`)
    spawnSync('apt-get', ['update'], { stdio: 'ignore', timeout: 120_000 })
    spawnSync('apt-get', ['install', '-y', '--no-install-recommends', name], {
      stdio: 'inherit',
      timeout: 240_000,
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    })
  }
  return paths.some((path) => existsSync(path))
}
