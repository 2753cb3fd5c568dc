import { describe, expect, test } from 'vitest'
import { leverDraftSchema } from '../../core/levers'
import type { Lever } from '../../core/levers'
import { valueOf } from '../../core/result'
import type { Result } from '../../core/result'
import { engineOfEach, quietOfEach } from '../../tests/support/engineOfEach'
import { batchEdit } from './batchEdits'
import { edit, redo, undo } from './edits'
import { createLever } from './leverEdits'
import { createVariants } from './variantEdits'

quietOfEach()
const its = engineOfEach()

const lever = (id: string) => its.engine.store.book.levers.get(id)!
const texts = ({ steps }: Lever) => steps.map((step) => ('text' in step ? step.text : step.kind))

/** A lever that says these texts one after the other. */
async function made(name: string, ...said: string[]): Promise<Lever> {
  const draft = leverDraftSchema.parse({
    name,
    frameId: 'desk',
    triggers: [],
    steps: said.map((text, i) => ({ id: `s${i}`, kind: 'message.show', text })),
  })
  return valueOf(await edit(its.engine.store, createLever(draft)))
}

function replace(levers: readonly Lever[], find: string, by: string, isExact = false): Promise<Result<Lever[]>> {
  const refs = levers.map(({ id, version }) => ({ id, version }))
  return edit(its.engine.store, batchEdit({ act: 'replace', levers: refs, find, by, isExact }))
}

describe('a text is replaced in many levers', () => {
  test('as one edit that is told, undone and done again as one; what has nothing of it stays as it was', async () => {
    const dome = await made('Dome', 'The dome opens', 'Dome, dome')
    const rain = await made('Rain', 'Rain shuts the DOME')
    const other = await made('Other', 'Nothing of it')
    expect(valueOf(await replace([dome, rain, other], 'dome', 'roof')).map(({ name }) => name)).toEqual([
      'Dome',
      'Rain',
    ])
    expect(texts(lever(dome.id))).toEqual(['The roof opens', 'roof, roof'])
    expect(texts(lever(rain.id))).toEqual(['Rain shuts the roof'])
    expect(lever(other.id)).toEqual(other)
    expect(its.engine.store.book.history.undo).toBe('Replaced “dome” in 2 levers')
    valueOf(await undo(its.engine.store))
    expect([dome, rain].map(({ id }) => texts(lever(id)))).toEqual([dome, rain].map(texts))
    valueOf(await redo(its.engine.store))
    expect(texts(lever(rain.id))).toEqual(['Rain shuts the roof'])
  })

  test('with capitals that count, by nothing at all, and by what has a meaning in patterns', async () => {
    const one = await made('One', 'Dome and dome')
    valueOf(await replace([one], 'dome', '', true))
    expect(texts(lever(one.id))).toEqual(['Dome and '])
    valueOf(await replace([lever(one.id)], 'Dome', '$& ${captures}'))
    expect(texts(lever(one.id))).toEqual(['$& ${captures} and '])
  })

  test('in none of them where one cannot take it, which is named; not in a version that is not the newest', async () => {
    const long = await made('Long', 'a'.repeat(900))
    const short = await made('Short', 'a')
    const before = its.engine.store.book.history.undo
    const endless = await replace([short, long], 'a', 'b'.repeat(1500))
    expect(endless.ok ? '' : endless.issues[0]!.message).toBe(
      `${long.plate} Long cannot take it: its texts would be 1,350,000 letters longer.`,
    )
    const refused = await replace([short, long], 'a', 'b'.repeat(500))
    expect(refused.ok ? [] : refused.issues).toMatchObject([{ code: 'text-unfit', at: 'levers.1' }])
    expect(refused.ok ? '' : refused.issues[0]!.message).toContain(`${long.plate} Long cannot take it: in row 1: `)
    // A message says something.
    const emptied = await replace([long, short], 'a', '')
    expect(emptied.ok ? [] : emptied.issues).toMatchObject([{ code: 'text-unfit', at: 'levers.0' }])
    expect(its.engine.store.book.history.undo).toBe(before)
    expect(texts(lever(short.id))).toEqual(['a'])
    valueOf(await replace([short], 'a', 'b'))
    const stale = await replace([short], 'b', 'c')
    expect(stale.ok ? [] : stale.issues).toMatchObject([{ code: 'stale', at: 'levers.0' }])
  })

  test('a variant goes on following its pattern where both are altered alike, and has steps of its own where it alone is', async () => {
    const draft = leverDraftSchema.parse({
      name: 'Catch',
      frameId: 'desk',
      triggers: [],
      steps: [{ id: 's', kind: 'program.open', programId: 'plate-catcher', args: ['--set', 'veil'] }],
    })
    const pattern = valueOf(await edit(its.engine.store, createLever(draft)))
    const rows = [{ name: 'Catch again', chord: '', cells: {} }]
    const [variant] = valueOf(await edit(its.engine.store, createVariants(pattern.id, { version: 1, rows })))
    valueOf(await replace([variant!, pattern], 'veil', 'south'))
    const argsOf = (id: string) => lever(id).steps.flatMap((step) => (step.kind === 'program.open' ? [step.args] : []))
    expect([argsOf(pattern.id), argsOf(variant!.id)]).toEqual([[['--set', 'south']], [['--set', 'south']]])
    expect(lever(variant!.id).variant).toMatchObject({ own: variant!.variant!.own, args: [] })
    valueOf(await replace([lever(variant!.id)], 'south', 'north'))
    expect([argsOf(pattern.id), argsOf(variant!.id)]).toEqual([[['--set', 'south']], [['--set', 'north']]])
    expect(lever(variant!.id).variant!.args.length + Number(lever(variant!.id).variant!.own.includes('steps'))).toBe(1)
  })
})
