import { spawnSync } from 'node:child_process'
import { rmSync, writeFileSync } from 'node:fs'
import { afterAll, beforeAll, expect, test } from 'vitest'

const root = new URL('../..', import.meta.url).pathname

/** A file with an import that turns an arrow, and the rule that says so. */
const turned: readonly [path: string, imported: string, rule: string][] = [
  ['core/keys/turned.ts', '../levers', 'core-keys-stands-on'],
  ['core/bench/turned.ts', '../command/posix', 'an-index-is-a-face'],
  ['core/steps/turned.ts', 'vue', 'core-knows-only-core'],
  ['contract/turned.ts', '../server/engine', 'contract-knows-only-core'],
  ['server/engine/turned.ts', '../../app/live/useMirror', 'server-knows-no-app'],
  ['app/form/turned.vue', '~/levers/useLeverActions', 'parts-know-no-feature'],
  ['app/ledger/turned.vue', '~/levers/LeverRow.vue', 'a-feature-has-a-face'],
  ['app/live/turned.ts', '~~/core/bench/launch', 'an-index-is-a-face-outside'],
  ['app/page/turned.ts', '~~/server/engine', 'app-knows-no-server'],
]
const straight = 'app/variants/straight.vue'
let broken: { from: string; rule: { name: string } }[] = []

function write(path: string, imported: string): void {
  const text = `import * as turned from '${imported}'\nexport const all = turned\n`
  writeFileSync(root + path, path.endsWith('.vue') ? `<script lang="ts">\n${text}export default {}\n</script>\n` : text)
}

beforeAll(() => {
  for (const [path, imported] of turned) write(path, imported)
  write(straight, '~/levers/useLeverActions')
  const paths = [...turned.map(([path]) => path), straight]
  const args = ['--no-install', 'depcruise', '--config', '.dependency-cruiser.cjs', '--output-type', 'json', ...paths]
  const { stdout } = spawnSync('npx', args, { cwd: root, encoding: 'utf8', maxBuffer: 64e6 })
  broken = (JSON.parse(stdout) as { summary: { violations: typeof broken } }).summary.violations
}, 60_000)
afterAll(() => [...turned.map(([path]) => path), straight].forEach((path) => rmSync(root + path, { force: true })))

const rulesBrokenBy = (path: string) => broken.filter(({ from }) => from === path).map(({ rule }) => rule.name)

test.each(turned)('%s with %s is seen', (path, _imported, rule) => {
  expect(rulesBrokenBy(path)).toContain(rule)
})

test('an arrow that is not turned is let be', () => {
  expect(rulesBrokenBy(straight)).toEqual([])
})
