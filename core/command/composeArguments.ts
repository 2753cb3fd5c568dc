import type { ArgumentRules, Positional, ProgramOption } from './argumentRules'
import { guessPositional, matchOption, takesNext } from './matchArgument'

/** An argument, or an option with the value that follows it, as the program's description tells them apart. */
export type ArgumentPart =
  | {
      readonly kind: 'option'
      readonly name: string
      readonly option: ProgramOption
      readonly joiner?: '=' | ':' | 'space'
      readonly value?: string
    }
  | { readonly kind: 'place'; readonly text: string; readonly positional: Positional }
  /** Whatever the description does not know; it is kept as it stands. */
  | { readonly kind: 'raw'; readonly text: string }

/** Tells an argument list apart into options, places and raw arguments. `writeParts` gives exactly the list back. */
export function composeArguments(
  rules: Pick<ArgumentRules, 'options' | 'positionals'>,
  args: readonly string[],
): ArgumentPart[] {
  const parts: ArgumentPart[] = []
  let optionsEnded = false
  for (let at = 0; at < args.length; at++) {
    const text = args[at]!
    const match = optionsEnded ? undefined : matchOption(rules, text)
    if (match) {
      const { name, option, joiner, value } = match
      const next = args[at + 1]
      if (takesNext(match) && next !== undefined) {
        parts.push({ kind: 'option', name, option, joiner: 'space', value: next })
        at += 1
      } else parts.push({ kind: 'option', name, option, ...(joiner ? { joiner, value } : {}) })
      continue
    }
    if (text === '--') optionsEnded = true
    const positional = text === '--' ? undefined : guessPositional(rules, text)
    parts.push(positional ? { kind: 'place', text, positional } : { kind: 'raw', text })
  }
  return parts
}

/** The arguments of one part: one, or two where a value follows its option. */
export function writePart(part: ArgumentPart): string[] {
  if (part.kind !== 'option') return [part.text]
  if (part.value === undefined) return [part.name]
  return part.joiner === 'space' ? [part.name, part.value] : [`${part.name}${part.joiner ?? '='}${part.value}`]
}

export function writeParts(parts: readonly ArgumentPart[]): string[] {
  return parts.flatMap(writePart)
}

/** An option as a new part, in the joiner the program wants first; with its first known value, or none yet. */
export function freshOption(option: ProgramOption, value = option.choices?.[0] ?? ''): ArgumentPart {
  const name = option.names[0]!
  return option.value === 'none'
    ? { kind: 'option', name, option }
    : { kind: 'option', name, option, joiner: option.joiners[0] ?? '=', value }
}
