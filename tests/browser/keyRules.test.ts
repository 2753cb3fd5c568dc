import type { Page } from 'puppeteer-core'
import { describe, expect, test } from 'vitest'
import type { BenchState } from '../../core/bench'
import type { Lever } from '../../core/levers'
import type { KeyLogEntry, RunAnswer } from '../../contract'
import { draft, eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, fill, seen } from '../support/screen'

const session = browserSession()
let page: Page

const messages = async () =>
  (await session.call<{ state: BenchState }>('GET', '/api/bench')).body.state.messages.map(({ text }) => text)
const keys = async () => (await session.call<{ keys: KeyLogEntry[] }>('GET', '/api/state')).body.keys
const outputs = async () =>
  (await keys()).flatMap(({ decision }) =>
    (decision.outputs ?? []).map((output) => ('code' in output ? `${output.kind} ${output.code}` : output.text)),
  )
const message = (text: string, trigger: Record<string, unknown>) =>
  session.call<Lever>(
    'POST',
    '/api/levers',
    draft({ name: text, steps: [{ id: 'a', kind: 'message.show', text }], triggers: [{ id: 't', ...trigger }] }),
  )
const rules = (...list: Record<string, unknown>[]) =>
  session.call('PATCH', '/api/frames/desk', { rules: list.map((rule, i) => ({ id: `r${i}`, ...rule })) })
const pulled = (text: string, times = 1) =>
  eventually(async () => (await messages()).filter((shown) => shown === text).length === times)
const overScreen = async () => {
  const box = (await (await page.waitForSelector('[data-bench-screen]'))!.boundingBox())!
  await page.mouse.move(box.x + box.width - 30, box.y + box.height - 20)
}

describe('rules and keys beyond the letters, with real events', () => {
  test('an arrow layer: letters under a held key are arrows, go on while held, and are themselves again after it', async () => {
    await rules(
      { kind: 'remap', from: 'KeyH', to: 'ArrowLeft', layer: 'Space' },
      { kind: 'remap', from: 'KeyL', to: 'ArrowRight', layer: 'Space' },
    )
    page = await session.open('/bench')
    await page.focus('[data-bench-screen]')
    await page.keyboard.down('Space')
    await page.keyboard.press('KeyH')
    await page.keyboard.down('KeyL')
    await page.keyboard.down('KeyL')
    await page.keyboard.up('KeyL')
    await page.keyboard.up('Space')
    await eventually(async () => (await outputs()).includes('up ArrowRight'))
    expect(await outputs()).toEqual([
      'down ArrowLeft',
      'up ArrowLeft',
      'down ArrowRight',
      'down ArrowRight',
      'up ArrowRight',
    ])
    await page.keyboard.press('KeyH')
    await eventually(async () => (await keys()).at(-2)?.decision.kind === 'pass')
    await seen(page, 'A rule makes it Right')
  })

  test('AltGr: a chord with it pulls, and characters come out otherwise', async () => {
    await rules()
    await session.call('PUT', '/api/key-settings', { keyboard: 'iso-full', legends: 'de' })
    await message('With AltGr', { kind: 'chord', chord: 'AltGr+Q' })
    await message('With both', { kind: 'chord', chord: 'Ctrl+Alt+E' })
    page = await session.open('/bench')
    await page.focus('[data-bench-screen]')
    const typed = (code: string, key: string, windows: boolean) =>
      page.evaluate(
        (codeOf: string, keyOf: string, reports: boolean) => {
          const part = { bubbles: true, cancelable: true, modifierAltGraph: true, ctrlKey: reports, altKey: reports }
          const target = document.activeElement!
          const send = (type: string, own: KeyboardEventInit) =>
            target.dispatchEvent(new KeyboardEvent(type, { ...part, ...own }))
          send('keydown', { code: 'AltRight', key: 'AltGraph' })
          send('keydown', { code: codeOf, key: keyOf })
          send('keyup', { code: codeOf, key: keyOf })
          target.dispatchEvent(new KeyboardEvent('keyup', { bubbles: true, code: 'AltRight', key: 'AltGraph' }))
        },
        code,
        key,
        windows,
      )
    await typed('KeyQ', '@', false)
    await pulled('With AltGr')
    await typed('KeyQ', '@', true)
    await pulled('With AltGr', 2)
    await typed('KeyE', '€', true)
    await eventually(async () =>
      (await keys()).some(({ decision }) => decision.chord === 'AltGr+E' && decision.kind === 'pass'),
    )
    expect(await messages()).not.toContain('With both')
    await session.call('PUT', '/api/key-settings', { keyboard: 'iso-full', legends: 'us' })
  })

  test('a button of the mouse and the wheel pull, alone, with modifiers, and as a layer; the page still scrolls', async () => {
    await message('Back button', { kind: 'chord', chord: 'Mouse4' })
    await message('Wheel up', { kind: 'chord', chord: 'Ctrl+Alt+WheelUp' })
    await message('Wheel in layer', { kind: 'layer', hold: 'Mouse5', chord: 'WheelDown' })
    page = await session.open('/bench')
    await overScreen()
    await page.mouse.click(400, 300, { button: 'back' })
    await pulled('Back button')
    await overScreen()
    await page.keyboard.down('Control')
    await page.keyboard.down('Alt')
    await page.mouse.wheel({ deltaY: -120 })
    await page.keyboard.up('Alt')
    await page.keyboard.up('Control')
    await pulled('Wheel up')
    await page.mouse.down({ button: 'forward' })
    await page.mouse.wheel({ deltaY: 120 })
    await page.mouse.up({ button: 'forward' })
    await pulled('Wheel in layer')
    page = await session.open('/settings')
    await page.mouse.move(500, 400)
    const top = () => page.$eval('.body, .view-body, main', (element) => element.scrollTop)
    const before = (await keys()).length
    await page.mouse.wheel({ deltaY: 200 })
    await new Promise((resolve) => setTimeout(resolve, 300))
    expect(await top()).toBeGreaterThanOrEqual(0)
    expect((await keys()).length).toBe(before)
  })

  test('keys count as those of the keyboard that is chosen, and the strip says so', async () => {
    await message('Only the pad', { kind: 'chord', chord: 'F9', keyboard: 'dome-pad' })
    page = await session.open('/bench')
    await page.focus('[data-bench-screen]')
    await page.keyboard.press('F9')
    await seen(page, 'No lever with this chord is live here')
    await page.click('input[aria-label="Which keyboard these keys come from"]')
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Enter')
    await page.evaluate(() => localStorage.setItem('keen-lever.live-keyboard', 'dome-pad'))
    page = await session.open('/bench')
    await seen(page, 'from Dome pad')
    await page.focus('[data-bench-screen]')
    await page.keyboard.press('F9')
    await pulled('Only the pad')
    await page.evaluate(() => localStorage.setItem('keen-lever.live-keyboard', ''))
  })

  test('a typed word becomes a text with the date, pulls a lever, and does neither in a field', async () => {
    await rules()
    await message('Word typed', { kind: 'word', word: ';done', endings: ['space'] })
    page = await session.open('/keys?tab=frames')
    await page.click('.frames [role="option"]:nth-child(2)')
    await button(page, 'A typed word')
    await fill(page, 'input[aria-label="Rule 1: word"]', 'nb')
    await fill(page, 'textarea[aria-label="Rule 1: text"]', 'night of ${date} on the fell, ${nosuch}')
    await seen(page, 'Typed now: night of 20')
    await seen(page, 'There is no value named “nosuch”.')
    await fill(page, 'textarea[aria-label="Rule 1: text"]', 'night of ${date} on the fell')
    await press(page, 'Ctrl+S')
    await seen(page, 'Changed the keys of Desk')
    // The field has its keys.
    await fill(page, 'textarea[aria-label="Rule 1: text"]', 'night of ${date} nb ')
    page = await session.open('/bench')
    await page.focus('[data-bench-screen]')
    await page.keyboard.type('so Nx')
    await page.keyboard.press('Backspace')
    await page.keyboard.type('b, ;done ')
    await pulled('Word typed')
    const today = new Date().toISOString().slice(0, 10)
    const texts = (await outputs()).filter((text) => /night|Night/.test(text))
    expect(texts).toHaveLength(1)
    expect(texts[0]).toMatch(/^Night of \d{4}-\d\d-\d\d on the fell$/)
    expect(Math.abs(Date.parse(texts[0]!.slice(9, 19)) - Date.parse(today))).toBeLessThanOrEqual(86_400_000)
    page = await session.open('/keys?tab=history')
    await seen(page, 'A typed word becomes “Night of')
  })

  test('the stop key ends what runs, also from a field, and switches live keys off until told otherwise', async () => {
    const waiting = await session.call<Lever>(
      'POST',
      '/api/levers',
      draft({ name: 'Waits', steps: [{ id: 'a', kind: 'wait', ms: 600_000 }], triggers: [] }),
    )
    const run = await session.call<RunAnswer>('POST', `/api/levers/${waiting.body.id}/pull`, {})
    page = await session.open('/levers')
    await page.focus('[aria-label="Filter the levers"]')
    await page.keyboard.down('Control')
    await page.keyboard.down('Alt')
    await page.keyboard.press('Escape')
    await page.keyboard.up('Alt')
    await page.keyboard.up('Control')
    await seen(page, 'Stopped 1 run. Every key is let go of, and live keys are off.')
    await seen(page, 'Live keys off')
    expect((await session.call<RunAnswer>('GET', `/api/runs/${run.body.id}`)).body.outcome).toBe('stopped')
    await button(page, 'Switch live keys on')
    await seen(page, 'Live keys on')
  })
})
