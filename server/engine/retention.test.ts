import { readFileSync } from 'node:fs'
import { sql } from 'drizzle-orm'
import { describe, expect, test, vi } from 'vitest'
import { leverDraftSchema } from '../../core/levers'
import { valueOf } from '../../core/result'
import { changesOf } from '../../core/run'
import { engineOfEach, quietOfEach } from '../../tests/support/engineOfEach'
import { readRun } from '../database/runTable'
import { changeByHand, edit } from './edits'
import { createLever } from './leverEdits'
import { pullLever } from './pullLever'
import { sweepClips } from './retention'
import { editSettings } from './settingEdits'

quietOfEach()
const its = engineOfEach()
const HOUR_MS = 3_600_000

async function pull(...steps: Record<string, unknown>[]) {
  const filled = steps.map((step, i) => ({ id: `s${i}`, ...step }))
  const draft = leverDraftSchema.parse({ frameId: 'desk', name: 'Tried', steps: filled })
  const lever = valueOf(await edit(its.engine.store, createLever(draft)))
  const { id } = valueOf(await pullLever(its.engine.store, its.engine.driver, lever.id, 'api'))
  await its.engine.driver.settled(id)
  return (await its.engine.driver.find(id))!.head
}
const put = (text: string) => ({ kind: 'clipboard.use', act: 'put', programId: '', text: `\${${text}}` })
const named = (as: string, text: string) => ({ kind: 'value.set', as, from: { kind: 'text', text } })
const clipTexts = () => (its.engine.store.bench.clipboard ?? []).map(({ text }) => text)

/** Sets the clock so far ahead that what was copied until now is kept no longer. */
async function passHours(hours: number): Promise<void> {
  const { clock, book } = its.engine.store
  const { body, version } = book.settings
  const settings = { ...body, retention: { ...body.retention, clipHours: 1 } }
  valueOf(await edit(its.engine.store, editSettings(settings, version)))
  const nowMs = clock.nowMs()
  vi.spyOn(clock, 'nowMs').mockReturnValue(nowMs + hours * HOUR_MS)
}

/** Whether a text stands in what is stored of the clipboard and of what happened to the bench. */
async function isStored(text: string): Promise<boolean> {
  const written = `"text":${JSON.stringify(text)}`
  const { rows } = await its.opened.database.execute(sql`
    select 1 from log_entries where position(${written} in body::text) > 0
    union all select 1 from bench_parts where part = 'clipboard' and position(${written} in body::text) > 0`)
  return rows.length > 0
}

describe('what was copied', () => {
  test('is forgotten on the clipboard and in what runs did when it is kept no longer; put back, it is gone', async () => {
    const first = await pull(named('x', 'Seeing 2.1'), put('x'))
    expect([clipTexts()[0], await isStored('Seeing 2.1')]).toEqual(['Seeing 2.1', true])
    await passHours(2)
    const later = await pull(named('x', 'Seeing 1.7'), put('x'))
    expect(await sweepClips(its.engine.store)).toBeGreaterThan(0)
    expect([await isStored('Seeing 2.1'), await isStored('Seeing 1.7')]).toEqual([false, true])
    expect(clipTexts()).toEqual(['Seeing 1.7'])

    const run = (await readRun(its.opened.database, first.id))!
    expect(changesOf(run).map(({ sentence }) => sentence)).toEqual(['A text of 10 letters is copied.'])
    const back = valueOf(await its.engine.runDesk.putBack(first.id))
    expect(back.undone).toEqual([])
    expect(clipTexts()).toEqual(['Seeing 1.7'])
    expect(valueOf(await its.engine.runDesk.putBack(later.id)).undone).toHaveLength(1)
    expect(clipTexts()).toEqual([])
  })

  test('is forgotten in what was done by hand too, and the bench is the same after a restart', async () => {
    const clip = { id: 'by-hand', text: 'Key under the mat', atMs: its.engine.store.nowMs() }
    valueOf(await changeByHand(its.engine.store, [{ kind: 'clipboard.put', clip }]))
    expect(await isStored('Key under the mat')).toBe(true)
    await passHours(2)
    await sweepClips(its.engine.store)
    expect([await isStored('Key under the mat'), clipTexts()]).toEqual([false, []])
    const { bench } = its.engine.store
    await its.restart()
    expect(its.engine.store.bench).toEqual(bench)
  })

  test('from a program that holds secrets is forgotten in what runs did at once, and can be pasted until then', async () => {
    const secret = Object.values(its.engine.store.bench.programs).find((program) => program.secret)!
    await pull({ kind: 'program.open', programId: secret.id, args: ['${documents}/gate.codes'] })
    const copied = await pull({ kind: 'clipboard.use', act: 'copy', programId: secret.id })
    expect([copied.outcome, its.engine.store.bench.clipboard![0]!.passing]).toEqual(['done', true])
    const [text] = clipTexts()
    await pull(named('x', 'Open'), put('x'))
    expect([await isStored(text!), clipTexts()[0]]).toEqual([true, 'Open'])
    await sweepClips(its.engine.store)
    expect([await isStored(text!), await isStored('Open')]).toEqual([false, true])
    // Nothing is left to do, and nothing is asked of runs that copied nothing.
    expect(await sweepClips(its.engine.store)).toBe(0)
  })

  test('is found in what runs did before it was noted which of them copied something', async () => {
    const secret = Object.values(its.engine.store.bench.programs).find((program) => program.secret)!
    await pull({ kind: 'program.open', programId: secret.id, args: ['${documents}/gate.codes'] })
    await pull({ kind: 'clipboard.use', act: 'copy', programId: secret.id })
    await pull(named('x', 'Open'), put('x'))
    const marks = async () =>
      (await its.opened.database.execute(sql`select seq, clips from log_entries where run_id is not null order by seq`))
        .rows
    const noted = await marks()
    expect(new Set(noted.map(({ clips }) => clips))).toEqual(new Set([null, 'passing']))
    await its.opened.database.execute(sql`update log_entries set clips = null`)
    const folder = new URL('../../database/migrations/', import.meta.url)
    const written = readFileSync(new URL('0020_forgotten_clips.sql', folder), 'utf8')
    await its.opened.database.execute(sql.raw(written.split('--> statement-breakpoint').at(-1)!))
    expect(await marks()).toEqual(noted)
  })
})
