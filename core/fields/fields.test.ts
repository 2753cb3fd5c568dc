import { describe, expect, test } from 'vitest'
import { z } from 'zod'
import { mapMarked, marked, markedFields } from '.'

const program = marked(z.string(), { refers: 'program' })
const text = marked(z.string().max(20), { text: 'template' })

interface Tree {
  kind: 'leaf' | 'fork'
  owner?: string
  parts?: Tree[]
}
const tree: z.ZodType<Tree> = z.lazy(() =>
  z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('leaf'), owner: program.optional() }),
    z.object({ kind: z.literal('fork'), parts: z.array(tree) }),
  ]),
)
const schema = z.object({
  name: z.string(),
  notes: z.array(text).default([]),
  by: z.record(z.string(), z.object({ text, count: z.number() })).nullish(),
  tree: tree.nullable(),
})

const value = {
  name: 'as it is',
  notes: ['one ${a}', 'two'],
  by: { x: { text: 'three ${a}', count: 1 } },
  tree: { kind: 'fork' as const, parts: [{ kind: 'leaf' as const, owner: 'book' }, { kind: 'leaf' as const }] },
}

describe('walking over a schema', () => {
  test('finds every marked field with its path, through lists, records, unions and what holds itself', () => {
    expect(markedFields(schema, value).map(({ path, mark, text }) => [path, mark.refers ?? mark.text, text])).toEqual([
      ['notes.0', 'template', 'one ${a}'],
      ['notes.1', 'template', 'two'],
      ['by.x.text', 'template', 'three ${a}'],
      ['tree.parts.0.owner', 'program', 'book'],
    ])
  })

  test('makes texts anew where they differ, and shares all that stays', () => {
    const after = mapMarked(schema, value, ({ mark, text }) => (mark.text ? text.replace('${a}', '${b}') : text))
    expect(after).toEqual({
      ...value,
      notes: ['one ${b}', 'two'],
      by: { x: { text: 'three ${b}', count: 1 } },
    })
    expect(after.tree).toBe(value.tree)
    expect(mapMarked(schema, value, ({ text }) => text)).toBe(value)
  })

  test('passes over what is not there or is nothing, and marks no schema but its own', () => {
    expect(markedFields(schema, { name: 'x', by: null, tree: null })).toEqual([])
    expect(markedFields(z.object({ id: z.string() }), { id: 'book' })).toEqual([])
  })
})
