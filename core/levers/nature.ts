import { assertNever } from '../result'
import { waysOf } from '../steps'
import type { Step } from '../steps'

/** What a lever acts on; its plate shows it by colour and glyph. */
export const NATURES = ['program', 'place', 'device', 'keys', 'message', 'sheet'] as const
export type Nature = (typeof NATURES)[number]

/** By its only step; several steps make a run sheet. */
export function natureOf(steps: readonly Step[]): Nature {
  const [first, ...more] = steps
  if (!first || more.length > 0) return 'sheet'
  if (first.kind.startsWith('program.')) return 'program'
  if (first.kind === 'device.control') return 'device'
  if (first.kind === 'frame.switch') return 'keys'
  return first.kind === 'place.open' ? 'place' : 'message'
}

/** The programs that steps name, each once. */
export function programsNamed(steps: readonly Step[]): string[] {
  return [
    ...new Set(
      steps
        .flatMap(waysOf)
        .flatMap(programsOf)
        .filter((id) => id !== ''),
    ),
  ]
}

function programsOf(step: Step): readonly string[] {
  switch (step.kind) {
    case 'program.switch':
      return [step.programId, step.otherId]
    case 'place.open':
      return step.programIds ?? []
    case 'program.open':
    case 'program.raise':
    case 'program.close':
      return [step.programId]
    case 'device.control':
    case 'frame.switch':
    case 'message.show':
    case 'run.put-back':
    case 'wait':
      return []
    default:
      return assertNever(step)
  }
}
