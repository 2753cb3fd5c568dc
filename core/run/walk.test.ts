import { describe, expect, test } from 'vitest'
import { exampleBench } from '../bench/exampleBench'
import { begin, nextId, play, said, say, set, sheetOf } from './exampleRuns'
import type { Part } from './exampleRuns'
import { pathOf, rehearse, scopeOfRun, traceOf } from '.'
import type { RehearsalContext, Walk } from '.'

/** Walks through a sheet. Ids of windows and messages are counted anew for each walk. */
function walk(parts: readonly Part[], how: Walk, more: Partial<RehearsalContext> = {}) {
  const lever = { id: 'root', name: 'Root', plate: 1, steps: sheetOf(...parts) }
  return rehearse(lever, exampleBench(), { nowMs: 0, nextId, ...more, walk: how })
}
const at = (rehearsal: ReturnType<typeof walk>) => pathOf(rehearsal.run.stack)
const toEnd = { steps: 0, until: [] }

const three = [say('one'), say('two'), say('three')]
const loop = [{ kind: 'repeat', times: '3', steps: [say('round'), say('and on')] }, say('after')]

describe('a walk', () => {
  test('pauses before the first step, and then before the next of each', () => {
    const seen = [0, 1, 2, 3, 4].map((steps) => walk(three, { steps }))
    expect(seen.map(({ run }) => run.phase)).toEqual(['paused', 'paused', 'paused', 'ended', 'ended'])
    expect(seen.map(({ walked }) => walked)).toEqual([0, 1, 2, 3, 3])
    expect(seen.slice(0, 3).map(at)).toEqual(['0', '1', '2'])
    expect(seen.map(({ bench }) => said(bench))).toEqual([
      [],
      ['one'],
      ['one', 'two'],
      ['one', 'two', 'three'],
      ['one', 'two', 'three'],
    ])
    expect(seen[2]!.changes).toEqual(['A message appears: one', 'A message appears: two'])
  })

  test('leaves the bench as it was', () => {
    const bench = exampleBench()
    const lever = { id: 'root', name: 'Root', plate: 1, steps: sheetOf(...three) }
    rehearse(lever, bench, { nowMs: 0, nextId, walk: { steps: 2 } })
    expect(bench).toEqual(exampleBench())
  })

  test('goes into blocks, round by round, and into pulled levers', () => {
    const places = [0, 1, 2, 3, 4, 5, 6, 7].map((steps) => at(walk(loop, { steps })))
    expect(places).toEqual(['0', '0.steps.0', '0.steps.1', '0.steps.0', '0.steps.1', '0.steps.0', '0.steps.1', '1'])
    const sub = { id: 'sub', name: 'Sub', plate: 2, steps: sheetOf(say('inside')) }
    const values = { values: {}, broken: {} }
    const pulls = [{ kind: 'lever.pull', leverId: 'sub', inputs: [] }, say('outside')]
    const leverOf = () => ({ lever: sub, values })
    expect([0, 1, 2].map((steps) => at(walk(pulls, { steps }, { leverOf })))).toEqual(['0', '0.lever.0', '1'])
  })

  test('goes on to the next of the rows that are named, even from one of them', () => {
    const second = { until: ['0.steps.1'] }
    const first = walk(loop, { steps: 0, ...second })
    expect([at(first), first.walked]).toEqual(['0.steps.1', 2])
    const again = walk(loop, { steps: first.walked + 1, ...second })
    expect([at(again), again.walked, said(again.bench)]).toEqual(['0.steps.1', 4, ['round', 'and on', 'round']])
    expect(walk(loop, { steps: 7, ...second }).run.phase).toBe('ended')
    expect(walk(loop, { steps: 3, until: ['0'] }).run.phase).toBe('ended')
  })

  test('without a row to pause at goes to the end, as a rehearsal does', () => {
    const lever = { id: 'root', name: 'Root', plate: 1, steps: sheetOf(...loop) }
    const whole = rehearse(lever, exampleBench(), { nowMs: 0, nextId })
    const walked = walk(loop, toEnd)
    expect([walked.run.outcome, walked.walked]).toEqual(['done', 8])
    expect(walked.changes).toEqual(whole.changes)
    expect(whole.walked).toBe(0)
  })

  test('shows what names stand for where it pauses, and takes others from there on', () => {
    const parts = [set('who', 'Ada'), say('${who}'), say('still ${who}')]
    expect(scopeOfRun(walk(parts, { steps: 1 }).run)).toMatchObject({ who: 'Ada' })
    const named = [{ behind: 2, name: 'who', value: 'Bo' }]
    const altered = walk(parts, { steps: 2, named })
    expect(scopeOfRun(altered.run)).toMatchObject({ who: 'Bo' })
    expect(said(altered.bench)).toEqual(['Ada'])
    expect(said(walk(parts, { ...toEnd, named }).bench)).toEqual(['Ada', 'still Bo'])
    // A step back, and what was given later is not given yet.
    expect(scopeOfRun(walk(parts, { steps: 1, named }).run)).toMatchObject({ who: 'Ada' })
    const twice = [...named, { behind: 2, name: 'who', value: 'Cy' }]
    expect(said(walk(parts, { ...toEnd, named: twice }).bench)).toEqual(['Ada', 'still Cy'])
    expect(traceOf(altered.run).map(({ sentence }) => sentence)).toContain('Sets who by hand.')
  })

  test('pauses where a real one that goes step by step does, with the same behind it', () => {
    const parts = [
      set('n', '1'),
      {
        kind: 'if',
        branches: [{ condition: { kind: 'program-runs', programId: 'dome' }, steps: [say('runs')] }],
        otherwise: [say('not')],
      },
      { kind: 'wait', ms: 2000 },
      say('off', { off: true }),
      say('really'),
    ]
    let real = play({ ...begin(parts), isSlow: true }, exampleBench())
    for (let steps = 0; real.run.phase === 'paused'; steps++) {
      const foretold = walk(parts, { steps })
      expect(at(foretold)).toBe(pathOf(real.run.stack))
      expect(foretold.changes).toEqual(real.run.log.flatMap(({ changes }) => changes.map(({ sentence }) => sentence)))
      real = play(real.run, real.bench, [], real.nowMs, 'step')
    }
    expect(real.run.outcome).toBe('done')
  })

  test('stops at a question until it is answered, and says by what', () => {
    const ask = { kind: 'ask', as: 'who', text: 'Who?', what: { kind: 'text' } }
    const parts = [{ kind: 'repeat', times: '2', steps: [ask, say('${who}')] }]
    const asking = walk(parts, { steps: 9 })
    expect([asking.run.phase, asking.asks, asking.walked]).toEqual(['asking', '0.steps.0#1', 2])
    const once = { '0.steps.0#1': 'Ada' }
    const again = walk(parts, toEnd, { answers: once })
    expect([again.asks, said(again.bench)]).toEqual(['0.steps.0#2', ['Ada']])
    const both = walk(parts, toEnd, { answers: { ...once, '0.steps.0#2': 'Bo' } })
    expect([both.run.outcome, said(both.bench), both.asks]).toEqual(['done', ['Ada', 'Bo'], undefined])
    // One for every time; that of one time goes before it.
    expect(said(walk(parts, toEnd, { answers: { '0.steps.0': 'Cy', ...once } }).bench)).toEqual(['Ada', 'Cy'])
  })
})
