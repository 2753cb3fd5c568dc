import type { Lever } from '../levers'
import { describeScope } from '../levers'
import { parseChord, reservationOf } from '../keys'
import { assertNever } from '../result'
import type { Names } from '../steps'
import type { Candidate, Decision } from './schema'

/** What explaining needs to know of the store: names. */
export interface ExplainNames extends Names { readonly lever: (id: string) => Lever | undefined }

/** What became of a key event, as one sentence. */
export function describeDecision(decision: Decision, names: ExplainNames): string {
  const front = decision.frontProgramId ? names.programs[decision.frontProgramId]?.name ?? decision.frontProgramId : undefined
  const passed = front ? `passed on to ${front}${decision.claim ? `, which takes it for “${decision.claim}”` : ''}` : 'nothing is in front to take it'
  switch (decision.reason) {
    case 'fired': return `Pulled ${leverName(decision.leverId!, names)}.`
    case 'no-trigger': return `No lever has this chord: ${passed}.`
    case 'no-candidate-live': return `No lever with this chord is live here: ${passed}.`
    case 'program-first': return `The program in front comes first: ${passed}.`
    case 'modifier': return 'A modifier by itself does nothing yet.'
    case 'released': return decision.kind === 'swallow' ? 'Released; its press was used, so the release is too.' : 'Released.'
    case 'held-repeat': return decision.kind === 'swallow' ? 'Held down; its press was used.' : 'Held down: repeats never pull a lever.'
    case 'reserved': return reservedSentence(decision)
    case 'focus-lost': return 'The keyboard went elsewhere; all keys count as released.'
    default: return assertNever(decision.reason)
  }
}

/** What became of one candidate, as one sentence. */
export function describeCandidate(candidate: Candidate, names: ExplainNames): string {
  const lever = names.lever(candidate.leverId)
  const name = leverName(candidate.leverId, names)
  switch (candidate.verdict) {
    case 'fired': return `${name} was pulled by ${candidate.chord}.`
    case 'disabled': return `${name} has ${candidate.chord}, but is disabled.`
    case 'frame-off': return `${name} has ${candidate.chord}, but its frame is off.`
    case 'out-of-scope': return `${name} has ${candidate.chord}, but is live ${lever ? describeScope(lever.scope, names) : 'elsewhere'}.`
    case 'other-modifiers': return `${name} wants ${candidate.chord}.`
    case 'outranked': return `${name} has ${candidate.chord} too; another lever came first.`
    case 'program-first': return `${name} has ${candidate.chord}, but the program in front claims it and comes first.`
    default: return assertNever(candidate.verdict)
  }
}

function leverName(id: string, names: ExplainNames): string {
  const lever = names.lever(id)
  return lever ? `${lever.plate} ${lever.name}` : 'a lever that is gone'
}

function reservedSentence(decision: Decision): string {
  const chord = parseChord(decision.chord ?? '')
  const reserved = chord.ok ? reservationOf(chord.value) : undefined
  return `${decision.chord} belongs to ${reserved?.owner === 'product' ? 'Keen Lever itself' : 'the system'}${reserved ? `: it ${reserved.does}` : ''}.`
}
