import { describe, expect, test } from 'vitest'
import { exampleBench, exampleDesk } from '../bench/exampleBench'
import type { BenchState } from '../bench'
import type { Lever } from '../levers'
import { newInterpreter, runScript } from '../sandbox'
import { stepSchema } from '../steps'
import type { Step } from '../steps'
import {
  advanceRun,
  changesOf,
  checkSheet,
  partsOfRun,
  pathOf,
  putBack,
  rehearse,
  rowOfPath,
  runSchema,
  scriptRequest,
  startRun,
  traceOf,
} from '.'
import type { Run, StartContext } from '.'

const interpreter = await newInterpreter()
const NOW_MS = Date.UTC(2031, 3, 30, 21, 14)

let count = 0
const nextId = () => `id-${++count}`
type Written = Record<string, unknown> & { kind: string }
const sheet = (...parts: Written[]): Step[] => parts.map((part) => stepSchema.parse({ id: nextId(), ...part }))
const script = (text: string, more: Record<string, unknown> = {}): Written => ({
  kind: 'script.run',
  script: text,
  ...more,
})
const message = (text: string): Written => ({ kind: 'message.show', text })

const other: Pick<Lever, 'id' | 'name' | 'plate' | 'steps'> = {
  id: 'other',
  name: 'Other',
  plate: 9,
  steps: sheet(message('from 9')),
}

/** Plays a run to where it ends or asks; what is stored goes through JSON between any two advances. */
function played(parts: Written[], bench: BenchState = exampleBench(), given: Partial<StartContext> = {}) {
  const context = { nowMs: NOW_MS, nextId, ...given }
  const lever = { id: 'l', name: 'Lever', plate: 1, steps: sheet(...parts) }
  let run: Run = startRun(lever, context)
  let now = bench
  const requests: string[][] = []
  for (let turns = 0; turns < 2000; turns++) {
    const stored = runSchema.parse(JSON.parse(JSON.stringify(run))) as Run
    const { head, sheet: own, log } = partsOfRun(stored)
    const known = { nowMs: head.phase === 'waiting' ? Math.max(NOW_MS, head.wakeAtMs!) : NOW_MS, nextId }
    const request = scriptRequest(head, own, log, now, known)
    if (request) requests.push(Object.keys(request.given))
    const fetched = request && runScript(interpreter, request).outcome
    const advance = advanceRun(stored, now, fetched ? { ...known, fetched } : known)
    if (advance.run === stored) break
    run = advance.run
    now = advance.bench
  }
  return { run, bench: now, requests, said: now.messages?.map(({ text }) => text) ?? [] }
}
const outcomes = ({ log }: Run) =>
  log.filter(({ endedAtMs }) => endedAtMs !== null).map(({ path, outcome }) => `${path} ${outcome}`)
const notes = (run: Run) => traceOf(run).map(({ note }) => note)

describe('a script as a step', () => {
  test('it waits for whoever runs it, and what it gives back has a name for the steps after it', () => {
    const parts = [script('return values.night + " " + (2 + 2)', { as: 'sum' }), message('It is ${sum}')]
    const given = { values: { values: { night: 'M31' }, broken: {} } }
    const begun = startRun(
      { id: 'l', name: 'L', plate: 1, steps: sheet(...parts) },
      { nowMs: NOW_MS, nextId, ...given },
    )
    const waits = advanceRun(begun, exampleBench(), { nowMs: NOW_MS, nextId })
    expect([waits.run.phase, pathOf(waits.run.stack)]).toEqual(['fetching', '0'])
    expect(advanceRun(waits.run, waits.bench, { nowMs: NOW_MS, nextId }).run).toBe(waits.run)
    const { run } = played(parts, exampleBench(), given)
    expect(run.outcome).toBe('done')
    expect(notes(run)[0]).toBe('sum is “M31 4”.')
    expect(changesOf(run)[0]!.sentence).toContain('It is M31 4')
  })

  test('a rehearsal ends at a script that nobody runs', () => {
    const lever = { id: 'l', name: 'L', plate: 1, steps: sheet(script('return 1'), message('after')) }
    expect(rehearse(lever, exampleBench(), { nowMs: NOW_MS, nextId }).run.phase).toBe('fetching')
  })

  test('inputs, named values and what loops give are in values; parts of them as records', () => {
    const parts = [
      {
        kind: 'each',
        as: 'guest',
        source: {
          kind: 'table',
          columns: ['name', 'page'],
          rows: [
            ['Ada', '3'],
            ['Bo', '5'],
          ],
        },
        steps: sheet(
          script('return [values.guest.name, values.guest.page * 2, values.who]', { as: 'told' }),
          message('${told}'),
        ),
      },
    ]
    const { run } = played(parts, exampleBench(), { inputs: { who: ['x', 'y'] } })
    expect(run.outcome).toBe('done')
    expect(run.log.flatMap(({ path, value }) => (path === '0.steps.0' && value ? [value] : []))).toEqual([
      ['Ada', 6, ['x', 'y']],
      ['Bo', 10, ['x', 'y']],
    ])
  })

  test('what it asks of the files it is given, one after the other', () => {
    const source = 'const [, second] = bench.list("/l"); return [second.name, bench.text(second.path)]'
    const { run, requests } = played([script(source, { as: 'x' })], exampleDesk())
    expect(requests).toEqual([[], ['folder /l'], ['folder /l', expect.stringMatching(/^text \/l\//)]])
    expect(run.log.at(-1)!.value).toEqual(['b.log', 'Clear sky.'])
    expect(notes(played([script('bench.list("/none")')]).run)[0]).toMatch(/^Line 1: There is no folder \/none/)
    expect(notes(played([script('for (let i = 0; ; i++) bench.list(`/${i}`)')], exampleDesk()).run)[0]).toMatch(
      /There is no folder/,
    )
    const many = 'for (let i = 0; i < 100; i++) try { bench.list(`/none-${i}`) } catch {}'
    expect(notes(played([script(many)]).run)[0]).toContain('more than 64')
  })

  test('a fault is told with its line, and the policy of the step counts', () => {
    const failing = played([script('const a = 1\na.b.c', { onFailure: 'stop' }), message('after')])
    expect([failing.run.outcome, notes(failing.run)[0]]).toEqual([
      'failed',
      expect.stringMatching(/^Line 2: TypeError/),
    ])
    expect(failing.run.log.at(-1)!.issueCode).toBe('script-failed')
    expect(outcomes(played([script('throw 1', { onFailure: 'go-on' }), message('after')]).run)).toEqual([
      '0 failed',
      '1 done',
    ])
    const second = played([script('throw new Error("shut")', { alternative: { id: 'a', ...message('instead') } })])
    expect([second.run.outcome, second.run.log.at(-1)!.firstWay]).toEqual(['done', 'Line 1: shut'])
  })
})

describe('steps that a script has done', () => {
  test('they are done in its place, in order, and put back like any other', () => {
    const source = `
      steps.push({ kind: 'program.close', programId: 'book', unsaved: 'discard' })
      steps.push({ kind: 'message.show', text: 'Closed ' + bench.windows.length })
      return 'two'`
    const { run, bench } = played([script(source, { as: 'x' }), message('${x}')])
    expect([run.outcome, outcomes(run)]).toEqual(['done', ['0 done', '0.made.0 done', '0.made.1 done', '1 done']])
    expect(rowOfPath('2.steps.0.made.1.steps.0')).toBe('2.steps.0')
    expect(rowOfPath('2.lever.1')).toBe('2')
    expect(changesOf(run).length).toBeGreaterThan(0)
    const back = putBack(run, bench)
    expect(back.report.undone.length).toBe(changesOf(run).length)
  })

  test('programs may be named by their names, and only what differs from a fresh step is written', () => {
    const { run } = played([script('steps.push({ kind: "program.raise", programId: "NIGHT BOOK" })')], {
      ...exampleBench(),
      programs: { ...exampleBench().programs, book: { ...exampleBench().programs.book!, name: 'Night Book' } },
    })
    expect(outcomes(run)).toEqual(['0 done', '0.made.0 done'])
  })

  test('blocks may stand in them, and what it gives back has its name in them', () => {
    const source = `steps.push({ kind: 'each', as: 'n', source: { kind: 'list', items: ['1', '2'] }, steps: [
      { kind: 'message.show', text: 'no \${n} of \${all}' }] }); return 2`
    const { run } = played([script(source, { as: 'all' })])
    expect([run.outcome, outcomes(run)]).toEqual([
      'done',
      ['0 done', '0.made.0 done', '0.made.0.steps.0 done', '0.made.0.steps.0 done', '0.made.0 done'],
    ])
    expect(changesOf(run).map(({ sentence }) => sentence)).toEqual([
      expect.stringContaining('no 1 of 2'),
      expect.stringContaining('no 2 of 2'),
    ])
  })

  test('a step that fails among them fails the script step, whose second way is taken', () => {
    const source = 'steps.push({ kind: "program.raise", programId: "nobody" }, { kind: "message.show", text: "never" })'
    const { run } = played([script(source, { alternative: { id: 'a', ...message('instead') } }), message('after')])
    expect([run.outcome, outcomes(run)]).toEqual([
      'done',
      ['0 done', '0.made.0 failed', '0.alternative done', '1 done'],
    ])
    const stopped = played([script(source), message('after')]).run
    expect([stopped.outcome, outcomes(stopped).at(-1)]).toEqual(['failed', '0.made.0 failed'])
  })

  test('what is no step is told with its number, and nothing of them is done', () => {
    const cases: [string, RegExp][] = [
      ['steps.push({ kind: "message.show", text: "x" }, 7)', /^Step 2 .* no record with a kind/],
      ['steps.push("open book")', /^Step 1 .* no record with a kind/],
      ['steps.push({ kind: "mesage.show" })', /“mesage.show” is no kind of step. Did you mean “message.show”\?/],
      ['steps.push({ kind: "constructor" })', /no kind of step/],
      ['steps.push({ kind: "wait", ms: "long" })', /^Step 1 .*ms/],
      ['steps.push({ kind: "script.run", script: "" })', /cannot have another script run/],
      [
        'steps.push({ kind: "group", name: "g", steps: [{ kind: "script.run", script: "" }] })',
        /cannot have another script run/,
      ],
      ['steps.push({ kind: "message.show", text: "${nobody}" })', /nobody/],
      ['steps.push({ kind: "lever.pull", leverId: "other", inputs: [] })', /not among those that this script may pull/],
      [
        'let g = { kind: "wait", ms: 1 }; for (let i = 0; i < 50; i++) g = { kind: "group", name: "g", steps: [g] }; steps.push(g)',
        /deep/,
      ],
      ['steps.push({ kind: "program.close", programId: "book", unsaved: "discard" }, { kind: "no" })', /^Step 2/],
    ]
    for (const [source, expected] of cases) {
      const before = exampleBench()
      const { run, bench } = played([script(source)], before)
      expect([source, run.outcome, notes(run)[0]]).toEqual([source, 'failed', expect.stringMatching(expected)])
      expect([changesOf(run), bench]).toEqual([[], before])
    }
  })

  test('a lever that it may pull is pulled; one that is gone is known before anything is done', () => {
    const pull = script('steps.push({ kind: "lever.pull", leverId: "Other", inputs: [] })', { mayPull: ['other'] })
    const leverOf = (id: string) => (id === 'other' ? { lever: other, values: { values: {}, broken: {} } } : undefined)
    const { run } = played([pull], exampleBench(), { leverOf })
    expect(outcomes(run)).toEqual(['0 done', '0.made.0 done', '0.made.0.lever.0 done'])
    const gone = startRun({ id: 'l', name: 'L', plate: 1, steps: sheet(pull) }, { nowMs: NOW_MS, nextId })
    expect(checkSheet(partsOfRun(gone).sheet, gone, exampleBench())?.issue.code).toBe('pull-missing')
    const self = { ...other, steps: sheet(script('', { mayPull: ['other'] })) }
    const circle = startRun(self, {
      nowMs: NOW_MS,
      nextId,
      leverOf: () => ({ lever: self, values: { values: {}, broken: {} } }),
    })
    expect(checkSheet(partsOfRun(circle).sheet, circle, exampleBench())?.issue.code).toBe('pull-circle')
  })

  test('a loop around it is left, and gone on with, from within', () => {
    const source =
      'if (values.n === "2") steps.push({ kind: "loop.leave", to: "end" }); steps.push({ kind: "message.show", text: "x" })'
    const parts = [
      { kind: 'each', as: 'n', source: { kind: 'list', items: ['1', '2', '3'] }, steps: sheet(script(source)) },
    ]
    const { run } = played(parts)
    expect([run.outcome, outcomes(run).filter((line) => line.includes('made'))]).toEqual([
      'done',
      ['0.steps.0.made.0 done', '0.steps.0.made.0 done'],
    ])
  })

  test('what it says stands in the note', () => {
    expect(notes(played([script('say("dome", 96); say("open"); return 1')]).run)[0]).toBe(
      'It gave back 1. It says: dome 96 · open',
    )
    expect(notes(played([script('')]).run)[0]).toBe('The script ran.')
  })
})
