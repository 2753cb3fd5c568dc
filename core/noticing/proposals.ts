import type { BenchState } from '../bench'
import { unescapeVariables } from '../command'
import { leverInputsSchema } from '../levers'
import type { Lever, LeverInput, Scope } from '../levers'
import { formatOperators, handWork, keyWork, msOf } from '../savings'
import { describeStep, programsTyped, together } from '../steps'
import type { HandWork, Names, Step } from '../steps'
import type { Repeat } from './findRepeats'
import type { VaryingInput } from './generalise'
import { shapeOf, textsIn } from './tokens'

/** What repeats, as the lever that would do it. */
export interface Proposal {
  readonly id: string
  readonly name: string
  readonly steps: readonly Step[]
  readonly inputs: readonly LeverInput[]
  readonly scope: Scope
  readonly count: number
  readonly interrupted: number
  readonly firstAtMs: number
  readonly lastAtMs: number
  /** How often it is done in a week, and what that costs; a week counts as one at least. */
  readonly perWeek: number
  readonly perWeekMs: number
  /** By hand and by a key each time, in ms, with the operators; estimates. */
  readonly handMs: number
  readonly hand: string
  readonly keyMs: number
  /** A lever that does it already. */
  readonly leverId?: string
  /** How the windows shall stand afterwards is all it is about, so that an arrangement would do it from anywhere. */
  readonly isArrangement: boolean
}

export interface ProposalWorld {
  readonly bench: BenchState
  readonly names: Names
  readonly levers: readonly Lever[]
  readonly nowMs: number
}

const WEEK_MS = 7 * 86_400_000
/** What saves less in a week is not worth a word. */
const LEAST_SAVED_MS = 3000
/** A lever that is pulled by a chord of two modifiers, as proposals are. */
const BY_CHORD: Parameters<typeof keyWork>[0] = {
  name: 'as proposed',
  aliases: [],
  triggers: [{ id: 't', kind: 'chord', chord: 'Ctrl+Alt+A', wins: 'auto' }],
}
const LONGEST_NAME = 80
const ARRANGING: ReadonlySet<string> = new Set([
  'program.open',
  'program.raise',
  'place.open',
  'windows.place',
  'windows.set',
  'windows.close',
])
const LEAST_ARRANGING = 3

/** What would be worth a lever, the most that is spared first. */
export function proposalsOf(repeats: readonly Repeat[], world: ProposalWorld): Proposal[] {
  return repeats
    .map((repeat) => proposalOf(repeat, world))
    .filter(({ perWeekMs }) => perWeekMs >= LEAST_SAVED_MS)
    .sort((a, b) => b.perWeekMs - a.perWeekMs || (a.id < b.id ? -1 : 1))
}

function proposalOf(repeat: Repeat, { bench, names, levers, nowMs }: ProposalWorld): Proposal {
  const { steps, inputs, programId, ...told } = repeat
  const work = together(...steps.map((step) => workOf(step, bench, levers, nowMs)))
  const handMs = msOf(work)
  const keyMs = msOf(keyWork(BY_CHORD))
  const weeks = Math.max(1, (nowMs - repeat.firstAtMs) / WEEK_MS)
  const does = levers.find((lever) => doesAlready(lever, steps))
  return {
    ...told,
    name: nameOf(steps, names),
    steps,
    inputs: leverInputsSchema.parse(inputs.map(inputOf)),
    scope: scopeOf(steps, programId),
    perWeek: repeat.count / weeks,
    perWeekMs: Math.round((repeat.count / weeks) * (handMs - keyMs)),
    handMs,
    hand: formatOperators(work),
    keyMs,
    ...(does ? { leverId: does.id } : {}),
    isArrangement:
      inputs.length === 0 && steps.length >= LEAST_ARRANGING && steps.every(({ kind }) => ARRANGING.has(kind)),
  }
}

/** What one act takes by hand; the pull of a lever takes what pulling it takes. */
function workOf(step: Step, bench: BenchState, levers: readonly Lever[], nowMs: number): HandWork {
  if (step.kind !== 'lever.pull') return handWork([step], bench, { nowMs }).work
  return keyWork(levers.find(({ id }) => id === step.leverId) ?? BY_CHORD)
}

/** What it was the last time is what it is where nothing else is given. */
function inputOf({ name, isNumber, examples: [latest] }: VaryingInput): LeverInput {
  const kind = isNumber ? 'number' : 'text'
  return { name, kind, ...(latest ? { standard: unescapeVariables(latest).slice(0, 4096) } : {}) }
}

/** Whether a lever does the same, in the same order, with the same texts; a text that differs may be anything. */
export function doesAlready(lever: Pick<Lever, 'steps'>, steps: readonly Step[]): boolean {
  if (lever.steps.length !== steps.length) return false
  return lever.steps.every((own, i) => {
    const wanted = steps[i]!
    if (own.kind !== wanted.kind || shapeOf(plainly(own)) !== shapeOf(plainly(wanted))) return false
    const texts = textsIn(own)
    return textsIn(wanted).every((text, field) => text.includes('${') || texts[field] === text)
  })
}

/** A step without what only says what happens where it fails. */
function plainly({ retry: _retry, ...step }: Step): Step {
  return { ...step, onFailure: 'stop' } as Step
}

function nameOf(steps: readonly Step[], names: Names): string {
  // What differs each time is no part of a name.
  const first = describeStep(steps[0]!, names)
    .replaceAll(/\$\{[^}]*\}/g, '…')
    .replace(/\.$/, '')
  const more = steps.length - 1
  const name = more === 0 ? first : `${first}, and ${more} more`
  return name.length <= LONGEST_NAME ? name : `${name.slice(0, LONGEST_NAME - 1)}…`
}

/** What types into the program in front is only meant there; all else is meant everywhere. */
function scopeOf(steps: readonly Step[], programId: string | null | undefined): Scope {
  const first = steps[0]!
  return programId && programsTyped(first) === '' ? { kind: 'only', programIds: [programId] } : { kind: 'everywhere' }
}
