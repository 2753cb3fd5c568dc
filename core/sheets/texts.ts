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

/** How often something stands in the texts of a sheet; what overlaps counts once. */
export function countTexts(steps: readonly Step[], search: TextSearch): number {
  if (search.find === '') return 0
  const pattern = patternOf(search)
  return steps.reduce(
    (sum, step) => sum + textsOf(step).reduce((count, { text }) => count + (text.match(pattern)?.length ?? 0), 0),
    0,
  )
}

/** The sheet with something replaced in all of its texts; the same steps where nothing is. */
export function replaceTexts(steps: readonly Step[], search: TextSearch, by: string): Step[] {
  if (search.find === '') return steps as Step[]
  const pattern = patternOf(search)
  let differs = false
  const after = steps.map((step) => {
    const made = mapTexts(step, (text) => text.replace(pattern, () => by))
    differs ||= made !== step
    return made
  })
  return differs ? after : (steps as Step[])
}

function patternOf({ find, isExact }: TextSearch): RegExp {
  return new RegExp(find.replace(/[.*+?^${}()|[\]\\]/g, String.raw`\$&`), isExact ? 'gu' : 'giu')
}

function has(text: string, { find, isExact }: TextSearch): boolean {
  return isExact ? text.includes(find) : text.toLocaleLowerCase('en').includes(find.toLocaleLowerCase('en'))
}

/** A text with what stands for a name replaced by another text; parts of the name stay, where the text is a name again. */
export function replaceVariable(text: string, name: string, by: string): string {
  return text.split(`\${${name}}`).join(by)
}
