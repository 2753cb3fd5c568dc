import { own } from '../result'
import type { ArgumentRules, Positional, ProgramOption, ValueSource, WindowPart } from '../command'
import { expandVariables } from '../command'
import { namesIn, noteFileRead, watchFileReads } from './files'
import type { FileRead } from './files'
import { globToRegExp } from './glob'
import { absolutePath, pathIn } from './paths'
import type { BenchState, Program } from './schema'

/** One value that can be chosen by name, with what identifies it. */
export interface ValueChoice {
  /** What the program gets. */
  readonly value: string
  readonly name: string
  /** What tells it apart, where the name alone does not: the identifier, the path. */
  readonly detail: string
}

/**
 * The values an option can have, or the files a position can take, as the bench has them now; undefined when anything
 * can be typed.
 */
export function choicesOf(
  part: Pick<ProgramOption, 'choices' | 'source'> | Pick<Positional, 'source'>,
  program: Program,
  state: BenchState,
): ValueChoice[] | undefined {
  if (part.source) return fromSource(part.source, program, state)
  return 'choices' in part && part.choices
    ? part.choices.map((value) => ({ value, name: value, detail: '' }))
    : undefined
}

function fromSource(source: ValueSource, program: Program, state: BenchState): ValueChoice[] {
  switch (source.kind) {
    case 'reported':
      return (own(program.reports ?? {}, source.list) ?? []).map(({ id, name }) => ({ value: id, name, detail: id }))
    case 'folders':
      return entriesBelow(source.below, state).flatMap(({ name, path, node }) =>
        node.kind === 'folder' ? [{ value: name, name: node.label ?? name, detail: path }] : [],
      )
    case 'files': {
      const pattern = globToRegExp(source.pattern)
      return entriesBelow(source.below, state)
        .filter(({ name, node }) => node.kind === 'file' && pattern.test(name))
        .map(({ name, path }) => ({ value: path, name, detail: path }))
    }
  }
}

/** What stands right below the folder of a source, by name; nothing when it names a value that is not known. */
function entriesBelow(below: string, state: BenchState) {
  const expanded = expandVariables(below, state.folders)
  if (!expanded.ok) return []
  const folder = absolutePath(expanded.value, '/')
  return namesIn(state.files, folder)
    .map(([name, node]) => ({ name, node, path: pathIn(folder, name) }))
    .sort((a, b) => a.name.localeCompare(b.name))
}

/** What people call the value of a part: the name its source gives it, or the value itself. */
export function partName(program: Program | undefined, part: WindowPart, value: string, state: BenchState): string {
  const option = program?.arguments.options.find(
    (entry) => entry.source && entry.effect.kind === 'part' && entry.effect.part === part,
  )
  return (option && choicesOf(option, program!, state)?.find((choice) => choice.value === value)?.name) ?? value
}

/**
 * The last rules of each program with the files they were looked up in; looking through all files for every lever would
 * be slow.
 */
const lastRules = new WeakMap<
  Program,
  {
    files: BenchState['files']
    folders: BenchState['folders']
    rules: ArgumentRules
    reads: readonly FileRead[]
  }
>()

/** A program's rules with the values its options have on the bench now, so that a profile that is gone is not taken. */
export function rulesNow(program: Program, state: BenchState): ArgumentRules {
  if (!program.arguments.options.some((option) => option.source)) return program.arguments
  const last = lastRules.get(program)
  if (last && last.files === state.files && last.folders === state.folders) {
    last.reads.forEach(noteFileRead)
    return last.rules
  }
  const { value: options, reads } = watchFileReads(() =>
    program.arguments.options.map((option) =>
      option.source ? { ...option, choices: choicesOf(option, program, state)!.map((choice) => choice.value) } : option,
    ),
  )
  const rules = { ...program.arguments, options }
  lastRules.set(program, { files: state.files, folders: state.folders, rules, reads })
  return rules
}
