import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { PutBackReport } from '../../core/run'
import type { ScriptOutcome } from '../../core/script'
import type { Lever, NamedValue } from '../../core/levers'
import type { RehearsalAnswer, RunAnswer } from '../../contract'
import { apiOf, draft, eventually } from '../support/api'
import { startServer } from '../support/startServer'
import type { RunningServer } from '../support/startServer'

let server: RunningServer
let call: ReturnType<typeof apiOf>
beforeAll(async () => {
  server = await startServer()
  call = apiOf(server.url)
})
afterAll(() => server.stop())

const scripted = async (script: string, more: Record<string, unknown> = {}) => {
  const steps = [
    { id: 's', kind: 'script.run', script, as: 'it', ...more },
    { id: 'm', kind: 'message.show', text: '${it}' },
  ]
  return (await call<Lever>('POST', '/api/levers', draft({ name: 'Scripted', triggers: [], steps }))).body
}
const pull = async (id: string, inputs?: Record<string, unknown>) =>
  (await call<RunAnswer>('POST', `/api/levers/${id}/pull`, inputs ? { inputs } : {})).body
const readRun = async (id: string) => (await call<RunAnswer>('GET', `/api/runs/${id}`)).body

/** It holds its thread up until that is ended. */
const STUBBORN = 'const a = []; for (;;) a.push("y".repeat(1000) + a.length)'

describe('scripts on the server', () => {
  test('the lever of the demo tells what is not saved, as its rehearsal foretold', async () => {
    const lever = (await call<Lever[]>('GET', '/api/levers')).body.find(({ name }) => name === 'What is not saved?')!
    const { body: foretold } = await call<RehearsalAnswer>('POST', `/api/levers/${lever.id}/rehearse`)
    const run = await pull(lever.id)
    expect(run.outcome).toBe('done')
    expect(run.trace[0]!.note).toContain('open is “Night Book: tonight.log”.')
    expect(run.trace.map(({ path, outcome }) => [path, outcome])).toEqual([
      ['0', 'done'],
      ['0.made.0', 'done'],
      ['1', 'done'],
    ])
    expect(run.changes.map(({ sentence }) => sentence)).toEqual(foretold.changes)
    expect(run.trace.map(({ note }) => note)).toEqual(foretold.run.trace.map(({ note }) => note))
  })

  test('a file of the bench is read, and steps that it makes are put back', async () => {
    const lever = await scripted(`
      const [first] = bench.list(bench.folders.documents).filter(({ extension }) => extension === 'log')
      steps.push({ kind: 'files.folder', path: bench.folders.documents + '/by script' })
      return first ? bench.text(first.path).length : 'none'`)
    const run = await pull(lever.id)
    expect([run.outcome, run.trace.map(({ path }) => path)]).toEqual(['done', ['0', '0.made.0', '1']])
    const back = await call<{ report: PutBackReport }>('POST', `/api/runs/${run.id}/put-back`)
    expect(back.body.report.undone).toHaveLength(run.changes.length)
  })

  test('a fault is told with its line, a script that never ends is ended by what it does', async () => {
    expect((await pull((await scripted('const a = 1\na.b.c')).id)).trace[0]).toMatchObject({
      outcome: 'failed',
      issueCode: 'script-failed',
      note: expect.stringMatching(/^Line 2: TypeError/),
    })
    expect((await pull((await scripted('for (;;) {}')).id)).trace[0]!.note).toContain('too long')
  })

  test('while one holds its thread up others go on at once; it can be stopped, and is ended by itself', async () => {
    const slow = await scripted(STUBBORN)
    const waiting = pull(slow.id)
    const begun = await eventually(async () =>
      (await call<RunAnswer[]>('GET', '/api/runs?limit=1')).body.find(
        ({ leverId, phase }) => leverId === slow.id && phase === 'fetching',
      ),
    )
    const started = performance.now()
    expect((await pull('lever-1')).phase).toBe('ended')
    expect(performance.now() - started).toBeLessThan(2000)
    await call('POST', `/api/runs/${begun.id}/stop`)
    expect((await waiting).outcome).toBe('stopped')
    // What the script comes to afterwards is nobody's.
    const after = await scripted('return 5')
    expect(await pull(after.id)).toMatchObject({ outcome: 'done' })
    expect((await readRun(begun.id)).outcome).toBe('stopped')
  })

  test('values are found in scripts: who uses them, and under another name', async () => {
    const { body: value } = await call<NamedValue>('POST', '/api/values', { frameId: null, name: 'guests', text: '12' })
    const lever = await scripted('return Number(values.guests) + 1')
    expect((await pull(lever.id)).trace[0]!.note).toBe('it is 13.')
    await call('PATCH', `/api/values/${value.id}`, { version: value.version, name: 'visitors', text: '12' })
    const [step] = (await call<Lever>('GET', `/api/levers/${lever.id}`)).body.steps
    expect(step).toMatchObject({ script: 'return Number(values.visitors) + 1' })
    expect((await pull(lever.id)).trace[0]!.note).toBe('it is 13.')
  })

  test('by the route, on nothing but what is sent; what is too large is refused', async () => {
    const request = {
      source: 'return values.a + bench.b + now.getTime()',
      values: { a: 1 },
      bench: { b: 2 },
      nowMs: 3,
      given: {},
    }
    expect((await call<ScriptOutcome>('POST', '/api/scripts/run', request)).body).toMatchObject({
      kind: 'gave',
      value: 6,
    })
    expect((await call('POST', '/api/scripts/run', { ...request, source: 'x'.repeat(60_000) })).status).toBe(400)
    expect((await call('POST', '/api/scripts/run', { ...request, nowMs: 1e300 })).status).toBe(400)
    expect(
      (
        await call(
          'POST',
          '/api/levers',
          draft({ triggers: [], steps: [{ id: 's', kind: 'script.run', script: 'x'.repeat(60_000) }] }),
        )
      ).status,
    ).toBe(400)
  })

  test('killed while a script runs, it runs again after the restart, and the run goes on', async () => {
    const slow = await scripted(`if (!bench.folders.documents) return 1; ${STUBBORN}`, { onFailure: 'go-on' })
    void pull(slow.id).catch(() => undefined)
    const begun = await eventually(async () =>
      (await call<RunAnswer[]>('GET', '/api/runs?limit=1')).body.find(
        ({ leverId, phase }) => leverId === slow.id && phase === 'fetching',
      ),
    )
    const { folder } = server
    await server.kill()
    server = await startServer(folder)
    call = apiOf(server.url)
    const run = await eventually(async () => {
      const now = await readRun(begun.id)
      return now.phase === 'ended' && now
    })
    expect(run.trace[0]!.note).toContain('was ended')
  })
})
