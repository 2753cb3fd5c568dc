import type { BenchState } from '../bench'
import { listed } from '../names'
import { assertNever } from '../result'
import { describeControl } from './controlDevices'
import { durationInWords } from './duration'
import type { PlainStep, RunningPolicy, Step, UnsavedPolicy } from './schema'

/** The names a sentence needs; a bench has those of programs, and frames are told by their ids where their names are not given. */
export type Names = Pick<BenchState, 'programs'> & {
  readonly frames?: Readonly<Record<string, string>>
  readonly devices?: BenchState['devices']
}

export const unsavedWords: Record<UnsavedPolicy, string> = {
  ask: 'asks about unsaved work',
  save: 'saves unsaved work',
  discard: 'discards unsaved work',
  leave: 'leaves windows with unsaved work open',
  hide: 'hides windows with unsaved work instead',
}

export const runningWords: Record<RunningPolicy, string> = {
  program: 'if it runs, as the program itself does it',
  raise: 'if it runs, brings it to the front',
  another: 'if it runs, opens another',
  reopen: 'if it runs, closes it first',
  refuse: 'if it runs, refuses',
}

/** What a step does, as a full sentence that names things as the user named them. */
export function describeStep({ alternative, ...step }: Step, names: Names): string {
  const first = describeWay(step as PlainStep, names)
  return alternative ? `${first.replace(/\.$/, '')}; failing that, ${lowered(describeWay(alternative, names))}` : first
}

function describeWay(step: PlainStep, names: Names): string {
  const program = (id: string) => names.programs[id]?.name ?? `the missing program “${id}”`
  switch (step.kind) {
    case 'program.open': {
      const how = step.windowMode && step.windowMode !== 'normal' ? `, ${step.windowMode}` : ''
      const running = step.whenRunning && step.whenRunning !== 'program' ? `; ${runningWords[step.whenRunning]}` : ''
      return `Opens ${program(step.programId)}${step.args.length > 0 ? ` with ${listOf(step.args)}` : ''}${how}${running}.`
    }
    case 'program.switch':
      return `Goes from ${program(step.programId)} to ${program(step.otherId)} and back.`
    case 'program.raise':
      return `Brings ${program(step.programId)} to the front.`
    case 'program.close':
      return `Closes ${program(step.programId)} and ${unsavedWords[step.unsaved]}.`
    case 'place.open':
      return `Opens ${listOf(step.places)}${step.programIds?.length ? ` in ${listed(step.programIds.map(program))}` : ''}${step.profile ? `, profile ${step.profile}` : ''}.`
    case 'device.control':
      return describeControl(step, names)
    case 'frame.switch':
      return `Switches ${listed(step.frameIds.map((id) => names.frames?.[id] ?? `the frame “${id}”`))} ${step.to === 'toggle' ? 'the other way' : step.to}.`
    case 'message.show':
      return `Shows the message “${step.text.replace(/\.$/, '')}”${step.sound ? ' with a sound' : ''}.`
    case 'run.put-back':
      return 'Puts back what it has changed.'
    case 'wait':
      return `Waits ${durationInWords(step.ms)}.`
    default:
      return assertNever(step)
  }
}

/** All steps of a lever in one sentence: “Opens X, then waits 2 s, then …”. */
export function describeSteps(steps: readonly Step[], names: Names): string {
  if (steps.length === 0) return 'Does nothing yet.'
  const sentences = steps.map((step) => describeStep(step, names).replace(/\.$/, ''))
  return sentences.map((sentence, i) => (i === 0 ? sentence : lowered(sentence))).join(', then ') + '.'
}

function lowered(sentence: string): string {
  return sentence[0]!.toLowerCase() + sentence.slice(1)
}

function listOf(args: readonly string[]): string {
  const shown = args
    .slice(0, 3)
    .map((argument) => (argument === '' ? '“”' : argument))
    .join(', ')
  return args.length > 3 ? `${shown} and ${args.length - 3} more` : shown
}
