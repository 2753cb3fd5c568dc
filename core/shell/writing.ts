import type { BenchState, momentValues } from '../bench'
import { NO_VALUES, commandIssue, partsOfText } from '../command'
import type { ValueTable } from '../command'
import { own } from '../result'
import type { Issue } from '../result'
import type { Names } from '../steps'
import { asComment, insideQuotes, quoteWord } from './quote'
import { functionNames, helperOf } from './helpers'
import { Identifiers } from './identifiers'

/** What a name stands for in a script. */
export type Binding =
  | { readonly kind: 'text'; readonly variable: string }
  /** A file by its path; of its parts those that are used have variables of their own. */
  | { readonly kind: 'file' | 'record'; readonly variable: string; readonly parts: ReadonlyMap<string, string> }
  /** One entry a line, as `entryLine` writes it. */
  | { readonly kind: 'list'; readonly variable: string }

/** A command that the script calls and whoever uses it fills in. */
export interface CommandByHand {
  readonly name: string
  /** What it is to do, as a sentence. */
  readonly says: string
  readonly gives: 'nothing' | 'value' | 'condition'
}

/** It cannot be said; thrown, and caught where a script begins. */
export class Unsayable extends Error {
  constructor(readonly issue: Issue) {
    super(issue.message)
  }
}

const byMoment: Readonly<Record<string, string>> = {
  date: '$(date +%Y-%m-%d)',
  time: '$(date +%H:%M)',
  weekday: '$(LC_ALL=C date +%A)',
  day: "$(date +%d | sed 's/^0//')",
  month: '$(LC_ALL=C date +%B)',
  year: '$(date +%Y)',
} satisfies Record<keyof ReturnType<typeof momentValues>, string>

/** The names that stand for something in a list of steps, and in those around it. */
export class Scope {
  private readonly own = new Map<string, Binding>()

  constructor(private readonly outer?: Scope) {}

  find(name: string): Binding | undefined {
    return this.own.get(name) ?? this.outer?.find(name)
  }

  /** A name that is new here. */
  put(name: string, binding: Binding): void {
    this.own.set(name, binding)
  }

  /** A name that stands for something else now, here or where it was given. */
  set(name: string, binding: Binding): void {
    if (this.own.has(name) || !this.outer?.find(name)) this.own.set(name, binding)
    else this.outer.set(name, binding)
  }
}

/** What a script comes to need while it is written: variables, helpers, functions, commands to be filled in. */
export class Writing {
  readonly identifiers = new Identifiers()
  readonly helpers = new Set<string>()
  readonly commands: CommandByHand[] = []
  readonly folders = new Map<string, string>()
  readonly programs = new Map<string, string>()
  readonly values = new Map<string, { readonly variable: string; readonly text: string }>()
  /** Functions of steps and levers, in the order in which they stand. */
  readonly functions: string[][] = []
  private readonly commandBySentence = new Map<string, string>()

  constructor(
    readonly bench: BenchState,
    readonly names: Names,
  ) {
    for (const name of ['result', 'nl', ...functionNames]) this.identifiers.reserve(name)
  }

  /** The name of a helper, which the script has from here on. */
  use(helper: string): string {
    if (!this.helpers.has(helper)) {
      this.helpers.add(helper)
      for (const folder of helperOf(helper).uses ?? []) this.folder(folder)
      for (const needed of helperOf(helper).needs ?? []) this.use(needed)
    }
    return helper
  }

  /** The variable of a known folder. Throws `Unsayable` for one that is none. */
  folder(name: string): string {
    const known = this.folders.get(name)
    if (known !== undefined) return known
    if (own(this.bench.folders, name) === undefined && name !== 'home' && name !== 'bin')
      throw new Unsayable(commandIssue({ code: 'variable-unknown', name, known: Object.keys(this.bench.folders) }))
    const variable = name === 'home' || name === 'bin' ? name : this.identifiers.variable(name)
    if (name === 'home' || name === 'bin') this.identifiers.reserve(name)
    this.folders.set(name, variable)
    return variable
  }

  /** The variable that has the path of a program. */
  program(id: string): string {
    const known = this.programs.get(id)
    if (known !== undefined) return known
    const variable = this.identifiers.variable(id)
    this.programs.set(id, variable)
    return variable
  }

  /** The name of a command for what only the desktop can do; the same for the same sentence. */
  command(says: string, gives: CommandByHand['gives']): string {
    const sentence = asComment(says)
    const key = `${gives} ${sentence}`
    const known = this.commandBySentence.get(key)
    if (known !== undefined) return known
    const name = this.identifiers.fromWords(sentence.replaceAll(/\$\{[^}]*\}/g, ''))
    this.use(gives === 'condition' ? 'cannot_tell' : 'by_hand')
    this.commands.push({ name, says: sentence, gives })
    this.commandBySentence.set(key, name)
    return name
  }

  /** A word of the shell that stands for a text with its values in. `isTimed`: the moment has names in it, too. */
  word(text: string, place: WordPlace, isTimed = false): string {
    const parts = partsOfText(text)
    if (parts.every((part) => part.kind === 'text')) return this.quoted(parts.map((part) => part.text).join(''))
    const inside = parts.map((part) => {
      if (part.kind === 'open') throw new Unsayable(commandIssue({ code: 'variable-open', at: part.at }))
      return part.kind === 'text' ? insideQuotes(part.text) : this.value(part.name, place, isTimed)
    })
    this.refuseNul(text)
    return `"${inside.join('')}"`
  }

  quoted(text: string): string {
    const word = quoteWord(text)
    if (!word.ok) throw new Unsayable(word.issues[0]!)
    return word.value
  }

  /** What stands in double quotes for a named value. */
  private value(name: string, { scope, values = NO_VALUES }: WordPlace, isTimed: boolean): string {
    const [first, ...rest] = name.split('.')
    const binding = scope.find(first!)
    if (binding) {
      const part = this.part(binding, rest.join('.'))
      if (part !== undefined) return part
    }
    const text = own(values.values, name)
    if (text !== undefined) return `\${${this.named(name, text)}}`
    const broken = own(values.broken, name)
    if (broken) throw new Unsayable(commandIssue({ code: 'variable-broken', name, because: broken.message }))
    if (own(this.bench.folders, name) !== undefined) return `\${${this.folder(name)}}`
    const moment = isTimed ? own(byMoment, name) : undefined
    if (moment !== undefined) return moment
    throw new Unsayable(commandIssue({ code: 'variable-unknown', name, known: Object.keys(values.values) }))
  }

  private part(binding: Binding, part: string): string | undefined {
    if (binding.kind === 'text') return part === '' ? `\${${binding.variable}}` : undefined
    if (binding.kind === 'list') {
      this.use('lists')
      const list = `"\${${binding.variable}}"`
      if (part === '') return `$(list_text ${list})`
      if (part === 'count') return `$(list_count ${list})`
      const which = part === 'first' ? '1' : part === 'last' ? String.raw`\$` : undefined
      return which === undefined ? undefined : `$(list_entry ${which} ${list} && printf '%s' "$k_text")`
    }
    if (part === '') return `\${${binding.variable}}`
    if (binding.kind === 'file' && (part === 'path' || part === 'text')) return `\${${binding.variable}}`
    const variable = binding.parts.get(part)
    return variable === undefined ? undefined : `\${${variable}}`
  }

  private named(name: string, text: string): string {
    const known = this.values.get(name)
    if (known) return known.variable
    const variable = this.identifiers.variable(name)
    this.values.set(name, { variable, text })
    return variable
  }

  private refuseNul(text: string): void {
    if (text.includes('\0')) this.quoted(text)
  }
}

/** What a text may use. */
export interface WordPlace {
  readonly scope: Scope
  readonly values?: ValueTable
}

/** Lines of a block, two blanks further in; what stands in a here-document stays at the margin. */
export function indented(lines: readonly string[]): string[] {
  return lines.map((line) => (line.startsWith(AT_MARGIN) || line === '' ? line : `  ${line}`))
}

/** Begins a line that is never moved in. */
export const AT_MARGIN = '\0'
