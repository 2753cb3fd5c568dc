import { closeOf } from './posix'

/** A part of a POSIX command line that a shell would have replaced, had one run it. */
export interface Expansion {
  readonly kind: 'parameter' | 'command' | 'pattern' | 'home'
  readonly text: string
  /** Offset in the line, UTF-16 units. */
  readonly at: number
}

const plainParameter = /^\$(?:[A-Za-z_]\w*|[0-9@*#?$!-])/

/**
 * Parameters, command substitutions, patterns and home marks that stand unquoted (or, but for patterns and home marks,
 * in double quotes) in a line; POSIX.1-2017 §2.6. What a substitution has inside is part of it. The product's own
 * `${name}` counts where `isKnown` does not know the name.
 */
export function findExpansions(line: string, isKnown: (name: string) => boolean = () => false): Expansion[] {
  const found: Expansion[] = []
  let quote: '"' | "'" | undefined
  for (let i = 0; i < line.length; i++) {
    const char = line[i]!
    const rest = line.slice(i)
    if (quote === "'") {
      if (char === "'") quote = undefined
    } else if (char === '\\') i += 1
    else if (char === "'" && !quote) quote = "'"
    else if (char === '"') quote = quote ? undefined : '"'
    else if (char === '$' || char === '`') {
      const text = expansionAt(line, i, quote === '"')
      if (!text) continue
      const isCommand = char === '`' || text[1] === '('
      const own = /^\$\{([^}]*)\}$/.exec(text)
      if (!own || !isKnown(own[1]!)) found.push({ kind: isCommand ? 'command' : 'parameter', text, at: i })
      i += text.length - 1
    } else if (!quote && '*?['.includes(char)) found.push({ kind: 'pattern', text: char, at: i })
    else if (!quote && char === '~' && (i === 0 || /\s/.test(line[i - 1]!)))
      found.push({ kind: 'home', text: /^~[\w.-]*/.exec(rest)![0], at: i })
  }
  return found
}

/** What opens at a `$` or a backquote, to its end; undefined where nothing does, or where it is not closed. */
function expansionAt(line: string, at: number, isQuoted: boolean): string | undefined {
  if (line[at] !== '`' && line[at + 1] !== '(' && line[at + 1] !== '{') return plainParameter.exec(line.slice(at))?.[0]
  const close = closeOf(line, at, isQuoted)
  return close === undefined ? undefined : line.slice(at, close + 1)
}

const words: Record<Expansion['kind'], (text: string) => string> = {
  parameter: (text) =>
    `${text} is kept as it stands: no shell runs here to replace it. Write \${name} for a known folder or a value of your own.`,
  command: (text) => `${text} is kept as it stands: no shell runs here to put in what the command prints.`,
  pattern: (text) =>
    `The pattern mark ${text} is kept as it stands: no shell runs here to look for files. Choose the files by name instead.`,
  home: (text) => `${text} is kept as it stands: no shell runs here. Write \${home} instead.`,
}

/** An expansion that will not happen, as a sentence. */
export function describeExpansion({ kind, text }: Expansion): string {
  return words[kind](text)
}
