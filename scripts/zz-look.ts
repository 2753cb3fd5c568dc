import { openBrowser, openTab, press } from '../tests/support/openBrowser'
import { startServer } from '../tests/support/startServer'
const server = await startServer()
const browser = await openBrowser()
const call = async (m: string, p: string, b?: unknown) => { const r = await fetch(server.url + p, { method: m, headers: { 'content-type': 'application/json' }, body: b ? JSON.stringify(b) : undefined }); const t = await r.json(); if (!r.ok) console.log(p, JSON.stringify(t).slice(0, 400)); return t }
const act = (step: object) => call('POST', '/api/bench/acts', { step: { id: 'a', ...step } })
const wait = (ms: number) => new Promise((r) => setTimeout(r, ms))
const bench = async () => (await call('GET', '/api/bench')).state
try {
  const page = await openTab(browser, server.url, '/bench', 'night')
  page.on('pageerror', (e) => console.log('PAGEERROR', e.message))
  page.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text()))
  await act({ kind: 'place.open', places: ['${downloads}'] })
  await act({ kind: 'windows.place', which: { kind: 'front' }, place: { kind: 'named', name: 'right' } })
  await act({ kind: 'place.open', places: ['${documents}'] })
  await act({ kind: 'windows.place', which: { kind: 'front' }, place: { kind: 'named', name: 'bottom-left' } })
  await wait(400)
  // drag a window title of weather to the left display
  const box = async (sel: string) => (await (await page.waitForSelector(sel))!.boundingBox())!
  const t = await box('article[aria-label^="Fell Weather"] .title')
  await page.mouse.move(t.x + 40, t.y + 8); await page.mouse.down(); await page.mouse.move(500, 300, { steps: 5 }); await page.mouse.move(5, 300, { steps: 5 }); await page.screenshot({ path: '/tmp/look/4.png' }); await page.mouse.up()
  await wait(500)
  console.log(JSON.stringify(Object.values((await bench()).windows).map((w: any) => [w.id, w.displayId, w.desktop, w.area])))
  const w2 = await box('article[aria-label^="Fell Weather"] .title')
  const d3 = await box('[data-desktop="3"]')
  await page.mouse.move(w2.x + 40, w2.y + 8); await page.mouse.down(); await page.mouse.move(d3.x + 10, d3.y + 10, { steps: 8 }); await page.mouse.up()
  await wait(500)
  console.log(JSON.stringify((await bench()).windows['w-weather']))
  // drag a file from downloads to "for later" folder row in documents
  const f = await box('[id$="-mast readings.txt"]')
  const later = await box('[id$="-for later"]')
  await page.mouse.move(f.x + 60, f.y + 8); await page.mouse.down(); await page.mouse.move(later.x + 60, later.y + 8, { steps: 8 }); await page.mouse.up()
  await wait(500)
  console.log(Object.keys((await bench()).files).filter((p) => p.includes('mast readings')))
  await page.click('#panel-player')
  await wait(300)
  await page.screenshot({ path: '/tmp/look/5.png' })
  await page.click('[id$="-comet-0003.exposure"]')
  await page.keyboard.down('Shift'); await page.click('[id$="-comet-0005.exposure"]'); await page.keyboard.up('Shift')
  await wait(300)
  await page.keyboard.press('Delete')
  await wait(500)
  console.log(Object.keys((await bench()).files).filter((p) => p.includes('/bin/')))
  const res = await call('POST', '/api/levers/lever-26/pull', {})
  console.log(res.leverName, res.outcome, res.note)
  await press(page, 'Meta+Alt+X')
  await wait(700)
  await page.screenshot({ path: '/tmp/look/6.png' })
} finally { await browser.close(); await server.stop(); console.log(server.output().slice(0, 1500)) }
