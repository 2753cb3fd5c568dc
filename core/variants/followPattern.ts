import { canonicalJson } from '../bench'
import type { ArgumentRules } from '../command'
import { PATTERN_FIELDS } from '../levers'
import type { Lever, LeverDraft, PatternField, Variant } from '../levers'
import { own } from '../result'
import type { Step, StepOf } from '../steps'
import { argumentKeys, editArguments, findEdits, textOf } from './argumentKeys'

/** What is known of programs here: how each tells its arguments apart. */
export type Programs = Readonly<Record<string, { readonly arguments?: ArgumentRules | undefined }>>
type OpenStep = StepOf<'program.open'>

const NO_RULES = { options: [], positionals: [] }

/** How a program tells the arguments of a step apart. */
export function rulesOf(step: OpenStep, programs: Programs) {
  return own(programs, step.programId)?.arguments ?? NO_RULES
}

/** A variant as its pattern makes it now: what is its own stays, all else is the pattern's. */
export function followPattern(lever: Lever, pattern: Lever, programs: Programs): Lever {
  const { variant } = lever
  return variant?.patternId === pattern.id ? following(lever, variant, pattern, programs) : lever
}

type Followed = Pick<Lever, PatternField>

/** Whatever has the fields of a lever as the variant of a pattern that it is said to be. */
export function following<L extends Followed>(lever: L, variant: Variant, pattern: Followed, programs: Programs): L {
  const isOwn = (field: PatternField) => variant.own.includes(field)
  const taken = Object.fromEntries(
    PATTERN_FIELDS.filter((field) => !isOwn(field)).map((field) => [field, pattern[field]]),
  )
  const steps = isOwn('steps') ? lever.steps : pattern.steps.map((step) => editStep(step, variant, programs))
  return { ...lever, ...(taken as Partial<Followed>), steps }
}

function editStep(step: Step, variant: Variant, programs: Programs): Step {
  const edits = variant.args.filter((edit) => edit.stepId === step.id)
  return step.kind === 'program.open' && edits.length > 0
    ? { ...step, args: editArguments(step.args, rulesOf(step, programs), edits) }
    : step
}

/**
 * What is a variant's own after it was edited: every field that now differs from the pattern, and what was its own
 * before
 * and was not touched. Where the arguments differ by more than leaving out and replacing, all its steps are its own.
 */
export function ownAfterEdit(before: Lever, edited: LeverDraft, pattern: Lever, programs: Programs): Variant {
  const variant = before.variant!
  const differs = (field: PatternField) => !same(edited[field], pattern[field])
  const touched = (field: PatternField) => !same(edited[field], before[field])
  const own = PATTERN_FIELDS.filter(
    (field) => field !== 'steps' && (differs(field) || (variant.own.includes(field) && !touched(field))),
  )
  const args =
    variant.own.includes('steps') && !touched('steps')
      ? undefined
      : argsAfterEdit(before, edited.steps, pattern, programs)
  return args ? { ...variant, own, args } : { ...variant, own: [...own, 'steps'], args: [] }
}

function argsAfterEdit(
  before: Lever,
  edited: readonly Step[],
  pattern: Lever,
  programs: Programs,
): Variant['args'] | undefined {
  if (edited.length !== pattern.steps.length) return undefined
  const args: Variant['args'] = []
  for (const [i, step] of edited.entries()) {
    const model = pattern.steps[i]!
    if (step.kind !== 'program.open' || model.kind !== 'program.open') {
      if (!same(step, model)) return undefined
      continue
    }
    if (!same({ ...step, args: [] }, { ...model, args: [] })) return undefined
    const edits = findEdits(model.args, step.args, rulesOf(model, programs))
    if (!edits) return undefined
    args.push(...edits.map((edit) => ({ stepId: step.id, ...edit })))
    args.push(...untouched(before, step, args, programs))
  }
  return args
}

/**
 * Edits from before that say what the pattern says at present, and were left as they are: they stay the variant's own.
 */
function untouched(before: Lever, step: OpenStep, found: Variant['args'], programs: Programs): Variant['args'] {
  const now = new Map(argumentKeys(step.args, rulesOf(step, programs)).map(({ key, part }) => [key, textOf(part)]))
  return before.variant!.args.filter(
    (edit) =>
      edit.stepId === step.id &&
      edit.text !== null &&
      !found.some((other) => other.stepId === step.id && other.key === edit.key) &&
      now.get(edit.key) === edit.text,
  )
}

function same(one: unknown, other: unknown): boolean {
  return canonicalJson(one ?? null) === canonicalJson(other ?? null)
}

/** What makes a variant differ, in words: `--edition: trial`, `without ${captures}/veil-0002.exposure`, `its own keys`. */
export function describeOwn(variant: Variant): string[] {
  const words: Record<PatternField, string> = {
    aliases: 'its own aliases',
    steps: 'its own steps',
    triggers: 'its own keys',
    scope: 'its own scope',
    enabled: 'switched by itself',
    frameId: 'in a frame of its own',
    whileRunning: 'its own way with a second pull',
    pulledAgain: 'its own way when it is pulled again',
    inputs: 'its own inputs',
    doors: 'its own ways to be pulled without a key',
    icon: 'its own icon',
    interlock: 'its own interlock',
    lamp: 'its own lamp',
    feedback: 'its own feedback',
    byHand: 'its own time by hand',
  }
  return [
    ...variant.args.map(({ key, text }) =>
      text === null
        ? `without ${key}`
        : text === ''
          ? `with ${key}`
          : key.startsWith('-') || key.startsWith('/')
            ? `${key}: ${text}`
            : `${text} in place of ${key}`,
    ),
    ...variant.own.map((field) => words[field]),
  ]
}
