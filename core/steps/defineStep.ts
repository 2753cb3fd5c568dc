import type { z } from 'zod'
import type { BenchState, Lamp } from '../bench'
import type { ValueTable } from '../command'
import type { Issue } from '../result'
import type { Scope } from '../values'
import type { HandWork } from './byHand'
import type { Cause } from './cause'
import type { StepContext, StepEffect } from './effect'
import type { StepFinding } from './finding'
import type { Nature } from './nature'
import type { NamedParts } from './knownNames'
import type { Names } from './names'
import type { Phrase } from '../phrases'
import type { Asked } from './question'
import type { Sentence } from '../sentence'
import type { StepValue } from './value'

/** What a failure does to the rest, once the step's other tries and its second way have failed too. */
export const FAILURE_POLICIES = ['stop', 'go-on', 'put-back'] as const
export type FailurePolicy = (typeof FAILURE_POLICIES)[number]

/** How often a step that failed is tried again, and how long it waits before each try. */
export interface Retry {
  times: number
  afterMs: number
}

/** What every step has, whatever its kind. */
export interface StepBase {
  id: string
  onFailure: FailurePolicy
  retry?: Retry
  /** It is passed over, and stays where it stands. */
  off?: boolean
}

/** A step of any kind, as far as whoever holds it needs to know: the lists of a block hold such. */
export interface AnyStep extends StepBase {
  kind: string
  /** Tried where the step fails. */
  alternative?: AnyStep
}

/** The fields of a kind, as a step has them. */
export type FieldsOf<F extends z.ZodRawShape> = z.output<z.ZodObject<F>>
export type StepWith<K extends string, F extends z.ZodRawShape> = StepBase & { kind: K } & FieldsOf<F>

/** One list of steps inside a block, by its dotted path in the step. */
export interface StepList {
  readonly list: string
  readonly steps: readonly AnyStep[]
}

/** How far a block has come: just reached, or at the end of one of its lists, with what it kept for itself. */
export type BlockPlace =
  | { readonly at: 'beginning' }
  | {
      readonly at: 'end'
      readonly list: string
      readonly state?: StepValue
      /** What it kept at its beginning, such as the entries a loop goes over. */
      readonly kept?: StepValue
    }

/** What comes next in a block. `because` says why, in words. */
export type BlockMove =
  | {
      readonly kind: 'enter'
      readonly list: string
      /** Names that stand for something inside the list only. */
      readonly values?: Scope
      /** What the block wants to know again at the end of the list, such as which round it is in; small. */
      readonly state?: StepValue
      /** At its beginning only: what it wants to know again at the end of each list, however large. */
      readonly keeps?: StepValue
      readonly because: string
    }
  /** At its beginning only: it goes on with the answer. */
  | { readonly kind: 'asks'; readonly question: Asked }
  /** With a reason it is told. */
  | { readonly kind: 'leave'; readonly because: string }
  | { readonly kind: 'fail'; readonly issue: Issue }

interface Described<K extends string, F extends z.ZodRawShape> {
  readonly kind: K
  /** As a chooser of kinds offers it. */
  readonly label: string
  readonly help: string
  readonly nature: Nature
  /** The fields of a new step of this kind, still to be filled in. */
  readonly fresh: FieldsOf<F>
  /**
   * What a step does, as a full sentence that names things as the user named them; with the parts of it that can be
   * chosen in place.
   */
  sentence(step: StepWith<K, F>, names: Names): string | Sentence
  /**
   * What will not go as meant, as the bench stands now. Texts that cannot be filled in are told before, and by all
   * alike.
   */
  lint?(step: StepWith<K, F>, bench: BenchState, table: ValueTable | undefined): StepFinding[]
  /** How it is said in a few words, to be typed into an empty row. */
  readonly phrases?: readonly Phrase[]
  /** Set for kinds that bring a state about, which can be put back after a while. */
  readonly isState?: true
  /** The devices it is about where it does not name them. */
  devicesMeant?(step: StepWith<K, F>, bench: BenchState): string[]
  /** What it may bring about that other levers wait for. */
  mayCause?(step: StepWith<K, F>, bench: BenchState): Cause[]
  /** The program it types into or copies from, `''` for the one in front: what it holds may be a secret. */
  typesInto?(step: StepWith<K, F>): string
  /** What it switches or chooses, as a lamp. */
  lamp?(step: StepWith<K, F>, bench: BenchState): Lamp | undefined
  /** Two in a row as one, where the second goes on with the first or stands in its place; undefined where both count. */
  joined?(first: StepWith<K, F>, second: StepWith<K, F>): StepWith<K, F> | undefined
  /** The state it would lead to now, in words, where it goes from one to another. */
  leadsTo?(step: StepWith<K, F>, bench: BenchState): string | undefined
}

/** A kind of step that acts. */
export interface ActDefinition<K extends string = string, F extends z.ZodRawShape = z.ZodRawShape> extends Described<
  K,
  F
> {
  readonly role: 'act'
  readonly fields: F
  /** Names that its own texts may use, beside those that are known everywhere. */
  readonly gives?: readonly string[]
  /** The name that what it gives back has from here on, in the list it stands in and all below. */
  keeps?(step: StepWith<K, F>): string | undefined
  /** Set for what is only read, and never done. */
  readonly isNote?: true
  /** Set for what only has a meaning inside a loop. */
  readonly isOfLoop?: true
  /** What somebody would do by hand instead, as the bench stands; undefined where that is not known. */
  byHand(step: StepWith<K, F>, bench: BenchState, table: ValueTable | undefined): HandWork | undefined
  /** What it comes to on the bench as it stands. Throws nothing; what cannot be done is a `failed` effect. */
  perform(step: StepWith<K, F>, bench: BenchState, context: StepContext): StepEffect
}

/** A kind of step that holds steps, and says which of them come next. */
export interface BlockDefinition<K extends string = string, F extends z.ZodRawShape = z.ZodRawShape> extends Described<
  K,
  F
> {
  readonly role: 'block'
  /** Given the schema of a list of steps. */
  readonly fields: (list: z.ZodType<AnyStep[]>) => F
  children(step: StepWith<K, F>): StepList[]
  /** The names that stand for something inside its lists, and nowhere else. */
  gives?(step: StepWith<K, F>): NamedParts
  /** Set for what goes round: its rounds can be left, or gone on with. */
  readonly isLoop?: true
  /** How often its list would be gone through now; once where it does not say. */
  rounds?(step: StepWith<K, F>, bench: BenchState, context: StepContext): number | undefined
  /** What stands at the head of one of its lists, such as `else`; the sentence of the block where it is not given. */
  head?(step: StepWith<K, F>, list: string, names: Names): string | Sentence | undefined
  next(step: StepWith<K, F>, place: BlockPlace, bench: BenchState, context: StepContext): BlockMove
}

export type StepDefinition = ActDefinition | BlockDefinition

/** All there is to say of a kind of step that acts, in one place. */
export function defineStep<const K extends string, F extends z.ZodRawShape>(
  definition: Omit<ActDefinition<K, F>, 'role'>,
): ActDefinition<K, F> {
  return { ...definition, role: 'act' }
}

/** All there is to say of a kind of block, in one place. */
export function defineBlock<const K extends string, F extends z.ZodRawShape>(
  definition: Omit<BlockDefinition<K, F>, 'role'>,
): BlockDefinition<K, F> {
  return { ...definition, role: 'block' }
}
