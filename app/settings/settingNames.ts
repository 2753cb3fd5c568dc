import { NATURES, natureWords } from '~~/core/steps'
import type { Nature } from '~~/core/steps'
import { hasWords } from '~/page/hasWords'

/** Every setting by its name, so that it can be found; `id` is that of its row on the page. */
export const TIMING_SETTINGS = [
  { id: 'holdMs', label: 'A key counts as held after', hint: 'The timing lab under Keys finds it from real typing.' },
  { id: 'gapMs', label: 'The next chord may take', hint: 'In sequences, and for a second press.' },
  { id: 'togetherMs', label: 'Keys go down together within', hint: 'For levers of several keys at once.' },
] as const

export const LIMIT_SETTINGS = [
  { id: 'runDays', label: 'Runs are kept for', unit: 'days', hint: 'Sums per lever and day outlive them.' },
  { id: 'mostRuns', label: 'Runs at most', unit: 'runs', hint: 'Whichever of the two is stricter.' },
  { id: 'mostLogs', label: 'Runs that can be put back', unit: 'runs', hint: 'The newest; of others the line stays.' },
  { id: 'mostActs', label: 'Acts by hand at most', unit: 'acts', hint: 'What was done on the bench; none at 0.' },
  {
    id: 'mostNoticed',
    label: 'Acts that are watched for what repeats',
    unit: 'acts',
    hint: 'Without anything you wrote; none at 0. See Ledger, Worth a key.',
  },
  {
    id: 'clipHours',
    label: 'What was copied is kept for',
    unit: 'hours',
    hint: 'Also in what runs did. What is pinned stays.',
  },
  { id: 'revisionDays', label: 'Edits can be undone for', unit: 'days', hint: 'Levers, frames, values and settings.' },
  { id: 'mostRevisions', label: 'Edits at most', unit: 'edits', hint: 'Whichever of the two is stricter.' },
] as const

export const feedbackLabel = (nature: Nature): string => `Levers for ${natureWords[nature]}`

const HINT_OF_FEEDBACK = 'A notice or a sound when such a lever is pulled by a key; one can say otherwise for itself.'

interface SettingName {
  readonly id: string
  readonly label: string
  readonly section: string
  /** What it affects. */
  readonly hint: string
}

export const SETTING_NAMES: readonly SettingName[] = [
  {
    id: 'theme',
    label: 'Theme',
    section: 'Look',
    hint: 'For every browser, or as each has chosen with the button at the top.',
  },
  {
    id: 'keyboard',
    label: 'Your keyboard',
    section: 'Keyboard',
    hint: 'Which keys there are: for the drawing, for keys that are not on it, and for free keys.',
  },
  {
    id: 'legends',
    label: 'What is engraved on it',
    section: 'Keyboard',
    hint: 'The letters on plates and drawings; chords stay on the same keys.',
  },
  ...TIMING_SETTINGS.map(({ id, label, hint }) => ({ id, label, hint, section: 'Timing of keys' })),
  ...NATURES.map((nature) => ({
    id: `feedback-${nature}`,
    label: feedbackLabel(nature),
    section: 'What a pull tells',
    hint: HINT_OF_FEEDBACK,
  })),
  {
    id: 'place',
    label: 'Latitude and longitude',
    section: 'Where the bench stands',
    hint: 'When dusk and dawn are, at which levers can be pulled.',
  },
  {
    id: 'scan',
    label: 'Folders that are scanned for the launcher',
    section: 'Launcher',
    hint: 'Which files and folders are found by typing.',
  },
  {
    id: 'shortWords',
    label: 'Short words',
    section: 'Launcher',
    hint: 'Words that lead to one thing at once.',
  },
  ...LIMIT_SETTINGS.map(({ id, label, hint }) => ({ id, label, hint, section: 'What is kept' })),
]

/** What one setting affects. */
export const settingHint = (id: string): string | undefined => SETTING_NAMES.find((setting) => setting.id === id)?.hint

/** The settings that have every word that is looked for, in their name, what they affect, or where they stand. */
export function settingsFound(query: string): ReadonlySet<string> {
  const has = hasWords(query)
  const found = SETTING_NAMES.filter(({ label, hint, section }) => has(`${label} ${hint} ${section}`))
  return new Set(found.map(({ id }) => id))
}
