import type { Page } from 'puppeteer-core'

/** Waits until a text stands on the page. */
export async function seen(page: Page, text: string): Promise<void> {
  await page
    .waitForFunction(
      (wanted: string) => document.body.innerText.replace(/\s+/g, ' ').includes(wanted),
      { polling: 40 },
      text,
    )
    .catch(() => {
      throw new Error(`not seen: ${text}`)
    })
}

/** Waits until a text is gone from the page. */
export async function unseen(page: Page, text: string): Promise<void> {
  await page
    .waitForFunction(
      (wanted: string) => !document.body.innerText.replace(/\s+/g, ' ').includes(wanted),
      { polling: 40 },
      text,
    )
    .catch(() => {
      throw new Error(`still seen: ${text}`)
    })
}

/** Presses the first button with this text. */
export async function button(page: Page, text: string): Promise<void> {
  const handle = await page.waitForFunction(
    (wanted: string) =>
      [...document.querySelectorAll('button')].find(
        (element) => element.innerText.replace(/\s+/g, ' ').trim() === wanted && !element.disabled,
      ),
    {},
    text,
  )
  await (handle.asElement() as unknown as { click: () => Promise<void> }).click()
}

/** Chooses one of a row of buttons of which one holds. */
export async function radio(page: Page, text: string): Promise<void> {
  await page.waitForFunction(
    (wanted: string) => {
      const found = [...document.querySelectorAll<HTMLElement>('.el-radio-button')].find(
        ({ innerText }) => innerText.trim() === wanted,
      )
      found?.click()
      return found !== undefined
    },
    {},
    text,
  )
}

/** Replaces what stands in a field. */
export async function fill(page: Page, selector: string, text: string): Promise<void> {
  await page.click(selector, { count: 3 })
  await page.keyboard.press('Backspace')
  await page.type(selector, text)
}

/** Chooses a program in a search field by what is typed, by keyboard alone. */
export async function chooseProgram(page: Page, label: string, typed: string, name: string): Promise<void> {
  // The form of a step is loaded when it is first shown.
  await page.waitForSelector(`input[aria-label="${label}"]`)
  await page.click(`input[aria-label="${label}"]`)
  await page.keyboard.type(typed)
  await page.waitForFunction(
    // The lists of other fields stay in the page, out of sight.
    (wanted: string) =>
      [...document.querySelectorAll<HTMLElement>('.el-select-dropdown__item.is-hovering')].some(
        (item) => item.offsetParent !== null && item.textContent.includes(wanted),
      ),
    {},
    name,
  )
  await page.keyboard.press('Enter')
}

/** Pastes a text over all that stands in a field, as the clipboard would. */
export async function paste(page: Page, selector: string, text: string): Promise<void> {
  await page.$eval(
    selector,
    (element, pasted) => {
      const field = element as HTMLTextAreaElement
      field.focus()
      field.select()
      const data = new DataTransfer()
      data.setData('text', pasted)
      const event = new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true })
      // Where the application does not take it, the browser puts it in.
      if (field.dispatchEvent(event)) document.execCommand('insertText', false, pasted)
    },
    text,
  )
}

/** Answers the question on the board with one of its choices. */
export async function answer(page: Page, text: string): Promise<void> {
  const handle = await page.waitForFunction(
    (wanted: string) =>
      [...document.querySelectorAll<HTMLElement>('.question-board [role="option"]')].find((element) =>
        element.innerText.includes(wanted),
      ),
    {},
    text,
  )
  await (handle.asElement() as unknown as { click: () => Promise<void> }).click()
}
