import type { BenchState, Lamp } from '../bench'
import type { Cause } from './cause'
import { definitionOf, everyStep } from './describe'
import type { BlockMove, BlockPlace } from './defineStep'
import type { StepContext, StepEffect } from './effect'
import type { PlainStep, Step } from './schema'

/** Computes the effect of a step that acts, without its second way, on the bench as it stands. Throws for a block. */
export function performStep(step: PlainStep, bench: BenchState, context: StepContext): StepEffect {
  const definition = definitionOf(step)
  if (definition.role !== 'act') throw new RangeError(`a step of kind ${step.kind} holds steps and does not act itself`)
  return definition.perform(step as never, bench, context)
}

/** What comes next in a block. Throws for a step that acts. */
export function nextInBlock(step: PlainStep, place: BlockPlace, bench: BenchState, context: StepContext): BlockMove {
  const definition = definitionOf(step)
  if (definition.role !== 'block') throw new RangeError(`a step of kind ${step.kind} holds no steps`)
  return definition.next(step as never, place, bench, context)
}

/** Whether a step holds steps, and does not act itself. */
export function isBlock(step: Step): boolean {
  return definitionOf(step).role === 'block'
}

/**
 * Where a step types, copies or sends something that may be a secret: a program by its id, `''` for the one in front;
 * undefined for a step that does none of that.
 */
export function programsTyped(step: Step): string | undefined {
  const { typesInto } = definitionOf(step)
  return typesInto?.(step as never)
}

/** What a step may bring about that levers can wait for; of the steps in a block, that of the block alone. */
export function causesOf(step: PlainStep, bench: BenchState): Cause[] {
  return definitionOf(step).mayCause?.(step as never, bench) ?? []
}

/** What a step switches or chooses, as a lamp; undefined for those that switch nothing. */
export function lampOfStep(step: Step, bench: BenchState): Lamp | undefined {
  return definitionOf(step).lamp?.(step as never, bench)
}

/** The state a step would lead to now, in words, where it goes from one to another. */
export function stepLeadsTo(step: Step, bench: BenchState): string | undefined {
  return definitionOf(step).leadsTo?.(step as never, bench)
}

/** Whether any of the steps, in blocks and second ways too, is of a kind that is about devices. */
export function areAboutDevices(steps: readonly Step[]): boolean {
  for (const { step } of everyStep(steps)) if (definitionOf(step).devicesMeant) return true
  return false
}

/** The devices a step is about without naming them, as the bench stands. */
export function devicesMeant(step: PlainStep, bench: BenchState): string[] {
  return definitionOf(step).devicesMeant?.(step as never, bench) ?? []
}
