import { z } from 'zod'
import type { Issue } from '../result'
import { expandVariables, namesUsed } from './expandVariables'
import { commandIssue } from './issues'

/** A named value as it was written: its text may use known folders and other values. */
export interface NamedText {
  readonly name: string
  readonly text: string
}

const issueSchema = z.object({
  code: z.string(),
  message: z.string(),
  at: z.union([z.number(), z.string()]).optional(),
})

/** Named values as they resolve now. What cannot be resolved says why, so that whoever uses it can be told. */
export const valueTableSchema = z.object({
  values: z.record(z.string(), z.string()),
  broken: z.record(z.string(), issueSchema),
})
export type ValueTable = z.infer<typeof valueTableSchema>

/**
 * Resolves named values that may use each other. `known` (the known folders) come first and are not part of the table;
 * of two texts with one name the later counts. Broken ones carry `variable-circular`, `variable-unknown` or
 * `variable-open`.
 */
export function resolveValues(known: Readonly<Record<string, string>>, named: readonly NamedText[]): ValueTable {
  const texts = new Map(named.map(({ name, text }) => [name, text]))
  const values: Record<string, string> = withoutPrototype()
  // One table that grows: a copy for each of many values would grow with their square.
  const all: Record<string, string> = Object.assign(withoutPrototype<string>(), known)
  const broken: Record<string, Issue> = withoutPrototype()
  const path: string[] = []

  function resolve(name: string): void {
    if (Object.hasOwn(values, name) || Object.hasOwn(broken, name)) return
    if (path.includes(name)) {
      const circle = [...path.slice(path.indexOf(name)), name]
      for (const member of circle) broken[member] = commandIssue({ code: 'variable-circular', name: member, circle })
      return
    }
    path.push(name)
    const text = texts.get(name)!
    for (const used of namesUsed(text)) if (texts.has(used)) resolve(used)
    path.pop()
    if (Object.hasOwn(broken, name)) return
    const expanded = expandVariables(text, all, broken)
    if (expanded.ok) values[name] = all[name] = expanded.value
    else broken[name] = expanded.issues[0]!
  }

  for (const name of texts.keys()) resolve(name)
  return { values, broken }
}

/** A table that has no keys but those that are put into it. */
function withoutPrototype<T>(): Record<string, T> {
  return Object.create(null) as Record<string, T>
}

export const NO_VALUES: ValueTable = { values: {}, broken: {} }
