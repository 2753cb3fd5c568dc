import { didYouMean } from '../names'
import { fail, succeed } from '../result'
import type { Issue, Result } from '../result'
import { keyNames, keyOfCode, keyOfName } from './keyTable'
import { inOrder, MODIFIERS, modifierOfCode, modifierOfName } from './modifiers'
import type { Modifier } from './modifiers'

/** Modifiers (in printing order, each once) plus one key that is no modifier, by its W3C code. */
export interface Chord {
  readonly modifiers: readonly Modifier[]
  readonly code: string
}

/** One to four chords, pressed one after the other. */
export type Sequence = readonly Chord[]

export const LONGEST_SEQUENCE = 4

/** A plus sign may have spaces around it; any other space ends the chord. */
const chordInSequence = /(?:[^\s+]+|\+)(?:\s*\+\s*[^\s+]*)*/g

/**
 * Reads a chord such as `Ctrl+Alt+M`, `F9` or `meta + arrowup`; order and case of the parts do not matter.
 * Issues: `chord-empty`, `key-missing`, `key-unknown`, `key-twice`, `modifier-twice`; `at` is the offset of the part.
 */
export function parseChord(text: string): Result<Chord> {
  if (text.trim() === '')
    return fail({ code: 'chord-empty', message: 'No key was given. Press the keys, or type them: Ctrl+Alt+M.', at: 0 })
  const modifiers: Modifier[] = []
  const issues: Issue[] = []
  let code: string | undefined
  let at = 0
  for (const part of text.split('+')) {
    const word = part.trim()
    const wordAt = at + part.length - part.trimStart().length
    at += part.length + 1
    if (word === '') {
      issues.push({
        code: 'key-missing',
        message: `A key is missing ${at > text.length ? 'at the end' : 'between two plus signs'} of “${text}”. Add one, as in Ctrl+Alt+M.`,
        at: wordAt,
      })
      continue
    }
    const modifier = modifierOfName(word) ?? modifierOfCode(word)
    const key = keyOfName(word)
    if (modifier && modifiers.includes(modifier))
      issues.push({
        code: 'modifier-twice',
        message: `${modifier} stands twice in “${text}”. Leave one out.`,
        at: wordAt,
      })
    else if (modifier) modifiers.push(modifier)
    else if (!key)
      issues.push({
        code: 'key-unknown',
        message: `“${word}” is no key that is known here.${didYouMean(word, [...keyNames(), ...MODIFIERS])}`,
        at: wordAt,
      })
    else if (code)
      issues.push({
        code: 'key-twice',
        message: `“${text}” has two keys that are not modifiers. A chord has one; put a space between the chords of a sequence.`,
        at: wordAt,
      })
    else code = key.code
  }
  if (issues.length > 0) return fail(...issues)
  if (!code)
    return fail({
      code: 'key-missing',
      message: `“${text}” has modifiers only. Add the key they go with, as in ${text.trim()}+M.`,
      at: text.length,
    })
  return succeed({ modifiers: inOrder(modifiers), code })
}

/** `Ctrl+Alt+M`: modifiers in printing order, then the key's name. `parseChord` reads it back. */
export function formatChord(chord: Chord): string {
  return [...inOrder(chord.modifiers), keyOfCode(chord.code)?.name ?? chord.code].join('+')
}

/**
 * Reads chords separated by spaces: `Meta+O E`. One to four of them.
 * Issues: those of `parseChord`, with `at` in the whole text, and `sequence-long`.
 */
export function parseSequence(text: string): Result<Sequence> {
  const words = [...text.matchAll(chordInSequence)]
  if (words.length === 0)
    return fail({
      code: 'chord-empty',
      message: 'No key was given. Type chords with spaces between them: Meta+O E.',
      at: 0,
    })
  if (words.length > LONGEST_SEQUENCE)
    return fail({
      code: 'sequence-long',
      message: `A sequence has at most ${LONGEST_SEQUENCE} chords; this one has ${words.length}.`,
      at: words[LONGEST_SEQUENCE]!.index,
    })
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
  return [...inOrder(chord.modifiers), chord.code].join('+')
}
