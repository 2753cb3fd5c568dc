import { childrenOf, headOf, sentenceOf } from '../steps'
import type { AnyStep, Names, Sentence, Step } from '../steps'

/** A row of a sheet as it is drawn. */
export type Row = StepRow | HeadRow | EmptyRow

interface AnyRow {
  /** Tells rows apart as long as the steps are the same. */
  readonly key: string
  /** How deep it stands in blocks. */
  readonly depth: number
  /** The blocks around it, from the outside in, as the track beside it draws them. */
  readonly tracks: readonly Track[]
  /** It stands in something that is switched off, or is so itself. */
  readonly isOff: boolean
}

/** What a track is of, and whether the list goes on below this row. */
export interface Track {
  readonly of: 'loop' | 'junction' | 'plain' | 'siding'
}

/** A step, or a block with the head of its first list. */
export interface StepRow extends AnyRow {
  readonly kind: 'step'
  readonly path: string
  readonly step: Step | AnyStep
  /** Counted over all steps of the sheet from 1, second ways aside. */
  readonly number: number | undefined
  readonly isBlock: boolean
  readonly isFolded: boolean
}

/** The head of another list of a block: `Else`, or `If that fails` before a second way. */
export interface HeadRow extends AnyRow {
  readonly kind: 'head'
  readonly path: string
  readonly list: string
  readonly step: Step | AnyStep
}

/** A list that has no steps yet. */
export interface EmptyRow extends AnyRow {
  readonly kind: 'empty'
  readonly list: string
}

const LOOPS = new Set(['each', 'repeat', 'while'])
const JUNCTIONS = new Set(['if', 'choose'])

/** The rows of a sheet, top to bottom. Of a folded block there is one row only. */
export function rowsOf(steps: readonly (Step | AnyStep)[], folded: ReadonlySet<string> = new Set()): Row[] {
  const rows: Row[] = []
  let number = 0
  const addList = (list: string, inner: readonly (Step | AnyStep)[], tracks: readonly Track[], isOff: boolean) => {
    if (inner.length === 0 && list !== '')
      rows.push({ kind: 'empty', key: `${list} empty`, list, depth: tracks.length, tracks, isOff })
    for (const [i, step] of inner.entries()) addStep(list === '' ? String(i) : `${list}.${i}`, step, tracks, isOff)
  }
  const addStep = (path: string, step: Step | AnyStep, tracks: readonly Track[], isOutside: boolean) => {
    const children = childrenOf(step)
    const isFolded = folded.has(step.id)
    const isOff = isOutside || step.off === true
    const isSecond = path.endsWith('.alternative')
    if (!isSecond) number += 1
    rows.push({
      kind: 'step',
      key: step.id,
      path,
      step,
      number: isSecond ? undefined : number,
      depth: tracks.length,
      tracks,
      isOff,
      isBlock: children.length > 0,
      isFolded,
    })
    if (isFolded) {
      number += countIn(step) - 1
      return
    }
    const inside: Track[] = [...tracks, { of: trackOf(step.kind) }]
    for (const [i, { list, steps: inner }] of children.entries()) {
      const at = `${path}.${list}`
      if (i > 0)
        rows.push({ kind: 'head', key: `${step.id} ${list}`, path, list, step, depth: tracks.length, tracks, isOff })
      addList(at, inner, inside, isOff)
    }
    if (step.alternative) {
      const list = 'alternative'
      rows.push({ kind: 'head', key: `${step.id} ${list}`, path, list, step, depth: tracks.length, tracks, isOff })
      addStep(`${path}.alternative`, step.alternative, [...tracks, { of: 'siding' }], isOff)
    }
  }
  addList('', steps, [], false)
  return rows
}

function trackOf(kind: string): Track['of'] {
  if (LOOPS.has(kind)) return 'loop'
  return JUNCTIONS.has(kind) ? 'junction' : 'plain'
}

/** How many rows with numbers a step stands for. */
function countIn(step: Step | AnyStep): number {
  let count = 1
  for (const { steps } of childrenOf(step)) for (const inner of steps) count += countIn(inner)
  if (step.alternative)
    for (const { steps } of childrenOf(step.alternative)) for (const inner of steps) count += countIn(inner)
  return count
}

/** The sentence of a row, with the parts that are chosen in place. */
export function sentenceOfRow(row: Row, names: Names): Sentence {
  switch (row.kind) {
    case 'step': {
      const [first] = childrenOf(row.step)
      return (first && headOf(row.step, first.list, names)) ?? sentenceOf(row.step, names)
    }
    case 'head':
      return row.list === 'alternative' ? ['If that fails'] : (headOf(row.step, row.list, names) ?? ['Then'])
    case 'empty':
      return ['Nothing yet']
  }
}
