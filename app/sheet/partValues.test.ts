import { describe, expect, test } from 'vitest'
import { rowsOf, sentenceOfRow } from '~~/core/sheets'
import { plainSentence, stepSchema } from '~~/core/steps'
import type { SentencePart, Step } from '~~/core/steps'
import { levers, workstation } from '~~/demo'
import { fieldAt, readPart, withField } from './partValues'

const names = { ...workstation, levers: Object.fromEntries(levers.map(({ id, name }) => [id, name])) }
const rows = levers.flatMap(({ steps }) => rowsOf(steps, new Set())).filter((row) => row.kind !== 'empty')
const parts = rows.flatMap((row) =>
  sentenceOfRow(row, names)
    .filter((part): part is SentencePart => typeof part !== 'string')
    .map((part) => ({ row, part })),
)

/** Something else that the part can be set to. */
function other({ input, text }: SentencePart, now: unknown): unknown {
  switch (input.as) {
    case 'choice':
      return Object.keys(input.words).findLast((value) => value !== now && input.words[value] !== text)
    case 'switch':
      return !now
    case 'number':
      return Number(now) + 1
    case 'duration':
      return Number(now) + 60_000
    case 'name':
      return 'another'
    case 'program':
    case 'any-program':
      return Object.keys(workstation.programs).find((id) => id !== now)
    case 'device':
      return Object.keys(workstation.devices).find((id) => id !== now)
    case 'lever':
      return levers.find(({ id }) => id !== now)!.id
    case 'frame':
      return 'another-frame'
    default:
      return 'another text'
  }
}

describe('parts of sentences', () => {
  test('every part of every row of the demo stands for a field that is there, and shows another value once it is set', () => {
    expect(parts.length).toBeGreaterThan(200)
    for (const { row, part } of parts) {
      const sentence = plainSentence(sentenceOfRow(row, names))
      const now = fieldAt(row.step, part.at)
      const at = `${sentence} at ${part.at}`
      // A choice that is not made is what its first words say.
      if (part.input.as !== 'choice') expect(now, at).not.toBe(undefined)
      if (now !== undefined) expect(withField(row.step as Step, part.at, now), at).toEqual(row.step)
      const wanted = other(part, now)
      if (wanted === undefined) continue
      const altered = withField(row.step as Step, part.at, wanted)
      expect(fieldAt(altered, part.at), at).toBe(wanted)
      // What the field cannot be is told by the form of the step; the sentence shows it all the same.
      expect(plainSentence(sentenceOfRow({ ...row, step: altered }, names)), at).not.toBe(sentence)
      if (part.input.as !== 'choice' && part.input.as !== 'text') {
        const read = stepSchema.safeParse(altered)
        expect(read.success ? [] : read.error.issues, at).toEqual([])
      }
    }
  })

  test('what is typed is read as the field takes it, or refused with what would do', () => {
    expect(readPart({ as: 'number' }, '1,500')).toEqual({ ok: true, value: 1500 })
    expect(readPart({ as: 'number' }, '2,5')).toEqual({ ok: true, value: 2.5 })
    expect(readPart({ as: 'number' }, 'many')).toEqual({ ok: false, because: 'A number, such as 12.' })
    expect(readPart({ as: 'duration' }, '30 min')).toEqual({ ok: true, value: 1_800_000 })
    expect(readPart({ as: 'duration' }, 'a while').ok).toBe(false)
    expect(readPart({ as: 'name' }, 'file.name')).toEqual({ ok: true, value: 'file.name' })
    expect(readPart({ as: 'name' }, '2nd').ok).toBe(false)
    expect(readPart({ as: 'text' }, '')).toEqual({ ok: true, value: '' })
  })
})
