import type { ArgumentRules } from './argumentRules'
import { splitAs } from './conventions'
import { isAddress, lastPart, matchOption, takesNext } from './matchArgument'
import type { IgnoredArgument, Reading } from './readArguments'
import { readArguments } from './readArguments'
import { nearestName } from '../names'

/** What is there on the workstation, and how to write it. */
export interface LintContext {
  /** What stands at a path; undefined when nothing does. */
  readonly lookup: (path: string) => 'file' | 'folder' | undefined
  /** The path most like one that is not there. */
  readonly nearestPath: (path: string) => string | undefined
  /** A path as the user would write it, with a named value in front where one fits. */
  readonly write: (path: string) => string
}

/**
 * Something that will not go as meant, at one argument, with the arguments as they would be right where that can be
 * told.
 */
export interface ArgumentFinding {
  readonly at: number
  readonly code: IgnoredArgument['code'] | 'option-twice' | 'split-path' | 'line-splits'
  /** A full sentence. */
  readonly message: string
  readonly mend?: { readonly label: string; readonly args: readonly string[] }
}

/**
 * What would not go as meant, seen before anything is started. `args` are as written and `expanded` as they reach the
 * program: the same arguments one by one. The reading of the program itself comes along.
 */
export function lintArguments(
  rules: ArgumentRules,
  args: readonly string[],
  expanded: readonly string[],
  context: LintContext,
): { findings: ArgumentFinding[]; reading: Reading } {
  const reading = readArguments(rules, expanded, context.lookup)
  const split = findSplitPaths(args, expanded, context)
  const covered = new Set(split.flatMap(({ at, count }) => Array.from({ length: count }, (_, i) => at + i)))
  const findings: ArgumentFinding[] = [
    ...reading.ignored
      .filter((entry) => !covered.has(entry.at))
      .map((entry) => ({
        at: entry.at,
        code: entry.code,
        message: messageOf(entry),
        mend: mendOf(entry, rules, args, expanded, reading, context),
      })),
    ...split.map(({ finding }) => finding),
    ...findRepeated(rules, args, expanded),
    ...findSplitLines(reading, args, expanded, context),
  ]
  return { findings: findings.sort((a, b) => a.at - b.at), reading }
}

function messageOf({ text, because }: IgnoredArgument): string {
  return `“${text}” would be ignored. ${because}`
}

function mendOf(
  entry: IgnoredArgument,
  rules: ArgumentRules,
  args: readonly string[],
  expanded: readonly string[],
  reading: Reading,
  context: LintContext,
): ArgumentFinding['mend'] {
  const { at, text, code } = entry
  const remove = { label: 'Remove it', args: args.toSpliced(at, 1) }
  switch (code) {
    case 'order': {
      const role = rules.order.find((rule) => rule.because === entry.because)?.after
      const before = reading.taken.find((taken) => taken.kind === 'positional' && taken.positional.role === role)
      return (
        before && { label: `Put it before the ${role}`, args: args.toSpliced(at, 1).toSpliced(before.at, 0, args[at]!) }
      )
    }
    case 'file-missing': {
      const nearest = context.nearestPath(text)
      return nearest === undefined
        ? undefined
        : { label: `Use ${lastPart(nearest)}`, args: args.with(at, context.write(nearest)) }
    }
    case 'option-unknown': {
      const name = text.split(/[=:]/)[0]!
      const nearest = nearestName(
        name,
        rules.options.flatMap((option) => option.names),
      )
      return nearest === undefined
        ? remove
        : { label: `Write ${nearest}`, args: args.with(at, nearest + args[at]!.slice(name.length)) }
    }
    case 'value-unknown':
      return mendValue(rules, args, expanded, at)
    case 'value-unexpected':
      return { label: `Write ${text.split(/[=:]/)[0]}`, args: args.with(at, text.split(/[=:]/)[0]!) }
    case 'not-taken':
    case 'too-many':
      return remove
    case 'value-missing':
    case 'already-running':
      return undefined
  }
}

function mendValue(
  rules: ArgumentRules,
  args: readonly string[],
  expanded: readonly string[],
  at: number,
): ArgumentFinding['mend'] {
  const match = matchOption(rules, expanded[at]!)
  const follows = match && takesNext(match)
  const value = follows ? expanded[at + 1]! : (match?.value ?? '')
  const nearest = nearestName(value, match?.option.choices ?? [])
  if (!match || nearest === undefined) return undefined
  return {
    label: `Use ${nearest}`,
    args: follows ? args.with(at + 1, nearest) : args.with(at, `${match.name}${match.joiner ?? '='}${nearest}`),
  }
}

/** An option that stands twice where only the last one counts. */
function findRepeated(rules: ArgumentRules, args: readonly string[], expanded: readonly string[]): ArgumentFinding[] {
  const findings: ArgumentFinding[] = []
  const seen = new Map<unknown, { at: number; width: number }>()
  for (let at = 0; at < expanded.length; at++) {
    if (expanded[at] === '--') break
    const match = matchOption(rules, expanded[at]!)
    if (!match) continue
    const width = takesNext(match) && at + 1 < expanded.length ? 2 : 1
    const earlier = seen.get(match.option)
    if (earlier && !match.option.repeatable) {
      const first = match.option.names[0]!
      findings.push({
        at: earlier.at,
        code: 'option-twice',
        message: `${first} stands twice; only the last one counts.`,
        mend: { label: 'Remove the first', args: args.toSpliced(earlier.at, earlier.width) },
      })
    }
    seen.set(match.option, { at, width })
    at += width - 1
  }
  return findings
}

const LONGEST_SPLIT = 4

/**
 * Neighbours that are no path by themselves but one together: a path with spaces that was split somewhere on its way
 * here.
 */
function findSplitPaths(
  args: readonly string[],
  expanded: readonly string[],
  { lookup }: LintContext,
): { at: number; count: number; finding: ArgumentFinding }[] {
  const found: { at: number; count: number; finding: ArgumentFinding }[] = []
  for (let at = 0; at < expanded.length - 1; at++) {
    const start = expanded[at]!
    if (!start.includes('/') || isAddress(start) || lookup(start)) continue
    for (let count = 2; count <= LONGEST_SPLIT && at + count <= expanded.length; count++) {
      const joined = expanded.slice(at, at + count).join(' ')
      if (!lookup(joined)) continue
      const written = args.slice(at, at + count).join(' ')
      found.push({
        at,
        count,
        finding: {
          at,
          code: 'split-path',
          message: `“${joined}” was split at its ${count > 2 ? 'spaces' : 'space'} into ${count} arguments; together they are one path.`,
          mend: { label: 'Join them', args: args.toSpliced(at, count, written) },
        },
      })
      at += count - 1
      break
    }
  }
  return found
}

/** A value that the program splits once more by itself, right through a path. */
function findSplitLines(
  reading: Reading,
  args: readonly string[],
  expanded: readonly string[],
  { lookup }: LintContext,
): ArgumentFinding[] {
  return reading.taken.flatMap((taken) => {
    if (taken.kind !== 'option' || !taken.option.reads || taken.value === undefined) return []
    const words = splitAs(taken.option.reads, taken.value)
    if (!words.ok)
      return [
        {
          at: taken.at,
          code: 'line-splits' as const,
          message: `${taken.option.names[0]} reads its value as a command line. ${words.issues[0]!.message}`,
        },
      ]
    for (let i = 0; i < words.value.length - 1; i++) {
      const joined = `${words.value[i]} ${words.value[i + 1]}`
      if (!joined.includes('/') || lookup(words.value[i]!) || !lookup(joined)) continue
      const at = args[taken.at]!.includes(joined) ? taken.at : taken.at + 1
      const quoted = args[at]?.replace(joined, `"${joined}"`)
      return [
        {
          at: taken.at,
          code: 'line-splits' as const,
          message: `${taken.option.names[0]} reads its value as a command line and would split “${joined}” at its space.`,
          mend:
            quoted === undefined || quoted === args[at] || !expanded[at]!.includes(joined)
              ? undefined
              : { label: 'Quote it', args: args.with(at, quoted) },
        },
      ]
    }
    return []
  })
}
