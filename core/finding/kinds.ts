/** All kinds of things that can be found by typing. */
export const FINDABLE_KINDS = [
  'lever',
  'program',
  'window',
  'tab',
  'file',
  'folder',
  'address',
  'control',
  'frame',
  'value',
  'clip',
  'sum',
  'setting',
  'view',
] as const
export type FindableKind = (typeof FINDABLE_KINDS)[number]

export const findableWords: Readonly<Record<FindableKind, { readonly one: string; readonly all: string }>> = {
  lever: { one: 'lever', all: 'levers' },
  program: { one: 'program', all: 'programs' },
  window: { one: 'window', all: 'windows' },
  tab: { one: 'tab', all: 'tabs' },
  file: { one: 'file', all: 'files' },
  folder: { one: 'folder', all: 'folders' },
  address: { one: 'address', all: 'addresses' },
  control: { one: 'control', all: 'controls' },
  frame: { one: 'frame', all: 'frames' },
  value: { one: 'named value', all: 'named values' },
  clip: { one: 'clip', all: 'clips' },
  sum: { one: 'sum', all: 'sums' },
  setting: { one: 'setting', all: 'settings' },
  view: { one: 'view', all: 'views' },
}

/** What a search can be narrowed to by one key. */
export interface Narrowing {
  readonly id: string
  readonly label: string
  readonly kinds: readonly FindableKind[]
  /** The digit that chooses it. */
  readonly digit: string
}

export const NARROWINGS: readonly Narrowing[] = [
  { id: 'levers', label: 'Levers', kinds: ['lever'], digit: '1' },
  { id: 'programs', label: 'Programs', kinds: ['program'], digit: '2' },
  { id: 'windows', label: 'Windows and tabs', kinds: ['window', 'tab'], digit: '3' },
  { id: 'files', label: 'Files and folders', kinds: ['file', 'folder'], digit: '4' },
  { id: 'addresses', label: 'Addresses', kinds: ['address'], digit: '5' },
  { id: 'controls', label: 'Controls', kinds: ['control'], digit: '6' },
  { id: 'clips', label: 'Clips', kinds: ['clip'], digit: '7' },
  { id: 'sums', label: 'Sums', kinds: ['sum'], digit: '8' },
  { id: 'names', label: 'Frames and values', kinds: ['frame', 'value'], digit: '9' },
  { id: 'product', label: 'Settings and views', kinds: ['setting', 'view'], digit: '0' },
]
