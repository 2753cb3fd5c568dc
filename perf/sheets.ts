// Run sheets: a loop over 10,000 files, a sheet of 1,000 rows in the browser, loops in loops, memory after many runs.
import { readFileSync } from 'node:fs'
import type { Page } from 'puppeteer-core'
import type { RunAnswer } from '../contract'
import type { Change } from '../core/bench'
import type { Lever } from '../core/levers'
import { rehearse } from '../core/run'
import { stepSchema } from '../core/steps'
import { workstation } from '../demo'
import { apiOf, draft } from '../tests/support/api'
import { openBrowser, openTab } from '../tests/support/openBrowser'
import { freshStore, startServer } from '../tests/support/startServer'
import { ensureBuilt } from '../scripts/ensureBuilt.mjs'
import { percentile, table } from './measure'

ensureBuilt()
/** Some of it alone: `npx tsx perf/sheets.ts keys memory`. */
const wanted = process.argv.slice(2)
const wants = (part: string) => wanted.length === 0 || wanted.includes(part)
const PER_REQUEST = 200
const folder = '/home/watch/many'

async function timed(work: () => Promise<unknown>): Promise<number> {
  const startedAt = performance.now()
  await work()
  return performance.now() - startedAt
}

const loop = (source: Record<string, unknown>) => ({
  id: 'e',
  kind: 'each',
  source,
  as: 'file',
  steps: [{ id: 'm', kind: 'files.move', act: 'move', paths: ['${file}'], to: '/home/watch/kept', taken: 'both' }],
})

const rows: (string | number)[][] = []
for (const count of wants('loop') ? [100, 1000, 10_000] : []) {
  const server = await startServer(await freshStore())
  const call = apiOf(server.url)
  const put = (path: string, file: object): Change => ({ kind: 'file.put', path, file }) as Change
  await call('POST', '/api/bench/changes', {
    changes: [folder, '/home/watch/kept'].map((path) => put(path, { kind: 'folder' })),
  })
  for (let from = 0; from < count; from += PER_REQUEST) {
    const changes = Array.from({ length: Math.min(PER_REQUEST, count - from) }, (_, i) =>
      put(`${folder}/veil-${String(from + i).padStart(5, '0')}.exposure`, { kind: 'file', sizeBytes: 1000 + i }),
    )
    await call('POST', '/api/bench/changes', { changes })
  }
  const { body: lever } = await call<Lever>(
    'POST',
    '/api/levers',
    draft({ triggers: [], steps: [loop({ kind: 'files', folder })] }),
  )
  const rehearsed = await timed(() => call('POST', `/api/levers/${lever.id}/rehearse`, {}))
  const browser = await openBrowser()
  const page = await openTab(browser, server.url, `/levers/${lever.id}`)
  await page.waitForSelector('[aria-label="Steps of the run sheet"]')
  const other = apiOf(server.url)
  const waits: number[] = []
  let isOver = false
  const shown = timed(async () => {
    await page.evaluate(() =>
      [...document.querySelectorAll('button')].find((b) => b.innerText.trim() === 'Pull it all')?.click(),
    )
    await page.waitForFunction(
      (wanted: string) => document.querySelector('.trial')?.textContent?.includes(wanted),
      { timeout: 120_000 },
      `done, ${count}`,
    )
    isOver = true
  })
  while (!isOver) {
    waits.push(
      await timed(() =>
        other('POST', '/api/keys', { source: 'perf', events: [{ kind: 'down', code: 'F13', atMs: Date.now() }] }),
      ),
    )
    await new Promise((resolve) => setTimeout(resolve, 40))
  }
  const took = await shown
  await browser.close()
  const [run] = (await call<RunAnswer[]>('GET', '/api/runs?limit=1')).body
  if (run!.changeCount !== count) throw new Error(`${run!.changeCount} of ${count} files were moved`)
  rows.push([`${count.toLocaleString('en')} files`, rehearsed, took, percentile(waits, 0.5), percentile(waits, 0.95)])
  await server.stop()
}
console.log(
  table(
    ['a loop over files, ms', 'rehearsed on the server', 'pulled, stored and shown', 'a key meanwhile, p50', 'p95'],
    rows,
  ),
)

const whileRuns = (steps: unknown[]) => ({
  id: `w${Math.random()}`,
  kind: 'while',
  condition: { kind: 'program-runs', programId: 'fell-weather' },
  atMost: 100_000,
  steps,
})
const endless = [stepSchema.parse(whileRuns([whileRuns([whileRuns([])])]))]
const budgets: number[] = []
for (let i = 0; i < (wants('budget') ? 5 : 0); i++) {
  let n = 0
  budgets.push(
    await timed(async () =>
      rehearse({ id: 'l', name: 'L', plate: 1, steps: endless }, workstation, { nowMs: 0, nextId: () => `i${n++}` }),
    ),
  )
}
console.log(
  table(['loops in loops until the budget of 100,000 steps, ms', 'median'], [['three deep', percentile(budgets, 0.5)]]),
)

const keyRows: (string | number)[][] = []
for (const count of wants('keys') ? [100, 1000] : []) {
  const server = await startServer(await freshStore())
  const call = apiOf(server.url)
  const steps = Array.from({ length: count }, (_, i) => ({ id: `s${i}`, kind: 'wait', ms: 1000 + i }))
  const { body: lever } = await call<Lever>('POST', '/api/levers', draft({ triggers: [], steps }))
  const browser = await openBrowser()
  let page: Page | undefined
  const opened = await timed(async () => {
    page = await openTab(browser, server.url, `/levers/${lever.id}`)
    await page.waitForSelector('[role="treeitem"]')
  })
  const tab = page!
  // The name has the focus once all of the form is there.
  await tab.waitForFunction(() => document.activeElement?.tagName === 'INPUT')
  await tab.focus('[aria-label="Steps of the run sheet"]')
  const times: number[] = []
  const press = async (key: 'ArrowDown' | 'PageDown' | 'ArrowUp') => {
    // As a text: what the compiler adds to functions is not known in the page.
    await tab.evaluate(`{
      window.took = undefined
      const list = document.querySelector('[aria-label="Steps of the run sheet"]')
      list.focus()
      const take = (event) => requestAnimationFrame(() => setTimeout(() => { window.took = performance.now() - event.timeStamp }))
      list.addEventListener('keydown', take, { once: true, capture: true })
    }`)
    await tab.keyboard.press(key)
    await tab.waitForFunction('window.took !== undefined', { polling: 5 })
    times.push(await tab.evaluate(() => (window as unknown as { took: number }).took))
  }
  for (let i = 0; i < 60; i++) await press(i % 3 === 0 ? 'PageDown' : 'ArrowDown')
  keyRows.push([`${count.toLocaleString('en')} rows`, opened, percentile(times, 0.5), percentile(times, 0.95)])
  await browser.close()
  await server.stop()
}
console.log(table(['a sheet in the browser, ms', 'opened', 'a key that moves, p50', 'p95'], keyRows))

const server = await startServer(await freshStore())
const call = apiOf(server.url)
const many = [
  {
    id: 'r',
    kind: 'repeat',
    times: '500',
    steps: [{ id: 'v', kind: 'value.set', as: 'n', from: { kind: 'text', text: '${round}' } }],
  },
]
const { body: lever } = await call<Lever>('POST', '/api/levers', draft({ triggers: [], steps: many }))
const residentMb = () =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.process.pid}/status`, 'utf8'))![1]) / 1024
const memory: (string | number)[][] = []
for (const runs of wants('memory') ? [0, 50, 100, 200, 300] : []) {
  while (memory.length > 0 && Number(memory.at(-1)![0]) < runs) {
    for (let i = Number(memory.at(-1)![0]); i < runs; i++) await call('POST', `/api/levers/${lever.id}/pull`, {})
    break
  }
  memory.push([runs, residentMb()])
}
console.log(table(['runs of 500 rounds that have ended', 'memory of the server, MB'], memory))
await server.stop()
process.exit(0)
