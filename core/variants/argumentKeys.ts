import { composeArguments, writePart } from '../command'
import type { ArgumentPart, ArgumentRules } from '../command'

/** An argument with the key by which a variant names it: an option by its name, anything else by its text. */
export interface KeyedPart {
  readonly key: string
  readonly part: ArgumentPart
}

type Rules = Pick<ArgumentRules, 'options' | 'positionals'>

/** The parts of an argument list with their keys; a key that would stand again is numbered: `--frame`, `--frame#2`. */
export function argumentKeys(args: readonly string[], rules: Rules): KeyedPart[] {
  const seen = new Map<string, number>()
  return composeArguments(rules, args).map((part) => {
    const plain = part.kind === 'option' ? part.option.names[0]! : part.text
    const count = (seen.get(plain) ?? 0) + 1
    seen.set(plain, count)
    return { key: count === 1 ? plain : `${plain}#${count}`, part }
  })
}

/** How one argument of a variant differs: another value or text, or `null` to leave it out. */
export interface ArgumentEdit {
  readonly key: string
  readonly text: string | null
}

/** The arguments with the edits made; an edit whose key is not there changes nothing. */
export function editArguments(args: readonly string[], rules: Rules, edits: readonly ArgumentEdit[]): string[] {
  const byKey = new Map(edits.map((edit) => [edit.key, edit.text]))
  return argumentKeys(args, rules).flatMap(({ key, part }) => {
    const text = byKey.get(key)
    if (text === undefined) return writePart(part)
    return text === null ? [] : writePart(withText(part, text))
  })
}

/** What a part says: the value of an option, the text of anything else; `''` for an option without a value. */
export function textOf(part: ArgumentPart): string {
  return part.kind === 'option' ? (part.value ?? '') : part.text
}

function withText(part: ArgumentPart, text: string): ArgumentPart {
  if (part.kind !== 'option') return { ...part, text }
  return part.option.value === 'none'
    ? part
    : { ...part, joiner: part.joiner ?? part.option.joiners[0] ?? '=', value: text }
}

/** The edits that make `edited` of `args`, or undefined when leaving out and replacing are not enough. */
export function findEdits(
  args: readonly string[],
  edited: readonly string[],
  rules: Rules,
): ArgumentEdit[] | undefined {
  const from = argumentKeys(args, rules)
  const to = argumentKeys(edited, rules)
  const edits: ArgumentEdit[] = []
  let j = 0
  for (const [i, { key, part }] of from.entries()) {
    const other = to[j]
    const replaces =
      other !== undefined && from.length - i === to.length - j && part.kind !== 'option' && other.part.kind !== 'option'
    if (other === undefined || (other.key !== key && !replaces)) {
      edits.push({ key, text: null })
      continue
    }
    if (textOf(other.part) !== textOf(part)) edits.push({ key, text: textOf(other.part) })
    j += 1
  }
  const made = editArguments(args, rules, edits)
  return j === to.length && made.length === edited.length && made.every((text, i) => text === edited[i])
    ? edits
    : undefined
}
