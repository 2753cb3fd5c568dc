import { frontWindow } from '../bench'
import type { BenchState } from '../bench'
import { own } from '../result'
import { rehearse } from '../run'
import { controlFields, stepSchema } from '../steps'
import type { Step, StepContext, StepOf } from '../steps'
import { isSame } from './isSame'

/** One step that does what several in a row did. */
export interface Better {
  /** The first of the steps that it takes the place of, and how many they are. */
  readonly at: number
  readonly count: number
  readonly step: Step
  /** Both lead to the same bench; else all that differs is which window is in front. */
  readonly isSame: boolean
}

type Fields = Record<string, unknown> & { kind: string }

/**
 * Single steps that have the effect of several in a row, compared on a copy of the bench. Where more differs than which
 * window is in front, nothing is proposed. None of them overlap.
 */
export function betterSteps(steps: readonly Step[], bench: BenchState, context: StepContext): Better[] {
  const found: Better[] = []
  const before = benchesBefore(steps, bench, context)
  for (let at = 0; at < steps.length - 1;) {
    const better = betterAt(steps, at, before, context)
    if (better) found.push(better)
    at += better?.count ?? 1
  }
  return found
}

function betterAt(
  steps: readonly Step[],
  at: number,
  before: readonly (BenchState | undefined)[],
  context: StepContext,
): Better | undefined {
  for (const { count, fields } of proposalsFor(steps, at, before)) {
    const parsed = stepSchema.safeParse({ id: context.nextId(), ...fields })
    if (!parsed.success) continue
    const [from, wanted] = [before[at], before[at + count]]
    const after = from && performed(parsed.data, from, context)
    if (!after || !wanted || after === from) continue
    if (isSameBench(after, wanted)) return { at, count, step: parsed.data, isSame: true }
    if (isSameBench({ ...after, stack: [] }, { ...wanted, stack: [] }))
      return { at, count, step: parsed.data, isSame: isSame(after.stack, wanted.stack) }
  }
  return undefined
}

function proposalsFor(
  steps: readonly Step[],
  at: number,
  before: readonly (BenchState | undefined)[],
): { count: number; fields: Fields }[] {
  const [first, second] = [steps[at]!, steps[at + 1]!]
  const proposals: { count: number; fields: Fields }[] = []
  // A window is raised, and the program in front told something: the program is told by name.
  const seen = before[at + 1]
  const raised = seen && raisedProgram(first, seen)
  if (raised !== undefined) {
    const program = own(seen!.programs, raised)
    const verbs = new Map((program?.verbs ?? []).map((verb) => [verb.id, verb]))
    const ids =
      second.kind === 'program.tell' && (second.programId === '' || second.programId === raised)
        ? [second.verb]
        : second.kind === 'keys.send' &&
            (second.programId === '' || second.programId === raised) &&
            second.chords.length === 1
          ? (program?.claims ?? []).flatMap(({ chord, verb }) => (chord === second.chords[0] && verb ? [verb] : []))
          : []
    for (const verb of ids) {
      const effect = verbs.get(verb)?.effect
      if (effect?.kind === 'device' && effect.value !== undefined)
        proposals.push({
          count: 2,
          fields: controlFields(effect.deviceId, effect.controlId, { kind: 'set', value: effect.value }),
        })
      else if (effect?.kind === 'device')
        proposals.push({
          count: 2,
          fields: controlFields(effect.deviceId, effect.controlId, { kind: 'toggle', whenUnknown: true }),
        })
      proposals.push({ count: 2, fields: { kind: 'program.tell', programId: raised, verb } })
    }
    // What names the window itself needs none that is raised before.
    if ('which' in second && programOf(second.which) === raised) {
      const { id: _id, ...fields } = second
      proposals.push({ count: 2, fields })
    }
    if (second.kind === 'windows.close' && isSame(second.which, { kind: 'front' }))
      proposals.push({
        count: 2,
        fields: { kind: 'windows.close', which: { kind: 'program', programId: raised }, unsaved: second.unsaved },
      })
  }
  // Several programs closed one by one are closed by one step.
  const closed = closesFrom(steps, at)
  const programIds = closed.flatMap(({ which }) => programOf(which) ?? [])
  if (closed.length > 1) {
    const which = { kind: 'these', programIds }
    const fields = { kind: 'programs.put-away', which, how: 'close', unsaved: closed[0]!.unsaved }
    proposals.unshift({ count: closed.length, fields })
  }
  return proposals
}

/** The program whose window is meant by name. */
function programOf(which: object): string | undefined {
  const { kind, programId } = which as { kind?: string; programId?: string }
  return kind === 'program' || kind === 'meant' ? programId : undefined
}

/** The steps in a row that each close a program, all with the same care for unsaved work. */
function closesFrom(steps: readonly Step[], at: number): StepOf<'windows.close'>[] {
  const closes: StepOf<'windows.close'>[] = []
  for (const step of steps.slice(at)) {
    const isClose = step.kind === 'windows.close' && programOf(step.which) !== undefined
    if (!isClose || (closes.length > 0 && step.unsaved !== closes[0]!.unsaved)) break
    closes.push(step)
  }
  return closes
}

/** The program whose window a step has brought to the front. */
function raisedProgram(step: Step, after: BenchState): string | undefined {
  const isRaise = (step.kind === 'windows.set' && step.to === 'front') || step.kind === 'program.raise'
  return isRaise ? frontWindow(after)?.programId : undefined
}

/** The bench before each step, and after the last; from the first one on that does not go here, nothing is known. */
function benchesBefore(
  steps: readonly Step[],
  bench: BenchState,
  context: StepContext,
): readonly (BenchState | undefined)[] {
  const all: (BenchState | undefined)[] = [bench]
  for (const step of steps) {
    const now = all.at(-1)
    all.push(now && performed(step, now, context))
  }
  return all
}

function performed(step: Step, bench: BenchState, context: StepContext): BenchState | undefined {
  const { run, bench: after } = rehearse({ id: 'recorded', name: '', plate: 0, steps: [step] }, bench, context)
  return run.outcome === 'done' ? after : undefined
}

/** Two states that came from one: what neither has touched is the same object. */
function isSameBench(one: BenchState, other: BenchState): boolean {
  const keys = new Set([...Object.keys(one), ...Object.keys(other)] as (keyof BenchState)[])
  return [...keys].every((key) => one[key] === other[key] || isSame(one[key], other[key]))
}
