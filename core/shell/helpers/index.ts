import { basics } from './basics'
import { bin } from './bin'
import { carryingFiles } from './carryingFiles'
import { findingFiles } from './findingFiles'
import { own } from '../../result'
import type { Helper } from './helper'
import { lists } from './lists'
import { numbers } from './numbers'
import { questions } from './questions'
import { renamingFiles } from './renamingFiles'
import { texts } from './texts'

const all: Readonly<Record<string, Helper>> = {
  ...basics,
  ...texts,
  ...numbers,
  ...lists,
  ...findingFiles,
  ...bin,
  ...carryingFiles,
  ...renamingFiles,
  ...questions,
}
/** In the order in which they stand in a script. */
const order = Object.keys(all)

/** A function that scripts have where they use it. Throws for one that is none. */
export function helperOf(name: string): Helper {
  const helper = own(all, name)
  if (!helper) throw new RangeError(`unknown helper: ${name}`)
  return helper
}

/** The named helpers with all that they need, each once, in the order in which they stand. */
export function withNeeds(names: Iterable<string>): string[] {
  const found = new Set<string>()
  const open = [...names]
  for (let name = open.pop(); name !== undefined; name = open.pop()) {
    if (found.has(name)) continue
    found.add(name)
    open.push(...(helperOf(name).needs ?? []))
  }
  return order.filter((name) => found.has(name))
}

/** The text of a helper with what it says of itself. */
export function helperText(name: string): string {
  const { says, text } = helperOf(name)
  return says === undefined ? text : `# ${says}\n${text}`
}

/** The names of all functions that helpers have. */
export const functionNames: readonly string[] = Object.values(all).flatMap(({ text }) =>
  [...text.matchAll(/^(\w+)\(\)/gm)].map(([, name]) => name!),
)
