import { describe, expect, test } from 'vitest'
import { applyChange, applyChanges } from '../bench'
import type { BenchState, Change } from '../bench'
import { exampleBench } from '../bench/exampleBench'
import { valueOf } from '../result'
import { stepSchema } from '../steps'
import {
  advanceRun,
  changesOf,
  gateRun,
  PULL_ANYWAY,
  pullForward,
  putBack,
  rehearse,
  runSchema,
  startRun,
  traceOf,
} from '.'
import type { Run } from '.'

let count = 0
const nextId = () => `id-${++count}`
const leverOf = (...steps: Record<string, unknown>[]) => ({
  id: 'l',
  name: 'Hush',
  plate: 7,
  steps: steps.map((part, i) => stepSchema.parse({ id: `s${i}`, ...part })),
})
const micTo = (controlId: string, to: Record<string, unknown>, part: Record<string, unknown> = {}) => ({
  kind: 'device.control',
  target: { kind: 'devices', deviceIds: ['mic'] },
  controlId,
  to,
  ...part,
})
const mute = micTo('mute', { kind: 'set', value: true })
const begin = (...steps: Record<string, unknown>[]) => startRun(leverOf(...steps), { nowMs: 0, nextId })
const gain = (bench: BenchState) => bench.devices.mic!.controls.gain!.value
const fault = (kind: 'refuses' | 'ignores' | null): Change => ({
  kind: 'device.fault',
  deviceId: 'mic',
  fault: kind && { kind, because: 'held' },
})

/**
 * Advances until the run waits at or after `untilMs`, asks or ends; time goes from wake-up to wake-up, and the run is
 * stored between.
 */
function go(
  run: Run,
  bench: BenchState,
  untilMs: number,
  answer?: string,
): { run: Run; bench: BenchState; changes: Change[] } {
  const changes: Change[] = []
  let now = { run, bench }
  let nowMs = 0
  let answered = answer
  for (;;) {
    if (now.run.phase === 'ended' || (now.run.phase === 'asking' && answered === undefined)) return { ...now, changes }
    if (now.run.phase === 'waiting') {
      if (now.run.wakeAtMs! > untilMs) return { ...now, changes }
      nowMs = Math.max(nowMs, now.run.wakeAtMs!)
    }
    const advance = advanceRun(runSchema.parse(JSON.parse(JSON.stringify(now.run))), now.bench, {
      nowMs,
      nextId,
      answer: answered,
    })
    if (now.run.phase === 'asking') answered = undefined
    changes.push(...advance.changes)
    now = advance
  }
}

describe('a second way', () => {
  const step = { ...mute, alternative: { id: 'b', kind: 'message.show', text: 'Mute it by hand.' } }

  test('is left alone where the first one goes', () => {
    const { run } = go(begin(step), exampleBench(), 0)
    expect([run.outcome, traceOf(run)[0]!.firstWay, changesOf(run).map((entry) => entry.change.kind)]).toEqual([
      'done',
      undefined,
      ['device.set'],
    ])
  })

  test('is taken where the first one fails; the trace tells which, and why', () => {
    const { run, bench } = go(begin(step), valueOf(applyChange(exampleBench(), fault('refuses'))), 0)
    expect([run.outcome, traceOf(run)[0]!.firstWay, traceOf(run)[0]!.note, bench.messages.at(-1)!.text]).toEqual([
      'done',
      'Microphone refuses: held.',
      'The message is on screen.',
      'Mute it by hand.',
    ])
    expect(putBack(run, bench).bench.messages).toHaveLength(1)
  })

  test('that fails too fails the step, with both reasons', () => {
    const { run } = go(
      begin({ ...mute, alternative: { ...micTo('gain', { kind: 'set', value: 0 }), id: 'b' } }),
      valueOf(applyChange(exampleBench(), fault('ignores'))),
      0,
    )
    expect([run.outcome, traceOf(run)[0]!.firstWay, traceOf(run)[0]!.note]).toEqual([
      'failed',
      'Microphone did not follow: Mute is still unknown (held).',
      'Microphone did not follow: Gain is still 50 % (held).',
    ])
  })

  test('that asks or takes its time is gone on with after a restart', () => {
    const absent = micTo('mute', { kind: 'set', value: true }, { target: { kind: 'devices', deviceIds: ['gone'] } })
    const asking = go(
      begin({ ...absent, alternative: { id: 'b', kind: 'program.close', programId: 'book' } }),
      exampleBench(),
      0,
    )
    expect([asking.run.phase, traceOf(asking.run)[0]!.firstWay]).toEqual([
      'asking',
      expect.stringContaining('no device “gone”'),
    ])
    const closed = go(asking.run, asking.bench, 0, 'save')
    expect([
      closed.run.outcome,
      traceOf(closed.run),
      Object.values(closed.bench.windows).some((window) => window.programId === 'book'),
    ]).toMatchObject(['done', [{ outcome: 'done', firstWay: expect.any(String) as string }], false])
    const ramping = go(
      begin({ ...absent, alternative: { ...micTo('gain', { kind: 'ramp', value: 90, overMs: 1000 }), id: 'b' } }),
      exampleBench(),
      5000,
    )
    expect([ramping.run.outcome, traceOf(ramping.run).length, gain(ramping.bench), ramping.run.progress]).toEqual([
      'done',
      1,
      90,
      undefined,
    ])
  })
})

describe('for a while', () => {
  const quiet = [micTo('gain', { kind: 'set', value: 5 }), { kind: 'wait', ms: 600_000 }, { kind: 'run.put-back' }]

  test('is put back when the time is over, and not before; put back again changes nothing more', () => {
    const waiting = go(begin(...quiet), exampleBench(), 599_999)
    expect([waiting.run.phase, waiting.run.wakeAtMs, gain(waiting.bench)]).toEqual(['waiting', 600_000, 5])
    const { run, bench } = go(waiting.run, waiting.bench, 600_000)
    expect([run.outcome, gain(bench), traceOf(run).at(-1)!.note]).toEqual(['done', 50, 'Put back 1 of 1 change.'])
    expect(bench).toEqual(exampleBench())
    expect(putBack(run, bench).bench).toEqual(exampleBench())
  })

  test('what somebody has altered meanwhile is left, and told with both values', () => {
    const waiting = go(begin(...quiet), exampleBench(), 0)
    const altered = valueOf(
      applyChange(waiting.bench, { kind: 'device.set', deviceId: 'mic', controlId: 'gain', value: 30 }),
    )
    const { run, bench } = go(waiting.run, altered, 600_000)
    expect([run.outcome, gain(bench), traceOf(run).at(-1)!.note]).toEqual([
      'done',
      30,
      'Put back 0 of 1 change. Left alone, as somebody has altered it since: ' +
        'Microphone: Gain becomes 5 % (was 50 %). It was 5 %, now it is 30 %.',
    ])
  })

  test('can be pulled forward; one that does not wait stays the same object', () => {
    const waiting = go(begin(...quiet), exampleBench(), 0)
    const { run, bench } = go(pullForward(waiting.run, 4000), waiting.bench, 4000)
    expect([run.outcome, traceOf(run)[1]!.endedAtMs, gain(bench)]).toEqual(['done', 4000, 50])
    expect(pullForward(run, 5000)).toBe(run)
  })

  test('is foretold whole by a rehearsal', () => {
    const foretold = rehearse(leverOf(...quiet), exampleBench(), { nowMs: 0, nextId })
    expect([foretold.changes, foretold.waitsMs]).toEqual([
      ['Microphone: Gain becomes 5 % (was 50 %).', 'Microphone: Gain becomes 50 % (was 5 %).'],
      600_000,
    ])
  })
})

describe('a ramp', () => {
  const dim = micTo('gain', { kind: 'ramp', value: 10, overMs: 4000 })

  test('is one step of the trace; its changes lead to its end and are put back to its beginning', () => {
    const { run, bench, changes } = go(begin(dim), exampleBench(), 4000)
    expect([traceOf(run).length, traceOf(run)[0]!.outcome, run.progress, gain(bench)]).toEqual([
      1,
      'done',
      undefined,
      10,
    ])
    expect(valueOf(applyChanges(exampleBench(), changes))).toEqual(bench)
    const back = putBack(run, bench)
    expect([back.bench, back.report.left]).toEqual([exampleBench(), []])
  })

  test('whose device is unplugged on the way fails there, and leaves no half step', () => {
    const half = go(begin(dim, { kind: 'message.show', text: 'Dim' }), exampleBench(), 2000)
    expect(half.run.phase).toBe('waiting')
    const { run, bench } = go(
      half.run,
      valueOf(applyChange(half.bench, { kind: 'device.plug', deviceId: 'mic', plugged: false })),
      9000,
    )
    expect([run.outcome, traceOf(run).length, traceOf(run)[0]!.issueCode, gain(bench)]).toEqual([
      'failed',
      1,
      'device-absent',
      gain(half.bench),
    ])
  })

  test('is pulled forward to its end', () => {
    const half = go(begin(dim), exampleBench(), 1000)
    const { run, bench } = go(pullForward(half.run, 1500), half.bench, 1500)
    expect([run.outcome, gain(bench)]).toEqual(['done', 10])
  })
})

describe('a gate', () => {
  const gated = () => gateRun(begin(mute), 'Pull it all the same?')

  test('asks before the first step, and then goes on or leaves all as it is', () => {
    const asked = go(gated(), exampleBench(), 0)
    expect([asked.run.phase, traceOf(asked.run)]).toEqual(['asking', []])
    expect(go(asked.run, asked.bench, 0, 'odd').run.phase).toBe('asking')
    const pulled = go(asked.run, asked.bench, 0, PULL_ANYWAY)
    expect([pulled.run.outcome, changesOf(pulled.run).length]).toEqual(['done', 1])
    const left = go(asked.run, asked.bench, 0, 'leave')
    expect([left.run.outcome, left.bench]).toEqual(['stopped', exampleBench()])
  })
})

test('a device that does not take a value back is listed, and not told as put back', () => {
  for (const kind of ['refuses', 'ignores'] as const) {
    const { run, bench } = go(begin(micTo('gain', { kind: 'set', value: 5 })), exampleBench(), 0)
    const back = putBack(run, valueOf(applyChange(bench, fault(kind))))
    expect([back.report.undone, back.report.left.map((entry) => entry.now), back.changes]).toEqual([
      [],
      ['5 %, as the device does not follow'],
      [],
    ])
  }
})
