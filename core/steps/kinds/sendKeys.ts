import { z } from 'zod'
import { slot } from '../../phrases'
import { applyChanges, chordTextSchema, claimOn, pressOn, windowMeant } from '../../bench'
import type { BenchState, Change, Pressed } from '../../bench'
import { formatChord, parseChord, signOf } from '../../keys'
import { assertNever, own, valueOf } from '../../result'
import { together, pressed, think } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { note } from '../finding'
import type { StepFinding } from '../finding'
import { lintProgramId } from '../lintParts'
import { programOrFrontPart } from '../names'
import { notRunning, programOrFrontSchema } from './tellProgram'
import { listParts, say } from '../../sentence'

const MOST_CHORDS = 200

export const sendKeys = defineStep({
  kind: 'keys.send',
  label: 'Send keys to a program',
  help: 'Chords one after the other, as if they were pressed there; no lever is pulled by them.',
  nature: 'keys',
  phrases: [
    { say: 'press|send|keys {chords} in|to {program}', gives: { chords: slot('chords'), programId: slot('program') } },
    { say: 'press|send|keys {chords}', gives: { chords: slot('chords') } },
  ],
  fields: {
    chords: z.array(chordTextSchema).min(1, 'Say which keys.').max(MOST_CHORDS),
    programId: programOrFrontSchema,
  },
  fresh: { chords: [''], programId: '' },
  sentence: ({ chords, programId }, names) =>
    say`Sends ${listParts('chords', chords, 'text')} to ${programOrFrontPart('programId', programId, names)}.`,
  typesInto: ({ programId }) => programId,
  lint({ chords, programId }, bench) {
    const program = own(bench.programs, programId)
    if (!program) return lintProgramId(programId, 'programId', bench)
    return chords.flatMap((text, i): StepFinding[] => {
      const chord = parseChord(text)
      if (!chord.ok || claimOn(program, chord.value) || program.writes) return []
      return [note(`chords.${i}`, { code: 'chord-unclaimed', program: program.name, chord: text })]
    })
  },
  byHand: ({ chords }) => together(think, ...chords.map(pressed)),
  joined(first, second) {
    const isOne = first.programId === second.programId && first.chords.length + second.chords.length <= MOST_CHORDS
    return isOne ? { ...second, chords: [...first.chords, ...second.chords] } : undefined
  },
  perform({ chords, programId }, bench, context) {
    const first = windowMeant(bench, programId)
    if (!first) return failed([notRunning(bench, programId)])
    const { name } = own(bench.programs, first.programId)!
    const changes: Change[] = []
    const told: string[] = []
    let now: BenchState = bench
    for (const text of chords) {
      // What one chord did, such as closing the window, is so when the next comes.
      const window = programId === '' ? windowMeant(now, '') : own(now.windows, first.id)
      if (!window) {
        told.push(`${text}: no window was left for it`)
        continue
      }
      const chord = valueOf(parseChord(text))
      const pressed = pressOn(now, window, chord, signOf('us', chord.code, chord.modifiers), context)
      if (!pressed.ok) return failed(pressed.issues)
      const after = applyChanges(now, pressed.value.changes)
      if (!after.ok) return failed(after.issues)
      changes.push(...pressed.value.changes)
      now = after.value
      told.push(`${formatChord(chord)} ${outcomeInWords(pressed.value)}`)
    }
    return { kind: 'done', changes, note: `${name}: ${told.join('; ')}.` }
  },
})

/** What a chord did: `saved`, `typed “a”`, `meant nothing`. */
function outcomeInWords({ did }: Pressed): string {
  switch (did.kind) {
    case 'told':
      return `did “${did.verb}”`
    case 'claimed':
      return `is “${did.does}” there`
    case 'wrote':
      return `typed “${did.text}”`
    case 'edited':
      return 'edited the text'
    case 'nothing':
      return 'meant nothing there'
    default:
      return assertNever(did)
  }
}
