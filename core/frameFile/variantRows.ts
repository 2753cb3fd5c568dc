import { PATTERN_FIELDS } from '../levers'
import type { PatternField, Variant } from '../levers'
import { didYouMean } from '../names'
import { own } from '../result'
import type { StepOf } from '../steps'
import { argumentKeys, following, rulesOf } from '../variants'
import type { Programs } from '../variants'
import { inOrder, plateRef } from './document'
import type { FileLever, FrameDocument } from './document'
import { asText, isRecord, tellUnknown } from './fileData'
import { fieldData, fieldsFrom, LEVER_KEYS, saysWork, workFrom } from './leverLayout'
import type { Data, DataPath, Tell } from './fileData'
import { isSamePart } from './sameParts'
import { SHORT_FORMS } from './shortSteps'

/**
 * Variants as rows below their pattern: a row has a name, what is its own, and `with`, the arguments that differ by
 * their keys. Where the pattern opens several programs, `with` is a list with an entry for each.
 */

/** A row that was read: what it follows, and what it says itself. */
export interface Row {
  readonly pattern: string
  readonly said: ReadonlySet<string>
}

const ROW_KEYS = [...LEVER_KEYS.filter((key) => key !== 'variant'), 'with', ...Object.keys(SHORT_FORMS)]

/** What a step is called until the steps of the pattern have their ids. */
const nthOpened = (n: number) => `opened-${n + 1}`

/** What a variant is called by: the number of its pattern, or its name where the file gives it none. */
const refOf = ({ name, plate }: { readonly name: string; readonly plate?: number | undefined }) =>
  plate === undefined ? name : plateRef(plate)

/** The variants that can be said as rows, by their patterns, each list in the order of the levers. */
export function rowsByPattern(
  levers: readonly FileLever[],
  programs: Programs,
  inFull: ReadonlySet<string> = new Set(),
): ReadonlyMap<FileLever, FileLever[]> {
  const rows = new Map<FileLever, FileLever[]>()
  if (!levers.some(({ variant }) => variant)) return rows
  const byRef = new Map(levers.map((lever) => [refOf(lever), lever]))
  for (const lever of levers) {
    const pattern = lever.variant ? byRef.get(lever.variant.patternId) : undefined
    if (!pattern || inFull.has(lever.name) || !isRowOf(lever, pattern, programs)) continue
    rows.set(pattern, [...(rows.get(pattern) ?? []), lever])
  }
  return rows
}

/** Whether a row says all of a variant, so that it is the same again when it is read. */
function isRowOf(lever: FileLever, pattern: FileLever, programs: Programs): boolean {
  const { variant } = lever
  if (!variant || pattern.variant || pattern === lever || variant.own.includes('frameId')) return false
  const steps = new Set(openedBy(pattern).map(({ id }) => id))
  const keys = new Set(variant.args.map(({ stepId, key }) => `${stepId} ${key}`))
  if (keys.size < variant.args.length || variant.args.some(({ stepId }) => !steps.has(stepId))) return false
  return isSamePart(lever, followed(lever, variant, pattern, programs))
}

function followed(lever: FileLever, variant: Variant, pattern: FileLever, programs: Programs): FileLever {
  const { frameId: _frame, ...made } = following(
    { ...lever, frameId: '' },
    variant,
    { ...pattern, frameId: '' },
    programs,
  )
  return made
}

/** The programs that a lever opens outside of blocks: the steps whose arguments a variant may replace. */
function openedBy({ steps }: Pick<FileLever, 'steps'>): StepOf<'program.open'>[] {
  return steps.filter((step) => step.kind === 'program.open')
}

/** A variant as its row. */
export function rowData(lever: FileLever, pattern: FileLever): Data {
  const { plate, variant, origin } = lever
  const said = PATTERN_FIELDS.filter((field) => variant!.own.includes(field))
  const opened = openedBy(pattern)
  const cells = opened.map(({ id }) =>
    Object.fromEntries(variant!.args.filter(({ stepId }) => stepId === id).map(({ key, text }) => [key, text])),
  )
  const fields = said.flatMap((field) => (field === 'frameId' ? [] : [fieldData(field, lever)]))
  return {
    ...(plate === undefined ? {} : { plate }),
    ...(Object.assign({}, ...fields) as Data),
    ...(origin ? { origin } : {}),
    ...(variant!.args.length === 0 ? {} : { with: cells.length === 1 ? cells[0] : cells }),
  }
}

/** The lever that a row says, still with the arguments of its pattern, which is given as it was read itself. */
export function rowFrom(
  name: string,
  data: unknown,
  pattern: Data,
  path: DataPath,
  tell: Tell,
): { readonly lever: Data; readonly row: Row } {
  const { plate, origin: _origin, name: patternName, variant: _variant, ...taken } = pattern
  const patternId = refOf({ name: String(patternName), plate: typeof plate === 'number' ? plate : undefined })
  const said = data ?? {}
  if (!isRecord(said)) {
    tell(path, `Say how “${name}” differs, such as “{keys: F9, with: {--edition: trial}}”.`)
    return { lever: { ...taken, name }, row: { pattern: String(patternName), said: new Set() } }
  }
  tellUnknown(said, ROW_KEYS, path, tell)
  const fields = {
    ...fieldsFrom(said, path, tell),
    ...(saysWork(said) ? { steps: workFrom(said, path, tell) } : {}),
  }
  const variant: Variant = {
    patternId,
    own: PATTERN_FIELDS.filter((field): field is PatternField => field in fields),
    args: argsFrom(said.with, [...path, 'with'], tell),
  }
  if (saysWork(said) && variant.args.length > 0)
    tell([...path, 'with'], 'What it does is its own here, so there is nothing of the pattern to replace.')
  return {
    lever: { ...taken, ...fields, name, variant },
    row: { pattern: String(patternName), said: new Set(Object.keys(fields)) },
  }
}

function argsFrom(data: unknown, path: DataPath, tell: Tell): Variant['args'] {
  if (data === undefined || data === null) return []
  return (Array.isArray(data) ? data : [data]).flatMap((one: unknown, i) => {
    if (one === null) return []
    if (!isRecord(one)) {
      tell(path, 'Say which arguments differ: “{--edition: trial}”, with “null” for one that is left out.')
      return []
    }
    return Object.entries(one).map(([key, text]) => ({
      stepId: nthOpened(i),
      key,
      text: text === null ? null : asText(text),
    }))
  })
}

/** The document with its rows as their patterns make them. What is wrong with a row is told where it stands. */
export function withRows(
  document: FrameDocument,
  rows: ReadonlyMap<string, Row>,
  programs: Programs,
  tell: Tell,
): FrameDocument {
  if (rows.size === 0) return document
  const byName = new Map(document.levers.map((lever) => [lever.name, lever]))
  const levers = document.levers.map((lever) => {
    const row = rows.get(lever.name)
    const pattern = row && byName.get(row.pattern)
    if (!lever.variant || !pattern) return lever
    const opened = openedBy(pattern)
    const path = ['levers', row.pattern, 'variants', lever.name, 'with']
    const args = lever.variant.args.flatMap((arg) => {
      const at = Number(arg.stepId.slice(nthOpened(0).length - 1)) - 1
      const step = opened[at]
      if (!step) {
        const count =
          opened.length === 0 ? 'no program' : opened.length === 1 ? 'one program' : `${opened.length} programs`
        tell(path, `“${row.pattern}” opens ${count}, so there is no argument to replace.`)
        return []
      }
      tellUnknownArgument(step, arg.key, programs, [...path, ...(opened.length > 1 ? [at] : []), arg.key], tell)
      return [{ ...arg, stepId: step.id }]
    })
    const variant = inOrder({ ...lever.variant, args })
    return followed({ ...lever, variant }, variant, pattern, programs)
  })
  return { ...document, levers }
}

function tellUnknownArgument(
  step: StepOf<'program.open'>,
  key: string,
  programs: Programs,
  path: DataPath,
  tell: Tell,
): void {
  if (!own(programs, step.programId)) return
  const known = argumentKeys(step.args, rulesOf(step, programs)).map((part) => part.key)
  if (known.includes(key)) return
  tell(path, `The pattern gives ${step.programId} no argument “${key}”.${didYouMean(key, known)}`)
}
