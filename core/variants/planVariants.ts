import type { BenchState, Program, ValueChoice } from '../bench'
import { choicesOf } from '../bench'
import { clashesWith, createClashIndex } from '../clash'
import type { Clash } from '../clash'
import { formatChord, keysInRow, parseChord } from '../keys'
import { leverDraftSchema } from '../levers'
import type { Frame, KeySettings, Lever, LeverDraft, LeverIcon, Variant } from '../levers'
import { fail, succeed, own } from '../result'
import type { Issue, Result } from '../result'
import { argumentKeys, textOf } from './argumentKeys'
import { followPattern, rulesOf } from './followPattern'
import { variantIssue } from './issues'

/** A part of the pattern that rows may differ in: the value of an option, or whether something stands there at all. */
export interface VariantColumn {
  readonly id: string
  readonly stepId: string
  readonly key: string
  readonly kind: 'value' | 'present'
  /** The value of the pattern; for `present`, that it is there. */
  readonly pattern: string
  /** The values it can have, where they are known. */
  readonly choices?: readonly ValueChoice[]
}

/** One row of the table; a column that is not named is as in the pattern. For `present` columns, `''` leaves it out. */
export interface VariantRow {
  readonly name: string
  /** Empty for none. */
  readonly chord: string
  readonly icon?: LeverIcon | null
  readonly cells: Readonly<Record<string, string>>
}

/** The columns a lever offers: every argument of each program it opens. */
export function columnsOf(pattern: Lever, bench: BenchState): VariantColumn[] {
  return pattern.steps.flatMap((step) => {
    if (step.kind !== 'program.open') return []
    const program = own(bench.programs, step.programId)
    return argumentKeys(step.args, rulesOf(step, bench.programs)).map(({ key, part }): VariantColumn => {
      const base = { id: `${step.id}:${key}`, stepId: step.id, key }
      if (part.kind === 'option' && part.option.value !== 'none')
        return { ...base, kind: 'value', pattern: textOf(part), ...choices(part.option, program, bench) }
      return { ...base, kind: 'present', pattern: part.kind === 'option' ? key : part.text }
    })
  })
}

function choices(
  option: Parameters<typeof choicesOf>[0],
  program: Program | undefined,
  bench: BenchState,
): { choices?: readonly ValueChoice[] } {
  const known = program && choicesOf(option, program, bench)
  return known ? { choices: known } : {}
}

/**
 * A name with the row's values in it: `Reduce, {--edition}` with `--edition` as trial is `Reduce, trial`. The readable
 * name of a value is used where there is one.
 */
export function nameFrom(
  template: string,
  columns: readonly VariantColumn[],
  cells: Readonly<Record<string, string>>,
): string {
  return template.replace(/\{([^{}]+)\}/g, (whole, key: string) => {
    const column = columns.find((entry) => entry.key === key || entry.key.replace(/^[-/]+/, '') === key)
    if (!column) return whole
    const value = cells[column.id] ?? column.pattern
    return column.choices?.find((choice) => choice.value === value)?.name ?? value
  })
}

/** The names, with a number behind those that would stand twice or are taken already. */
export function makeDistinct(names: readonly string[], taken: Iterable<string>): string[] {
  const used = new Set(taken)
  return names.map((name) => {
    let distinct = name
    for (let n = 2; used.has(distinct); n++) distinct = `${name} ${n}`
    used.add(distinct)
    return distinct
  })
}

export interface PlanInput {
  readonly pattern: Lever
  readonly rows: readonly VariantRow[]
  readonly levers: readonly Lever[]
  readonly frames: readonly Frame[]
  readonly bench: BenchState
  /** The keyboard at hand. */
  readonly keys?: KeySettings
}

/** Chords in a row, from `first` on (`Ctrl+Alt+1` …), leaving out those that clash; fewer when the row of keys ends. */
export function chordsInRow(first: string, count: number, input: Omit<PlanInput, 'rows'>): Result<string[]> {
  const parsed = parseChord(first)
  if (!parsed.ok) return parsed
  const clashesOf = chordCheck(input)
  const free: string[] = []
  for (const code of keysInRow(parsed.value.code, Infinity)) {
    const chord = formatChord({ ...parsed.value, code })
    if (free.length < count && clashesOf(chord).length === 0) free.push(chord)
  }
  return succeed(free)
}

/** What a chord of a new variant would clash with; notes left out. */
function chordCheck({ pattern, levers, frames, bench, keys }: Omit<PlanInput, 'rows'>): (chord: string) => Clash[] {
  const index = createClashIndex({ levers, frames, programs: bench.programs, keys })
  return (chord) =>
    clashesWith(chord, { ...pattern, id: 'variant-probe' }, index).filter((clash) => clash.severity !== 'note')
}

/** A variant ready to be made. */
export interface PlannedVariant {
  readonly draft: LeverDraft
  readonly variant: Variant
}

/**
 * Every row as a lever, or everything that is wrong, before anything is made. Issues, `at` as `rows.N.part`:
 * `variant-of-variant`,
 * `name-twice`, `chord-twice`, `column-unknown`, those of `parseChord` and of the lever's schema.
 */
export function planVariants(input: PlanInput): Result<PlannedVariant[]> {
  const { pattern, rows, levers, bench } = input
  if (pattern.variant)
    return fail(variantIssue({ code: 'variant-of-variant', pattern: `${pattern.plate} ${pattern.name}` }, 'pattern'))
  if (rows.length === 0) return fail(variantIssue({ code: 'no-rows' }, 'rows'))
  const columns = columnsOf(pattern, bench)
  const issues: Issue[] = []
  const names = new Set(levers.map((lever) => lever.name))
  const chords = new Map<string, number>()
  const planned = rows.map((row, i): PlannedVariant => {
    const at = (part: string) => `rows.${i}.${part}`
    if (names.has(row.name.trim()))
      issues.push(variantIssue({ code: 'name-twice', name: row.name.trim(), row: i }, at('name')))
    names.add(row.name.trim())
    for (const id of Object.keys(row.cells))
      if (!columns.some((column) => column.id === id))
        issues.push(variantIssue({ code: 'column-unknown', column: id }, at(`cells.${id}`)))
    const triggers = triggersOf(row, i, chords, issues)
    const args = columns.flatMap((column) => {
      const cell = own(row.cells, column.id)
      const text = cell === undefined ? undefined : editOf(column, cell)
      return text === undefined ? [] : [{ stepId: column.stepId, key: column.key, text }]
    })
    const variant: Variant = {
      patternId: pattern.id,
      own: ['triggers', ...(row.icon === undefined ? [] : ['icon' as const])],
      args,
    }
    const base: Lever = {
      ...pattern,
      id: `planned-${i}`,
      name: row.name.trim(),
      triggers,
      ...(row.icon === undefined ? {} : { icon: row.icon }),
      variant,
    }
    const {
      id: _id,
      plate: _plate,
      version: _version,
      variant: _variant,
      ...draft
    } = followPattern(base, pattern, bench.programs)
    const checked = leverDraftSchema.safeParse(draft)
    if (!checked.success)
      issues.push(
        ...checked.error.issues
          .filter((issue) => issue.path[0] === 'name')
          .map((issue) => ({ code: issue.code, message: issue.message, at: at('name') })),
      )
    return { draft, variant }
  })
  return issues.length > 0 ? fail(...issues) : succeed(planned)
}

/**
 * What a cell asks for: another text, `null` to leave the argument out (an option too, where its value is empty), or
 * nothing where it is to stay there as it is.
 */
function editOf({ kind, pattern }: VariantColumn, cell: string): string | null | undefined {
  if (cell === '') return null
  if (kind === 'value') return cell
  return cell === pattern ? undefined : cell
}

function triggersOf(row: VariantRow, i: number, chords: Map<string, number>, issues: Issue[]): Lever['triggers'] {
  if (row.chord.trim() === '') return []
  const parsed = parseChord(row.chord)
  if (!parsed.ok) {
    issues.push(...parsed.issues.map((issue) => ({ ...issue, at: `rows.${i}.chord` })))
    return []
  }
  const chord = formatChord(parsed.value)
  const earlier = chords.get(chord)
  if (earlier !== undefined)
    issues.push(variantIssue({ code: 'chord-twice', chord, rows: [earlier, i] }, `rows.${i}.chord`))
  else chords.set(chord, i)
  return [{ id: 't1', kind: 'chord', chord, wins: 'auto' }]
}

/** What each row's chord would clash with, as things stand; by row. */
export function clashesOfRows({ rows, ...input }: PlanInput): Clash[][] {
  const clashesOf = chordCheck(input)
  return rows.map((row) => (parseChord(row.chord).ok ? clashesOf(row.chord) : []))
}
