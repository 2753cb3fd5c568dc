import { describe, expect, test } from 'vitest'
import { shallowRef } from 'vue'
import { editsInTurn } from './editsInTurn'
import type { Standing } from './editsInTurn'

interface Plates {
  readonly row: readonly string[]
  readonly size: string
}

/** A store that answers when it is let, and tells when it is let, as one that stands behind a slow line. */
function slowStore() {
  const start: Standing<Plates> = { body: { row: ['dome'], size: 'small' }, version: 4 }
  let stored = start
  const told = shallowRef(start)
  const waiting: (() => void)[] = []
  const asked: number[] = []
  const edits = editsInTurn<Plates>({
    standing: () => told.value,
    store: async (body, version) => {
      asked.push(version)
      await new Promise<void>((go) => waiting.push(go))
      if (version !== stored.version) throw new Error('edited elsewhere')
      stored = { body, version: version + 1 }
    },
  })
  const breathe = () => new Promise((resolve) => setTimeout(resolve))
  return {
    edits,
    asked,
    stored: () => stored,
    elsewhere: (body: Plates) => (stored = { body, version: stored.version + 1 }),
    tell: () => (told.value = stored),
    async answer(): Promise<void> {
      await breathe()
      waiting.shift()!()
      await breathe()
    },
    async answerAll(): Promise<void> {
      await breathe()
      while (waiting.length > 0) await this.answer()
    },
  }
}
const put = (plate: string) => (before: Plates) => ({ ...before, row: [...before.row, plate] })

describe('edits in turn', () => {
  test('what is edited shows at once, before it is stored', () => {
    const { edits } = slowStore()
    void edits.edit(put('lamp'))
    expect(edits.body.value.row).toEqual(['dome', 'lamp'])
  })

  test('an edit begins from the one before that is not stored yet, and is asked for only after it', async () => {
    const its = slowStore()
    const both = [its.edits.edit(put('lamp')), its.edits.edit(put('slit'))]
    await its.answer()
    expect(its.asked).toEqual([4, 5])
    await its.answerAll()
    expect(await Promise.all(both)).toEqual([true, true])
    expect(its.stored()).toEqual({ body: { row: ['dome', 'lamp', 'slit'], size: 'small' }, version: 6 })
  })

  test('an edit begins from the one before that was answered and is not told yet', async () => {
    const its = slowStore()
    const first = its.edits.edit(put('lamp'))
    await its.answerAll()
    await first
    const second = its.edits.edit(put('slit'))
    await its.answerAll()
    expect(await second).toBe(true)
    expect(its.stored().body.row).toEqual(['dome', 'lamp', 'slit'])
  })

  test('what is told of the first does not hide the second', async () => {
    const its = slowStore()
    void its.edits.edit(put('lamp'))
    void its.edits.edit(put('slit'))
    await its.answer()
    its.tell()
    expect(its.edits.body.value.row).toEqual(['dome', 'lamp', 'slit'])
    await its.answerAll()
    its.tell()
    expect(its.edits.body.value.row).toEqual(['dome', 'lamp', 'slit'])
  })

  test('what changes nothing is not asked for', async () => {
    const its = slowStore()
    expect(await its.edits.edit((before) => ({ ...before, row: [...before.row] }))).toBe(false)
    expect(its.asked).toEqual([])
    const first = its.edits.edit(put('lamp'))
    const same = its.edits.edit((before) => ({ ...before }))
    await its.answerAll()
    expect([await first, await same]).toEqual([true, false])
    expect(its.asked).toEqual([4])
  })

  test('what is edited elsewhere meanwhile refuses an edit and all that began from it; nothing is overwritten', async () => {
    const its = slowStore()
    its.elsewhere({ row: ['dome', 'clock'], size: 'small' })
    const refused = [its.edits.edit(put('lamp')), its.edits.edit(put('slit'))].map((one) =>
      one.catch((error: Error) => error.message),
    )
    await its.answerAll()
    expect(await Promise.all(refused)).toEqual(['edited elsewhere', 'edited elsewhere'])
    expect(its.asked).toEqual([4])
    expect(its.edits.body.value.row).toEqual(['dome'])
    its.tell()
    expect(its.edits.body.value.row).toEqual(['dome', 'clock'])
  })

  test('an edit after a refusal begins from what stands', async () => {
    const its = slowStore()
    its.elsewhere({ row: ['dome', 'clock'], size: 'small' })
    const refused = its.edits.edit(put('lamp')).catch(() => 'refused')
    await its.answerAll()
    expect(await refused).toBe('refused')
    its.tell()
    const again = its.edits.edit(put('lamp'))
    await its.answerAll()
    expect(await again).toBe(true)
    expect(its.stored().body.row).toEqual(['dome', 'clock', 'lamp'])
  })

  test('what is told from elsewhere later than an edit counts in its place', async () => {
    const its = slowStore()
    const mine = its.edits.edit(put('lamp'))
    await its.answerAll()
    await mine
    its.elsewhere({ row: ['clock'], size: 'large' })
    its.tell()
    expect(its.edits.body.value).toEqual({ row: ['clock'], size: 'large' })
  })
})
