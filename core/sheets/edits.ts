import type { Step } from '../steps'
import { listAt, withList } from './places'

/** An edit of a sheet, as data: of one list so many steps go, and others come in their place. */
export interface Splice {
  /** The dotted path of the list; `''` is the sheet itself. */
  readonly list: string
  readonly index: number
  readonly removes: number
  readonly inserts: readonly Step[]
}

/** Splices that are made one after the other; each names places as the ones before it left them. */
export type SheetEdit = readonly Splice[]

/** The sheet after an edit; the same one where it changes nothing. Throws for places that are not there. */
export function applyEdit(steps: readonly Step[], edit: SheetEdit): Step[] {
  let now = steps as Step[]
  for (const { list, index, removes, inserts } of edit) {
    if (removes === 0 && inserts.length === 0) continue
    const before = listAt(now, list)
    if (!before || index < 0 || index + removes > before.length)
      throw new RangeError(`there is no place ${index} for an edit in the list “${list}”`)
    now = withList(now, list, (inner) => inner.toSpliced(index, removes, ...inserts))
  }
  return now
}

/** The edit that takes another one back; it is read from the sheet before. */
export function invertEdit(before: readonly Step[], edit: SheetEdit): SheetEdit {
  const inverse: Splice[] = []
  let now = before as Step[]
  for (const splice of edit) {
    const { list, index, removes, inserts } = splice
    const removed = listAt(now, list)!.slice(index, index + removes)
    inverse.unshift({ list, index, removes: inserts.length, inserts: removed })
    now = applyEdit(now, [splice])
  }
  return inverse
}
