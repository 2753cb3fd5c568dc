import { didYouMean } from '../names'
import type { ArgumentRules, Positional, ProgramOption } from './argumentRules'
import { isAddress, looksLikeOption, matchOption, takesNext } from './matchArgument'

/** One argument (or option with its value) as the program took it. `at` is its index after the program's name. */
export type TakenArgument =
  | { readonly kind: 'option'; readonly at: number; readonly option: ProgramOption; readonly value?: string }
  | { readonly kind: 'positional'; readonly at: number; readonly positional: Positional; readonly value: string }

/** One argument the program made nothing of, with the reason as a sentence. */
export interface IgnoredArgument {
  readonly at: number
  readonly text: string
  readonly code:
    | 'option-unknown'
    | 'value-missing'
    | 'value-unexpected'
    | 'value-unknown'
    | 'order'
    | 'not-taken'
    | 'too-many'
    | 'file-missing'
    | 'already-running'
  readonly because: string
}

/** What a program makes of its arguments. `refusal` is set when it shows an error window instead of opening. */
export interface Reading {
  readonly taken: readonly TakenArgument[]
  readonly ignored: readonly IgnoredArgument[]
  readonly refusal?: IgnoredArgument
}

/** What is there, for telling whether a file or folder that is named exists. */
export type PathLookup = (path: string) => 'file' | 'folder' | undefined

/**
 * Reads the arguments after the program's name as the program itself does by its rules: which it takes,
 * which it ignores and why, and whether it refuses to open. `--` ends the options.
 */
export function readArguments(rules: ArgumentRules, args: readonly string[], lookup: PathLookup): Reading {
  const taken: TakenArgument[] = []
  const ignored: IgnoredArgument[] = []
  let refusal: IgnoredArgument | undefined
  let optionsEnded = false
  const rolesTaken = new Map<string, number>()
  const ignore = (entry: IgnoredArgument) => {
    ignored.push(entry)
    const policy = entry.code === 'file-missing' ? rules.onMissingFile : rules.onUnknown
    if (policy === 'error-window' && entry.code !== 'order' && entry.code !== 'too-many') refusal ??= entry
  }

  for (let at = 0; at < args.length; at++) {
    const text = args[at]!
    if (text === '--' && !optionsEnded) {
      optionsEnded = true
      continue
    }
    const match = optionsEnded ? undefined : matchOption(rules, text)
    if (match) {
      const next = args[at + 1]
      const valueFollows = takesNext(match) && next !== undefined
      const value = valueFollows ? next : match.value
      const problem = optionProblem(match.option, match.name, value)
      if (problem) ignore({ at, text, ...problem })
      else taken.push({ kind: 'option', at, option: match.option, value })
      if (valueFollows) at += 1
    } else if (!optionsEnded && looksLikeOption(rules, text)) {
      const name = text.split(/[=:]/)[0]!
      ignore({
        at,
        text,
        code: 'option-unknown',
        because: `It has no option ${name}.${didYouMean(
          name,
          rules.options.flatMap((option) => option.names),
        )}`,
      })
    } else {
      const read = readPositional(rules, text, lookup)
      if ('code' in read) ignore({ at, text, ...read })
      else {
        const late = rules.order.find((rule) => rule.role === read.role && rolesTaken.has(rule.after))
        const count = rolesTaken.get(read.role) ?? 0
        if (late) ignore({ at, text, code: 'order', because: late.because })
        else if (read.most !== undefined && count >= read.most)
          ignore({ at, text, code: 'too-many', because: `It takes ${read.most} ${read.role} at most.` })
        else {
          rolesTaken.set(read.role, count + 1)
          taken.push({ kind: 'positional', at, positional: read, value: text })
        }
      }
    }
  }
  return refusal ? { taken, ignored, refusal } : { taken, ignored }
}

function optionProblem(
  option: ProgramOption,
  name: string,
  value: string | undefined,
): Pick<IgnoredArgument, 'code' | 'because'> | undefined {
  if (option.value === 'none')
    return value === undefined ? undefined : { code: 'value-unexpected', because: `${name} takes no value.` }
  if (value === undefined) {
    const example = option.joiners.includes('space')
      ? `${name} ${option.choices?.[0] ?? 'value'}`
      : `${name}${option.joiners[0] ?? '='}${option.choices?.[0] ?? 'value'}`
    return { code: 'value-missing', because: `${name} wants a value, written ${example}.` }
  }
  if (option.choices && !option.choices.includes(value)) {
    return {
      code: 'value-unknown',
      because: `${name} does not know “${value}”.${didYouMean(value, option.choices) || ` It knows ${option.choices.join(', ')}.`}`,
    }
  }
  return undefined
}

function readPositional(
  rules: ArgumentRules,
  text: string,
  lookup: PathLookup,
): Positional | Pick<IgnoredArgument, 'code' | 'because'> {
  const place = isAddress(text) ? undefined : lookup(text)
  const fits = rules.positionals.find((positional) => {
    switch (positional.kind) {
      case 'address':
        return isAddress(text)
      case 'folder':
        return place === 'folder'
      case 'text':
        return true
      case 'file':
        return (
          !isAddress(text) &&
          place !== 'folder' &&
          (positional.endings?.some((ending) => text.toLowerCase().endsWith(ending)) ?? true)
        )
    }
  })
  if (!fits) {
    const wanted = rules.positionals.map((positional) =>
      positional.endings ? `${positional.role} (${positional.endings.join(', ')})` : positional.role,
    )
    return {
      code: 'not-taken',
      because:
        wanted.length > 0
          ? `It takes no such thing here; it takes ${wanted.join(' or ')}.`
          : 'It takes no files, folders or addresses.',
    }
  }
  if (fits.kind === 'file' && place === undefined)
    return { code: 'file-missing', because: 'There is no such file on the bench.' }
  return fits
}
