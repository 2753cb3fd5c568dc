import { deviceKindWords } from '../bench'
import { MOST_ENTRIES, textsOf } from '../steps'
import type { AnyStep, Source, Step } from '../steps'
import { namesUsed } from '../command'
import { assertNever, own } from '../result'
import { sayPath } from './paths'
import { Unsayable } from './writing'
import type { Binding, Writing, WordPlace } from './writing'

/** A source as a script has it: what makes the list, and what its entries are. */
export interface SaidSource {
  /** Lines after which `list` stands for the list; each goes on, or ends with another status than 0. */
  readonly lines: readonly string[]
  /** The word that has the list. */
  readonly list: string
  readonly entries: 'text' | 'file' | { readonly columns: readonly string[] } | { readonly command: string }
}

const ALL_PARTS = '*'

/** The parts of a value that steps use: `''` for itself. Names that are given anew inside count as well. */
export function partsUsed(name: string, steps: readonly (AnyStep | Step)[]): string[] {
  const used = new Set<string>()
  for (const step of steps)
    for (const text of namedTexts(step)) {
      const [first, ...rest] = text.split('.')
      if (first === name) used.add(rest.join('.'))
    }
  return [...used]
}

function namedTexts(step: AnyStep | Step): string[] {
  return textsOf(step).flatMap(({ text }) => namesUsed(text))
}

/** What a loop, a question or a count goes over. `used` are the parts of its entries that are wanted. */
export function saySource(source: Source, used: readonly string[], place: WordPlace, writing: Writing): SaidSource {
  switch (source.kind) {
    case 'files': {
      const tests = sayTests(source)
      const before = [source.newerThanMs, source.olderThanMs].find((ms) => ms !== undefined)
      const compare = before === undefined ? [] : [`${writing.use('reference')} ${Math.ceil(before / 1000)}`]
      const words = [
        sayPath(source.folder, place, writing),
        source.what,
        source.isDeep ? 'deep' : "''",
        writing.word(source.pattern, place),
        source.order,
        ...tests,
      ]
      const variable = writing.identifiers.variable('files')
      return {
        lines: [...compare, `${variable}=$(${writing.use('list_entries')} ${words.join(' ')}) || return`],
        list: `$${variable}`,
        entries: 'file',
      }
    }
    case 'lines':
      writing.use('lines_of')
      return kept('lines', `lines_of ${writing.word(source.text, place)}`, 'text', writing)
    case 'list':
      writing.use('lists')
      return kept(
        'entries',
        ['list_of', ...source.items.map((item) => writing.word(item, place))].join(' '),
        'text',
        writing,
      )
    case 'value':
      return sayValue(source.name, place, writing)
    case 'table': {
      const columns = wanted(used, ['text', ...source.columns])
      const cells = source.rows.flatMap((row) =>
        columns.map((column) => {
          const at = source.columns.indexOf(column)
          return writing.word(at < 0 ? (row[0] ?? '') : (row[at] ?? ''), place)
        }),
      )
      writing.use('lists')
      return kept('rows', ['list_of', ...cells].join(' '), { columns }, writing)
    }
    case 'addresses': {
      const columns = wanted(used, ['text', 'name', 'address'])
      const cells = writing.bench.addresses.flatMap(({ name, address }) =>
        columns.map((column) => writing.quoted(column === 'name' ? name : address)),
      )
      writing.use('lists')
      return kept('addresses', ['list_of', ...cells].join(' '), { columns }, writing)
    }
    case 'csv': {
      const columns = wanted(used, [ALL_PARTS])
      const variable = writing.identifiers.variable('rows')
      const words = [sayPath(source.path, place, writing), ...columns.map((column) => writing.quoted(column))]
      return {
        lines: [`${variable}=$(${writing.use('rows_of')} ${words.join(' ')}) || return`],
        list: `$${variable}`,
        entries: { columns },
      }
    }
    case 'windows':
    case 'programs':
    case 'tabs':
    case 'devices':
    case 'levers': {
      const command = writing.command(`Lists ${listed(source, writing)}, one a line`, 'value')
      const variable = writing.identifiers.variable(source.kind)
      writing.use('lists')
      return { lines: [`${variable}=$(${command})`], list: `$${variable}`, entries: { command } }
    }
    default:
      return assertNever(source)
  }
}

function kept(name: string, command: string, entries: SaidSource['entries'], writing: Writing): SaidSource {
  const variable = writing.identifiers.variable(name)
  return { lines: [command, `${variable}=$k_list`], list: `$${variable}`, entries }
}

function wanted(used: readonly string[], known: readonly string[]): string[] {
  const columns = [...new Set(used.map((part) => (part === '' ? 'text' : part)))]
  const unknown = known.includes(ALL_PARTS) ? undefined : columns.find((column) => !known.includes(column))
  if (unknown !== undefined)
    throw new Unsayable({
      code: 'part-unknown',
      message: `There is no “${unknown}” in what is gone over; it has ${known.join(', ')}.`,
    })
  // So that each entry has a line.
  return columns.length === 0 ? ['text'] : columns
}

function sayValue(name: string, place: WordPlace, writing: Writing): SaidSource {
  const binding = name.includes('.') ? undefined : place.scope.find(name)
  if (binding?.kind === 'list') return { lines: [], list: `$${binding.variable}`, entries: 'text' }
  writing.use('lines_of')
  return kept(name.replaceAll('.', '_'), `lines_of ${writing.word(`\${${name}}`, place)}`, 'text', writing)
}

function sayTests(source: Extract<Source, { kind: 'files' }>): string[] {
  if (source.newerThanMs !== undefined && source.olderThanMs !== undefined)
    throw new Unsayable({
      code: 'two-ages',
      message: 'A script cannot say “newer than” and “older than” of the same files.',
    })
  return [
    ...(source.newerThanMs === undefined ? [] : ['-newer "$k_reference"']),
    ...(source.olderThanMs === undefined ? [] : ['! -newer "$k_reference"']),
    ...(source.largerThan === undefined ? [] : [`-size +${source.largerThan}c`]),
    ...(source.smallerThan === undefined ? [] : [`-size -${source.smallerThan}c`]),
  ]
}

function listed(
  source: Extract<Source, { kind: 'windows' | 'programs' | 'tabs' | 'devices' | 'levers' }>,
  writing: Writing,
) {
  const of = (id: string | undefined) => (id === undefined ? '' : ` of ${own(writing.names.programs, id)?.name ?? id}`)
  switch (source.kind) {
    case 'windows':
      return `the titles of the open windows${of(source.programId)}`
    case 'programs':
      return 'the programs that run'
    case 'tabs':
      return `the addresses of the open tabs${of(source.programId)}`
    case 'devices':
      return source.deviceKind === undefined ? 'the devices' : `the devices: ${deviceKindWords[source.deviceKind].all}`
    case 'levers':
      return source.frameId === undefined ? 'the levers' : `the levers of the frame ${source.frameId}`
  }
}

/** What an entry is bound to, and the lines that take it and its parts from `k_text`, where it stands decoded. */
export function bindEntry(
  name: string,
  { entries }: SaidSource,
  used: readonly string[],
  writing: Writing,
): { binding: Binding; lines: string[]; perEntry: number } {
  const variable = writing.identifiers.variable(name)
  if (entries === 'text') return { binding: { kind: 'text', variable }, lines: [`${variable}=$k_text`], perEntry: 1 }
  if (entries === 'file') return bindFile(variable, used, writing)
  if ('command' in entries) {
    const parts = new Map(
      used.filter((part) => part !== '').map((part) => [part, writing.identifiers.variable(`${name}_${part}`)]),
    )
    const lines = [...parts].map(
      ([part, partVariable]) => `${partVariable}=$(${entries.command} ${writing.quoted(part)} "$${variable}")`,
    )
    return { binding: { kind: 'record', variable, parts }, lines: [`${variable}=$k_text`, ...lines], perEntry: 1 }
  }
  const { columns } = entries
  const parts = new Map(
    columns.map((column) => [column, column === 'text' ? variable : writing.identifiers.variable(`${name}_${column}`)]),
  )
  const [first, ...rest] = columns
  const lines = [
    `${parts.get(first!)}=$k_text`,
    ...rest.flatMap((column) => ['IFS= read -r k_line <&3', 'decode "$k_line"', `${parts.get(column)}=$k_text`]),
  ]
  return { binding: { kind: 'record', variable, parts }, lines, perEntry: columns.length }
}

const NAME_PARTS = ['name', 'stem', 'extension', 'folder']

/** A file by its path in `k_text`, with variables for those of its parts that are used. */
function bindFile(variable: string, used: readonly string[], writing: Writing) {
  const parts = new Map<string, string>()
  const lines = [`${variable}=$k_text`]
  const wanted = used.filter((part) => part !== '' && part !== 'path' && part !== 'text')
  if (wanted.length > 0) lines.push(`${writing.use('name_parts')} "$${variable}"`)
  for (const part of wanted) {
    const partVariable = writing.identifiers.variable(`${variable}_${part}`)
    parts.set(part, partVariable)
    if (NAME_PARTS.includes(part)) lines.push(`${partVariable}=$k_${part}`)
    else if (part === 'size') lines.push(`${partVariable}=$(size_of "$${variable}")`)
    else {
      const command = writing.command('Tells when a file was changed, as 2026-03-14T21:30:00.000Z', 'value')
      lines.push(`${partVariable}=$(${command} "$${variable}")`)
    }
  }
  return { binding: { kind: 'file', variable, parts } as const, lines, perEntry: 1 }
}

/** Whether a loop goes over all that there is. */
export const isUnbounded = (atMost: number) => atMost >= MOST_ENTRIES
