import { fail, succeed } from '../result'
import type { Issue, Result } from '../result'
import { keyNames, keyOfCode, keyOfName } from './keyTable'
import { keyIssue } from './issues'
import { inOrder, modifierCodeOfName, modifierOfCode, modifierOfName, MODIFIERS } from './modifiers'
import type { Modifier } from './modifiers'

/** Modifiers (in printing order, each once) plus one key that is no modifier, by its W3C code. */
export interface Chord {
  readonly modifiers: readonly Modifier[]
  readonly code: string
  /** The keys of those modifiers that are meant with their side, by W3C code; either side for all others. */
  readonly sides?: readonly string[]
}

/** One to four chords, pressed one after the other. */
export type Sequence = readonly Chord[]

export const LONGEST_SEQUENCE = 4

/** A plus sign may have spaces around it; any other space ends the chord. */
const chordInSequence = /(?:[^\s+]+|\+)(?:\s*\+\s*[^\s+]*)*/g

/**
 * Reads a chord such as `Ctrl+Alt+M`, `F9`, `ControlRight+M` or `meta + arrowup`; order and case of the parts do not
 * matter. Issues: `chord-empty`, `key-missing`, `key-unknown`, `key-twice`, `modifier-twice`; `at` is the offset of the
 * part.
 */
export function parseChord(text: string): Result<Chord> {
  if (text.trim() === '') return fail(keyIssue({ code: 'chord-empty' }, 0))
  const modifiers: Modifier[] = []
  const sides: string[] = []
  const issues: Issue[] = []
  let code: string | undefined
  let at = 0
  for (const part of text.split('+')) {
    const word = part.trim()
    const wordAt = at + part.length - part.trimStart().length
    at += part.length + 1
    if (word === '') {
      issues.push(keyIssue({ code: 'key-missing', text, where: at > text.length ? 'end' : 'between' }, wordAt))
      continue
    }
    const side = modifierCodeOfName(word)
    const modifier = side === undefined ? modifierOfName(word) : modifierOfCode(side)
    const key = keyOfName(word)
    if (modifier && modifiers.includes(modifier))
      issues.push(keyIssue({ code: 'modifier-twice', modifier, text }, wordAt))
    else if (modifier) {
      modifiers.push(modifier)
      if (side !== undefined) sides.push(side)
    } else if (!key) issues.push(keyIssue({ code: 'key-unknown', word, known: [...keyNames(), ...MODIFIERS] }, wordAt))
    else if (code) issues.push(keyIssue({ code: 'key-twice', text }, wordAt))
    else code = key.code
  }
  if (issues.length > 0) return fail(...issues)
  if (!code) return fail(keyIssue({ code: 'key-missing', text, where: 'modifiers-only' }, text.length))
  return succeed({ modifiers: inOrder(modifiers), code, ...(sides.length > 0 ? { sides } : {}) })
}

/** `Ctrl+Alt+M`: modifiers in printing order, then the key's name. `parseChord` reads it back. */
export function formatChord(chord: Chord): string {
  return [...modifierWords(chord), keyOfCode(chord.code)?.name ?? chord.code].join('+')
}

/** Modifiers in printing order, those with a side by their code. */
function modifierWords({ modifiers, sides }: Chord): string[] {
  const words = inOrder(modifiers)
  if (!sides) return words
  return words.map((modifier) => sides.find((code) => modifierOfCode(code) === modifier) ?? modifier)
}

/**
 * Reads chords separated by spaces: `Meta+O E`. One to four of them.
 * Issues: those of `parseChord`, with `at` in the whole text, and `sequence-long`.
 */
export function parseSequence(text: string): Result<Sequence> {
  const words = [...text.matchAll(chordInSequence)]
  if (words.length === 0) return fail(keyIssue({ code: 'chord-empty' }, 0))
  if (words.length > LONGEST_SEQUENCE)
    return fail(
      keyIssue({ code: 'sequence-long', count: words.length, most: LONGEST_SEQUENCE }, words[LONGEST_SEQUENCE]!.index),
    )
  const chords: Chord[] = []
  const issues: Issue[] = []
  for (const word of words) {
    const chord = parseChord(word[0])
    if (chord.ok) chords.push(chord.value)
    else issues.push(...chord.issues.map((issue) => ({ ...issue, at: word.index + Number(issue.at ?? 0) })))
  }
  return issues.length > 0 ? fail(...issues) : succeed(chords)
}

/** `Meta+O E`: the chords with spaces between them. */
export function formatSequence(sequence: Sequence): string {
  return sequence.map(formatChord).join(' ')
}

/** A word that is the same for equal chords and differs for others; for maps and database columns. */
export function chordId(chord: Chord): string {
  return [...modifierWords(chord), chord.code].join('+')
}
