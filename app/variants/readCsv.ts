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

/**
 * How the head of a column is written: `name`, `chord`, `icon`, or the key of an argument with or without its dashes.
 */
export function columnHead(column: VariantColumn): string {
  return column.key.replace(/^[-/]+/, '') || column.key
}

/** Rows from pasted CSV with a head line (RFC 4180; commas, semicolons or tabs). All of it is taken, or nothing. */
export function readCsv(text: string, columns: readonly VariantColumn[]): CsvReading {
  const { data, errors } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' })
  const [head = [], ...lines] = data
  const problems = errors
    .filter((error) => error.code !== 'UndetectableDelimiter')
    .map((error) => `Line ${(error.row ?? 0) + 1}: ${error.message}.`)
  const known = (title: string) => {
    const wanted = title.trim().toLowerCase()
    if (['name', 'chord', 'icon'].includes(wanted)) return wanted
    return columns.find((column) => [column.key.toLowerCase(), columnHead(column).toLowerCase()].includes(wanted))?.id
  }
  const fields = head.map(known)
  head.forEach((title, i) => {
    if (!fields[i])
      problems.push(
        `Line 1: there is no column “${title.trim()}”. There are ${['name', 'chord', 'icon', ...columns.map(columnHead)].join(', ')}.`,
      )
    else if (fields.indexOf(fields[i]) !== i) problems.push(`Line 1: the column “${title.trim()}” stands twice.`)
  })
  lines.forEach((line, i) => {
    if (line.length !== head.length)
      problems.push(`Line ${i + 2}: it has ${countOf(line.length, 'value')}, the head has ${head.length}.`)
  })
  if (lines.length === 0 && problems.length === 0)
    problems.push('There is a head line only. Add a line for each variant.')
  if (lines.length > MOST_ROWS)
    problems.push(`There are ${lines.length} lines; at most ${MOST_ROWS} variants are made at once.`)
  if (problems.length > 0) return { rows: [], problems: problems.slice(0, 12) }
  const cell = (line: string[], field: string) => line[fields.indexOf(field)]?.trim() ?? ''
  return {
    problems: [],
    rows: lines.map((line) => ({
      name: cell(line, 'name'),
      chord: cell(line, 'chord'),
      icon: cell(line, 'icon'),
      cells: Object.fromEntries(
        columns
          .filter((column) => fields.includes(column.id))
          .map((column) => [column.id, meant(column, cell(line, column.id))]),
      ),
    })),
  }
}

/**
 * For something that stands there or not, `on`, `yes`, `x` and `1` mean that it does, and `off`, `no`, `0` or nothing
 * that it does not.
 */
function meant(column: VariantColumn, text: string): string {
  if (column.kind !== 'present') return text
  if (/^(on|yes|x|1|true)$/i.test(text)) return column.pattern
  return /^(off|no|0|false)?$/i.test(text) ? '' : text
}
