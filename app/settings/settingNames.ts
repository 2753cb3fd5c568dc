import { NATURES, natureWords } from '~~/core/steps'
import type { Nature } from '~~/core/steps'

/** Every setting by its name, so that it can be found; `id` is that of its row on the page. */
export const TIMING_SETTINGS = [
  { id: 'holdMs', label: 'A key counts as held after', hint: 'The timing lab under Keys finds it from real typing.' },
  { id: 'gapMs', label: 'The next chord may take', hint: 'In sequences, and for a second press.' },
  { id: 'togetherMs', label: 'Keys go down together within', hint: undefined },
] as const

export const LIMIT_SETTINGS = [
  { id: 'runDays', label: 'Runs are kept for', unit: 'days', hint: 'Sums per lever and day outlive them.' },
  { id: 'mostRuns', label: 'Runs at most', unit: 'runs', hint: 'Whichever of the two is stricter.' },
  { id: 'mostLogs', label: 'Runs that can be put back', unit: 'runs', hint: 'The newest; of others the line stays.' },
  { id: 'mostActs', label: 'Acts by hand at most', unit: 'acts', hint: 'What was done on the bench; none at 0.' },
  { id: 'clipHours', label: 'What was copied is kept for', unit: 'hours', hint: 'But for what is pinned.' },
  { id: 'revisionDays', label: 'Edits can be undone for', unit: 'days', hint: undefined },
  { id: 'mostRevisions', label: 'Edits at most', unit: 'edits', hint: undefined },
] as const

export const feedbackLabel = (nature: Nature): string => `Levers for ${natureWords[nature]}`

export const SETTING_NAMES: readonly { readonly id: string; readonly label: string; readonly section: string }[] = [
  { id: 'theme', label: 'Theme', section: 'Look' },
  { id: 'keyboard', label: 'Your keyboard', section: 'Keyboard' },
  { id: 'legends', label: 'What is engraved on it', section: 'Keyboard' },
  ...TIMING_SETTINGS.map(({ id, label }) => ({ id, label, section: 'Timing of keys' })),
  ...NATURES.map((nature) => ({
    id: `feedback-${nature}`,
    label: feedbackLabel(nature),
    section: 'What a pull tells',
  })),
  { id: 'place', label: 'Latitude and longitude', section: 'Where the bench stands' },
  { id: 'scan', label: 'Folders that are scanned for the launcher', section: 'Launcher' },
  { id: 'shortWords', label: 'Short words', section: 'Launcher' },
  ...LIMIT_SETTINGS.map(({ id, label }) => ({ id, label, section: 'What is kept' })),
]
