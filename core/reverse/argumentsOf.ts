import { rulesNow } from '../bench'
import type { BenchState, BenchWindow } from '../bench'
import { escapeVariables, WINDOW_PARTS } from '../command'
import type { ArgumentRules, ProgramOption, WindowPart } from '../command'
import { own } from '../result'

/**
 * The arguments that open a window as this one is: profile, edition and data set by the options that set them, then
 * what was loaded, in its order. Without the bench, or for a program that is not on it, only what was loaded.
 */
export function argumentsOf({ programId, content }: BenchWindow, bench?: BenchState): string[] {
  const program = bench && own(bench.programs, programId)
  const rules = program && rulesNow(program, bench)
  const options = rules ? WINDOW_PARTS.flatMap((part) => optionFor(rules, part, content[part])) : []
  return [...options, ...content.documents.map(({ path }) => path)].map(escapeVariables)
}

function optionFor(rules: ArgumentRules, part: WindowPart, value: string | undefined): string[] {
  if (value === undefined) return []
  const option = rules.options.find(({ effect }) => effect.kind === 'part' && effect.part === part)
  return option ? written(option, value) : []
}

function written({ names, joiners }: ProgramOption, value: string): string[] {
  const [joiner = '='] = joiners
  return joiner === 'space' ? [names[0]!, value] : [`${names[0]!}${joiner}${value}`]
}
