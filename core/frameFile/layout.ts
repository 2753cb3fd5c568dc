import type { Programs } from '../variants'
import type { FileLever, FrameDocument } from './document'
import { asText, entriesOf, isRecord, numbered, tellUnknown, withoutId } from './fileData'
import { leverData, leverFrom } from './leverLayout'
import type { Data, DataPath } from './fileData'
import { rowData, rowFrom, rowsByPattern } from './variantRows'
import type { Row } from './variantRows'

/** A document as plain data for a file, and back: what is as it is by itself is left out, plain steps are one line. */

/** What is wrong with the data of a file, and where. */
export interface DataIssue {
  readonly path: DataPath
  readonly message: string
}

export const VERSION = 1
export const HEADER = 'keen-lever'
const FRAME_KEYS = [HEADER, 'frame', 'on', 'condition', 'values', 'rules', 'levers']

/** How a document is laid out. */
export interface Layout {
  readonly programs: Programs
  /** Variants that stand in full, though they could be rows. */
  readonly inFull?: ReadonlySet<string>
}

/** The levers in the order in which a file has them, rows behind their patterns; and the rows by their patterns. */
export function laidOut({ levers }: FrameDocument, { programs, inFull }: Layout) {
  const rows = rowsByPattern(levers, programs, inFull)
  const isRow = new Set([...rows.values()].flat())
  const inOrder = levers.flatMap((lever) => (isRow.has(lever) ? [] : [lever, ...(rows.get(lever) ?? [])]))
  return { levers: inOrder, rows, isRow }
}

export function toData(document: FrameDocument, layout: Layout): Data {
  const { name, on, condition, rules, values } = document
  const { levers, rows, isRow } = laidOut(document, layout)
  const withRows = (lever: FileLever): Data => {
    const own = rows.get(lever) ?? []
    const data = leverData(lever)
    if (own.length === 0) return data
    return { ...data, variants: new Map(own.map((row) => [row.name, rowData(row, lever)])) }
  }
  return {
    [HEADER]: VERSION,
    frame: name,
    ...(on ? {} : { on: false }),
    ...(condition ? { condition } : {}),
    ...(values.length > 0 ? { values: new Map(values.map((value) => [value.name, value.text])) } : {}),
    ...(rules.length > 0 ? { rules: rules.map(withoutId) } : {}),
    levers: new Map(levers.filter((lever) => !isRow.has(lever)).map((lever) => [lever.name, withRows(lever)])),
  }
}

/** What data say: the document as far as it can be read, which the schema judges, and which of its levers are rows. */
export interface ReadData {
  readonly document: Data
  readonly rows: ReadonlyMap<string, Row>
  readonly issues: readonly DataIssue[]
}

export function fromData(data: unknown): ReadData {
  const issues: DataIssue[] = []
  const rows = new Map<string, Row>()
  const tell = (path: DataPath, message: string) => issues.push({ path, message })
  if (!isRecord(data)) {
    tell([], 'A frame file begins with “keen-lever: 1”, “frame:” and “levers:”.')
    return { document: {}, rows, issues }
  }
  if (data[HEADER] !== VERSION)
    tell(HEADER in data ? [HEADER] : [], `The first line of a frame file is “${HEADER}: ${VERSION}”.`)
  tellUnknown(data, FRAME_KEYS, [], tell)
  const values = entriesOf(data.values)
  if (!values) tell(['values'], 'Values are names, each with a text: “night: dome-desk”.')
  const levers = entriesOf(data.levers)
  if (!levers) tell(['levers'], 'Levers are names, each with what it does.')
  const names = new Set(levers?.map(([name]) => name))
  const withVariants = ([name, said]: [string, unknown]): Data[] => {
    const path = ['levers', name]
    const lever = leverFrom(name, said, path, tell)
    if (!isRecord(said) || said.variants === undefined) return [lever]
    const below = entriesOf(said.variants)
    if (!below) tell([...path, 'variants'], 'Variants are names, each with what differs: “Trial: {keys: F9}”.')
    if (lever.variant !== undefined)
      tell([...path, 'variants'], `“${name}” is a variant itself. Variants follow a lever that follows none.`)
    return [
      lever,
      ...(below ?? []).map(([rowName, row]) => {
        const rowPath = [...path, 'variants', rowName]
        if (names.has(rowName)) tell(rowPath, `“${rowName}” stands here twice. A name stands once in a file.`)
        names.add(rowName)
        const made = rowFrom(rowName, row, lever, rowPath, tell)
        rows.set(rowName, made.row)
        return made.lever
      }),
    ]
  }
  const document: Data = {
    name: data.frame,
    ...(data.on === undefined ? {} : { on: data.on }),
    ...(data.condition === undefined ? {} : { condition: data.condition }),
    values: (values ?? []).map(([name, text]) => ({ name, text: asText(text) })),
    rules: numbered(data.rules, 'r'),
    levers: (levers ?? []).flatMap(withVariants),
  }
  return { document, rows, issues }
}
