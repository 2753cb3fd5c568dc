import type { Source, StepOf } from '../steps'
import type { Place, Said } from './place'
import { partsUsed, saySource } from './sources'
import type { SaidSource } from './sources'
import { Unsayable } from './writing'
import type { Binding, Writing } from './writing'

/** Entries of a source that are chosen or looked up: each a row of so many lines in the list. */

/** What a text that is one name only stands for. */
export function wholeBinding(text: string, { scope }: Place): Binding | undefined {
  const name = /^\$\{([^{}.]+)\}$/.exec(text)?.[1]
  return name === undefined ? undefined : scope.find(name)
}

/** The variable that has a part of what a lever gave back. */
export const resultPart = (part: string) => `result_${part.replaceAll(/[^A-Za-z0-9_]/g, '_')}`

/** The parts of an entry that are wanted: all that are known, where the lever gives the entry back as a whole. */
function wantedOf(name: string, source: Source, place: Place): string[] {
  const used = partsUsed(name, place.all)
  const isGivenBack = JSON.stringify(place.all).includes(`"kind":"lever.give","text":"\${${name}}"`)
  const isPassedOn = JSON.stringify(place.all).includes(`"text":"\${${name}}"`)
  if (!isGivenBack && !isPassedOn) return used
  if (source.kind === 'table') return [...used, ...source.columns]
  return source.kind === 'addresses' ? [...used, 'name', 'address'] : used
}

interface Rows {
  readonly source: SaidSource
  readonly columns: readonly string[]
  /** Which of the columns is compared or shown, from 1. */
  readonly label: number
}

/** The rows of a source with the parts that are wanted, and the one that tells them apart. */
function rowsFor(name: string, of: Source, by: string, place: Place, writing: Writing): Rows {
  const hasName = of.kind === 'addresses' || (of.kind === 'table' && of.columns.includes('name'))
  const label = by === '' ? (hasName ? 'name' : 'text') : by
  const source = saySource(of, [label, ...wantedOf(name, of, place)], place, writing)
  writing.use('lists')
  if (source.entries === 'text' || source.entries === 'file') {
    if (by !== '') throw new Unsayable({ code: 'part-unsayable', message: `A script cannot look for “${by}” there.` })
    return { source, columns: ['text'], label: 1 }
  }
  if ('command' in source.entries) return { source, columns: ['text'], label: 1 }
  const { columns } = source.entries
  return { source, columns, label: columns.indexOf(label) + 1 }
}

/** Gives a name to the row in `k_row`, with variables for its parts. */
function bindRow(name: string, { columns }: Rows, place: Place, writing: Writing): string[] {
  const { identifiers } = writing
  const variable = identifiers.variable(name)
  const parts = new Map(columns.map((column) => [column, identifiers.variable(`${name}_${column}`)]))
  place.scope.set(
    name,
    columns.length === 1 && columns[0] === 'text' ? { kind: 'text', variable } : { kind: 'record', variable, parts },
  )
  const taken = [...parts].flatMap(([, part], i) => [`list_entry ${i + 1} "$k_row" || :`, `${part}=$k_text`])
  const itself = parts.get('text') ?? [...parts.values()][0]!
  return [...taken, `${variable}=$${itself}`]
}

/** One entry of a list, chosen at the terminal. */
export function sayPickRow(as: string, of: Source, question: readonly string[], place: Place, writing: Writing): Said {
  const rows = rowsFor(as, of, '', place, writing)
  const { source, columns, label } = rows
  writing.use('find_row')
  const labels = `"$(column_of "${source.list}" ${columns.length} ${label})"`
  return {
    lines: [
      ...source.lines,
      ['ask_pick', ...question, 'one', labels, '|| return'].join(' '),
      `row_of "${source.list}" ${columns.length} "$k_at"`,
      ...bindRow(as, rows, place, writing),
    ],
  }
}

/** An entry that is looked up. */
export function sayFind(step: StepOf<'value.find'>, place: Place, writing: Writing): Said {
  if (step.how === 'nearest')
    throw new Unsayable({
      code: 'nearest-unsayable',
      message: 'A script finds no nearest entry. Look it up exactly, or by its beginning.',
    })
  const rows = rowsFor(step.as, step.source, step.by, place, writing)
  const { source, columns, label } = rows
  const words = [columns.length, label, step.how, step.none, step.several, writing.word(step.text, place)]
  return {
    lines: [
      ...source.lines,
      `${writing.use('find_row')} "${source.list}" ${words.join(' ')} || return`,
      ...bindRow(step.as, rows, place, writing),
    ],
  }
}
