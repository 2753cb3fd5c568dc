import { isDeepStrictEqual } from 'node:util'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { FrameBase, FrameDocument } from './document'
import { frameDocumentSchema } from './document'
import { mergeFrames, partKey } from './mergeFrames'
import type { FrameMerge, FrameSide } from './mergeFrames'

const ids = ['a', 'b', 'c', 'd', 'e']

/** What a side says of some levers and values, each in one of a few ways. */
interface Said {
  readonly on: boolean
  readonly levers: Readonly<Record<string, string>>
  readonly values: Readonly<Record<string, string>>
}

function sideOf({ on, levers, values }: Said, withPlates = true): FrameSide {
  const document = frameDocumentSchema.parse({
    name: 'Desk',
    on,
    values: Object.entries(values).map(([name, text]) => ({ name, text })),
    levers: Object.entries(levers).map(([id, text]) => ({
      name: `Lever ${id}`,
      ...(withPlates ? { plate: ids.indexOf(id) + 1 } : {}),
      triggers: [],
      scope: { kind: 'everywhere' },
      enabled: true,
      aliases: [],
      steps: [{ id: 's1', kind: 'message.show', text }],
    })),
  })
  return { document, ids: Object.keys(levers) }
}

function baseOf(all: Said): FrameBase {
  const { document, ids: of } = sideOf(all)
  const { levers, values, ...frame } = document
  return { frame, values, levers: levers.map((lever, i) => ({ id: of[i]!, lever })) }
}

const ways = fc.constantFrom('one', 'two', 'three')
const said: fc.Arbitrary<Said> = fc.record({
  on: fc.boolean(),
  levers: fc.dictionary(fc.constantFrom(...ids), ways),
  values: fc.dictionary(fc.constantFrom('north', 'south'), ways),
})
const withoutPlates = (document: FrameDocument) => ({
  ...document,
  levers: document.levers.map(({ plate: _plate, ...lever }) => lever),
})
/** What a document says, whatever the order. */
const told = (document: FrameDocument) => ({
  ...withoutPlates(document),
  levers: Object.fromEntries(withoutPlates(document).levers.map((lever) => [lever.name, lever])),
  values: Object.fromEntries(document.values.map(({ name, text }) => [name, text])),
})
const idsOf = (document: FrameDocument) => document.levers.map(({ name }) => name.replace('Lever ', ''))
const again = (merge: FrameMerge, chosen?: Parameters<typeof mergeFrames>[3]) =>
  mergeFrames(
    merge.base,
    { document: merge.toFile, ids: idsOf(merge.toFile) },
    { document: merge.toStore, ids: idsOf(merge.toStore) },
    chosen,
  )

describe('a file and the store, with what both last had', () => {
  test('what one side alone altered is taken over by the other, whichever it is', () => {
    fc.assert(
      fc.property(said, said, fc.boolean(), (before, after, isFile) => {
        const [was, base, other] = [baseOf(before), sideOf(before), sideOf(after)]
        const merge = isFile ? mergeFrames(was, other, base) : mergeFrames(was, base, other)
        expect(told(merge.toStore)).toEqual(told(other.document))
        expect(told(merge.toFile)).toEqual(told(other.document))
        expect(merge.apart).toEqual([])
        const differs = !isDeepStrictEqual(told(base.document), told(other.document))
        if (!differs) expect([merge.changesFile, merge.changesStore]).toEqual([false, false])
        else expect([merge.changesFile, merge.changesStore]).toEqual([!isFile, isFile])
      }),
    )
  })

  test('nothing is lost: every part stands alike on both sides, or is told with both', () => {
    fc.assert(
      fc.property(fc.option(said, { nil: undefined }), said, said, (before, typed, stands) => {
        const [file, store] = [sideOf(typed, false), sideOf(stands)]
        const merge = mergeFrames(before && baseOf(before), file, store)
        const [inFile, inStore] = [told(merge.toFile), told(merge.toStore)]
        const apart = new Set(merge.apart.map(partKey))
        for (const id of ids) {
          const name = `Lever ${id}`
          if (!apart.has(`lever ${id}`)) expect(inFile.levers[name]).toEqual(inStore.levers[name])
          else {
            expect(inFile.levers[name]).toEqual(told(file.document).levers[name])
            expect(inStore.levers[name]).toEqual(told(store.document).levers[name])
            expect(inFile.levers[name]).not.toEqual(inStore.levers[name])
          }
        }
        if (!apart.has('frame ')) expect(inFile.on).toBe(inStore.on)
      }),
    )
  })

  test('merged again, nothing is left to do, and the same is apart', () => {
    fc.assert(
      fc.property(fc.option(said, { nil: undefined }), said, said, (before, typed, stands) => {
        const merge = mergeFrames(before && baseOf(before), sideOf(typed), sideOf(stands))
        const next = again(merge)
        expect([next.changesFile, next.changesStore]).toEqual([false, false])
        expect(next.apart.map(partKey)).toEqual(merge.apart.map(partKey))
      }),
    )
  })

  test('once each part is chosen, both sides are the same, and what was chosen is what stood there', () => {
    fc.assert(
      fc.property(
        said,
        said,
        said,
        fc.constantFrom('file' as const, 'store' as const),
        (before, typed, stands, side) => {
          const merge = mergeFrames(baseOf(before), sideOf(typed), sideOf(stands))
          const done = again(merge, new Map(merge.apart.map((part) => [partKey(part), side])))
          expect(told(done.toFile)).toEqual(told(done.toStore))
          expect(done.apart).toEqual([])
          const from = told(side === 'file' ? merge.toFile : merge.toStore)
          for (const { kind, key } of merge.apart)
            if (kind === 'lever') expect(told(done.toFile).levers[`Lever ${key}`]).toEqual(from.levers[`Lever ${key}`])
        },
      ),
    )
  })

  test('the order and the missing numbers of the file stay; what comes from the store stands behind', () => {
    const before = { on: true, levers: { c: 'one', a: 'one' }, values: {} }
    const file = sideOf(before, false)
    const store = sideOf({ ...before, levers: { a: 'two', b: 'new', c: 'one' } })
    const { toFile } = mergeFrames(baseOf(before), file, store)
    expect(toFile.levers.map(({ name, plate }) => [name, plate])).toEqual([
      ['Lever c', undefined],
      ['Lever a', undefined],
      ['Lever b', 2],
    ])
  })

  test('altered here and deleted there is apart, with what each side did', () => {
    const before = { on: true, levers: { a: 'one' }, values: { north: 'one' } }
    const file = sideOf({ ...before, levers: { a: 'two' } })
    const store = sideOf({ ...before, levers: {}, values: {} })
    expect(mergeFrames(baseOf(before), file, store).apart).toEqual([
      { kind: 'lever', key: 'a', name: 'Lever a', inFile: true, inStore: false },
    ])
  })
})
