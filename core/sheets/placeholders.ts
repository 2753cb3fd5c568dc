import { escapeVariables, namesUsed } from '../command'
import { mapTexts, ownTextsOf, placesIn } from '../steps'
import type { KnownNames, Step } from '../steps'
import { replaceVariable } from './texts'

/** The names that texts of steps use and that nothing has where they are put in, in the order in which they come. */
export function placeholdersOf(
  steps: readonly Step[],
  isKnown: (name: string) => boolean,
  known?: KnownNames,
): string[] {
  const found = new Set<string>()
  for (const place of placesIn(steps, known)) {
    for (const { text } of ownTextsOf(place.step)) {
      for (const name of namesUsed(text)) {
        const [first] = name.split('.')
        if (!isKnown(first!) && !place.known.has(first!)) found.add(first!)
      }
    }
  }
  return [...found]
}

/** The steps with texts in place of their placeholders. */
export function fillPlaceholders(steps: readonly Step[], texts: Readonly<Record<string, string>>): Step[] {
  return steps.map((step) =>
    mapTexts(step, (text) => {
      let filled = text
      for (const [name, by] of Object.entries(texts)) filled = replaceVariable(filled, name, escapeVariables(by))
      return filled
    }),
  )
}
