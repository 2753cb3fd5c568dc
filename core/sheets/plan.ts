import { childrenOf, depthOf, everyStep, isBlock, MOST_STEPS, DEEPEST_BLOCKS } from '../steps'
import type { AnyStep, Step } from '../steps'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import { applyEdit } from './edits'
import type { SheetEdit, Splice } from './edits'
import { isWithin, listAt, pathAt, pathsById, spotOf, stepAt } from './places'
import type { Spot } from './places'

/** What is done to the rows of a sheet, planned as edits. Rows are named by their paths. */

/** Puts steps in at a spot. */
export function insertSteps(spot: Spot, inserts: readonly Step[]): SheetEdit {
  return [{ ...spot, removes: 0, inserts }]
}

/** Puts another step in place of one, or another second way of a step. */
export function replaceStep(steps: readonly Step[], path: string, step: Step): SheetEdit {
  const spot = spotOf(path)
  if (spot) return [{ ...spot, removes: 1, inserts: [step] }]
  const outer = path.slice(0, path.lastIndexOf('.'))
  const { alternative: _deeper, ...plain } = step
  const owner = stepAt(steps, outer)
  if (!owner) throw new RangeError(`there is no step ${outer}`)
  return replaceStep(steps, outer, { ...owner, alternative: plain } as Step)
}

/** Rows that stand in others of them are left out: those go with them. Second ways are no rows of a list. */
export function outermost(paths: readonly string[]): string[] {
  return inOrder([...new Set(paths)]).filter(
    (path) => spotOf(path) !== undefined && !paths.some((other) => isWithin(path, other)),
  )
}

/** Paths in the order in which their rows stand. */
export function inOrder(paths: readonly string[]): string[] {
  return [...paths].sort(byPlace)
}

function byPlace(one: string, other: string): number {
  const [a, b] = [one.split('.'), other.split('.')]
  for (let i = 0; i < Math.max(a.length, b.length); i++) {
    if (a[i] === b[i]) continue
    if (a[i] === undefined) return -1
    if (b[i] === undefined) return 1
    const [m, n] = [Number(a[i]), Number(b[i])]
    if (Number.isNaN(m) || Number.isNaN(n)) return rank(a[i]!) - rank(b[i]!) || (a[i]! < b[i]! ? -1 : 1)
    return m - n
  }
  return 0
}

/** Within a step its lists come first, then what is otherwise, then its second way. */
function rank(part: string): number {
  return ['otherwise', 'alternative'].indexOf(part) + 1
}

/** Takes rows out. A second way goes by itself. */
export function removeRows(steps: readonly Step[], paths: readonly string[]): SheetEdit {
  const seconds = paths.filter((path) => path.endsWith('.alternative') && !paths.some((other) => isWithin(path, other)))
  const rows = outermost(paths)
  const without = seconds.flatMap((path): SheetEdit => {
    const outer = path.slice(0, path.lastIndexOf('.'))
    if (rows.includes(outer)) return []
    const { alternative: _second, ...step } = stepAt(steps, outer)!
    return replaceStep(steps, outer, step as Step)
  })
  // From the last to the first, so that the places before stay what they are.
  const gone = rows.toReversed().map((path): Splice => ({ ...spotOf(path)!, removes: 1, inserts: [] }))
  return [...without, ...gone]
}

/**
 * Takes rows to a spot, in their order. The spot is named as the sheet stands before. Issue: `into-itself` for a block
 * that would stand in itself.
 */
export function moveRows(steps: readonly Step[], paths: readonly string[], to: Spot): Result<SheetEdit> {
  const rows = outermost(paths)
  const target = pathAt(to)
  if (rows.some((path) => isWithin(target, path)))
    return fail({ code: 'into-itself', message: 'A block cannot stand in itself. Take it to another place.' })
  const moved = rows.map((path) => stepAt(steps, path)!)
  // What stands at the spot, or before it, and stays, says where it is afterwards.
  const list = listAt(steps, to.list) ?? []
  const next = list.slice(to.index).find((_, i) => !rows.includes(pathAt({ list: to.list, index: to.index + i })))
  const removal = removeRows(steps, rows)
  const left = applyEdit(steps, removal)
  const spot = next ? spotOf(pathsById(left).get(next.id)!)! : endOf(left, steps, to.list)
  return succeed([...removal, { ...spot, removes: 0, inserts: moved }])
}

/** The end of a list that is named as the sheet stood before rows were taken out. */
function endOf(left: readonly Step[], before: readonly Step[], list: string): Spot {
  if (list === '') return { list, index: left.length }
  const owner = ownerOf(before, list)
  const path = pathsById(left).get(owner.step.id)!
  const moved = `${path}.${list.slice(owner.path.length + 1)}`
  return { list: moved, index: listAt(left, moved)!.length }
}

/** The step whose list it is. */
function ownerOf(steps: readonly Step[], list: string): { path: string; step: AnyStep } {
  let owner: { path: string; step: AnyStep } | undefined
  for (const { path, step } of everyStep(steps)) if (isWithin(list, path)) owner = { path, step }
  if (!owner) throw new RangeError(`there is no list ${list}`)
  return owner
}

/** Takes rows one place up or down, over a whole block where one is in the way. */
export function shiftRows(steps: readonly Step[], paths: readonly string[], by: -1 | 1): Result<SheetEdit> {
  const rows = outermost(paths)
  const [first, last] = [spotOf(rows[0] ?? ''), spotOf(rows.at(-1) ?? '')]
  if (!first || !last || rows.some((path) => spotOf(path)!.list !== first.list)) return succeed([])
  const index = by < 0 ? first.index - 1 : last.index + 2
  if (index < 0 || index > listAt(steps, first.list)!.length) return succeed([])
  return moveRows(steps, rows, { list: first.list, index })
}

/** Takes rows into the block right before them, at its end. Issue: `no-block-before`. */
export function indentRows(steps: readonly Step[], paths: readonly string[]): Result<SheetEdit> {
  const rows = outermost(paths)
  const first = spotOf(rows[0] ?? '')
  const before = first && first.index > 0 ? { ...first, index: first.index - 1 } : undefined
  const block = before && stepAt(steps, pathAt(before))
  const lists = block ? childrenOf(block) : []
  if (!before || lists.length === 0)
    return fail({ code: 'no-block-before', message: 'There is no block right before this row to go into.' })
  const { list, steps: inside } = lists.at(-1)!
  return moveRows(steps, rows, { list: `${pathAt(before)}.${list}`, index: inside.length })
}

/** Takes rows out of the block they stand in, right behind it. Issue: `not-in-a-block`. */
export function outdentRows(steps: readonly Step[], paths: readonly string[]): Result<SheetEdit> {
  const rows = outermost(paths)
  const first = spotOf(rows[0] ?? '')
  if (!first || first.list === '')
    return fail({ code: 'not-in-a-block', message: 'This row stands in no block to come out of.' })
  const owner = ownerOf(steps, first.list)
  const spot = spotOf(owner.path)
  if (!spot) return fail({ code: 'not-in-a-block', message: 'A second way has no place behind it.' })
  return moveRows(steps, rows, { ...spot, index: spot.index + 1 })
}

/** Puts rows into a new block, in place of the first of them. `block` is fresh, with one list that is empty. */
export function wrapRows(steps: readonly Step[], paths: readonly string[], block: Step): SheetEdit {
  const rows = outermost(paths)
  const first = spotOf(rows[0]!)!
  const inside = rows.map((path) => stepAt(steps, path)!)
  const path = pathAt(first)
  const [list] = childrenOf(block)
  if (!isBlock(block) || !list) throw new RangeError(`${block.kind} holds no steps`)
  return [
    ...removeRows(steps, rows),
    { ...first, removes: 0, inserts: [block] },
    { list: `${path}.${list.list}`, index: list.steps.length, removes: 0, inserts: inside },
  ]
}

/** Copies of rows, right behind the last of them, with ids of their own. */
export function duplicateRows(steps: readonly Step[], paths: readonly string[], nextId: () => string): SheetEdit {
  const rows = outermost(paths)
  const last = spotOf(rows.at(-1)!)!
  const copies = rows.map((path) => withNewIds(stepAt(steps, path)!, nextId))
  return insertSteps({ ...last, index: last.index + 1 }, copies)
}

/** Switches rows off, or on again where all of them are off. */
export function switchRows(steps: readonly Step[], paths: readonly string[]): SheetEdit {
  const rows = inOrder(paths).filter((path) => spotOf(path) !== undefined)
  const isAllOff = rows.every((path) => stepAt(steps, path)?.off)
  let now = steps
  const edit: Splice[] = []
  for (const path of rows) {
    const { off: _off, ...step } = stepAt(now, path)!
    const splice = replaceStep(now, path, (isAllOff ? step : { ...step, off: true }) as Step)
    edit.push(...splice)
    now = applyEdit(now, splice)
  }
  return edit
}

/** The step and all in it with ids that nothing else has. */
export function withNewIds<S extends AnyStep | Step>(step: S, nextId: () => string): S {
  const { alternative, ...plain } = step
  let copy = { ...structuredClone(plain), id: nextId() } as unknown as Step
  for (const { list, steps } of childrenOf(copy)) {
    const renewed = steps.map((inner) => withNewIds(inner, nextId)) as unknown as Step[]
    copy = applyEdit([copy], [{ list: `0.${list}`, index: 0, removes: steps.length, inserts: renewed }])[0]!
  }
  return (alternative ? { ...copy, alternative: withNewIds(alternative, nextId) } : copy) as unknown as S
}

/** Whether a sheet is no deeper and longer than one may be. Issues: `too-deep`, `too-long`. */
export function checkSize(steps: readonly Step[]): Result<null> {
  if (depthOf(steps) > DEEPEST_BLOCKS)
    return fail({ code: 'too-deep', message: `Blocks stand at most ${DEEPEST_BLOCKS} deep in each other.` })
  let count = 0
  for (const _ of everyStep(steps)) count += 1
  return count > MOST_STEPS
    ? fail({ code: 'too-long', message: 'A lever has at most 10,000 steps, those in blocks included.' })
    : succeed(null)
}
