import { expect, test } from 'vitest'
import { applyChanges, fileAt, namesIn } from '../bench'
import type { BenchState, Change } from '../bench'
import { exampleDesk } from '../bench/exampleBench'
import { valueOf } from '../result'
import { stepSchema } from '../steps'
import { advanceRun, putBack, rehearse, startRun, traceOf } from '.'
import type { Run } from '.'

let count = 0
const nextId = () => `id-${++count}`
const leverOf = (...steps: Record<string, unknown>[]) => ({
  id: 'l',
  name: 'Sweep',
  plate: 7,
  steps: steps.map((part, i) => stepSchema.parse({ id: `s${i}`, ...part })),
})
const sweep = { kind: 'files.move', act: 'move', paths: ['/in/*.exposure'], to: '/later' }
const names = (bench: BenchState, folder: string) =>
  namesIn(bench.files, folder)
    .map(([name]) => name)
    .sort()
const having = (bench: BenchState, ...changes: Change[]) => valueOf(applyChanges(bench, changes))

/** Takes a run to its end, or until it waits for what `answers` does not give; time goes from wake-up to wake-up. */
function play(run: Run, bench: BenchState, answers: string[] = []): { run: Run; bench: BenchState; nowMs: number } {
  let now = { run, bench, nowMs: 0 }
  for (;;) {
    const nowMs = now.run.phase === 'waiting' ? now.run.wakeAtMs! : now.nowMs
    const answer = now.run.phase === 'asking' ? answers.shift() : undefined
    const next = advanceRun(now.run, now.bench, { nowMs, nextId, answer })
    if (next.run === now.run) return now
    now = { run: next.run, bench: next.bench, nowMs }
  }
}
const pull = (bench: BenchState, ...steps: Record<string, unknown>[]) =>
  play(startRun(leverOf(...steps), { nowMs: 0, nextId }), bench)

test('of swept files those that nobody has touched go back; what vanished or was altered since is told', () => {
  const swept = pull(exampleDesk(), sweep)
  const meanwhile = having(
    swept.bench,
    { kind: 'file.remove', path: '/later/veil-1.exposure' },
    { kind: 'file.put', path: '/later/veil-2.exposure', file: { kind: 'file', sizeBytes: 99, changedAtMs: 7 } },
  )
  const back = putBack(swept.run, meanwhile)
  expect(back.report).toEqual({
    undone: [],
    left: [
      {
        sentence: 'The file /in/veil-2.exposure moves to /later/veil-2.exposure.',
        left: 'a file there',
        now: 'a file there',
      },
    ],
    gone: ['The file /in/veil-1.exposure moves to /later/veil-1.exposure.'],
  })
  expect(putBack(swept.run, swept.bench).bench).toEqual(exampleDesk())
})

test('a file that takes the old name meanwhile is not overwritten by putting back', () => {
  const swept = pull(exampleDesk(), sweep)
  const newer: Change = { kind: 'file.put', path: '/in/veil-1.exposure', file: { kind: 'file', sizeBytes: 5 } }
  const back = putBack(swept.run, having(swept.bench, newer))
  expect(back.report.left).toEqual([
    {
      sentence: 'The file /in/veil-1.exposure moves to /later/veil-1.exposure.',
      left: 'a file there',
      now: 'kept from going back: Something stands at /in/veil-1.exposure already',
    },
  ])
  expect([names(back.bench, '/in'), names(back.bench, '/later')]).toEqual([
    ['night $1 "notes".log', 'veil-1.exposure', 'veil-2.exposure'],
    ['veil-1.exposure'],
  ])
  expect(fileAt(back.bench.files, '/in/veil-1.exposure')).toMatchObject({ sizeBytes: 5 })
})

test('a file that vanishes between two steps fails the second one, and what the first did can be put back', () => {
  const end = pull(exampleDesk(), sweep, { kind: 'files.bin', paths: ['/in/veil-1.exposure'] })
  expect(traceOf(end.run).map(({ outcome }) => outcome)).toEqual(['done', 'failed'])
  expect(putBack(end.run, end.bench).bench).toEqual(exampleDesk())
})

test('the bin is put back as well, and so is what was typed, copied, moved to another desktop and hidden', () => {
  const end = pull(
    exampleDesk(),
    { kind: 'files.bin', paths: ['/in'] },
    { kind: 'text.type', text: ' Dew.', programId: 'book' },
    { kind: 'clipboard.use', act: 'copy', programId: 'book' },
    { kind: 'windows.place', which: { kind: 'front' }, display: { kind: 'next' }, desktop: 3, follow: true },
    { kind: 'programs.put-away', which: { kind: 'all' }, how: 'hide' },
    { kind: 'player.control', deviceId: '', act: 'playlist', playlistId: 'open' },
    { kind: 'frame.lift', frameIds: ['f'], to: 'top' },
  )
  expect(end.run.outcome).toBe('done')
  const { bench, report } = putBack(end.run, end.bench)
  expect([bench, report.left, report.gone]).toEqual([exampleDesk(), [], []])
})

test('a rehearsal names who will ask, and what closes before that; several that ask are asked one after the other', () => {
  const vault: Change = {
    kind: 'window.open',
    window: {
      id: 'w-vault',
      programId: 'vault',
      mode: 'normal',
      content: { documents: [{ path: '/l/v.log', role: 'log', unsaved: true }] },
    },
  }
  const desk = having(exampleDesk(), vault)
  const close = { kind: 'programs.put-away', which: { kind: 'all' }, how: 'close' }
  const foretold = rehearse(leverOf(close), desk, { nowMs: 0, nextId })
  expect(foretold.changes).toEqual(['The window closes: CHART: red · a.log.'])
  expect(foretold.run.question?.text).toContain('VAULT: v.log*')
  const end = play(startRun(leverOf(close), { nowMs: 0, nextId }), desk, ['leave', 'discard'])
  expect([end.run.outcome, Object.keys(end.bench.windows)]).toEqual(['done', ['w-vault']])
  expect(putBack(end.run, end.bench).bench).toEqual(desk)
})

test('a wait until something holds ends with it, also after other tries; a rehearsal takes it for granted', () => {
  const until = {
    kind: 'wait.until',
    condition: { kind: 'program-runs', programId: 'dome' },
    limitMs: 1000,
    then: 'fail',
    retry: { times: 2, afterMs: 500 },
  }
  const end = pull(exampleDesk(), until)
  expect([end.run.outcome, end.nowMs]).toEqual(['failed', 1000 + 500 + 1000 + 500 + 1000])
  const foretold = rehearse(leverOf(until), exampleDesk(), { nowMs: 0, nextId })
  expect([foretold.run.outcome, foretold.waitsMs]).toEqual(['done', 1000])
  const begun = advanceRun(startRun(leverOf(until), { nowMs: 0, nextId }), exampleDesk(), { nowMs: 0, nextId })
  const dome: Change = {
    kind: 'window.open',
    window: { id: 'w-dome', programId: 'dome', mode: 'normal', content: { documents: [] } },
  }
  expect(advanceRun(begun.run, having(begun.bench, dome), { nowMs: 10, nextId }).run.outcome).toBe('done')
  expect(advanceRun(begun.run, begun.bench, { nowMs: 10, nextId }).run).toBe(begun.run)
})
