import type { moveSpot } from './plateLines'

/** What the keys of the rack do, beside typing. */
export const RACK_KEYS = [
  { keys: 'A', does: 'any letter filters the page; Backspace and Escape take it back' },
  { keys: 'Enter', does: 'does what the plate is for; opens a folder in place' },
  { keys: 'Space', does: 'marks a plate' },
  { keys: 'Alt+F', does: 'makes a folder of what is marked' },
  { keys: 'Alt+Right', does: 'moves the plate; Alt with any arrow, into an open folder and out of it too' },
  { keys: 'Alt+I', does: 'puts it into the folder beside it' },
  { keys: 'Alt+N', does: 'renames the folder or the row' },
  { keys: 'Delete', does: 'takes it off the page' },
  { keys: 'Insert', does: 'adds a row' },
  { keys: 'Alt+R', does: 'puts it on a page too' },
  { keys: 'PageDown', does: 'shows the next page; PageUp the one before' },
  { keys: 'Alt++', does: 'makes the plates larger; Alt and minus smaller' },
]

/** Where a key goes from a plate. */
export const moves: ReadonlyMap<string, Parameters<typeof moveSpot>[2]> = new Map([
  ['ArrowLeft', 'left'],
  ['ArrowRight', 'right'],
  ['ArrowUp', 'up'],
  ['ArrowDown', 'down'],
  ['Home', 'first'],
  ['End', 'last'],
])
