import { escapeVariables } from '../command'
import { isControlStep, mapTexts, textsOf } from '../steps'
import type { Step } from '../steps'

/** Something that was done by hand on the bench, as the step that does it, or the pull of a lever. */
export interface NoticedAct {
  readonly atMs: number
  readonly step: Step
  /** The program that was in front; null for none. */
  readonly programId?: string | null
  /** What it took by hand, in ms; all acts count alike where it is not known. */
  readonly costMs?: number
}

/** The kinds of which the text is what somebody wrote. */
const WRITTEN: ReadonlySet<string> = new Set(['text.type', 'clipboard.use'])

/**
 * A step as far as it may be kept to be noticed by: of what somebody wrote there stands only that it was written. It is
 * whatever `${text}` stands for.
 */
export function withoutContents(step: Step): Step {
  if (!WRITTEN.has(step.kind) || !('text' in step) || !step.text) return step
  return { ...step, text: '${text}' } as Step
}

/** What acts have alike that differ in their texts and values only: all of a step but those and its id. */
export function shapeOf(step: Step): string {
  return JSON.stringify({ ...mapTexts(withValueAsText(step), () => ''), id: '' })
}

/** The texts of a step, in the order of its fields: of acts of one shape they are about the same things. */
export function textsIn(step: Step): string[] {
  return textsOf(withValueAsText(step)).map(({ text }) => text)
}

/** The level or the choice that a control is set to; on and off are two acts and stay what they are. */
export function valueSet(step: Step): number | string | undefined {
  if (!isControlStep(step) || step.to.kind !== 'set') return undefined
  const { value } = step.to
  return typeof value === 'number' || typeof value === 'string' ? value : undefined
}

/** A step that sets a level or a choice, as the one that says it in a text; any other as it is. */
export function withValueAsText(step: Step): Step {
  const value = valueSet(step)
  if (value === undefined) return step
  return { ...step, to: { kind: 'said', text: escapeVariables(String(value)) } } as Step
}
