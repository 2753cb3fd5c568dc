import type { Page } from 'puppeteer-core'

/**
 * Acts; ms from the time stamp of the event it makes to the frame after `selector` matches one more element. The page
 * tells by itself when that is, so that nothing asks it meanwhile.
 */
export async function shownAfter(
  page: Page,
  selector: string,
  event: { readonly type: 'keydown' | 'mousedown'; readonly code?: string },
  act: () => Promise<void>,
): Promise<number> {
  await page.evaluate(`(() => {
    const count = document.querySelectorAll(${JSON.stringify(selector)}).length
    let pressedAt
    const { type, code } = ${JSON.stringify(event)}
    const note = event => { if (code === undefined || event.code === code) pressedAt = event.timeStamp }
    addEventListener(type, note, { capture: true })
    window.shownAfterMs = new Promise(resolve => {
      const observer = new MutationObserver(() => {
        if (document.querySelectorAll(${JSON.stringify(selector)}).length <= count) return
        observer.disconnect()
        requestAnimationFrame(() => {
          const channel = new MessageChannel()
          channel.port1.onmessage = () => {
            removeEventListener(type, note, { capture: true })
            resolve(performance.now() - pressedAt)
          }
          channel.port2.postMessage(0)
        })
      })
      observer.observe(document.documentElement, { childList: true, subtree: true })
    })
  })()`)
  const shown = page.evaluate('window.shownAfterMs')
  await act()
  return (await shown) as number
}
