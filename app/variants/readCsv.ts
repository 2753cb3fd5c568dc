import { countOf } from '~~/core/names'
import Papa from 'papaparse'
import type { VariantColumn } from '~~/core/variants'

/** One row of the table while it is being filled in. */
export interface DraftRow {
  readonly id: number
  readonly name: string
  readonly chord: string
  readonly icon: string
  readonly cells: Readonly<Record<string, string>>
}

export interface CsvReading {
  readonly rows: readonly Omit<DraftRow, 'id'>[]
  /** What is wrong, with its line; nothing is taken then. */
  readonly problems: readonly string[]
}

const MOST_ROWS = 200
const MOST_PROBLEMS = 12

/**
 * How the head of a column is written: `name`, `chord`, `icon`, or the key of an argument with or without its dashes;
 * with the number of its step where two steps have the same.
 */
export function columnHead(column: VariantColumn, columns: readonly VariantColumn[] = []): string {
  const plain = plainHead(column)
  const alike = columns.filter((other) => plainHead(other) === plain)
  return alike.length < 2 ? plain : `${plain} ${alike.indexOf(column) + 1}`
}

function plainHead({ key }: VariantColumn): string {
  return key.replace(/^[-/]+/, '') || key
}

const OWN_HEADS = ['name', 'chord', 'icon']

/** The icons that a CSV names, each once. */
export function iconsIn(text: string): string[] {
  const [head, ...lines] = bestTable(text).rows
  const at = head?.cells.findIndex((title) => title.toLowerCase() === 'icon') ?? -1
  const names = lines.slice(0, MOST_ROWS).map(({ cells }) => cells[at] ?? '')
  return [...new Set(names)].filter((name) => name !== '')
}

/**
 * Rows from pasted CSV with a head line, by RFC 4180: quotes, blanks in quotes, line breaks of any kind, in quotes too.
 * Commas, semicolons, tabs or bars, whichever makes the lines equally long. All of it is taken, or nothing. `unknown`
 * are icons that there are none of.
 */
export function readCsv(
  text: string,
  columns: readonly VariantColumn[],
  unknown: ReadonlySet<string> = new Set(),
): CsvReading {
  const table = bestTable(text)
  const [head, ...lines] = table.rows
  if (!head) return { rows: [], problems: ['There is nothing in it. Begin with a line of heads: name, chord, …'] }
  const problems = [...table.problems]
  const fields = head.cells.map((title) => fieldOf(title, columns))
  head.cells.forEach((title, i) => {
    if (!fields[i]) {
      const heads = [...OWN_HEADS, ...columns.map((column) => columnHead(column, columns))]
      problems.push(`Line ${head.line}: there is no column “${title}”. There are ${heads.join(', ')}.`)
    } else if (fields.indexOf(fields[i]) !== i) problems.push(`Line ${head.line}: the column “${title}” stands twice.`)
  })
  for (const { cells, line } of lines) {
    if (cells.length !== head.cells.length)
      problems.push(`Line ${line}: it has ${countOf(cells.length, 'value')}, the head has ${head.cells.length}.`)
  }
  if (lines.length === 0 && problems.length === 0)
    problems.push('There is a head line only. Add a line for each variant.')
  if (lines.length > MOST_ROWS)
    problems.unshift(`There are ${lines.length} lines; at most ${MOST_ROWS} variants are made at once.`)
  if (problems.length > 0) return { rows: [], problems: problems.slice(0, MOST_PROBLEMS) }
  const given = columns.filter((column) => fields.includes(column.id))
  const rows = lines.map(({ cells, line }) => {
    const cell = (field: string) => cells[fields.indexOf(field)] ?? ''
    const row = {
      name: cell('name'),
      chord: cell('chord'),
      icon: cell('icon'),
      cells: {} as Record<string, string>,
    }
    if (unknown.has(row.icon))
      problems.push(
        `Line ${line}: there is no icon “${row.icon}”. Take a name from the list of icons, or leave it empty.`,
      )
    for (const column of given) {
      const value = meant(column, cell(column.id))
      if (value === undefined)
        problems.push(
          `Line ${line}: “${cell(column.id)}” under ${columnHead(column, columns)} is neither yes nor no. ` +
            'Write yes, on, x or 1, or no, off, 0 or nothing.',
        )
      else row.cells = { ...row.cells, [column.id]: value }
    }
    return row
  })
  return problems.length > 0 ? { rows: [], problems: problems.slice(0, MOST_PROBLEMS) } : { rows, problems: [] }
}

/** The field of a head, as it is written; else without minding capitals, where that is one only. */
function fieldOf(title: string, columns: readonly VariantColumn[]): string | undefined {
  if (OWN_HEADS.includes(title.toLowerCase())) return title.toLowerCase()
  const named = (alike: (name: string) => boolean) =>
    columns.filter((column) => alike(columnHead(column, columns)) || (alike(column.key) && isOnlyKey(column, columns)))
  const [exact] = named((name) => name === title)
  if (exact) return exact.id
  const loose = named((name) => name.toLowerCase() === title.toLowerCase())
  return loose.length === 1 ? loose[0]!.id : undefined
}

function isOnlyKey({ key }: VariantColumn, columns: readonly VariantColumn[]): boolean {
  return columns.filter((column) => column.key === key).length === 1
}

/**
 * For something that stands there or not, `on`, `yes`, `x` and `1` mean that it does, and `off`, `no`, `0` or nothing
 * that it does not; undefined for other words.
 */
function meant(column: VariantColumn, text: string): string | undefined {
  if (column.kind !== 'present') return text
  if (/^(on|yes|x|1|true)$/i.test(text)) return column.pattern
  return /^(off|no|0|false)?$/i.test(text) ? '' : undefined
}

interface Table {
  readonly rows: readonly { readonly cells: readonly string[]; readonly line: number }[]
  readonly problems: readonly string[]
}

/** The table by the separator that makes most lines as long as the head, and the head longest. */
function bestTable(text: string): Table {
  const plain = keepingQuotedBlanks(text.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n'))
  let best: { table: Table; score: number } | undefined
  for (const delimiter of [',', ';', '\t', '|']) {
    const table = tableBy(plain, delimiter)
    const width = table.rows[0]?.cells.length ?? 0
    const even = table.rows.filter(({ cells }) => cells.length === width).length / Math.max(1, table.rows.length)
    const score = width > 1 ? even + Math.min(width, 50) / 1000 : 0
    if (!best || score > best.score) best = { table, score }
  }
  return best!.table
}

function tableBy(text: string, delimiter: string): Table {
  const rows: { cells: string[]; line: number }[] = []
  const problems: string[] = []
  let line = 1
  let cursor = 0
  Papa.parse<string[]>(text, {
    delimiter,
    newline: '\n',
    step: ({ data, errors, meta }) => {
      const cells = data.map((cell) => cell.trim().replaceAll(KEPT_BLANK, ' '))
      if (cells.some((cell) => cell !== '')) rows.push({ cells, line })
      for (const { message } of errors) problems.push(`Line ${line}: ${message}.`)
      for (; cursor < meta.cursor; cursor++) if (text[cursor] === '\n') line += 1
    },
  })
  return { rows, problems }
}

/** Stands for a blank that begins or ends what is in quotes, while all other blanks around a value are taken off. */
const KEPT_BLANK = '\uE000'

function keepingQuotedBlanks(text: string): string {
  return text.replace(
    /"((?:[^"]|"")*)"/g,
    (_, inside: string) => `"${inside.replace(/^ +| +$/g, (blanks) => KEPT_BLANK.repeat(blanks.length))}"`,
  )
}
