// A button pressed until its turntable is drawn, beside a bare page that paints one element on the same event, in turns;
// and what one event of a stroke costs.
import type { Page } from 'puppeteer-core'
import { createStroke, DIRECTIONS } from '../core/turntable'
import type { StrokeEvent, TableShape } from '../core/turntable'
import { openBrowser, openTab } from '../tests/support/openBrowser'
import { startServer } from '../tests/support/startServer'
import { percentile, table } from './measure'
import { shownAfter } from './shownAfter'

const PRESSES = 80
/** The two are measured in turns, so that a slow moment of the machine meets both. */
const ROUNDS = 4
const BUTTON = { type: 'mousedown' } as const

async function drawn(page: Page, selector: string, leave: () => Promise<void>): Promise<number> {
  await page.mouse.move(500, 350)
  const ms = await shownAfter(page, selector, BUTTON, () => page.mouse.down({ button: 'middle' }))
  await leave()
  return ms
}

const leaf: TableShape = { roads: DIRECTIONS.map((direction) => ({ id: direction, direction })) }
const deep: TableShape = {
  roads: DIRECTIONS.map((direction) => ({
    id: direction,
    direction,
    table: { roads: DIRECTIONS.map((inner) => ({ id: inner, direction: inner, table: leaf })) },
  })),
}

/** Each event of flicks through three tables, seen 240 times a second; µs. */
function flicks(): number[] {
  const stroke = createStroke({ table: deep })
  const times: number[] = []
  for (let round = 0; round < 200; round++) {
    let state = stroke.initial
    const step = (event: StrokeEvent) => {
      const startedAt = performance.now()
      state = stroke.next(state, event)
      times.push((performance.now() - startedAt) * 1000)
    }
    step({ kind: 'press', atMs: 0, at: { x: 0, y: 0 } })
    for (let i = 1; i <= 90; i++) {
      const leg = Math.floor((i - 1) / 30)
      const along = (i - leg * 30) * 4
      const at = leg === 0 ? { x: along, y: 0 } : leg === 1 ? { x: 120, y: -along } : { x: 120 - along, y: -120 }
      step(i === 90 ? { kind: 'release', atMs: i * 4.2, at } : { kind: 'move', atMs: i * 4.2, at })
    }
    if (state.phase !== 'over' || state.outcome.kind !== 'chosen') throw new Error('a flick that was not recognised')
  }
  return times
}

const server = await startServer()
const browser = await openBrowser()
try {
  const bare = await browser.newPage()
  await bare.setContent(`<!doctype html><title>Bare</title><body style="height:90vh"><script>
    addEventListener('mousedown', event => {
      event.preventDefault()
      document.body.append(Object.assign(document.createElement('p'), { textContent: 'down' }))
    })
  </script>`)
  const page = await openTab(browser, server.url, '/bench')
  const times = { bare: [] as number[], product: [] as number[] }
  for (let round = 0; round < ROUNDS; round++) {
    await bare.bringToFront()
    for (let i = 0; i < PRESSES / ROUNDS; i++)
      times.bare.push(await drawn(bare, 'p', () => bare.mouse.up({ button: 'middle' })))
    await page.bringToFront()
    for (let i = 0; i < PRESSES / ROUNDS; i++)
      times.product.push(
        await drawn(page, '[data-turntable]', async () => {
          await page.keyboard.press('Escape')
          await page.mouse.up({ button: 'middle' })
          await page.waitForFunction(() => !document.querySelector('[data-turntable]'))
        }),
      )
  }
  const row = (name: string, of: number[]) => [name, percentile(of, 0.5), percentile(of, 0.95), Math.max(...of)]
  const ratio = (share: number) => percentile(times.product, share) / percentile(times.bare, share)
  console.log(
    table(
      ['button down to drawn, ms', 'p50', 'p95', 'max'],
      [
        row('bare page, one element', times.bare),
        row('turntable of six roads', times.product),
        ['ratio', ratio(0.5), ratio(0.95), ''],
      ],
    ),
  )
  const stroke = flicks()
  console.log()
  console.log(table(['one event of a flick, µs', 'p50', 'p95', 'max'], [row('through three tables', stroke)]))
} finally {
  await browser.close()
  await server.stop()
}
