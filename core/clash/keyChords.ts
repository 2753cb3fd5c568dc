import {
  chordId,
  formatChord,
  keeperNames,
  keyboardOf,
  LONGEST_SEQUENCE,
  modifierOfCode,
  parseChord,
  parseSequence,
  reservationOfId,
  typesWithAltGr,
} from '../keys'
import type { Chord } from '../keys'
import { keyName } from '../levers'
import type { KeySettings } from '../levers'
import type { Flaw, KeyChord } from './claim'
import type { Owner } from './clash'

/** The chords of one analysis, each once. */
export interface KeyChords {
  readonly of: (chord: Chord) => KeyChord
  /** Undefined where the text is no chord. */
  readonly read: (text: string) => KeyChord | undefined
  /** The chords of a sequence; undefined where the text is none. */
  readonly readAll: (text: string) => readonly KeyChord[] | undefined
  /** What keeps a key by itself from being pressed. */
  readonly flawOfKey: (code: string) => Flaw | undefined
}

export function keyChords(keys: KeySettings): KeyChords {
  const keyboard = keyboardOf(keys.keyboard)
  const owner: Owner = { kind: 'keyboard', id: keys.keyboard, name: keyboard.name }
  const byId = new Map<string, KeyChord>()
  const byText = new Map<string, KeyChord | null>()
  const flawOfKey = (code: string): Flaw | undefined =>
    keyboard.codes.has(code) || modifierOfCode(code) !== undefined || isNoKeyboardKey(code)
      ? undefined
      : { kind: 'no-key', severity: 'lost', owner, does: keyName(code) }
  const flawsOf = (chord: Chord, id: string): Flaw[] => {
    const missing = flawOfKey(chord.code)
    const sign =
      chord.modifiers.includes('Ctrl') && chord.modifiers.includes('Alt')
        ? typesWithAltGr(keys.legends, chord.code)
        : ''
    const reserved = reservationOfId(id)
    return [
      ...(missing ? [missing] : []),
      ...(sign === '' ? [] : [{ kind: 'altgr', severity: 'note', owner, does: sign } as const]),
      ...(reserved
        ? [
            {
              kind: 'reserved',
              severity: 'lost',
              owner: { kind: reserved.owner, id: reserved.owner, name: keeperNames[reserved.owner] },
              does: reserved.does,
            } as const,
          ]
        : []),
    ]
  }
  const of = (chord: Chord): KeyChord => {
    const id = chordId(chord)
    let known = byId.get(id)
    if (!known)
      byId.set(
        id,
        (known = {
          id,
          text: formatChord(chord),
          chord,
          flaws: flawsOf(chord, id),
          claims: [],
          ties: [],
          programClaims: [],
          programTies: [],
        }),
      )
    return known
  }
  const read = (text: string): KeyChord | undefined => {
    let known = byText.get(text)
    if (known === undefined) {
      const parsed = parseChord(text)
      byText.set(text, (known = parsed.ok ? of(parsed.value) : null))
    }
    return known ?? undefined
  }
  const readAll = (text: string): readonly KeyChord[] | undefined => {
    // Most are written with single spaces, of chords that were read before.
    const words = text.split(' ')
    const plain = words.flatMap((word) => (word === '' ? [] : (read(word) ?? [])))
    if (plain.length === words.length && plain.length <= LONGEST_SEQUENCE) return plain
    const parsed = parseSequence(text)
    return parsed.ok ? parsed.value.map(of) : undefined
  }
  return { of, read, readAll, flawOfKey }
}

/** Mouse buttons, the wheel and media keys are on no drawn keyboard, and not missed there. */
function isNoKeyboardKey(code: string): boolean {
  return /^(Mouse|Wheel|Audio|Media|Browser|Launch|Sleep|Power)/.test(code)
}
