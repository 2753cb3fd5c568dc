import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { applyChange, applyChanges, frontWindow } from '../bench'
import type { BenchState } from '../bench'
import { exampleBench } from '../bench/exampleBench'
import { valueOf } from '../result'
import { stepSchema } from '../steps'
import type { Step } from '../steps'
import { advanceRun, changesOf, putBack, rehearse, runSchema, startRun, stopRun, traceOf } from '.'
import type { Run } from '.'

let count = 0
const nextId = () => `id-${++count}`
const values = { values: { night: '/l/a' }, broken: {} }
const step = (part: Record<string, unknown>): Step => stepSchema.parse({ id: nextId(), ...part })
const leverOf = (...steps: Record<string, unknown>[]) => ({ id: 'l', name: 'Lever', plate: 7, steps: steps.map(step) })

const steps = fc.oneof(
  fc.record({
    kind: fc.constant('program.open'),
    programId: fc.constantFrom('chart', 'dome', 'book', 'nobody'),
    args: fc.subarray(['--profile=dome', '/l/a.log', '/l/b.log', '--odd', '${logs}/a.log', '${night}.log']),
    whenRunning: fc.constantFrom('program', 'raise', 'another', 'reopen', 'refuse'),
    unsaved: fc.constantFrom('save', 'discard', 'leave', 'hide'),
    workingDirectory: fc.constantFrom(undefined, '/l', '/none'),
    onFailure: fc.constantFrom('stop', 'go-on'),
  }),
  fc.record({ kind: fc.constant('program.raise'), programId: fc.constantFrom('chart', 'dome', 'book') }),
  fc.record({
    kind: fc.constant('program.switch'),
    programId: fc.constantFrom('chart', 'dome'),
    otherId: fc.constantFrom('book', 'web'),
    otherArgs: fc.subarray(['/l/a.log']),
  }),
  fc.record({
    kind: fc.constant('program.close'),
    programId: fc.constantFrom('chart', 'dome', 'book'),
    unsaved: fc.constantFrom('save', 'discard', 'leave', 'hide'),
  }),
  fc.record({
    kind: fc.constant('place.open'),
    places: fc.subarray(['${logs}', '/l/a.log', 'https://sky.example/a', '/none'], { minLength: 1 }),
    ifOpen: fc.constantFrom('raise', 'again'),
  }),
  fc.record({ kind: fc.constant('message.show'), text: fc.constantFrom('Hello', 'At ${logs}') }),
  fc.record({ kind: fc.constant('wait'), ms: fc.nat(5000) }),
)

/** Advances until the run ends, storing it as JSON between the steps as the store does. */
function finish(run: Run, bench: BenchState, answer?: string): { run: Run; bench: BenchState; nowMs: number } {
  let nowMs = run.startedAtMs
  let now = { run, bench }
  while (now.run.phase !== 'ended') {
    if (now.run.phase === 'waiting') nowMs = now.run.wakeAtMs!
    const stored = runSchema.parse(JSON.parse(JSON.stringify(now.run)))
    now = advanceRun(stored, JSON.parse(JSON.stringify(now.bench)) as BenchState, { nowMs, nextId, answer })
  }
  return { ...now, nowMs }
}

describe('laws of runs', () => {
  const levers = fc.array(steps, { minLength: 1, maxLength: 8 }).map((parts) => leverOf(...parts))

  test('putting a finished run back gives the bench before, and nothing is left', () => {
    fc.assert(
      fc.property(levers, (lever) => {
        const before = exampleBench()
        const { run, bench } = finish(startRun(lever, { nowMs: 0, nextId, values }), before)
        const back = putBack(run, bench)
        expect(back.bench).toEqual(before)
        expect([back.report.left, back.report.gone]).toEqual([[], []])
        expect(valueOf(applyChanges(bench, back.changes))).toEqual(before)
      }),
      { numRuns: 500 },
    )
  })

  test('a rehearsal leaves its bench untouched and foretells the run', () => {
    fc.assert(
      fc.property(levers, (lever) => {
        const before = exampleBench()
        const copy = structuredClone(before)
        const foretold = rehearse(lever, before, { nowMs: 0, nextId, values })
        expect(before).toEqual(copy)
        const { run, nowMs } = finish(startRun(lever, { nowMs: 0, nextId, values }), before)
        expect(changesOf(run).map((entry) => entry.sentence)).toEqual(foretold.changes)
        expect([run.outcome, traceOf(run).map((entry) => entry.note), nowMs]).toEqual([
          foretold.run.outcome,
          traceOf(foretold.run).map((entry) => entry.note),
          foretold.waitsMs,
        ])
      }),
    )
  })

  test('the recorded changes lead from the bench before to the bench after; every step that was reached has its trace', () => {
    fc.assert(
      fc.property(levers, (lever) => {
        const { run, bench } = finish(startRun(lever, { nowMs: 0, nextId, values }), exampleBench())
        expect(
          valueOf(
            applyChanges(
              exampleBench(),
              changesOf(run).map((entry) => entry.change),
            ),
          ),
        ).toEqual(bench)
        expect(traceOf(run).map((entry) => entry.stepIndex)).toEqual(traceOf(run).map((_, i) => i))
        const stopped = traceOf(run).findIndex(
          (entry, i) => entry.outcome === 'failed' && run.steps[i]!.onFailure === 'stop',
        )
        expect(traceOf(run)).toHaveLength(stopped < 0 ? run.steps.length : stopped + 1)
        expect(run.outcome).toBe(traceOf(run).some((entry) => entry.outcome === 'failed') ? 'failed' : 'done')
      }),
    )
  })
})

describe('a run', () => {
  test('waits until its time and not before', () => {
    const started = advanceRun(
      startRun(leverOf({ kind: 'wait', ms: 500 }, { kind: 'message.show', text: 'Now' }), { nowMs: 1000, nextId }),
      exampleBench(),
      { nowMs: 1000, nextId },
    )
    expect([started.run.phase, started.run.wakeAtMs]).toEqual(['waiting', 1500])
    expect(advanceRun(started.run, started.bench, { nowMs: 1499, nextId }).run).toBe(started.run)
    const woken = advanceRun(started.run, started.bench, { nowMs: 1700, nextId })
    expect([
      woken.run.phase,
      woken.run.stack[0]!.index,
      traceOf(woken.run)[0]!.outcome,
      traceOf(woken.run)[0]!.endedAtMs,
    ]).toEqual(['ready', 1, 'done', 1700])
  })

  test('asks about unsaved work, takes only an answer that was offered, and goes on with it', () => {
    const bench = exampleBench()
    const asking = advanceRun(
      startRun(leverOf({ kind: 'program.close', programId: 'book' }), { nowMs: 0, nextId }),
      bench,
      { nowMs: 0, nextId },
    )
    expect(asking.run.question?.text).toContain('BOOK: b.log*')
    expect(asking.bench).toBe(bench)
    expect(advanceRun(asking.run, bench, { nowMs: 1, nextId }).run).toBe(asking.run)
    expect(advanceRun(asking.run, bench, { nowMs: 1, nextId, answer: 'burn' }).run).toBe(asking.run)
    const left = advanceRun(asking.run, bench, { nowMs: 9, nextId, answer: 'leave' })
    expect([left.run.outcome, Object.keys(left.bench.windows)]).toEqual(['done', ['w-chart', 'w-book']])
    const saved = advanceRun(asking.run, bench, { nowMs: 9, nextId, answer: 'save' })
    expect([traceOf(saved.run).length, traceOf(saved.run)[0]!.startedAtMs, Object.keys(saved.bench.windows)]).toEqual([
      1,
      0,
      ['w-chart'],
    ])
    expect(changesOf(saved.run).map((entry) => entry.change.kind)).toEqual([
      'window.show',
      'window.close',
      'window.close',
    ])
    expect(putBack(saved.run, saved.bench).bench).toEqual(bench)
  })

  test('stops at a step that fails, or goes on if the step says so', () => {
    const failing = { kind: 'program.raise', programId: 'dome' }
    const message = { kind: 'message.show', text: 'After' }
    const stopped = finish(startRun(leverOf(failing, message), { nowMs: 0, nextId }), exampleBench()).run
    expect([stopped.outcome, traceOf(stopped).length, traceOf(stopped)[0]!.issueCode]).toEqual([
      'failed',
      1,
      'program-not-running',
    ])
    const wentOn = finish(
      startRun(leverOf({ ...failing, onFailure: 'go-on' }, message), { nowMs: 0, nextId }),
      exampleBench(),
    ).run
    expect([wentOn.outcome, traceOf(wentOn).map((entry) => entry.outcome)]).toEqual(['failed', ['failed', 'done']])
  })

  test('an error window fails the step, stands on the bench, and can be put back', () => {
    const { run, bench } = finish(
      startRun(leverOf({ kind: 'program.open', programId: 'dome', args: ['--fast'] }), { nowMs: 0, nextId }),
      exampleBench(),
    )
    expect([run.outcome, traceOf(run)[0]!.issueCode, frontWindow(bench)?.content.error !== undefined]).toEqual([
      'failed',
      'error-window',
      true,
    ])
    expect(putBack(run, bench).bench).toEqual(exampleBench())
  })

  test('raising what is in front already changes nothing and says so', () => {
    const { run } = finish(
      startRun(leverOf({ kind: 'program.raise', programId: 'book' }), { nowMs: 0, nextId }),
      exampleBench(),
    )
    expect([changesOf(run), traceOf(run)[0]!.note]).toEqual([[], 'BOOK was in front already.'])
  })

  test('can be stopped while it waits; what it changed stands', () => {
    const lever = leverOf({ kind: 'message.show', text: 'A' }, { kind: 'wait', ms: 9000 })
    const first = advanceRun(startRun(lever, { nowMs: 0, nextId, values }), exampleBench(), { nowMs: 0, nextId })
    const waiting = advanceRun(first.run, first.bench, { nowMs: 0, nextId })
    const stopped = stopRun(waiting.run, 4000)
    expect([stopped.phase, stopped.outcome, changesOf(stopped).length, traceOf(stopped)[1]!.note]).toEqual([
      'ended',
      'stopped',
      1,
      'Stopped here.',
    ])
    expect(stopRun(stopped, 5000)).toBe(stopped)
  })
})

describe('put back', () => {
  test('leaves alone what somebody has altered since, and lists it with both values', () => {
    const { run, bench } = finish(
      startRun(
        leverOf(
          { kind: 'program.open', programId: 'chart', args: ['--profile=dome'] },
          { kind: 'message.show', text: 'Hi' },
        ),
        { nowMs: 0, nextId },
      ),
      exampleBench(),
    )
    const elsewhere = valueOf(
      applyChange(bench, { kind: 'window.show', windowId: 'w-chart', content: { profile: 'outreach', documents: [] } }),
    )
    const { report, bench: after } = putBack(run, elsewhere)
    expect(after.windows['w-chart']!.content.profile).toBe('outreach')
    expect(report.left).toEqual([
      {
        sentence: 'The window CHART: red · a.log now shows CHART: dome · a.log.',
        left: 'CHART: dome · a.log',
        now: 'CHART: outreach',
      },
    ])
    expect(report.undone).toEqual(['A message appears: Hi', 'The window comes to the front: CHART: dome · a.log.'])
  })

  test('has nothing to do for what is gone', () => {
    const { run, bench } = finish(
      startRun(leverOf({ kind: 'message.show', text: 'Hi' }), { nowMs: 0, nextId }),
      exampleBench(),
    )
    const dismissed = valueOf(applyChange(bench, { kind: 'message.dismiss', messageId: bench.messages.at(-1)!.id }))
    expect(putBack(run, dismissed)).toMatchObject({
      changes: [],
      report: { undone: [], left: [], gone: ['A message appears: Hi'] },
    })
  })
})
