import { absolutePath, documentInFront } from '../bench'
import type { BenchState, BenchWindow, Program, WindowContent } from '../bench'
import { escapeVariables, expandNames, freshOption, guessPositional, WINDOW_PARTS, writePart } from '../command'
import type { ArgumentRules } from '../command'
import { fail, succeed } from '../result'
import type { Issue, Result } from '../result'
import { namesFor } from '../steps'
import type { StepContext, WantedContent, WantedWindow } from '../steps'

/** What a window shall show, with values filled in. */
export interface Resolved {
  readonly shows?: WantedContent
  readonly workingDirectory?: string
}

/** Fills the values in. Issues: those of `expandNames`, with their place. */
export function resolve(wanted: WantedWindow, bench: BenchState, values: StepContext['values']): Result<Resolved> {
  const names = namesFor(bench, values)
  const issues: Issue[] = []
  const fill = (text: string, at: string) => {
    const filled = expandNames(text, names)
    if (!filled.ok) issues.push(...filled.issues.map((issue) => ({ ...issue, at })))
    return filled.ok ? filled.value : text
  }
  const path = (text: string, at: string) => {
    const filled = fill(text, at)
    return filled.startsWith('/') ? absolutePath(filled, '/') : filled
  }
  const { shows, workingDirectory } = wanted
  const parts = WINDOW_PARTS.flatMap((part) => {
    const text = shows?.[part]
    return text === undefined ? [] : [[part, fill(text, `shows.${part}`)] as const]
  })
  const resolved: Resolved = {
    ...(shows
      ? {
          shows: {
            ...Object.fromEntries(parts),
            documents: [...new Set(shows.documents.map((text, i) => path(text, `shows.documents.${i}`)))],
            ...(shows.front === undefined ? {} : { front: path(shows.front, 'shows.front') }),
          },
        }
      : {}),
    ...(workingDirectory === undefined ? {} : { workingDirectory: path(workingDirectory, 'workingDirectory') }),
  }
  return issues.length > 0 ? fail(...issues) : succeed(resolved)
}

/** Whether a window shows what it shall, whichever of its documents is in front. */
export function showsAll({ content }: BenchWindow, { shows, workingDirectory }: Resolved): boolean {
  if (content.error) return false
  if (workingDirectory !== undefined && content.workingDirectory !== workingDirectory) return false
  if (!shows) return true
  if (WINDOW_PARTS.some((part) => shows[part] !== undefined && shows[part] !== content[part])) return false
  const { documents } = content
  if (documents.length !== shows.documents.length) return false
  // They are each there once.
  const wanted = new Set(shows.documents)
  return documents.every(({ path }) => wanted.has(path))
}

/** Whether the document is in front that shall be. */
export function hasInFront({ content }: BenchWindow, { shows }: Resolved): boolean {
  return shows?.front === undefined || documentInFront(content)?.path === shows.front
}

/**
 * Arguments with which a program would show this, the likeliest first: options before documents, then the other way
 * round; the document that is to be in front is the last, and then in the order that the program wants them in.
 */
export function argumentsFor(
  { arguments: rules }: Program,
  { shows }: Resolved,
  further: readonly string[],
): string[][] {
  if (!shows) return [[...further]]
  const options = WINDOW_PARTS.flatMap((part) => {
    const value = shows[part]
    const option = rules.options.find(
      ({ effect, value: takes }) => effect.kind === 'part' && effect.part === part && takes === 'required',
    )
    return value === undefined || !option ? [] : writePart(freshOption(option, escapeVariables(value)))
  })
  const { front, documents } = shows
  const frontLast = documents.toSorted((a, b) => Number(a === front) - Number(b === front))
  const orders = rules.order.length === 0 ? [frontLast] : [frontLast, inRolesOrder(frontLast, rules)]
  return orders.flatMap((paths) => {
    const places = paths.map(escapeVariables)
    const first = [...options, ...further, ...places]
    return options.length === 0 || places.length === 0 ? [first] : [first, [...places, ...options, ...further]]
  })
}

/** Documents with those first that are not taken any more behind others. */
function inRolesOrder(paths: readonly string[], rules: ArgumentRules): string[] {
  const roleOf = new Map(paths.map((path) => [path, guessPositional(rules, path)?.role]))
  const isBefore = (a: string, b: string) =>
    rules.order.some(({ role, after }) => role === roleOf.get(a) && after === roleOf.get(b))
  return paths.toSorted((a, b) => (isBefore(a, b) ? -1 : isBefore(b, a) ? 1 : 0))
}

/** What a window shows, as it would be wanted. */
export function contentWanted({ documents, ...content }: WindowContent): WantedContent {
  const front = documentInFront({ documents, ...content })?.path
  const parts = WINDOW_PARTS.flatMap((part) => {
    const text = content[part]
    return text === undefined ? [] : [[part, escapeVariables(text)] as const]
  })
  return {
    ...Object.fromEntries(parts),
    documents: documents.map(({ path }) => escapeVariables(path)),
    ...(front === undefined || documents.length < 2 ? {} : { front: escapeVariables(front) }),
  }
}
