import type { FindableKind } from './kinds'

/** All that can be done with something that was found. */
export const ENTRY_ACTS = [
  'go',
  'another',
  'open-with',
  'show',
  'copy',
  'edit',
  'bind',
  'word',
  'rack',
  'pin',
  'remove',
  'uninstall',
  'forget',
  'why',
] as const
export type EntryAct = (typeof ENTRY_ACTS)[number]

/** The key of each act, the same for whatever was found. */
export const entryActKeys: Readonly<Record<EntryAct, string>> = {
  go: 'Enter',
  another: 'Shift+Enter',
  'open-with': 'Alt+O',
  show: 'Alt+S',
  copy: 'Alt+C',
  edit: 'Alt+E',
  bind: 'Alt+K',
  word: 'Alt+W',
  rack: 'Alt+R',
  pin: 'Alt+P',
  uninstall: 'Alt+U',
  remove: 'Alt+X',
  forget: 'Alt+Z',
  why: 'Alt+Y',
}

/** What the acts of a kind come to, in words; an act without words there is not offered for it. */
const ofKind: Readonly<Record<FindableKind, Partial<Record<EntryAct, string>>>> = {
  lever: { go: 'pulls', edit: 'edit', bind: 'bind a key', copy: 'copy the name' },
  program: {
    go: 'opens',
    another: 'opens another',
    show: 'show in its folder',
    copy: 'copy the path',
    edit: 'edit its description',
    bind: 'bind a key',
    uninstall: 'uninstall',
  },
  window: { go: 'comes to the front', copy: 'copy the title', bind: 'bind a key to its program' },
  tab: { go: 'comes to the front', copy: 'copy the address' },
  file: {
    go: 'opens',
    'open-with': 'open with…',
    show: 'show in its folder',
    copy: 'copy the path',
    bind: 'bind a key',
  },
  folder: {
    go: 'opens',
    'open-with': 'open with…',
    show: 'show in its folder',
    copy: 'copy the path',
    bind: 'bind a key',
  },
  address: { go: 'opens', 'open-with': 'open with…', copy: 'copy the address', bind: 'bind a key' },
  control: { go: 'switches', bind: 'bind a key', edit: 'show on the bench' },
  frame: { go: 'switches', edit: 'edit' },
  value: { go: 'copies', edit: 'edit', copy: 'copy the text' },
  clip: { go: 'pastes', copy: 'copy again', pin: 'pin', remove: 'delete' },
  sum: { go: 'copies', remove: 'delete' },
  setting: { go: 'shows' },
  view: { go: 'shows' },
}

/** Acts that every entry has. */
const always: Partial<Record<EntryAct, string>> = {
  word: 'short word',
  rack: 'put on the rack',
  forget: 'forget how it was chosen',
  why: 'why here?',
}
/** What comes and goes gets no word, and leaves nothing to be forgotten. */
const PASSING: readonly FindableKind[] = ['window', 'tab', 'clip', 'sum']

/** The acts of an entry of a kind in the order in which they are listed, with their key and what each comes to. */
export function actsOf(kind: FindableKind): { act: EntryAct; keys: string; label: string }[] {
  const offered = { ...(PASSING.includes(kind) ? { why: always.why } : always), ...ofKind[kind] }
  return ENTRY_ACTS.flatMap((act) => {
    const label = offered[act]
    return label === undefined ? [] : [{ act, keys: entryActKeys[act], label }]
  })
}
