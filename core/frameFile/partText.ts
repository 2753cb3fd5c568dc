import { stringify } from 'yaml'
import type { FrameDocument } from './document'
import { toData } from './layout'
import { leverData } from './leverLayout'
import type { ApartPart } from './mergeFrames'

/** So much of a part is shown. */
const MOST_LETTERS = 4000

/**
 * A part of a frame as a file says it; undefined where the frame does not have it. The number of a lever is left out
 * where `beside`, the other side, does not say it.
 */
export function partText(
  document: FrameDocument,
  { kind, name }: Pick<ApartPart, 'kind' | 'name'>,
  beside?: FrameDocument,
): string | undefined {
  const isSaid = beside === undefined || beside.levers.some((lever) => lever.name === name && lever.plate !== undefined)
  const data = partData(document, kind, name, isSaid)
  if (data === undefined) return undefined
  const text = stringify(data, { version: '1.2', lineWidth: 0, aliasDuplicateObjects: false }).trimEnd()
  return text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS)}…` : text
}

function partData(document: FrameDocument, kind: ApartPart['kind'], name: string, isNumberSaid: boolean): unknown {
  if (kind === 'value') return document.values.find((value) => value.name === name)?.text
  if (kind === 'frame') {
    const {
      values: _values,
      levers: _levers,
      ...frame
    } = toData({ ...document, values: [], levers: [] }, { programs: {} })
    return frame
  }
  const lever = document.levers.find((one) => one.name === name)
  return lever && leverData(isNumberSaid ? lever : { ...lever, plate: undefined })
}
