import { describeScope, describeTrigger, feedbackWords, pulledAgainWords, whileRunningWords } from '../levers'
import type { Lever } from '../levers'
import { namesUsed } from '../command'
import { listed } from '../names'
import { assertNever } from '../result'
import { runningWords, unsavedWords } from '../steps'
import type { Names, Step } from '../steps'

/** What a lever has and a Desktop Entry has no word for. */
export type Unsaid =
  | { readonly code: 'several-steps' }
  | { readonly code: 'no-program' }
  | { readonly code: 'no-single-place' }
  | { readonly code: 'second-way' }
  | { readonly code: 'failure-policy' }
  | { readonly code: 'window-state'; readonly mode: string }
  | { readonly code: 'when-running'; readonly policy: string }
  | { readonly code: 'unsaved-work'; readonly policy: string }
  | { readonly code: 'while-running'; readonly policy: string }
  | { readonly code: 'pulled-again'; readonly policy: string }
  | { readonly code: 'scope'; readonly scope: string }
  | { readonly code: 'triggers'; readonly triggers: readonly string[] }
  | { readonly code: 'doors' }
  | { readonly code: 'inputs'; readonly names: readonly string[] }
  | { readonly code: 'interlock' }
  | { readonly code: 'feedback'; readonly feedback: string }
  | { readonly code: 'lamp' }
  | { readonly code: 'disabled' }
  | { readonly code: 'uploaded-icon' }
  | { readonly code: 'named-values'; readonly names: readonly string[] }
  | { readonly code: 'control-characters' }
  | { readonly code: 'action-aliases' }
  | { readonly code: 'action-directory' }
  | { readonly code: 'action-name'; readonly name: string }
  | { readonly code: 'translations-differ'; readonly key: string; readonly locales: readonly string[] }

/** Of these there can be no file at all; the others are left out of it. */
const preventing: readonly Unsaid['code'][] = ['several-steps', 'no-program', 'no-single-place']

export function prevents({ code }: Unsaid): boolean {
  return preventing.includes(code)
}

/** What of a lever a Desktop Entry cannot say, whatever the file; only why there is none, where there can be none. */
export function unsaidOf(lever: Lever, names: Names): Unsaid[] {
  const [step, ...more] = lever.steps
  if (!step || more.length > 0) return [{ code: 'several-steps' }]
  const unsaid = unsaidOfStep(step)
  if (unsaid.some(prevents)) return unsaid
  if (lever.whileRunning !== 'ignore')
    unsaid.push({ code: 'while-running', policy: whileRunningWords[lever.whileRunning] })
  if (lever.pulledAgain === 'put-back')
    unsaid.push({ code: 'pulled-again', policy: pulledAgainWords[lever.pulledAgain] })
  if (lever.scope.kind !== 'everywhere') unsaid.push({ code: 'scope', scope: describeScope(lever.scope, names) })
  if (lever.triggers.length > 0) unsaid.push({ code: 'triggers', triggers: lever.triggers.map(describeTrigger) })
  if (lever.doors && lever.doors.length > 0) unsaid.push({ code: 'doors' })
  if (lever.inputs && lever.inputs.length > 0)
    unsaid.push({ code: 'inputs', names: lever.inputs.map(({ name }) => name) })
  if (lever.interlock) unsaid.push({ code: 'interlock' })
  if (lever.feedback) unsaid.push({ code: 'feedback', feedback: feedbackWords[lever.feedback] })
  if (lever.lamp) unsaid.push({ code: 'lamp' })
  if (!lever.enabled) unsaid.push({ code: 'disabled' })
  if (lever.icon?.kind === 'upload') unsaid.push({ code: 'uploaded-icon' })
  const values = namesIn(step)
  if (values.length > 0) unsaid.push({ code: 'named-values', names: values })
  if ([lever.name, ...lever.aliases].some((text) => /(?![\n\t\r])\p{Cc}/u.test(text)))
    unsaid.push({ code: 'control-characters' })
  return unsaid
}

function unsaidOfStep(step: Step): Unsaid[] {
  const unsaid: Unsaid[] = []
  if (step.alternative) unsaid.push({ code: 'second-way' })
  if (step.onFailure !== 'stop' || step.retry) unsaid.push({ code: 'failure-policy' })
  if (step.kind === 'place.open') {
    const single = step.places.length === 1 && (step.programIds?.length ?? 0) === 0 && !step.profile
    return single ? unsaid : [{ code: 'no-single-place' }]
  }
  if (step.kind !== 'program.open') return [{ code: 'no-program' }]
  if (step.windowMode && step.windowMode !== 'normal') unsaid.push({ code: 'window-state', mode: step.windowMode })
  if (step.whenRunning && step.whenRunning !== 'program')
    unsaid.push({ code: 'when-running', policy: runningWords[step.whenRunning] })
  if (step.unsaved) unsaid.push({ code: 'unsaved-work', policy: unsavedWords[step.unsaved] })
  return unsaid
}

/** The names whose values stand in the texts of a step. */
function namesIn(step: Step): string[] {
  if (step.kind !== 'program.open' && step.kind !== 'place.open') return []
  const texts =
    step.kind === 'place.open'
      ? step.places
      : [...step.args, step.workingDirectory ?? '', ...(step.environment ?? []).map(({ value }) => value)]
  return [...new Set(texts.flatMap(namesUsed))]
}

/** A sentence about what is not in the file, or why there is none. */
export function describeUnsaid(unsaid: Unsaid): string {
  switch (unsaid.code) {
    case 'several-steps':
      return 'It has several steps; a Desktop Entry starts one program.'
    case 'no-program':
      return 'It starts no program.'
    case 'no-single-place':
      return 'It opens several places, or in chosen programs; a Link has one address.'
    case 'second-way':
      return 'The second way of its step is left out.'
    case 'failure-policy':
      return 'What happens when it fails is left out.'
    case 'window-state':
      return `That its window is ${unsaid.mode} is left out.`
    case 'when-running':
      return `That it ${unsaid.policy}, if the program runs, is left out.`
    case 'unsaved-work':
      return `That it ${unsaid.policy} is left out.`
    case 'while-running':
      return `What another pull does while it runs is left out: it ${unsaid.policy}.`
    case 'pulled-again':
      return `What another pull does afterwards is left out: it ${unsaid.policy}.`
    case 'scope':
      return `Its scope is left out: ${unsaid.scope}.`
    case 'triggers':
      return `Its ${unsaid.triggers.length === 1 ? 'trigger is' : 'triggers are'} left out: ${listed(unsaid.triggers)}.`
    case 'doors':
      return 'The tile, lamp, events or times that pull it are left out.'
    case 'inputs':
      return `What it is given is left out: ${listed(unsaid.names)}.`
    case 'interlock':
      return 'Its interlock is left out; the file can always be started.'
    case 'feedback':
      return `Its feedback is left out: ${unsaid.feedback}.`
    case 'lamp':
      return 'The lamp on its plate is left out.'
    case 'disabled':
      return 'It is disabled; the file can be started.'
    case 'uploaded-icon':
      return 'Its uploaded icon is left out; a file names an icon of the desktop.'
    case 'named-values':
      return `Values are written out as they are now: ${listed(unsaid.names)}.`
    case 'control-characters':
      return 'Control characters in its name or aliases are left out.'
    case 'action-aliases':
      return 'Its aliases are left out; an action has none.'
    case 'action-directory':
      return 'Its working directory is left out; an action has that of its application.'
    case 'action-name':
      return `Its name is that of an action now: “${unsaid.name}”.`
    case 'translations-differ':
      return `${unsaid.key} is changed; its translations (${unsaid.locales.join(', ')}) say what it was before.`
    default:
      return assertNever(unsaid)
  }
}
