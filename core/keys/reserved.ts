import { chordId, parseChord } from './chord'
import type { Chord } from './chord'

/** A chord that never reaches a lever, and who has it. */
export interface ReservedChord {
  readonly chord: Chord
  readonly owner: 'system' | 'browser' | 'product'
  readonly does: string
}

/** The one key that stops everything, in fields too. It cannot be changed, so that it is always the same. */
export const STOP_CHORD = 'Ctrl+Alt+Escape'

const table: readonly [ReservedChord['owner'], string, string][] = [
  ['system', 'Ctrl+Alt+Delete', 'opens the security screen'],
  ['system', 'Meta+L', 'locks the workstation'],
  ['system', 'Alt+Tab', 'switches between windows'],
  ['system', 'Alt+Shift+Tab', 'switches between windows'],
  ['system', 'Meta+Tab', 'switches between desktops'],
  ['system', 'Alt+F4', 'closes the window in front'],
  ['system', 'Alt+Escape', 'goes to the next window'],
  ['system', 'Ctrl+Shift+Escape', 'lists what runs'],
  ['browser', 'Ctrl+N', 'opens a browser window'],
  ['browser', 'Ctrl+T', 'opens a browser tab'],
  ['browser', 'Ctrl+W', 'closes the browser tab'],
  ['browser', 'Ctrl+Shift+N', 'opens a private browser window'],
  ['browser', 'Ctrl+Shift+T', 'opens the last closed browser tab again'],
  ['browser', 'Ctrl+Shift+W', 'closes the browser window'],
  ['browser', 'Ctrl+Tab', 'goes to the next browser tab'],
  ['browser', 'Ctrl+Shift+Tab', 'goes to the browser tab before'],
  ['product', 'F2', 'opens the launcher of Keen Lever'],
  ['product', STOP_CHORD, 'stops all that runs, lets go of every key and switches live keys off'],
]

export const RESERVED_CHORDS: readonly ReservedChord[] = table.map(([owner, text, does]) => {
  const chord = parseChord(text)
  if (!chord.ok) throw new RangeError(`reserved chord ${text}`)
  return { chord: chord.value, owner, does }
})

const byId = new Map(RESERVED_CHORDS.map((entry) => [chordId(entry.chord), entry]))

/** Who it is, in a sentence. */
export const keeperNames: Record<ReservedChord['owner'], string> = {
  system: 'the system',
  browser: 'the browser',
  product: 'Keen Lever itself',
}

/** As `reservationOf`, for a chord whose id is known. */
export function reservationOfId(id: string): ReservedChord | undefined {
  return byId.get(id)
}

/** Who keeps this chord for itself, if anybody outside the bench's programs does. */
export function reservationOf(chord: Chord): ReservedChord | undefined {
  return byId.get(chordId(chord))
}
