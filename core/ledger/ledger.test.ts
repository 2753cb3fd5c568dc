import { describe, expect, test } from 'vitest'
import { applyChanges } from '../bench'
import { exampleDesk } from '../bench/exampleBench'
import { valueOf } from '../result'
import { partsOfRun, putBack, rehearse } from '../run'
import { begin, nextId, play, say, sheetOf } from '../run/exampleRuns'
import type { Part, Played } from '../run/exampleRuns'
import { evaluateSum } from '../sums'
import { isMeant, lineOf, runFilterSchema, sinceRun } from '.'

const bench = exampleDesk()
const open: Part = { kind: 'program.open', programId: 'book', args: [] }
const gone: Part = { kind: 'program.raise', programId: 'gone', onFailure: 'stop' }

function lineAfter(parts: Part[], levers = {}) {
  const { run } = play(begin(parts, { levers }), bench)
  const { head, sheet, log } = partsOfRun(run)
  return lineOf(head, 7, 'desk', sheet, log)
}

describe('a line of the ledger', () => {
  test('says of a run all it is found by', () => {
    expect(lineAfter([say('Frost'), open])).toMatchObject({
      seq: 7,
      leverId: 'root',
      frameId: 'desk',
      outcome: 'done',
      putBackAtMs: null,
      failedAt: null,
      programs: ['book'],
      startedAtMs: 0,
    })
    expect(lineAfter([say('Frost')]).words).toMatch(/^1 root /)
  })

  test('names the row a run failed at, in a block too, and one that it went on from', () => {
    expect(lineAfter([say('a'), gone])).toMatchObject({ outcome: 'failed', failedAt: '1' })
    expect(lineAfter([{ kind: 'repeat', times: '2', steps: [say('a'), gone] }])).toMatchObject({
      outcome: 'failed',
      failedAt: '0.steps.1',
    })
    expect(lineAfter([{ ...gone, onFailure: 'go-on' }, say('a')])).toMatchObject({ outcome: 'failed', failedAt: '0' })
  })

  test('knows programs of levers that it pulled', () => {
    const levers = { inner: { plate: 2, steps: [open] } }
    expect(lineAfter([{ kind: 'lever.pull', leverId: 'inner', inputs: [] }], levers).programs).toEqual(['book'])
  })

  test('of a run that goes on is open, whatever it will come to', () => {
    const { head, sheet, log } = partsOfRun(begin([say('a')]))
    const line = lineOf(head, 1, null, sheet, log)
    expect([line.outcome, line.tookMs]).toEqual(['open', 0])
    expect([isMeant(line, { outcome: 'open' }), isMeant(line, { outcome: 'done' })]).toEqual([true, false])
  })
})

describe('a filter', () => {
  const line = { ...lineAfter([open]), startedAtMs: 50, words: '12 night log öffnet' }
  test.each([
    [{}, true],
    [{ leverId: 'root' }, true],
    [{ leverId: 'other' }, false],
    [{ frameId: 'desk', outcome: 'done' }, true],
    [{ frameId: 'night' }, false],
    [{ outcome: 'put-back' }, false],
    [{ programId: 'book' }, true],
    [{ programId: 'boo' }, false],
    // From an instant on, and before another.
    [{ fromMs: 50 }, true],
    [{ fromMs: 51 }, false],
    [{ untilMs: 50 }, false],
    [{ untilMs: 51 }, true],
    [{ text: 'NIGHT' }, true],
    [{ text: ' ÖFFNET ' }, true],
    [{ text: 'night%' }, false],
    [{ text: '' }, true],
  ])('%j is %j', (filter, expected) => {
    expect(isMeant(line, runFilterSchema.parse(filter))).toBe(expected)
  })

  test('takes no other outcome, source or text without end', () => {
    for (const odd of [{ outcome: 'gone' }, { source: 'x' }, { text: 'a'.repeat(201) }, { fromMs: 'soon' }])
      expect(runFilterSchema.safeParse(odd).success).toBe(false)
  })
})

describe('what is different now', () => {
  const steps = sheetOf(say('Quiet'))
  const lever = { id: 'root', name: 'Root', plate: 1, steps }
  const context = { nowMs: 0, nextId, source: 'api' as const, sum: evaluateSum, leversOf: () => [] }
  const names = { programs: bench.programs, devices: bench.devices }

  function after(parts: Part[]): Played {
    return play(begin(parts), bench)
  }
  function since({ run, bench: now }: Played, part: Partial<Parameters<typeof sinceRun>[1]> = {}) {
    const { head, sheet, log } = partsOfRun(run)
    return sinceRun(
      { head, sheet, log },
      { bench: now, names, steps: sheet.steps, values: { values: {}, broken: {} }, ...part },
    )
  }

  test('right after it all of it stands, and its lever is the same', () => {
    const played = after([open])
    const rows = since(played)
    expect(rows).toMatchObject({ lever: 'same', rows: [], values: [], changes: { altered: [], gone: [] } })
    expect(rows.changes.stand).toBe(partsOfRun(played.run).log.flatMap(({ changes }) => changes).length)
  })

  test('what somebody altered is told with both values, what is gone is told', () => {
    const played = after([open])
    const opened = Object.values(played.bench.windows).find(({ id }) => !Object.hasOwn(bench.windows, id))!
    const closed = valueOf(applyChanges(played.bench, [{ kind: 'window.close', windowId: opened.id }]))
    const { changes } = since(played, { bench: closed })
    expect(changes.gone.length + changes.altered.length).toBeGreaterThan(0)
  })

  test('a run that was put back has left nothing that could differ', () => {
    const played = after([open])
    const back = putBack(played.run, played.bench)
    const { head, sheet, log } = partsOfRun(played.run)
    const put = { ...head, putBack: { atMs: 1, ...back.report } }
    expect(sinceRun({ head: put, sheet, log }, { bench: back.bench, names, steps: sheet.steps }).changes).toEqual({
      stand: 0,
      altered: [],
      gone: [],
    })
  })

  test('rows are compared by their steps, in blocks too: new, gone and altered', () => {
    const block = (...inner: Part[]) => ({ kind: 'repeat', times: '1', steps: inner })
    const played = after([block(say('a'), say('b')), say('c')])
    const [loop, last] = partsOfRun(played.run).sheet.steps as unknown as [Part, Part]
    const [a, b] = loop.steps as [Part, Part]
    const now = [{ ...loop, steps: [{ ...a, text: 'A' }, sheetOf(say('new'))[0]!] }, last] as unknown as typeof steps
    const { lever: kind, rows } = since(played, { steps: now })
    expect(kind).toBe('altered')
    expect(rows.map(({ path, then, now: is }) => [path, then !== undefined, is !== undefined])).toEqual([
      ['0.steps.1', true, false],
      ['0.steps.0', true, true],
      ['0.steps.1', false, true],
    ])
    expect(rows[0]!.then).toContain((b as { text: string }).text)
    // The block itself says what it said.
    expect(rows.some(({ path }) => path === '0')).toBe(false)
  })

  test('a lever that is gone, and a run whose sheet is kept no longer, are said to be', () => {
    const played = after([say('a')])
    expect(since(played, { steps: undefined }).lever).toBe('gone')
    const { head, log } = partsOfRun(played.run)
    expect(sinceRun({ head, sheet: null, log }, { bench, names, steps })).toMatchObject({ lever: 'unknown', rows: [] })
  })

  test('named values count where steps use them', () => {
    const played = after([say('Mark of ${series}')])
    const { head, sheet, log } = partsOfRun(played.run)
    const table = (values: Record<string, string>) => ({ values, broken: {} })
    const then = { ...sheet, values: table({ series: 'veil', other: 'x' }) }
    const now = (values: Record<string, string>) =>
      sinceRun({ head, sheet: then, log }, { bench, names, steps: sheet.steps, values: table(values) }).values
    expect(now({ series: 'veil' })).toEqual([])
    expect(now({ series: 'comet' })).toEqual([{ name: 'series', then: 'veil', now: 'comet' }])
    expect(now({})).toEqual([{ name: 'series', then: 'veil' }])
  })

  test('what a pull would come to stands beside what it came to, change by change', () => {
    const played = play(begin([say('a'), say('a'), say('b')]), bench)
    const rehearsal = rehearse({ ...lever, steps: sheetOf(say('a'), say('c')) }, played.bench, context)
    const { again } = since(played, { rehearsal })
    expect(again).toMatchObject({ outcome: 'done', alike: 1 })
    expect([again!.onlyThen.length, again!.onlyNow.length]).toEqual([2, 1])
    expect(again!.onlyNow[0]).toContain('c')
  })
})
