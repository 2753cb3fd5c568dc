import fc from 'fast-check'
import { describe, expect, test, vi } from 'vitest'
import { applyChanges } from '../bench'
import type { BenchState, Change } from '../bench'
import { exampleBench, exampleDesk } from '../bench/exampleBench'
import { valueOf } from '../result'
import { depthOf, lintStep, namedIn, STEP_KINDS, stepSchema } from '../steps'
import type { Lever } from '../levers'
import type { Step } from '../steps'
import {
  advanceRun,
  changesOf,
  failHead,
  partsOfRun,
  pathOf,
  putBack,
  rehearse,
  rehearseInParts,
  runIssue,
  runSchema,
  scriptRequest,
  startRun,
  stopRun,
  traceOf,
} from '.'
import { drawnActs, drawnBlocks, drawnLevers } from './exampleActs'
import type { DrawnStep } from './exampleActs'
import type { Rehearsal, Run } from '.'
import { newInterpreter, runScript } from '../sandbox'
import type { ScriptOutcome, ScriptRequest } from '../script'
import type { Value } from '../values'
import { evaluateSum } from '../sums'

vi.mock('../steps/kinds', async (original) => {
  const { exampleKinds } = await import('../steps/exampleKinds')
  return { kinds: [...(await original<typeof import('../steps/kinds')>()).kinds, ...exampleKinds] }
})

const interpreter = await newInterpreter()

type Part = Record<string, unknown>

let count = 0
const nextId = () => `id-${++count}`
const values = { values: { night: '/l/a' }, broken: {} }
/** Steps as a user would write them; ids and policies are filled in, in blocks and second ways too. */
const sheet = (...parts: Part[]): Step[] => parts.map((part) => stepSchema.parse(withIds(part)))
function withIds(part: Part): Part {
  const filled = Object.entries(part).map(([key, value]) => [
    key,
    (key === 'steps' || key === 'otherwise') && value !== undefined
      ? (value as Part[]).map(withIds)
      : key === 'alternative'
        ? withIds(value as Part)
        : key === 'branches' || key === 'cases' || key === 'roads'
          ? (value as Part[]).map((branch) => ({ ...branch, steps: (branch.steps as Part[]).map(withIds) }))
          : value,
  ])
  return { id: nextId(), ...(Object.fromEntries(filled) as Part) }
}
const leverOf = (...parts: Part[]) => ({ id: 'l', name: 'Lever', plate: 7, steps: sheet(...parts) })
const begin = (...parts: Part[]) => startRun(leverOf(...parts), { nowMs: 0, nextId, values })
const say = (text: string, more: Part = {}): Part => ({ kind: 'message.show', text, ...more })
const fails = (more: Part = {}): Part => ({ kind: 'program.raise', programId: 'dome', ...more })
const runs = (programId: string) => ({ kind: 'program-runs', programId })
const said = (bench: BenchState) => bench.messages.map(({ text }) => text).slice(1)

const leversOf = () => [{ id: 'sub', name: 'Sub', plate: 8, aliases: ['s'], enabled: true }]
/** What every drawn lever is given, and the levers that it may pull. */
const drawnContext = {
  nowMs: 0,
  nextId,
  values,
  inputs: { v: '3', w: ['calm', 'open', 'calm'] },
  leversOf,
  sum: evaluateSum,
  leverOf: (id: string) => {
    const { inputs, steps } = drawnLevers[id]!
    const lever = { id, name: id, plate: 8, steps: sheet(...steps), inputs: inputs as Lever['inputs'] }
    return { lever, values }
  },
}
const beginDrawn = (parts: Part[]) => startRun(leverOf(...parts), drawnContext)

interface End {
  run: Run
  bench: BenchState
  nowMs: number
  stored: number
}

/**
 * Advances until the run ends, or asks what is not answered, or would wait past `untilMs`. Run and bench go through
 * JSON
 * between any two advances, as when the process dies after each commit.
 */
function play(
  run: Run,
  bench: BenchState,
  { answers = [] as Value[], untilMs = Infinity, takesStandard = false } = {},
): End {
  let now = { run, bench, nowMs: run.startedAtMs, stored: 0 }
  const left = [...answers]
  for (;;) {
    const { phase, wakeAtMs } = now.run
    if (phase === 'waiting' && wakeAtMs! > untilMs) return now
    const nowMs = phase === 'waiting' ? Math.max(now.nowMs, wakeAtMs!) : now.nowMs
    const standard = takesStandard ? now.run.question?.standard : undefined
    const answer = phase === 'asking' ? (left.shift() ?? standard) : undefined
    const stored = runSchema.parse(JSON.parse(JSON.stringify(now.run))) as Run
    const benchNow = JSON.parse(JSON.stringify(now.bench)) as BenchState
    const known = { nowMs, nextId, answer, leversOf, sum: evaluateSum }
    const { head, sheet: own, log } = partsOfRun(stored)
    const request = scriptRequest(head, own, log, benchNow, known)
    const advance = advanceRun(stored, benchNow, request ? { ...known, fetched: ranScript(request) } : known)
    // What is no answer to this question may be one to the next.
    if (advance.run === stored && phase === 'asking' && left.length > 0) continue
    if (advance.run === stored) return now
    expect(advance.run.log.length).toBe(stored.log.length + advance.entries.length)
    now = { run: advance.run, bench: advance.bench, nowMs, stored: now.stored + 1 }
  }
}

const ranScript = (request: ScriptRequest): ScriptOutcome => runScript(interpreter, request).outcome

/** A rehearsal whose scripts are run. */
function foretell(...[lever, bench, context]: Parameters<typeof rehearseInParts>): Rehearsal {
  const parts = rehearseInParts(lever, bench, context)
  let part = parts.next()
  while (!part.done) part = parts.next('script' in part.value ? ranScript(part.value.script) : undefined)
  return part.value
}

const rows = ({ run }: End) => traceOf(run).map(({ path, outcome }) => `${path} ${outcome}`)

describe('blocks', () => {
  test('a group does its steps in order, and what stands after it comes after it', () => {
    const end = play(begin({ kind: 'group', name: 'Hello', steps: [say('a'), say('b')] }, say('c')), exampleBench())
    expect(runSchema.parse(JSON.parse(JSON.stringify(end.run)))).toEqual(end.run)
    expect([said(end.bench), end.run.outcome]).toEqual([['a', 'b', 'c'], 'done'])
    expect(rows(end)).toEqual(['0 done', '0.steps.0 done', '0.steps.1 done', '1 done'])
  })

  test('an empty group is passed by, and so is one at the end of a sheet', () => {
    const end = play(begin({ kind: 'group', name: 'Nothing', steps: [] }), exampleBench())
    expect([end.run.phase, end.run.outcome, rows(end)]).toEqual(['ended', 'done', ['0 done']])
  })

  test('if takes the first branch that holds, and says why; else what is otherwise', () => {
    const step = (first: string, second: string, otherwise?: Part[]) => ({
      kind: 'if',
      branches: [
        { condition: runs(first), steps: [say('first')] },
        { condition: runs(second), steps: [say('second')] },
      ],
      ...(otherwise ? { otherwise } : {}),
    })
    const end = (part: Part) => play(begin(part, say('after')), exampleBench())
    expect(said(end(step('chart', 'book')).bench)).toEqual(['first', 'after'])
    expect(said(end(step('dome', 'book')).bench)).toEqual(['second', 'after'])
    expect(said(end(step('dome', 'web', [say('other')])).bench)).toEqual(['other', 'after'])
    expect(said(end(step('dome', 'web')).bench)).toEqual(['after'])
    expect(traceOf(end(step('dome', 'book')).run)[0]!.note).toBe('BOOK is running')
    expect(traceOf(end(step('dome', 'web')).run)[0]!.note).toBe('DOME is not running, and WEB is not running')
  })

  test('a loop comes back with what it kept, and gives a value of its own to what is in it', () => {
    const loop = { kind: 'test.repeat', times: 3, steps: [say('round ${round} in ${logs}')] }
    const end = play(begin(loop, say('end')), exampleBench())
    expect(said(end.bench)).toEqual(['round 1 in /l', 'round 2 in /l', 'round 3 in /l', 'end'])
    expect(end.run.budget).toBe(100_000 - 8)
  })

  test('a loop in a loop, and a value that is known inside only', () => {
    const inner = { kind: 'test.repeat', times: 2, steps: [say('in ${round}')] }
    const end = play(begin({ kind: 'test.repeat', times: 2, steps: [say('out ${round}'), inner] }), exampleBench())
    expect(said(end.bench)).toEqual(['out 1', 'in 1', 'in 2', 'out 2', 'in 1', 'in 2'])
  })

  test('a run that does not come to an end is ended by its budget, and says so', () => {
    const loop = { kind: 'test.repeat', times: 1e9, steps: [fails({ onFailure: 'go-on' })] }
    const begun = { ...begin(loop), budget: 20 }
    const end = play(begun, exampleBench())
    expect([end.run.outcome, end.run.budget, traceOf(end.run).at(-1)!.issueCode]).toEqual(['failed', 0, 'budget-spent'])
    expect(end.stored).toBeLessThan(25)
  })

  test('say how deep they stand, and what stands in them is named and looked at', () => {
    const [step] = sheet({
      kind: 'group',
      name: 'g',
      steps: [
        {
          kind: 'if',
          branches: [{ condition: runs('web'), steps: [fails()] }],
          otherwise: [fails({ programId: 'nobody' })],
        },
      ],
    })
    expect(depthOf([step!])).toBe(2)
    expect(namedIn([step!], 'program')).toEqual(['web', 'dome', 'nobody'])
    expect(lintStep(step!, exampleBench()).map(({ at, code }) => [at, code])).toEqual([
      ['steps.0.otherwise.0.programId', 'program-missing'],
    ])
  })
})

describe('failures', () => {
  test('one that stops in a block stops the lever; what stands after it is not reached', () => {
    const end = play(begin({ kind: 'group', name: 'g', steps: [fails(), say('no')] }, say('no')), exampleBench())
    expect([end.run.outcome, said(end.bench), rows(end)]).toEqual(['failed', [], ['0 done', '0.steps.0 failed']])
  })

  test('a block has a policy of its own: it is left, or tried again, or has a second way', () => {
    const failing = (more: Part) => ({ kind: 'group', name: 'g', steps: [say('in'), fails()], ...more })
    const left = play(begin(failing({ onFailure: 'go-on' }), say('after')), exampleBench())
    expect([left.run.outcome, said(left.bench)]).toEqual(['failed', ['in', 'after']])
    const again = play(begin(failing({ retry: { times: 2, afterMs: 500 } })), exampleBench())
    expect([again.run.outcome, said(again.bench), again.nowMs]).toEqual(['failed', ['in', 'in', 'in'], 1000])
    const second = play(begin(failing({ alternative: say('else') }), say('after')), exampleBench())
    expect([second.run.outcome, said(second.bench)]).toEqual(['done', ['in', 'else', 'after']])
  })

  test('a step is tried again after a while, and its second way only when the tries are over', () => {
    const step = fails({ retry: { times: 2, afterMs: 1000 }, alternative: say('by hand') })
    const waiting = play(begin(step), exampleBench(), { untilMs: 0 })
    expect([waiting.run.wakeAtMs, waiting.run.note]).toEqual([
      1000,
      'DOME is not running, so there is no window to bring to the front. Tries again in 1 s (1 of 2).',
    ])
    const end = play(begin(step), exampleBench())
    expect([end.run.outcome, end.nowMs, said(end.bench), rows(end)]).toEqual([
      'done',
      2000,
      ['by hand'],
      ['0.alternative done'],
    ])
    expect(traceOf(end.run)[0]!.firstWay).toContain('DOME is not running')
    const came = play(waiting.run, valueOf(applyChanges(waiting.bench, [openDome])))
    expect([came.run.outcome, rows(came), said(came.bench)]).toEqual(['done', ['0 done'], []])
  })

  test('a second way may hold steps of its own', () => {
    const end = play(
      begin(fails({ alternative: { kind: 'group', name: 'g', steps: [say('a'), say('b')] } }), say('c')),
      exampleBench(),
    )
    expect([end.run.outcome, said(end.bench)]).toEqual(['done', ['a', 'b', 'c']])
  })

  test('a second way that fails leaves the policy to the step it stands for', () => {
    const both = (onFailure: string) => fails({ onFailure, alternative: fails({ programId: 'web' }) })
    expect(play(begin(both('go-on'), say('after')), exampleBench()).run.outcome).toBe('failed')
    expect(said(play(begin(both('go-on'), say('after')), exampleBench()).bench)).toEqual(['after'])
    expect(said(play(begin(both('stop'), say('after')), exampleBench()).bench)).toEqual([])
  })

  test('everything is put back where the policy says so, in a block too', () => {
    const before = exampleBench()
    const end = play(
      begin(say('a'), { kind: 'group', name: 'g', steps: [say('b'), fails({ onFailure: 'put-back' })] }),
      before,
    )
    expect([end.run.outcome, end.bench]).toEqual(['failed', before])
    expect(end.run.note).toBe(
      'DOME is not running, so there is no window to bring to the front. Put back 2 of 2 changes.',
    )
    expect(putBack(end.run, end.bench).bench).toEqual(before)
  })

  test('something that throws in a step fails it, with the reason, and the run goes on by its policy', () => {
    const end = play(begin({ kind: 'test.throws', onFailure: 'go-on' }, say('after')), exampleBench())
    expect([end.run.outcome, traceOf(end.run)[0]!.issueCode, said(end.bench)]).toEqual([
      'failed',
      'step-threw',
      ['after'],
    ])
    expect(traceOf(end.run)[0]!.note).toContain('out of paper')
  })

  test('what was half done is told as ended when the run is stopped or cannot be stored', () => {
    const waiting = play(begin({ kind: 'wait', ms: 9000 }), exampleBench(), { untilMs: 0 })
    const stopped = stopRun(waiting.run, 4000)
    expect(traceOf(stopped)).toMatchObject([{ outcome: 'failed', note: 'Stopped here.', endedAtMs: 4000 }])
    const { run } = failHead(waiting.run, waiting.run.log, runIssue({ code: 'not-stored', because: 'no room' }), 5)
    expect([run.phase, run.outcome, run.note]).toEqual([
      'ended',
      'failed',
      'What it did could not be stored, so it was not done: no room',
    ])
  })
})

describe('what a run needs from outside', () => {
  test('each question has an id of its own, and only one of its answers is taken', () => {
    const close = { kind: 'program.close', programId: 'book' }
    const asking = play(begin(close, say('after')), exampleBench())
    expect([asking.run.phase, asking.run.question!.id, pathOf(asking.run.stack)]).toEqual(['asking', 'q1', '0'])
    expect(play(asking.run, asking.bench, { answers: ['burn'] }).run).toEqual(asking.run)
    const twice = begin({ kind: 'test.repeat', times: 2, steps: [{ ...close, unsaved: 'ask' }] })
    const first = play(twice, exampleBench())
    const second = play(first.run, first.bench, { answers: ['leave'] })
    expect([first.run.question!.id, second.run.phase]).toEqual(['q2', 'asking'])
    expect(second.run.question!.id).not.toBe(first.run.question!.id)
  })

  test('a rehearsal takes answers that are given, stops where there is none, and at what it cannot get', () => {
    const lever = leverOf(
      { kind: 'group', name: 'g', steps: [{ kind: 'program.close', programId: 'book' }] },
      say('after'),
    )
    const context = { nowMs: 0, nextId, values }
    const stopped = rehearse(lever, exampleBench(), context)
    expect([stopped.run.phase, stopped.changes]).toEqual(['asking', []])
    const answered = rehearse(lever, exampleBench(), { ...context, answers: { '0.steps.0': 'leave' } })
    expect([answered.run.outcome, said(answered.bench)]).toEqual(['done', ['after']])
    expect(rehearse(leverOf({ kind: 'script.run', script: '' }), exampleBench(), context).run.phase).toBe('fetching')
  })
})

const openDome: Change = {
  kind: 'window.open',
  window: { id: 'w-dome', programId: 'dome', mode: 'normal', content: { documents: [] } },
}

describe('laws over all kinds of step', () => {
  const acts: fc.Arbitrary<Part> = fc.oneof(
    ...Object.values(drawnActs),
    fc.record({ kind: fc.constant('test.throws') }),
  )
  const policies = {
    onFailure: fc.constantFrom('stop', 'go-on', 'put-back'),
    retry: fc.constantFrom(undefined, { times: 1, afterMs: 300 }),
  }
  const { step } = fc.letrec<{ step: Part; list: Part[] }>((tie) => ({
    list: fc.array(tie('step'), { maxLength: 3 }),
    step: fc
      .tuple(
        fc.oneof(
          { depthSize: 'small', maxDepth: 3, withCrossShrink: true },
          acts,
          fc.record({ kind: fc.constant('test.repeat'), times: fc.nat(3), steps: tie('list') }),
          ...Object.values(drawnBlocks(tie('list') as fc.Arbitrary<DrawnStep[]>)),
        ),
        fc.record(policies),
        fc.option(acts, { nil: undefined, freq: 4 }),
      )
      .map(([part, more, alternative]) => ({ ...part, ...more, ...(alternative ? { alternative } : {}) })),
  }))
  const sheets = fc.array(step, { minLength: 1, maxLength: 4 })
  const replies = fc.array(
    fc.constantFrom<Value>(
      ...['save', 'discard', 'leave', 'hide', 'on', 'off', 'both', 'replace', 'skip', 'read'],
      ...['0', ['0', '1'], '3', true, '2026-03-14', '/in/veil-1.exposure', 'n', 'e'],
    ),
    { minLength: 120, maxLength: 120 },
  )

  test('draw steps of every kind', () => {
    const acts = STEP_KINDS.filter(({ isBlock, kind }) => !isBlock && !kind.startsWith('test.'))
    expect(Object.keys(drawnActs).sort()).toEqual(acts.map(({ kind }) => kind).sort())
    const blocks = STEP_KINDS.filter(({ isBlock, kind }) => isBlock && !kind.startsWith('test.'))
    const drawn = Object.keys(drawnBlocks(fc.constant([])))
    expect(drawn.sort()).toEqual(blocks.map(({ kind }) => kind).sort())
  })

  test('a run that is stored between any two advances ends, and put back gives the bench before', () => {
    fc.assert(
      fc.property(sheets, replies, (parts, answers) => {
        const before = exampleDesk()
        const end = play(beginDrawn(parts), before, { answers })
        // Answers that no question takes leave it open; it is stopped then, as a user would.
        const run = end.run.phase === 'ended' ? end.run : stopRun(end.run, end.nowMs)
        expect(run.phase).toBe('ended')
        expect(putBack(run, end.bench)).toMatchObject({ bench: before, report: { left: [], gone: [] } })
        expect(
          valueOf(
            applyChanges(
              before,
              changesOf(run).map(({ change }) => change),
            ),
          ),
        ).toEqual(end.bench)
        expect([run.entryCount, run.changeCount]).toEqual([run.log.length, changesOf(run).length])
      }),
      { numRuns: 80 },
    )
  })

  test('the log is only appended to, and every entry of the trace has come to an end in a run that has ended', () => {
    fc.assert(
      fc.property(sheets, replies, (parts, answers) => {
        const { run } = play(beginDrawn(parts), exampleDesk(), { answers })
        if (run.phase !== 'ended') return
        for (const entry of traceOf(run)) expect(entry.endedAtMs).not.toBe(null)
        expect(run.question).toBe(null)
        expect(run.stack).toHaveLength(run.outcome === 'done' ? 1 : run.stack.length)
      }),
      { numRuns: 80 },
    )
  })

  test('a rehearsal leaves its bench untouched, and for equal answers foretells the run', () => {
    fc.assert(
      fc.property(sheets, (parts) => {
        // That what is waited for comes is taken for granted in a rehearsal, and is not so here.
        fc.pre(!JSON.stringify(parts).includes('wait.until'))
        const before = exampleDesk()
        const copy = structuredClone(before)
        const lever = leverOf(...parts)
        const foretold = foretell(lever, before, drawnContext)
        expect(before).toEqual(copy)
        const { run } = play(startRun(lever, drawnContext), before, { takesStandard: true })
        if (foretold.run.phase !== 'ended') return
        expect(traceOf(run).map(({ path, outcome }) => [path, outcome])).toEqual(
          traceOf(foretold.run).map(({ path, outcome }) => [path, outcome]),
        )
        expect(changesOf(run).map(({ sentence }) => sentence)).toEqual(foretold.changes)
      }),
      { numRuns: 80 },
    )
  })

  test('a walk of so many steps is the beginning of the rehearsal, and one to the end is all of it', () => {
    fc.assert(
      fc.property(sheets, fc.nat(12), (parts, steps) => {
        const before = exampleDesk()
        const lever = leverOf(...parts)
        const whole = foretell(lever, before, drawnContext)
        const told = ({ run }: Rehearsal) => traceOf(run).map(({ path, outcome, note }) => `${path} ${outcome} ${note}`)
        const some = foretell(lever, before, { ...drawnContext, walk: { steps } })
        expect(before).toEqual(exampleDesk())
        expect(some.walked).toBeLessThanOrEqual(steps)
        expect(whole.changes.slice(0, some.changes.length)).toEqual(some.changes)
        expect(some.run.log.map(({ path }) => path)).toEqual(
          whole.run.log.slice(0, some.run.log.length).map(({ path }) => path),
        )
        const all = foretell(lever, before, { ...drawnContext, walk: { steps, until: [] } })
        expect([told(all), all.run.phase, all.waitsMs]).toEqual([told(whole), whole.run.phase, whole.waitsMs])
      }),
      { numRuns: 80 },
    )
  })
})
