import { mapTexts, textsOf } from '../steps'
import type { Step } from '../steps'

/** Where a text was found: the row of the sheet, the path in it, and the text. */
export interface TextHit {
  readonly path: string
  readonly text: string
}

export interface TextSearch {
  readonly find: string
  /** Capitals matter. */
  readonly isExact?: boolean
}

/** Every text of a sheet that has something in it. */
export function findTexts(steps: readonly Step[], search: TextSearch): TextHit[] {
  if (search.find === '') return []
  return steps.flatMap((step, i) =>
    textsOf(step).flatMap(({ path, text }) => (has(text, search) ? [{ path: `${i}.${path}`, text }] : [])),
  )
}

/** The sheet with something replaced in all of its texts; the same steps where nothing is. */
export function replaceTexts(steps: readonly Step[], search: TextSearch, by: string): Step[] {
  if (search.find === '') return steps as Step[]
  const pattern = new RegExp(search.find.replace(/[.*+?^${}()|[\]\\]/g, String.raw`\$&`), search.isExact ? 'gu' : 'giu')
  let differs = false
  const after = steps.map((step) => {
    const made = mapTexts(step, (text) => text.replace(pattern, () => by))
    differs ||= made !== step
    return made
  })
  return differs ? after : (steps as Step[])
}

function has(text: string, { find, isExact }: TextSearch): boolean {
  return isExact ? text.includes(find) : text.toLocaleLowerCase('en').includes(find.toLocaleLowerCase('en'))
}

/** A text with what stands for a name replaced by another text; parts of the name stay, where the text is a name again. */
export function replaceVariable(text: string, name: string, by: string): string {
  return text.split(`\${${name}}`).join(by)
}
