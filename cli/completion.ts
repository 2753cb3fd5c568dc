import type { Command } from 'commander'

export const SHELLS = ['bash', 'zsh', 'fish'] as const
export type Shell = (typeof SHELLS)[number]

/** A command by its words, with what can stand behind them. */
interface Node {
  readonly words: readonly string[]
  readonly subcommands: readonly { readonly name: string; readonly about: string }[]
  readonly options: readonly { readonly long: string; readonly about: string }[]
  readonly takesLever: boolean
  readonly takesFrame: boolean
}

/** A script that completes commands, options, levers and frames in a shell. */
export function completionScript(program: Command, shell: Shell): string {
  const nodes = nodesOf(program, [])
  switch (shell) {
    case 'bash':
      return bash(nodes)
    case 'zsh':
      return `#compdef keen\nautoload -U +X bashcompinit && bashcompinit\n${bash(nodes)}`
    case 'fish':
      return fish(nodes)
  }
}

function nodesOf(command: Command, words: readonly string[]): Node[] {
  const visible = command.commands.filter((one) => one.name() !== 'complete')
  const names = command.registeredArguments.map((argument) => argument.name())
  const node: Node = {
    words,
    subcommands: visible.map((one) => ({ name: one.name(), about: one.description() })),
    options: command.options.flatMap(({ long, description }) => (long ? [{ long, about: description }] : [])),
    takesLever: names.some((name) => name.startsWith('lever')),
    takesFrame: names.includes('frame'),
  }
  return [node, ...visible.flatMap((one) => nodesOf(one, [...words, one.name()]))]
}

function bash(nodes: readonly Node[]): string {
  const cases = nodes
    .toReversed()
    .map(({ words, subcommands, options, takesLever, takesFrame }) => {
      const known = [...subcommands.map(({ name }) => name), ...options.map(({ long }) => long)].join(' ')
      const more = takesLever ? 'levers' : takesFrame ? 'frames' : ''
      return `    "${words.join(' ')}"*) known="${known}"; more="${more}" ;;`
    })
    .join('\n')
  return `# Completes keen in bash: source this file, or put it into a folder of completions.
_keen() {
  local current="\${COMP_WORDS[COMP_CWORD]}" words known more line
  words="\${COMP_WORDS[*]:1:COMP_CWORD-1}"
  case "$words" in
${cases}
  esac
  COMPREPLY=()
  while IFS= read -r line; do
    [ -n "$line" ] && COMPREPLY+=("$(printf '%q' "$line")")
  done < <({ printf '%s\\n' $known; [ -n "$more" ] && keen complete "$more" 2>/dev/null; } |
    awk -v start="$current" 'tolower(substr($0, 1, length(start))) == tolower(start)')
}
complete -F _keen keen
`
}

function fish(nodes: readonly Node[]): string {
  const quoted = (text: string) => `'${text.replaceAll('\\', '\\\\').replaceAll("'", "\\'")}'`
  const lines = nodes.flatMap(({ words, subcommands, options, takesLever, takesFrame }) => {
    const names = subcommands.map(({ name }) => name).join(' ')
    const seen = words.map((word) => `__fish_seen_subcommand_from ${word}`)
    const conditions = [...seen, ...(names === '' ? [] : [`not __fish_seen_subcommand_from ${names}`])]
    const when = conditions.length === 0 ? '' : ` -n ${quoted(conditions.join('; and '))}`
    const more = takesLever ? 'levers' : takesFrame ? 'frames' : undefined
    return [
      ...subcommands.map(({ name, about }) => `complete -c keen -f${when} -a ${name} -d ${quoted(about)}`),
      ...options.map(({ long, about }) => `complete -c keen -f${when} -l ${long.slice(2)} -d ${quoted(about)}`),
      ...(more === undefined ? [] : [`complete -c keen -f${when} -a '(keen complete ${more} 2>/dev/null)'`]),
    ]
  })
  return `# Completes keen in fish: put it into ~/.config/fish/completions/keen.fish\n${lines.join('\n')}\n`
}
