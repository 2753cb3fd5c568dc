import fc from 'fast-check'
import { expect, test } from 'vitest'
import { stepSchema } from '../steps'
import { actUses, proposeRoads } from '.'
import type { ProposedRoad } from '.'

const verb = (name: string) => ({
  id: name.toLowerCase().replaceAll(' ', '-'),
  name,
  effect: { kind: 'save' as const },
})
const program = (names: readonly string[], keys: Record<string, string> = {}) => ({
  verbs: names.map(verb),
  claims: Object.entries(keys).map(([chord, does]) => {
    const known = names.find((name) => name === does)
    return { chord, does, ...(known ? { verb: verb(known).id } : {}) }
  }),
})
const roads = (all: readonly ProposedRoad[]) =>
  Object.fromEntries(all.map(({ direction, label }) => [direction, label]))

test('opposite acts stand on opposite roads, the one that goes forward on the right or above', () => {
  expect(roads(proposeRoads(program(['Page before', 'Next page', 'Close the shutter', 'Open the shutter'])))).toEqual({
    e: 'Next page',
    w: 'Page before',
    n: 'Open the shutter',
    s: 'Close the shutter',
  })
  // Of two things that have nothing to do with each other none is the opposite.
  const unlike = proposeRoads(program(['Park the dome', 'Open the shutter']))
  expect(roads(unlike)).toEqual({ n: 'Park the dome', e: 'Open the shutter' })
})

test('what has a key comes before what only the menu has, and what is used most before both; a key without a verb is sent', () => {
  const names = ['A', 'B', 'C', 'D', 'E', 'F', 'G']
  const all = proposeRoads(program(names, { 'Ctrl+G': 'G', 'Ctrl+R': 'Redraw' }))
  expect(all.map(({ label }) => label).sort()).toEqual(['A', 'B', 'C', 'D', 'E', 'G'])
  expect(roads(all).n).toBe('G')
  const used = proposeRoads(program(names, { 'Ctrl+R': 'Redraw' }), (id) => (id === 'Ctrl+R' ? 9 : 0))
  expect(used.find(({ direction }) => direction === 'n')).toEqual({ direction: 'n', label: 'Redraw', chord: 'Ctrl+R' })
})

test('never more than six roads, each its own way and each act once', () => {
  const word = fc.constantFrom(
    'Next',
    'Before',
    'Open',
    'Close',
    'Copy',
    'Paste',
    'Page',
    'Sheet',
    'Grid',
    'More',
    'Less',
  )
  const name = fc.array(word, { minLength: 1, maxLength: 3 }).map((words) => words.join(' '))
  fc.assert(
    fc.property(fc.uniqueArray(name, { maxLength: 14 }), (names) => {
      const all = proposeRoads(program(names))
      expect(all).toHaveLength(Math.min(6, names.length))
      expect(new Set(all.map(({ direction }) => direction)).size).toBe(all.length)
      expect(new Set(all.map(({ verb: id }) => id)).size).toBe(all.length)
    }),
  )
})

test('what is done by hand is counted by verb, by whichever way it was done, and only in that program', () => {
  const kind = { id: 'x', onFailure: 'stop' as const }
  const act = (fields: object, programId: string | null = null) => ({
    step: stepSchema.parse({ ...kind, ...fields } as never),
    programId,
  })
  const like = { ...program(['A', 'B'], { 'Ctrl+B': 'B', 'Ctrl+R': 'Redraw' }), id: 'chart' } as never
  const uses = actUses(like, [
    act({ kind: 'program.tell', programId: 'chart', verb: 'a' }),
    act({ kind: 'program.tell', programId: '', verb: 'A' }, 'chart'),
    act({ kind: 'keys.send', programId: '', chords: ['Ctrl+B', 'Ctrl+R'] }, 'chart'),
    act({ kind: 'keys.send', programId: '', chords: ['Ctrl+B'] }, 'book'),
    act({ kind: 'program.tell', programId: 'book', verb: 'a' }, 'chart'),
    act({ kind: 'wait', ms: 5 }, 'chart'),
  ])
  expect(['a', 'b', 'Ctrl+R', 'Ctrl+Q'].map(uses)).toEqual([2, 1, 1, 0])
})
