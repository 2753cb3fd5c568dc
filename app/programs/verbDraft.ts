import type { VerbEffect } from '~~/core/bench'
import { assertNever } from '~~/core/result'
import { joinList, splitList } from './programDraft'

export type VerbKind = VerbEffect['kind']

/** What a verb can do, as a form offers it, and what has to be said with it, if anything. */
export const verbKinds: readonly { readonly value: VerbKind; readonly name: string; readonly asks?: string }[] = [
  { value: 'save', name: 'saves its documents' },
  { value: 'new-document', name: 'begins a document', asks: 'Its name' },
  { value: 'next-document', name: 'shows the next document' },
  { value: 'close-document', name: 'closes the document in front' },
  { value: 'close-window', name: 'closes the window' },
  { value: 'view', name: 'switches what the window shows', asks: 'grid: on, off' },
  { value: 'insert', name: 'writes a text', asks: 'The text; ${time} is the moment' },
  { value: 'select-all', name: 'selects all of its text' },
  { value: 'copy', name: 'copies' },
  { value: 'cut', name: 'cuts' },
  { value: 'paste', name: 'pastes' },
  { value: 'say', name: 'shows a message', asks: 'What it says' },
  { value: 'device', name: 'switches a device' },
  { value: 'make-folder', name: 'makes a folder', asks: 'Its name' },
  { value: 'copy-picture', name: 'copies a picture of what it shows' },
  { value: 'bin-selected', name: 'throws what is marked into the bin' },
]

/** What is said with an effect, in one line: a text, a name, or `grid: on, off`. */
export function writeEffect(effect: VerbEffect): string {
  switch (effect.kind) {
    case 'insert':
    case 'say':
      return effect.text
    case 'new-document':
    case 'make-folder':
      return effect.name
    case 'view':
      return `${effect.view}: ${joinList(effect.values)}`
    case 'device':
      return `${effect.deviceId}/${effect.controlId}`
    default:
      return ''
  }
}

/** The effect of a kind with what is said in that line; `before` gives what the line does not say. */
export function readEffect(kind: VerbKind, text: string, before?: VerbEffect): VerbEffect {
  switch (kind) {
    case 'insert':
    case 'say':
      return { kind, text }
    case 'make-folder':
      return { kind, name: text }
    case 'new-document':
      return { kind, name: text, role: before?.kind === kind ? before.role : 'text' }
    case 'view': {
      const colon = text.indexOf(':')
      return colon < 0
        ? { kind, view: text.trim(), values: [] }
        : { kind, view: text.slice(0, colon).trim(), values: splitList(text.slice(colon + 1)) }
    }
    case 'device': {
      const slash = text.indexOf('/')
      const value = before?.kind === kind && before.value !== undefined ? { value: before.value } : {}
      return { kind, deviceId: text.slice(0, Math.max(0, slash)), controlId: text.slice(slash + 1), ...value }
    }
    case 'save':
    case 'next-document':
    case 'close-document':
    case 'close-window':
    case 'select-all':
    case 'copy':
    case 'cut':
    case 'paste':
    case 'copy-picture':
    case 'bin-selected':
      return { kind }
    default:
      return assertNever(kind)
  }
}
