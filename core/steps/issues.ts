import { countOf, didYouMean, listed } from '../names'
import { textOfValue } from '../values'
import type { Value } from '../values'
import { durationInWords } from './duration'
import { assertNever } from '../result'
import type { Issue } from '../result'

/** What can be wrong with a step, as facts; what is wrong with a change or a launch is said by the bench. */
export type StepFact =
  | { readonly code: 'program-not-running'; readonly program: string }
  | { readonly code: 'already-running'; readonly program: string; readonly window: string; readonly what: 'refused' }
  | { readonly code: 'already-running'; readonly program: string; readonly what: 'left-open' }
  | { readonly code: 'error-window'; readonly program: string; readonly text: string; readonly because: string }
  | { readonly code: 'place-missing'; readonly path: string; readonly nearest?: string }
  | { readonly code: 'no-opener'; readonly kind: 'address' | 'folder' | 'file'; readonly place: string }
  | { readonly code: 'control-fixed'; readonly device: string; readonly control: string }
  /** None of a kind of device is there: `is no display`, `are no displays`. */
  | { readonly code: 'device-missing'; readonly kind: string }
  | { readonly code: 'value-refused'; readonly control: string; readonly lacks: 'steps' | 'other-way' }
  | { readonly code: 'value-unread'; readonly control: string; readonly text: string; readonly range: string }
  | { readonly code: 'no-duration'; readonly text: string }
  | { readonly code: 'program-needed'; readonly program: string }
  | {
      readonly code: 'not-followed'
      readonly device: string
      readonly control: string
      readonly still: string
      readonly because?: string
    }
  | { readonly code: 'taken-over'; readonly device: string; readonly control: string; readonly value: string }
  | { readonly code: 'already-running'; readonly window: string; readonly what: 'raises' | 'ignores' | 'refuses' }
  | { readonly code: 'single-instance'; readonly program: string }
  | { readonly code: 'environment-unknown'; readonly program: string; readonly name: string; readonly nearest?: string }
  | {
      readonly code: 'value-unknown'
      readonly program: string
      readonly of: string
      readonly value: string
      readonly known: readonly string[]
    }
  | {
      readonly code: 'profile-unknown'
      readonly program: string
      readonly value: string
      readonly known: readonly string[]
    }
  | { readonly code: 'option-unknown'; readonly program: string }
  | { readonly code: 'no-window'; readonly because: string }
  | { readonly code: 'nothing-chosen'; readonly what: string }
  | { readonly code: 'unsaved-asked'; readonly programs: string }
  | { readonly code: 'display-absent'; readonly display: string }
  | { readonly code: 'no-other-display' }
  | { readonly code: 'no-desktop-before' }
  | { readonly code: 'front-twice' }
  | { readonly code: 'folder-missing'; readonly path: string; readonly nearest?: string }
  | { readonly code: 'not-a-folder'; readonly path: string }
  | { readonly code: 'nothing-fits'; readonly pattern: string }
  | { readonly code: 'name-missing'; readonly path: string }
  | { readonly code: 'name-refused'; readonly name: string }
  | { readonly code: 'not-in-bin'; readonly name: string }
  | { readonly code: 'files-missing'; readonly names: readonly string[]; readonly folders: number }
  | { readonly code: 'chord-unclaimed'; readonly program: string; readonly chord: string }
  | { readonly code: 'writes-nothing'; readonly program: string }
  | { readonly code: 'waited-in-vain'; readonly ms: number; readonly because: string }
  | {
      readonly code: 'choice-unknown'
      readonly answer: Value
      readonly known: readonly { readonly id: string; readonly label: string }[]
    }
  | { readonly code: 'value-missing'; readonly name: string; readonly known: readonly string[] }
  | { readonly code: 'no-list'; readonly name: string }
  | { readonly code: 'part-missing'; readonly name: string; readonly part: string; readonly known: readonly string[] }
  | { readonly code: 'no-number'; readonly text: string }
  | { readonly code: 'no-sums' }
  | { readonly code: 'nothing-found'; readonly wanted: string; readonly where: string; readonly nearest?: string }
  | {
      readonly code: 'several-found'
      readonly wanted: string
      readonly where: string
      readonly found: readonly string[]
    }
  | { readonly code: 'nothing-there'; readonly what: string }
  | { readonly code: 'table-unreadable'; readonly path: string; readonly because: string }
  | { readonly code: 'too-many'; readonly count: number; readonly most: number; readonly what: string }
  | { readonly code: 'pattern-unreadable'; readonly pattern: string; readonly because: string }
  | { readonly code: 'lever-missing'; readonly leverId: string }
  | { readonly code: 'outside-loop' }
  | { readonly code: 'script-empty' }
  | { readonly code: 'script-failed'; readonly because: string; readonly line?: number; readonly column?: number }
  | { readonly code: 'standard-refused'; readonly because: string }
  | {
      readonly code: 'playlist-missing'
      readonly device: string
      readonly playlist: string
      readonly known: readonly string[]
    }

/** The sentence of a fact. */
export function describeIssue(fact: StepFact): string {
  switch (fact.code) {
    case 'program-not-running':
      return `${fact.program} is not running, so there is no window to bring to the front.`
    case 'already-running':
      switch (fact.what) {
        case 'refused':
          return `${fact.program} already runs (${fact.window}), and this lever does not open it again.`
        case 'left-open':
          return `${fact.program} has unsaved work and was left open, so it was not opened again.`
        case 'raises':
          return `${fact.window} runs now; it would come to the front without the arguments.`
        case 'ignores':
          return `${fact.window} runs now and takes no new arguments; it would only come to the front.`
        case 'refuses':
          return `${fact.window} runs now, so a pull would be refused.`
        default:
          return assertNever(fact)
      }
    case 'error-window':
      return `${fact.program} showed an error window. ${fact.text}: ${fact.because}`
    case 'place-missing': {
      const nearest = fact.nearest === undefined ? '' : ` Did you mean “${fact.nearest}”?`
      return `There is no folder or file ${fact.path} on the bench.${nearest}`
    }
    case 'no-opener': {
      const what = { address: 'addresses', folder: 'folders', file: `files such as ${fact.place}` }[fact.kind]
      return `No program on the bench opens ${what}. Name one in the step.`
    }
    case 'control-fixed':
      return `${fact.control} of ${fact.device} shows what is so; no lever can set it.`
    case 'device-missing':
      return `There ${fact.kind} on the bench.`
    case 'value-refused':
      return fact.lacks === 'steps'
        ? `${fact.control} has no steps.`
        : `${fact.control} is no switch, so it has no other way.`
    case 'value-unread':
      return `${fact.control} takes ${fact.range}, not “${fact.text}”.`
    case 'program-needed':
      return `${fact.program} cannot be uninstalled: the system needs it.`
    case 'no-duration':
      return `“${fact.text}” is no length of time of a day at most. Write it as 25 min.`
    case 'not-followed': {
      const because = fact.because === undefined ? '' : ` (${fact.because})`
      return `${fact.device} did not follow: ${fact.control} is still ${fact.still}${because}.`
    }
    case 'taken-over':
      return `${fact.device}: ${fact.control} was set to ${fact.value} by somebody else meanwhile, and stays so.`
    case 'single-instance':
      return `${fact.program} runs once only: it will not open another.`
    case 'environment-unknown': {
      const nearest = fact.nearest === undefined ? '' : ` Did you mean “${fact.nearest}”?`
      return `${fact.program} does not read ${fact.name} from the environment.${nearest}`
    }
    case 'value-unknown':
      return `${fact.program} does not know “${fact.value}” for ${fact.of}. It knows ${fact.known.join(', ')}.`
    case 'profile-unknown': {
      const instead = didYouMean(fact.value, fact.known) || ` It has ${fact.known.join(', ')}.`
      return `${fact.program} has no profile “${fact.value}”.${instead}`
    }
    case 'option-unknown':
      return `${fact.program} has no profiles; it opens the place without one.`
    case 'no-window':
      return fact.because
    case 'nothing-chosen':
      return `Choose ${fact.what}.`
    case 'unsaved-asked':
      return `There is unsaved work in ${fact.programs}; a pull will ask about it.`
    case 'display-absent':
      return `${fact.display} is not plugged in, so no window can go there.`
    case 'no-other-display':
      return 'There is no other display to go to.'
    case 'front-twice':
      return 'Another window is to be in front already.'
    case 'no-desktop-before':
      return 'No other desktop was shown before, so there is none to go back to.'
    case 'folder-missing': {
      const nearest = fact.nearest === undefined ? '' : ` Did you mean “${fact.nearest}”?`
      return `There is no folder ${fact.path}.${nearest}`
    }
    case 'not-a-folder':
      return `${fact.path} is a file, and no folder.`
    case 'nothing-fits':
      return `Nothing fits ${fact.pattern} now.`
    case 'name-missing':
      return `There is nothing at ${fact.path} to give a name.`
    case 'name-refused':
      return `“${fact.name}” cannot be the name of a file.`
    case 'not-in-bin':
      return `There is no “${fact.name}” in the bin.`
    case 'files-missing': {
      const quoted = fact.names.slice(0, 12).map((name) => `“${name}”`)
      const more = fact.names.length > 12 ? [`${fact.names.length - 12} more`] : []
      const where = fact.folders === 1 ? 'not in that folder' : `in none of the ${fact.folders} folders`
      return `${listed([...quoted, ...more])} ${fact.names.length === 1 ? 'is' : 'are'} ${where}.`
    }
    case 'chord-unclaimed':
      return `${fact.chord} means nothing to ${fact.program}.`
    case 'writes-nothing':
      return `${fact.program} has no text to write in.`
    case 'waited-in-vain':
      return `Waited ${durationInWords(fact.ms)} in vain: ${fact.because}.`
    case 'playlist-missing':
      return `${fact.device} has no playlist “${fact.playlist}”.${fact.known.length === 0 ? '' : ` It has ${fact.known.join(', ')}.`}`
    case 'choice-unknown': {
      const shown = fact.known.slice(0, 12).map(({ id }) => id)
      const more = fact.known.length > 12 ? ` and ${fact.known.length - 12} more` : ''
      return `“${textOfValue(fact.answer)}” is none of the answers: ${shown.join(', ')}${more}.`
    }
    case 'value-missing':
      return `There is no value named “${fact.name}” here.${didYouMean(fact.name, fact.known)}`
    case 'no-list':
      return `“${fact.name}” is no list.`
    case 'part-missing': {
      const known = fact.known.length === 0 ? ' It has no parts.' : ` It has ${listed(fact.known.slice(0, 12))}.`
      return `“${fact.name}” has no part “${fact.part}”.${didYouMean(fact.part, fact.known) || known}`
    }
    case 'no-number':
      return `“${fact.text}” is no number.`
    case 'no-sums':
      return 'Sums cannot be worked out here.'
    case 'nothing-found': {
      const nearest = fact.nearest === undefined ? '' : ` Did you mean “${fact.nearest}”?`
      return `There is no “${fact.wanted}” among ${fact.where}.${nearest}`
    }
    case 'several-found': {
      const more = fact.found.length > 5 ? ` and ${fact.found.length - 5} more` : ''
      return `“${fact.wanted}” means several of ${fact.where}: ${fact.found.slice(0, 5).join(', ')}${more}.`
    }
    case 'nothing-there':
      return `There is ${fact.what}.`
    case 'table-unreadable':
      return `${fact.path} cannot be read as a table: ${fact.because}`
    case 'too-many':
      return `There are ${countOf(fact.count, fact.what)}, and at most ${fact.most.toLocaleString('en')} are taken. Choose fewer.`
    case 'pattern-unreadable':
      return `“${fact.pattern}” cannot be read as a pattern: ${fact.because}`
    case 'lever-missing':
      return fact.leverId === ''
        ? 'Choose a lever to pull.'
        : `There is no lever “${fact.leverId}”; it may have been deleted.`
    case 'outside-loop':
      return 'This stands in no loop, so there is no round to leave. Put it into one, or remove it.'
    case 'script-empty':
      return 'The script is empty: it does nothing and gives nothing back.'
    case 'script-failed':
      return fact.line === undefined ? `The script: ${fact.because}` : `Line ${fact.line}: ${fact.because}`
    case 'standard-refused':
      return `What it takes by itself would be no answer. ${fact.because}`
    default:
      return assertNever(fact)
  }
}

/** An issue with its facts, its sentence, and the dotted path of what it is about. */
export function stepIssue<F extends StepFact>(fact: F, at?: string): F & Issue {
  return { ...fact, message: describeIssue(fact), ...(at === undefined ? {} : { at }) } as F & Issue
}
