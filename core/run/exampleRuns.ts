import type { BenchState } from '../bench'
import type { Lever } from '../levers'
import { stepSchema } from '../steps'
import type { Step } from '../steps'
import { evaluateSum } from '../sums'
import type { Value } from '../values'
import { advanceRun, startRun } from '.'
import type { Run } from '.'

/** Steps and levers as tests write them, and runs that are played to their end. */
export type Part = Record<string, unknown>

let count = 0
export const nextId = () => `id-${++count}`

/** Steps as a user would write them; ids are filled in, in blocks and second ways too. */
export const sheetOf = (...parts: Part[]): Step[] => parts.map((part) => stepSchema.parse(withIds(part)))

function withIds(part: Part): Part {
  const filled = Object.entries(part).map(([key, value]) => [key, inside(key, value)])
  return { id: nextId(), ...(Object.fromEntries(filled) as Part) }
}

function inside(key: string, value: unknown): unknown {
  if ((key === 'steps' || key === 'otherwise') && value !== undefined) return (value as Part[]).map(withIds)
  if (key === 'alternative') return withIds(value as Part)
  if (key === 'branches' || key === 'cases' || key === 'roads')
    return (value as Part[]).map((branch) => ({ ...branch, steps: (branch.steps as Part[]).map(withIds) }))
  return value
}

export const say = (text: string, more: Part = {}): Part => ({ kind: 'message.show', text, ...more })
export const set = (as: string, text: string): Part => ({ kind: 'value.set', as, from: { kind: 'text', text } })
/** What was said on the bench, its first message aside. */
export const said = (bench: BenchState) => bench.messages.map(({ text }) => text).slice(1)

export interface ExampleLever {
  readonly plate: number
  readonly steps: Part[]
  readonly inputs?: Lever['inputs']
  readonly enabled?: boolean
  readonly interlock?: Lever['interlock']
}

/** Starts a run of steps that may pull the levers given by their ids. */
export function begin(
  parts: readonly Part[],
  {
    inputs,
    levers = {},
    roads,
  }: { inputs?: Record<string, Value>; levers?: Record<string, ExampleLever>; roads?: string[] } = {},
): Run {
  return startRun(
    { id: 'root', name: 'Root', plate: 1, steps: sheetOf(...parts) },
    {
      nowMs: 0,
      nextId,
      inputs,
      roads,
      leverOf: (id) => {
        const lever = levers[id]
        const values = { values: {}, broken: {} }
        return lever && { lever: { ...lever, id, name: `Lever ${id}`, steps: sheetOf(...lever.steps) }, values }
      },
    },
  )
}

export interface Played {
  readonly run: Run
  readonly bench: BenchState
  readonly nowMs: number
}

/** Takes a run on until it ends, pauses (again, where it is to go on by a step), or asks what is not answered. */
export function play(
  run: Run,
  bench: BenchState,
  answers: readonly Value[] = [],
  nowMs = 0,
  resume?: 'step' | 'run',
): Played {
  let now: Played = { run, bench, nowMs }
  const left = [...answers]
  for (;;) {
    const { phase, wakeAtMs } = now.run
    const atMs =
      phase === 'waiting' || (phase === 'asking' && left.length === 0 && wakeAtMs !== null) ? wakeAtMs! : now.nowMs
    const answer = phase === 'asking' ? left.shift() : undefined
    const how = now.run === run ? resume : undefined
    const context = {
      nowMs: Math.max(now.nowMs, atMs),
      nextId,
      sum: evaluateSum,
      answer,
      resume: how,
      leversOf: () => [],
    }
    const advance = advanceRun(now.run, now.bench, context)
    if (advance.run === now.run) return now
    now = { run: advance.run, bench: advance.bench, nowMs: context.nowMs }
  }
}
