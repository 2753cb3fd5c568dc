import type { ArgumentRules, Positional, ProgramOption } from './argumentRules'

/** An option as it is written in one argument; `value` is set where it is joined to the name. */
export interface OptionMatch {
  readonly option: ProgramOption
  readonly name: string
  readonly joiner?: '=' | ':'
  readonly value?: string
}

/** The option of the program that an argument is, if it is one. */
export function matchOption(rules: Pick<ArgumentRules, 'options'>, text: string): OptionMatch | undefined {
  for (const option of rules.options) {
    for (const name of option.names) {
      // Almost every argument differs from a name in its first letter, so the rest need not be looked at.
      if (text[0] !== name[0]) continue
      if (text === name) return { option, name }
      const joiner = text[name.length]
      if (
        text.startsWith(name) &&
        (joiner === '=' || joiner === ':') &&
        (option.joiners.includes(joiner) || option.value === 'none')
      ) {
        return { option, name, joiner, value: text.slice(name.length + 1) }
      }
    }
  }
  return undefined
}

/** Whether the option takes the argument after it as its value. */
export function takesNext({ option, value }: OptionMatch): boolean {
  return option.value === 'required' && value === undefined && option.joiners.includes('space')
}

/** By the marks the program's own options begin with: `-` for most, `/` for some. */
export function looksLikeOption(rules: Pick<ArgumentRules, 'options'>, text: string): boolean {
  if (text.length > 1 && text.startsWith('-')) return true
  const slashed = rules.options.some((option) => option.names.some((name) => name.startsWith('/')))
  return slashed && /^\/[^/\\]+$/.test(text)
}

/** An address has a scheme and an authority (RFC 3986, §3.1 and §3.2). */
export function isAddress(text: string): boolean {
  return /^[a-z][a-z0-9+.-]*:\/\//i.test(text)
}

/** The name of a file or folder, without the folders above it. */
export function lastPart(path: string): string {
  return path.slice(path.lastIndexOf('/') + 1)
}

/** What a file, folder or address would be to the program, by its looks alone: nothing is looked up. */
export function guessPositional(rules: Pick<ArgumentRules, 'positionals'>, text: string): Positional | undefined {
  const lowered = text.toLowerCase()
  if (isAddress(text)) return rules.positionals.find((positional) => positional.kind === 'address')
  const byEnding = rules.positionals.find(
    (positional) => positional.kind === 'file' && positional.endings?.some((ending) => lowered.endsWith(ending)),
  )
  if (byEnding) return byEnding
  const isPath = /[/\\]|^\$\{/.test(text)
  return isPath
    ? rules.positionals.find(
        (positional) => positional.kind === 'folder' || (positional.kind === 'file' && !positional.endings),
      )
    : undefined
}
