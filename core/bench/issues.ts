import { assertNever } from '../result'
import type { Issue } from '../result'

/** What can be wrong with a change or a launch, as facts. */
export type BenchFact =
  | { readonly code: 'window-missing'; readonly windowId: string }
  | { readonly code: 'window-exists'; readonly windowId: string }
  | { readonly code: 'program-missing'; readonly programId: string; readonly nearest?: string }
  | { readonly code: 'program-running'; readonly program: string }
  | { readonly code: 'executable-missing'; readonly program: string; readonly path: string; readonly nearest?: string }
  | { readonly code: 'directory-missing'; readonly path: string; readonly nearest?: string }
  | { readonly code: 'device-missing'; readonly deviceId: string; readonly nearest?: string }
  | { readonly code: 'control-missing'; readonly device: string; readonly controlId: string; readonly known?: string[] }
  | { readonly code: 'device-absent'; readonly device: string; readonly control?: string }
  | { readonly code: 'device-held'; readonly device: string; readonly because: string }
  | { readonly code: 'value-refused'; readonly device: string; readonly because: string }
  | { readonly code: 'message-missing'; readonly messageId: string }
  | { readonly code: 'message-exists'; readonly messageId: string }
  | { readonly code: 'folder-missing'; readonly folder: string; readonly path: string }
  | { readonly code: 'folder-full'; readonly path: string; readonly wants: 'file' | 'remove' }
  | { readonly code: 'file-missing'; readonly path: string }
  | { readonly code: 'name-taken'; readonly path: string }
  | { readonly code: 'into-itself'; readonly path: string }
  | { readonly code: 'desktop-missing'; readonly desktop: number; readonly count: number }
  | { readonly code: 'document-missing'; readonly path: string }
  | { readonly code: 'text-altered'; readonly path: string }
  | { readonly code: 'text-too-long'; readonly path: string }
  | { readonly code: 'clip-exists' }
  | { readonly code: 'clip-missing' }
  | { readonly code: 'clips-pinned'; readonly most: number }
  | {
      readonly code: 'verb-missing'
      readonly program: string
      readonly verb: string
      readonly known: readonly string[]
    }
  | { readonly code: 'nothing-to-write-in'; readonly program?: string }
  | { readonly code: 'work-unsaved'; readonly program: string }
  | { readonly code: 'nothing-to-paste'; readonly nth?: number; readonly count?: number }
  | { readonly code: 'files-gone' }
  | { readonly code: 'nothing-to-copy' }
  | { readonly code: 'no-folder-shown'; readonly program: string }
  | { readonly code: 'no-bin'; readonly path?: string }

/** The sentence of a fact: what is so, and what can be done where that is not plain. */
export function describeIssue(fact: BenchFact): string {
  switch (fact.code) {
    case 'window-missing':
      return `The window ${fact.windowId} is no longer open on the bench.`
    case 'window-exists':
      return `A window ${fact.windowId} is already open.`
    case 'program-missing':
      return `There is no program “${fact.programId}” on the bench.${didYouMean(fact.nearest)}`
    case 'program-running':
      return `${fact.program} still has windows open. Close them first.`
    case 'executable-missing': {
      const nearest = fact.nearest === undefined ? '' : ` The nearest is ${fact.nearest}.`
      return `${fact.program} cannot be started: there is no file ${fact.path}.${nearest}`
    }
    case 'directory-missing':
      return `There is no folder ${fact.path} to work in.${didYouMean(fact.nearest)}`
    case 'device-missing':
      return `There is no device “${fact.deviceId}” on the bench.${didYouMean(fact.nearest)}`
    case 'control-missing': {
      const known = fact.known === undefined ? '' : ` It has ${fact.known.join(', ')}.`
      return `${fact.device} has no control “${fact.controlId}”.${known}`
    }
    case 'device-absent': {
      const what = fact.control === undefined ? '' : `, so ${fact.control} cannot change`
      return `${fact.device} is not plugged in${what}.`
    }
    case 'device-held':
      return `${fact.device} refuses: ${fact.because}.`
    case 'value-refused':
      return `${fact.device}: ${fact.because}`
    case 'message-missing':
      return 'That message is no longer on screen.'
    case 'message-exists':
      return `A message “${fact.messageId}” is already on screen.`
    case 'folder-missing':
      return `There is no folder ${fact.folder} to put ${fact.path} into.`
    case 'folder-full':
      return `${fact.path} is a folder with something in it.${fact.wants === 'remove' ? ' Empty it first.' : ''}`
    case 'file-missing':
      return `There is nothing at ${fact.path}.`
    case 'name-taken':
      return `Something stands at ${fact.path} already.`
    case 'into-itself':
      return `${fact.path} cannot be put into itself.`
    case 'desktop-missing':
      return `There is no desktop ${fact.desktop}; there ${fact.count === 1 ? 'is one' : `are ${fact.count}`}.`
    case 'document-missing':
      return `The window shows no document ${fact.path}.`
    case 'text-altered':
      return `The text of ${fact.path} is not what it was, so it cannot be altered there.`
    case 'text-too-long':
      return `${fact.path} would be longer than 65,536 letters.`
    case 'clip-exists':
      return 'That text is on the clipboard already.'
    case 'clip-missing':
      return 'That is no longer on the clipboard.'
    case 'clips-pinned':
      return `${fact.most} are pinned already. Let one of them go first.`
    case 'verb-missing': {
      const known = fact.known.length === 0 ? ' It can be told nothing.' : ` It knows ${fact.known.join(', ')}.`
      return `${fact.program} does not know “${fact.verb}”.${known}`
    }
    case 'nothing-to-write-in':
      return fact.program === undefined
        ? 'No window is in front, so there is nothing to write in.'
        : `${fact.program} shows no document that can be written in.`
    case 'work-unsaved':
      return `${fact.program} has unsaved work there. Save it first, or close the window and say what becomes of it.`
    case 'nothing-to-paste':
      if (!fact.count) return 'The clipboard is empty.'
      return `Only ${fact.count} of what was copied are kept; number ${fact.nth} is none of them.`
    case 'files-gone':
      return 'The files that were copied are gone.'
    case 'no-folder-shown':
      return `${fact.program} shows no folder.`
    case 'no-bin':
      return 'The bench has no bin: no known folder is called “bin”.'
    case 'nothing-to-copy':
      return 'There is nothing to copy.'
    default:
      return assertNever(fact)
  }
}

/** An issue with its facts, its sentence, and the dotted path of what it is about. */
export function benchIssue<F extends BenchFact>(fact: F, at?: string): F & Issue {
  return { ...fact, message: describeIssue(fact), ...(at === undefined ? {} : { at }) } as F & Issue
}

function didYouMean(nearest: string | undefined): string {
  return nearest === undefined ? '' : ` Did you mean “${nearest}”?`
}
