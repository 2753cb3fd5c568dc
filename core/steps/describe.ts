import { own } from '../result'
import type { ActDefinition, AnyStep, BlockDefinition, StepDefinition, StepList } from './defineStep'
import { kinds } from './kinds'
import type { NamedParts } from './knownNames'
import type { Nature } from './nature'
import type { Names } from './names'
import type { Phrase } from '../phrases'
import type { PlainStep, Step, StepKind } from './schema'
import { plainSentence } from '../sentence'
import type { Sentence } from '../sentence'

const byKind = Object.fromEntries(kinds.map((kind) => [kind.kind, kind])) as unknown as Record<string, StepDefinition>

/** All there is to say of the kind of a step. Throws for a kind that is none. */
export function definitionOf({ kind }: { readonly kind: string }): StepDefinition {
  const definition = own(byKind, kind)
  if (!definition) throw new RangeError(`unknown kind of step: ${kind}`)
  return definition
}

/** One kind of step, as an editor offers it. */
export interface StepKindEntry {
  readonly kind: StepKind
  readonly label: string
  readonly help: string
  readonly nature: Nature
  /** Set for kinds that hold steps. */
  readonly isBlock: boolean
  readonly phrases: readonly Phrase[]
  /** Set for kinds that bring a state about, which can be put back after a while. */
  readonly isState: boolean
  /** A new step of this kind, still to be filled in. */
  readonly fresh: (id: string) => Step
}

export const STEP_KINDS: readonly StepKindEntry[] = (kinds as readonly (ActDefinition | BlockDefinition)[]).map(
  ({ kind, label, help, nature, role, isState = false, phrases = [], fresh }) => ({
    kind: kind as StepKind,
    label,
    help,
    nature,
    phrases,
    isBlock: role === 'block',
    isState,
    fresh: (id) => ({ id, kind, ...structuredClone(fresh), onFailure: 'stop' }) as unknown as Step,
  }),
)

/** Steps are never altered, so the lists of one are always the same. */
const lists = new WeakMap<object, readonly StepList[]>()
const NO_LISTS: readonly StepList[] = []

/** The lists of steps inside a block; none of a step that acts. */
export function childrenOf(step: AnyStep | Step): readonly StepList[] {
  const definition = definitionOf(step)
  if (definition.role !== 'block') return NO_LISTS
  let known = lists.get(step)
  if (!known) lists.set(step, (known = definition.children(step as never)))
  return known
}

/** The names that a block gives to what stands in it. */
export function namesGiven(step: AnyStep | Step): NamedParts {
  const definition = definitionOf(step)
  return definition.role === 'block' ? (definition.gives?.(step as never) ?? []) : []
}

/** The name under which what a step gives back can be used after it. */
export function namesKept(step: AnyStep | Step): NamedParts {
  const definition = definitionOf(step)
  const name = definition.role === 'act' ? definition.keeps?.(step as never) : undefined
  return name === undefined || name === '' ? [] : [[name, 'any']]
}

/** Whether a step is passed over: switched off, or only a note. */
export function isOff(step: AnyStep | Step): boolean {
  if (step.off) return true
  const definition = definitionOf(step)
  return definition.role === 'act' && definition.isNote === true
}

/** The names that the texts of a step that acts may use beside all others. */
export function ownNames(step: AnyStep | Step): readonly string[] {
  const definition = definitionOf(step)
  return definition.role === 'act' ? (definition.gives ?? []) : []
}

/** Every step of a list with its second ways and all that stands in blocks, each with its dotted path below `path`. */
export function* everyStep(
  steps: readonly (AnyStep | Step)[],
  path = '',
): Generator<{ path: string; step: PlainStep }> {
  const prefix = path === '' ? '' : `${path}.`
  for (const [i, step] of steps.entries()) yield* stepAndBelow(step, `${prefix}${i}`)
}

function* stepAndBelow(step: AnyStep | Step, path: string): Generator<{ path: string; step: PlainStep }> {
  yield { path, step: step as PlainStep }
  for (const { list, steps } of childrenOf(step)) yield* everyStep(steps, `${path}.${list}`)
  if (step.alternative) yield* stepAndBelow(step.alternative, `${path}.alternative`)
}

/** How deep blocks stand in blocks: 0 for steps that hold none. */
export function depthOf(steps: readonly (AnyStep | Step)[]): number {
  let deepest = 0
  for (const step of steps) {
    const ways = step.alternative ? [step, step.alternative] : [step]
    for (const way of ways) {
      const lists = childrenOf(way)
      if (lists.length > 0)
        deepest = Math.max(deepest, 1 + Math.max(...lists.map(({ steps: inner }) => depthOf(inner))))
    }
  }
  return deepest
}

/** What a lever acts on, by its only step; several steps make a run sheet. */
export function natureOf(steps: readonly Step[]): Nature {
  const [first, ...more] = steps
  return !first || more.length > 0 ? 'sheet' : definitionOf(first).nature
}

/** What a step does, as a full sentence that names things as the user named them. */
export function describeStep({ alternative, ...step }: Step | AnyStep, names: Names): string {
  const first = plainSentence(sentenceOf(step, names))
  if (!alternative) return first
  const second = plainSentence(sentenceOf(alternative, names))
  return `${first.replace(/\.$/, '')}; failing that, ${lowered(second)}`
}

/** What the first way of a step does, with the parts that can be chosen in place. */
export function sentenceOf(step: Step | AnyStep, names: Names): Sentence {
  const sentence = definitionOf(step).sentence(step as never, names)
  return typeof sentence === 'string' ? [sentence] : sentence
}

/** What stands at the head of a list of a block, such as `Else`. */
export function headOf(step: Step | AnyStep, list: string, names: Names): Sentence | undefined {
  const definition = definitionOf(step)
  const head = definition.role === 'block' ? definition.head?.(step as never, list, names) : undefined
  return typeof head === 'string' ? [head] : head
}

/** Two steps in a row as one, where the second goes on with the first or stands in its place; undefined elsewhere. */
export function joinSteps(first: Step, second: Step): Step | undefined {
  return first.kind === second.kind
    ? (definitionOf(second).joined?.(first as never, second as never) as Step | undefined)
    : undefined
}

/** All steps of a lever in one sentence: “Opens X, then waits 2 s, then …”. */
export function describeSteps(all: readonly Step[], names: Names): string {
  const steps = all.filter((step) => !isOff(step))
  if (steps.length === 0) return all.length === 0 ? 'Does nothing yet.' : 'Does nothing: all of it is switched off.'
  const sentences = steps.map((step) => describeStep(step, names).replace(/\.$/, ''))
  return sentences.map((sentence, i) => (i === 0 ? sentence : lowered(sentence))).join(', then ') + '.'
}

function lowered(sentence: string): string {
  return sentence[0]!.toLowerCase() + sentence.slice(1)
}
