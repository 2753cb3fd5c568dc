import { definitionOf, nextInBlock } from '../steps'
import type { AnyStep, BlockMove, Step, StepContext } from '../steps'
import { entryOf } from './entries'
import type { Advance, At } from './entries'
import { failStep, threw } from './failStep'
import { ready, settled } from './heads'
import { runIssue } from './issues'
import { counted } from './log'
import { leverDepth, listsOf, nextIndex, plainOf } from './place'
import type { Level, RunHead } from './schema'

/** How a run goes into the lists of blocks, round in them, and out of them. */

type Enter = Extract<BlockMove, { kind: 'enter' }>
const NOTHING = { changes: [] }

/** A block was reached: it says which of its lists comes first, or none. */
export function enterBlock(at: At, step: Step | AnyStep, context: StepContext): Advance {
  const { bench } = at
  let { head } = at
  let move: BlockMove
  try {
    move = nextInBlock(plainOf(step), { at: 'beginning' }, bench, context)
    const [answer, ...roads] = head.roads ?? []
    if (move.kind === 'asks' && answer !== undefined) {
      head = { ...head, roads }
      move = nextInBlock(plainOf(step), { at: 'beginning' }, bench, { ...context, answer })
    }
  } catch (error) {
    return failStep(at, step, threw(error), { bench, recorded: [] })
  }
  if (move.kind === 'fail') return failStep(at, step, move.issue, { bench, recorded: [] })
  if (move.kind === 'asks') {
    const entry = entryOf(at, step, { outcome: 'asking', note: move.question.text }, [])
    const counting = counted(settled(head), entry)
    const question = { ...move.question, id: `q${counting.entryCount}` }
    return { ...NOTHING, run: { ...counting, phase: 'asking', question }, bench, entries: [entry] }
  }
  const keeps = move.kind === 'enter' && move.keeps !== undefined ? { value: move.keeps } : {}
  const entry = entryOf(at, step, { outcome: 'done', note: move.because, ...keeps }, [])
  const keptAt = 'value' in keeps ? head.entryCount : undefined
  const stack = move.kind === 'enter' ? [...head.stack, levelOf(move, keptAt)] : nextIndex(head.stack)
  return { ...NOTHING, run: ready(counted(settled(head), entry), stack), bench, entries: [entry] }
}

/** The innermost list of a block is at its end: its block says what comes next. */
export function leaveList(at: At, context: StepContext): Advance {
  const { head, sheet, bench } = at
  const top = head.stack.at(-1)!
  if (top.kind !== 'block') throw new RangeError(`a list of ${top.kind} is left elsewhere`)
  const outer = head.stack.slice(0, -1)
  const step = listsOf(sheet, outer).at(-1)![outer.at(-1)!.index]!
  // Most rounds only go on to the next one: what else may come is not made for them.
  const reached = (): At => ({ ...at, head: goneOn(head, outer) })
  let move: BlockMove
  try {
    const { list, state, keptAt } = top
    const kept = keptAt === undefined ? undefined : at.log[keptAt]?.value
    const parts = { ...(state === undefined ? {} : { state }), ...(kept === undefined ? {} : { kept }) }
    move = nextInBlock(plainOf(step), { at: 'end', list, ...parts }, bench, context)
  } catch (error) {
    return failStep(reached(), step, threw(error), { bench, recorded: [] })
  }
  switch (move.kind) {
    case 'fail':
      return failStep(reached(), step, move.issue, { bench, recorded: [] })
    case 'asks':
      throw new RangeError('a block asks at its beginning only')
    case 'enter':
      return { changes: [], run: goneOn(head, [...outer, levelOf(move, top.keptAt)]), bench, entries: [] }
    case 'leave': {
      const run = goneOn(head, nextIndex(outer))
      if (move.because === '') return { ...NOTHING, run, bench, entries: [] }
      const entry = entryOf(reached(), step, { outcome: 'done', note: `${move.because}.` }, [])
      return { ...NOTHING, run: counted(run, entry), bench, entries: [entry] }
    }
  }
}

/** The head with another way before it, one step of its budget less. */
function goneOn(head: RunHead, stack: RunHead['stack']): RunHead {
  return { ...head, phase: 'ready', stack, budget: head.budget - 1 }
}

/** The loop around the step at hand goes on with its next round, or is left; undefined where there is none. */
export function leaveRound(at: At, to: 'end' | 'next'): At['head'] | undefined {
  const { head, sheet } = at
  const lists = listsOf(sheet, head.stack)
  const first = leverDepth(head.stack)
  for (let depth = head.stack.length - 1; depth > first; depth--) {
    const level = head.stack[depth]!
    if (level.kind !== 'block') continue
    const outer = head.stack.slice(0, depth)
    const definition = definitionOf(lists[depth - 1]![outer.at(-1)!.index]!)
    if (definition.role !== 'block' || !definition.isLoop) continue
    if (to === 'end') return ready(head, nextIndex(outer))
    return ready(head, [...outer, { ...level, index: lists[depth]!.length }])
  }
  return undefined
}

export function outsideLoop() {
  return runIssue({ code: 'outside-loop' })
}

function levelOf({ list, values, state }: Enter, keptAt: number | undefined): Level {
  return {
    kind: 'block',
    list,
    index: 0,
    ...(values ? { values: { ...values } } : {}),
    ...(state === undefined ? {} : { state }),
    ...(keptAt === undefined ? {} : { keptAt }),
  }
}
