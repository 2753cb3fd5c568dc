// `npm test`: installs, then types, lint, layers, unit, API and browser tests against the production build.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuilt, ensureInstalled, root } from './ensureBuilt.mjs'

let passed = 0
let failed = 0

ensureChromium()
ensureInstalled()
// Types and lint read what `nuxt prepare` writes.
check('prepare', 'npx', ['--no-install', 'nuxt', 'prepare'])
check('types', 'npm', ['run', '--silent', 'types'])
check('lint', 'npm', ['run', '--silent', 'lint'])
check('layers', 'npm', ['run', '--silent', 'layers'])
ensureBuilt()
for (const project of ['unit', 'api', 'browser']) suite(project)
console.log(`${passed} passed, ${failed} failed`)
process.exit(failed > 0 ? 1 : 0)

function check(name, command, args) {
  const startedAt = Date.now()
  const { status } = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1' },
  })
  if (status === 0) passed += 1
  else failed += 1
  console.log(`${name}: ${status === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - startedAt) / 1000).toFixed(1)} s`)
}

function suite(project) {
  const report = join(mkdtempSync(join(tmpdir(), 'keen-lever-report-')), 'report.json')
  const { status } = spawnSync(
    'npx',
    [
      '--no-install',
      'vitest',
      'run',
      '--project',
      project,
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${report}`,
    ],
    { cwd: root, stdio: 'inherit' },
  )
  if (!existsSync(report)) {
    failed += 1
    console.log(`${project}: no report; the runner ended with ${status}`)
    return
  }
  const { numPassedTests, numFailedTests, numTotalTestSuites, success } = JSON.parse(readFileSync(report, 'utf8'))
  passed += numPassedTests
  // A file that does not load has no failed test, but is a failure.
  failed += success ? 0 : Math.max(numFailedTests, 1)
  console.log(`${project}: ${numPassedTests} passed, ${numFailedTests} failed in ${numTotalTestSuites} groups`)
}

function ensureChromium() {
  if (['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'].some((path) => existsSync(path)))
    return
  const isRoot = process.getuid?.() === 0
  if (isRoot && existsSync('/usr/bin/apt-get')) {
    console.log('Installing Chromium for the browser tests …')
    spawnSync('apt-get', ['update'], { stdio: 'ignore' })
    spawnSync('apt-get', ['install', '-y', '--no-install-recommends', 'chromium'], {
      stdio: 'inherit',
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    })
  }
  if (existsSync('/usr/bin/chromium')) return
  console.error('The browser tests need Chromium. On Debian: apt-get install chromium')
  process.exit(1)
}
