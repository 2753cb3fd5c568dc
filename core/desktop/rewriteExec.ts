import { diffArrays } from 'diff'
import { joinExec, quoteExec, readExecWords, writeExecWords } from '../command'
import type { ExecWord, FieldCodeValues } from '../command'
import { succeed } from '../result'
import type { Result } from '../result'

/**
 * The value of an `Exec` key that starts `argv`, from the one that stood there: words that come to the same arguments
 * stay as they were written, and field codes stay behind the argument they followed. `keeps` names the field codes that
 * still mean the same; others become what they stood for. Issues as those of `joinExec`.
 */
export function rewriteExec(
  before: string,
  fieldCode: FieldCodeValues,
  argv: readonly string[],
  keeps = 'fFuUick',
): Result<string> {
  const joined = joinExec(argv)
  const words = readExecWords(before, fieldCode)
  if (!joined.ok || !words.ok) return joined
  const stands = (word: ExecWord) => [...word.codes].every((code) => keeps.includes(code))
  const standing = words.value.flatMap((word) => word.args)
  if (words.value.every(stands) && standing.length === argv.length && standing.every((text, i) => text === argv[i]))
    return succeed(before)
  return succeed(
    writeExecWords(
      merged(
        words.value.filter((word) => word.args.length > 0 || stands(word)),
        argv,
        stands,
      ),
    ),
  )
}

/** Goes through old and new arguments side by side. */
function merged(words: readonly ExecWord[], argv: readonly string[], stands: (word: ExecWord) => boolean): string[] {
  const before = words.flatMap((word) => word.args)
  const kept = new Set<number>()
  const parts = diffArrays(before, [...argv])
  let at = 0
  for (const { added, removed, value } of parts) {
    if (!added && !removed) value.forEach((_, i) => kept.add(at + i))
    if (!added) at += value.length
  }
  const starts = startsOf(words)
  const wordAt = new Map(words.flatMap((word, i) => (word.args.length > 0 ? [[starts[i]!, word] as const] : [])))
  const codesAfter = (count: number) =>
    words.flatMap((word, i) => (word.args.length === 0 && starts[i] === count ? [word.written] : []))
  const result: string[] = [...codesAfter(0)]
  let old = 0
  /** Up to here the arguments are told by a word that was written already. */
  let told = 0
  for (const { added, removed, value } of parts)
    for (const text of value) {
      if (added) {
        result.push(quoteExec(text))
        continue
      }
      const word = wordAt.get(old)
      const whole = word && stands(word) && word.args.every((_, i) => kept.has(old + i))
      if (whole) {
        result.push(word.written)
        told = old + word.args.length
      } else if (!removed && old >= told) result.push(quoteExec(text))
      old += 1
      result.push(...codesAfter(old))
    }
  return result
}

/** How many arguments stand before each word. */
function startsOf(words: readonly ExecWord[]): number[] {
  let count = 0
  return words.map((word) => {
    const start = count
    count += word.args.length
    return start
  })
}
