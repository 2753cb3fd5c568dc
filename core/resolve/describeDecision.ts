import type { Lever } from '../levers'
import { describeScope, keyName } from '../levers'
import { keeperNames, parseChord, reservationOf } from '../keys'
import { assertNever, own } from '../result'
import type { Names } from '../steps'
import type { Candidate, Decision } from './schema'
import { wasInView } from './staysInView'

/** What explaining needs to know of the store: names. */
export interface ExplainNames extends Names {
  readonly lever: (id: string) => Lever | undefined
}

/** What became of a key event, as one sentence. */
export function describeDecision(decision: Decision, names: ExplainNames): string {
  const front = decision.frontProgramId
    ? (own(names.programs, decision.frontProgramId)?.name ?? decision.frontProgramId)
    : undefined
  const passed = wasInView(decision)
    ? 'the key stays with the view'
    : front
      ? `passed on to ${front}${decision.claim ? `, which takes it for “${decision.claim}”` : ''}`
      : 'nothing is in front to take it'
  switch (decision.reason) {
    case 'fired':
      return `Pulled ${leverName(decision.leverId!, names)}${late(decision)}.`
    case 'no-trigger':
      return `No lever has this chord: ${passed}${late(decision)}.`
    case 'no-candidate-live':
      return `No lever with this chord is live here: ${passed}${late(decision)}.`
    case 'program-first':
      return `The program in front comes first: ${passed}.`
    case 'modifier':
      return 'A modifier by itself does nothing yet.'
    case 'released':
      return decision.kind === 'swallow' ? 'Released; its press was used, so the release is too.' : 'Released.'
    case 'held-repeat':
      return decision.kind === 'swallow' ? 'Held down; its press was used.' : 'Held down: repeats never pull a lever.'
    case 'held-back':
      return 'Held back until it is clear what it belongs to.'
    case 'part':
      return 'Part of what pulled the lever.'
    case 'layer-on':
      return `Held: its layer is on${late(decision)}.`
    case 'hold-modifiers':
      return `Held: it acts as ${outputWords(decision)}${late(decision)}.`
    case 'tapped-other':
      return `Tapped: it is ${outputWords(decision)}.`
    case 'remapped':
      return `A rule makes it ${outputWords(decision)}: passed on as that.`
    case 'disabled-key':
      return 'A rule disables this key.'
    case 'word':
      return `A typed word becomes “${outputWords(decision)}”.`
    case 'typed':
      return `A rule types “${outputWords(decision)}”.`
    case 'armed':
      return 'Tapped: it holds for the next key.'
    case 'waits-release':
      return 'Its lever is pulled when the key comes up.'
    case 'reserved':
      return reservedSentence(decision)
    case 'focus-lost':
      return 'The keyboard went elsewhere; all keys count as released.'
    default:
      return assertNever(decision.reason)
  }
}

/** What became of one candidate, as one sentence. */
export function describeCandidate(candidate: Candidate, names: ExplainNames): string {
  const lever = names.lever(candidate.leverId)
  const name = leverName(candidate.leverId, names)
  switch (candidate.verdict) {
    case 'fired':
      return `${name} was pulled by ${candidate.chord}.`
    case 'disabled':
      return `${name} has ${candidate.chord}, but is disabled.`
    case 'frame-off':
      return `${name} has ${candidate.chord}, but its frame is off.`
    case 'out-of-scope':
      return `${name} has ${candidate.chord}, but is live ${lever ? describeScope(lever.scope, names) : 'elsewhere'}.`
    case 'other-modifiers':
      return `${name} wants ${candidate.chord}.`
    case 'other-keyboard':
      return `${name} has ${candidate.chord}, but not from this keyboard.`
    case 'outranked':
      return `${name} has ${candidate.chord} too; another lever came first.`
    case 'program-first':
      return `${name} has ${candidate.chord}, but the program in front claims it and comes first.`
    case 'waits':
      return (
        `${name} still waits for the rest of ` +
        `${candidate.chord}${candidate.ms === undefined ? '' : `, for ${candidate.ms} ms at most`}.`
      )
    case 'not-followed':
      return `${name} wants ${candidate.chord}; another key followed.`
    case 'too-late':
      return `${name} wants ${candidate.chord}; the rest did not come within ${candidate.ms} ms.`
    case 'tapped':
      return `${name} wants ${candidate.chord}; it came up after ${candidate.ms} ms, so it was a tap.`
    case 'held':
      return `${name} wants a tap of ${candidate.chord}; it was held.`
    case 'not-together':
      return `${name} wants ${candidate.chord}; the others did not go down in time.`
    default:
      return assertNever(candidate.verdict)
  }
}

/** How long a key was held back, where that is worth knowing. */
function late({ lateMs }: Decision): string {
  return lateMs === undefined || lateMs < 1 ? '' : `, after ${Math.round(lateMs)} ms`
}

function outputWords({ outputs = [] }: Decision): string {
  const texts = outputs.flatMap((output) => (output.kind === 'text' ? [output.text] : []))
  if (texts.length > 0) return texts.join('')
  return outputs.map((output) => ('code' in output ? keyName(output.code) : '')).join('+')
}

function leverName(id: string, names: ExplainNames): string {
  const lever = names.lever(id)
  return lever ? `${lever.plate} ${lever.name}` : 'a lever that is gone'
}

function reservedSentence(decision: Decision): string {
  const chord = parseChord(decision.chord ?? '')
  const reserved = chord.ok ? reservationOf(chord.value) : undefined
  return `${decision.chord} belongs to ${keeperNames[reserved?.owner ?? 'system']}${reserved ? `: it ${reserved.does}` : ''}.`
}
