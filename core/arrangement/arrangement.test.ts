import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { exampleDesk } from '../bench/exampleBench'
import {
  applyChanges,
  canonicalJson,
  desktopOf,
  displayOf,
  documentInFront,
  frontWindow,
  hasUnsaved,
  shownDesktop,
} from '../bench'
import type { BenchState, BenchWindow } from '../bench'
import { begin, nextId, play } from '../run/exampleRuns'
import { putBack } from '../run'
import { arrangementSchema, describeStep, performStep } from '../steps'
import type { Arrangement, Step, WantedWindow } from '../steps'
import { drawnArrangement, drawnDesk } from './exampleDesks'
import { inOrder } from './inOrder'
import { arrangementOf, judgeArrangement, planArrangement } from '.'

const CONTEXT = { nowMs: 0 }
const arrangement = (part: Partial<Arrangement>): Arrangement =>
  arrangementSchema.parse({ windows: [], devices: [], frames: [], rest: 'leave', unsaved: 'discard', ...part })

/** Whether a window is all that is wanted of one. */
function fits(window: BenchWindow, wanted: WantedWindow, bench: BenchState): boolean {
  const { programId, shows, mode, displayId, desktop, area } = wanted
  const { content } = window
  const at = mode ?? window.mode
  return (
    window.programId === programId &&
    content.error === undefined &&
    (shows === undefined ||
      ((shows.profile === undefined || shows.profile === content.profile) &&
        canonicalJson(shows.documents.toSorted()) === canonicalJson(content.documents.map(({ path }) => path).sort()) &&
        (shows.front === undefined || documentInFront(content)?.path === shows.front))) &&
    (mode === undefined || window.mode === mode) &&
    (at === 'hidden' ||
      ((displayId === undefined || displayOf(bench, window) === displayId) &&
        (desktop === undefined || desktopOf(bench, window) === desktop))) &&
    (area === undefined || at !== 'normal' || canonicalJson(window.area) === canonicalJson(area))
  )
}

/** So many of `ones` can be given one of `others` each, with none of them twice (augmenting paths). */
function mostPairs<A, B>(ones: readonly A[], others: readonly B[], goes: (one: A, other: B) => boolean): number {
  const taken = new Map<B, A>()
  const give = (one: A, seen: Set<B>): boolean =>
    others.some((other) => {
      if (seen.has(other) || !goes(one, other)) return false
      seen.add(other)
      const holder = taken.get(other)
      if (holder !== undefined && !give(holder, seen)) return false
      taken.set(other, one)
      return true
    })
  return ones.filter((one) => give(one, new Set())).length
}

/** What of an arrangement is not so, found without the planner. */
function unmet(bench: BenchState, wanted: Arrangement, shownBefore: number): string[] {
  const open = Object.values(bench.windows)
  const { windows, rest, unsaved } = wanted
  const mayStay = (window: BenchWindow) =>
    ({
      leave: true,
      minimize: window.mode === 'minimized' || window.mode === 'hidden',
      hide: window.mode === 'hidden',
      close: hasUnsaved(window) && (unsaved === 'leave' || (unsaved === 'hide' && window.mode === 'hidden')),
    })[rest]
  const mustBeWanted = open.filter((window) => !mayStay(window))
  const front = windows.find(({ inFront }) => inFront)
  const inFront = frontWindow(bench)
  const desktop = wanted.desktop ?? shownBefore
  return [
    ...(mostPairs(windows, open, (wish, window) => fits(window, wish, bench)) < windows.length ? ['windows'] : []),
    ...(mostPairs(mustBeWanted, windows, (window, wish) => fits(window, wish, bench)) < mustBeWanted.length
      ? ['rest']
      : []),
    ...(front && !(inFront && fits(inFront, front, bench)) ? ['front'] : []),
    ...(shownDesktop(bench) === desktop ? [] : ['desktop']),
    ...wanted.devices.flatMap(({ deviceId, controlId, value }) =>
      bench.devices[deviceId]?.controls[controlId]?.value === value ? [] : [`${deviceId} ${controlId}`],
    ),
    ...wanted.frames.flatMap(({ frameId, on }) => ((bench.frameSwitches?.[frameId] ?? false) === on ? [] : [frameId])),
  ]
}

const framesOn = (id: string, bench: BenchState) => bench.frameSwitches?.[id] ?? false
const context = { ...CONTEXT, framesOn }

/** Steps one after the other; undefined where one cannot be done. */
function done(steps: readonly Step[], bench: BenchState): BenchState | undefined {
  let now = bench
  for (const step of steps) {
    const effect = performStep(step, now, { ...context, nextId })
    if (effect.kind !== 'done') return undefined
    const after = applyChanges(now, effect.changes)
    if (!after.ok) return undefined
    now = after.value
  }
  return now
}

describe('laws over drawn benches', () => {
  test('wherever there is a plan, its steps reach what is wanted, and none of them could be left out', () => {
    let planned = 0
    fc.assert(
      fc.property(drawnDesk, drawnArrangement, (bench, wanted) => {
        const plan = planArrangement(bench, { ...wanted, partly: undefined }, context)
        if (!plan.ok) return
        planned += 1
        const { steps } = plan.value
        const shown = shownDesktop(bench)
        const reached = done(steps, bench)
        expect(reached && unmet(reached, wanted, shown)).toEqual([])
        for (const i of steps.keys()) {
          const without = done(steps.toSpliced(i, 1), bench)
          const isMissed = without === undefined || unmet(without, wanted, shown).length > 0
          const told = steps.map((step) => describeStep(step, bench)).join('\n')
          expect([isMissed, `without step ${i + 1}\n${told}`]).toEqual([true, expect.anything()])
        }
        // Once there, there is nothing left to do.
        expect(judgeArrangement(reached!, wanted, context).steps).toEqual([])
      }),
      { numRuns: 600 },
    )
    expect(planned).toBeGreaterThan(40)
  })

  test('pulled by the engine, it comes to the same, and is put back to the letter', () => {
    fc.assert(
      fc.property(drawnDesk, drawnArrangement, (bench, wanted) => {
        const plan = planArrangement(bench, wanted, {
          nowMs: 0,
        })
        const { run, bench: after } = play(begin([{ kind: 'bench.arrange', ...wanted }]), bench)
        expect(run.phase).toBe('ended')
        if (!plan.ok) {
          expect([run.outcome, canonicalJson(after)]).toEqual(['failed', canonicalJson(bench)])
          return
        }
        expect(run.outcome).toBe('done')
        expect(run.log.length).toBe(plan.value.steps.length + 1)
        if (!wanted.partly) expect(unmet(after, wanted, shownDesktop(bench))).toEqual([])
        const back = putBack(run, after)
        expect([back.report.left, back.report.gone]).toEqual([[], []])
        expect(JSON.parse(canonicalJson(back.bench))).toEqual(JSON.parse(canonicalJson(bench)))
      }),
      { numRuns: 150 },
    )
  })

  test('where a part cannot be reached, the reason is true, and partly all else is reached', () => {
    const seen = new Set<string>()
    fc.assert(
      fc.property(drawnDesk, drawnArrangement, (bench, wanted) => {
        const { parts, steps } = judgeArrangement(bench, wanted, context)
        for (const { at, state, issues } of parts) {
          expect(issues.length > 0).toBe(state === 'unreachable')
          for (const { code } of issues) {
            seen.add(code)
            expect([at, code, isTrue(code, at, bench, wanted)]).toEqual([at, code, true])
          }
        }
        const lost = new Set(parts.flatMap(({ at, state }) => (state === 'unreachable' ? [at] : [])))
        const left: Arrangement = {
          ...wanted,
          windows: wanted.windows.filter((_, i) => !lost.has(`windows.${i}`)),
          devices: wanted.devices.filter((_, i) => !lost.has(`devices.${i}`)),
          // What is neither wanted nor put away stands in no relation to what is.
          rest: lost.size > 0 ? 'leave' : wanted.rest,
        }
        const reached = done(steps, bench)
        const missed = reached && unmet(reached, left, shownDesktop(bench))
        if (missed?.length !== 0)
          throw new Error(
            JSON.stringify(
              {
                missed,
                w: bench.windows,
                d: bench.desktops,
                wanted,
                parts,
                steps: steps.map((x) => describeStep(x, bench)),
              },
              undefined,
              1,
            ),
          )
      }),
      { numRuns: 700 },
    )
    // Of some eleven, a few of which are rare.
    expect(seen.size).toBeGreaterThan(7)
  })

  test('the bench as it stands, taken as an arrangement, is reached already; disturbed, it is restored', () => {
    fc.assert(
      fc.property(drawnDesk, drawnArrangement, (bench, other) => {
        const taken = { ...arrangementOf(bench), partly: true, unsaved: 'discard' as const }
        expect(arrangementSchema.safeParse(taken).success).toBe(true)
        expect(judgeArrangement(bench, taken, context)).toMatchObject({ steps: [] })
        expect(judgeArrangement(bench, taken, context).parts.filter(({ state }) => state !== 'holds')).toEqual([])
        const disturbed = done(judgeArrangement(bench, { ...other, partly: true }, context).steps, bench)!
        const plan = judgeArrangement(disturbed, taken, context)
        const lost = new Set(plan.parts.flatMap(({ at, state }) => (state === 'unreachable' ? [at] : [])))
        const left = { ...taken, windows: taken.windows.filter((_, i) => !lost.has(`windows.${i}`)) }
        const restored = done(plan.steps, disturbed)!
        expect(unmet(restored, { ...left, devices: [] }, shownDesktop(bench))).toEqual([])
      }),
      { numRuns: 250 },
    )
  })
})

/** Whether a reason is so, found without the planner. */
function isTrue(code: string, at: string, bench: BenchState, { windows, devices, unsaved, desktop }: Arrangement) {
  const [part, name] = at.split('.') as [string, string]
  const window = windows[Number(name)]
  const device = devices[Number(name)]
  const program = window && bench.programs[window.programId]
  const mic = bench.devices.mic!
  switch (code) {
    case 'program-missing':
      return program === undefined
    case 'single-twice':
      return (
        program?.instances === 'single' &&
        windows.filter(({ programId }, i) => programId === program.id && i <= Number(name)).length > 1
      )
    case 'display-absent':
      return bench.devices[window!.displayId!]?.plugged === false
    case 'front-unseen':
      return (
        window!.mode === 'minimized' ||
        window!.mode === 'hidden' ||
        window!.desktop !== (desktop ?? shownDesktop(bench))
      )
    case 'control-missing':
      return device!.controlId === 'odd'
    case 'device-absent':
      return mic.plugged === false
    case 'device-held':
      return mic.fault?.kind === 'refuses'
    case 'not-followed':
      return mic.fault?.kind === 'ignores'
    case 'error-window':
      // A file that is not there, or one that only some programs mind.
      return (
        window!.shows!.documents.includes('/none.log') ||
        (program!.arguments.onUnknown === 'error-window' && window!.shows!.documents.includes('/in/veil-1.exposure'))
      )
    case 'cannot-show':
      // No program here takes exposures.
      return window!.shows!.documents.includes('/in/veil-1.exposure')
    case 'unsaved-kept':
      return (
        unsaved === 'leave' &&
        (part === 'rest'
          ? hasUnsaved(bench.windows[name]!)
          : Object.values(bench.windows).some((open) => open.programId === program!.id && hasUnsaved(open)))
      )
    default:
      return false
  }
}

describe('a desk', () => {
  const desk = exampleDesk()
  /** What the steps say. */
  const told = (part: Partial<Arrangement>, bench = desk) => {
    const plan = planArrangement(bench, arrangement(part), context)
    return plan.ok
      ? plan.value.steps.map((step) => describeStep(step, bench))
      : plan.issues.map(({ at, code, message }) => `${at}: ${code}: ${message}`)
  }
  const chart = { programId: 'chart', shows: { profile: 'red', documents: ['/l/a.log'] } }

  test('what is so already needs no step', () => {
    expect(told({ windows: [chart], rest: 'leave' })).toEqual([])
    expect(told({ windows: [chart, { programId: 'book' }, { programId: 'book' }], rest: 'close' })).toEqual([])
  })

  test('a program of one window takes more where it loads, and is closed first where it does not', () => {
    expect(
      told({ windows: [{ ...chart, shows: { profile: 'dome', documents: ['/l/a.log', '${logs}/b.log'] } }] }),
    ).toEqual(['Opens CHART with --profile=dome, /l/a.log, /l/b.log.'])
    // A document that is too many cannot be taken away.
    expect(told({ windows: [{ programId: 'chart', shows: { documents: ['/l/b.log'] } }] })).toEqual([
      'Opens CHART with /l/b.log; if it runs, closes it first.',
    ])
    const dome = done(judgeArrangement(desk, arrangement({ windows: [{ programId: 'dome' }] }), context).steps, desk)!
    expect(told({ windows: [{ programId: 'dome', shows: { profile: 'red', documents: [] } }] }, dome)).toEqual([
      'Opens DOME with --profile=red; if it runs, closes it first.',
    ])
  })

  test('two that want a program of one window: the first has it, and the second is told', () => {
    const windows = [chart, { programId: 'chart', shows: { documents: [] } }]
    expect(told({ windows })).toEqual([
      'windows.1.programId: single-twice: CHART has one window only, and another one is wanted already.',
    ])
    expect(told({ windows, partly: true })).toEqual([])
  })

  test('what is said once more is no contradiction, what is said otherwise is', () => {
    const wide = { deviceId: 'mic', controlId: 'pattern', value: 'narrow' }
    expect(told({ devices: [wide, wide] })).toEqual(['Sets Pattern of Microphone to Narrow.'])
    expect(told({ devices: [wide, { ...wide, value: 'wide' }] })).toEqual([
      'devices.1: said-twice: Pattern of Microphone is to be something else already.',
    ])
  })

  test('only the tab in front differs: it is gone to', () => {
    const documents = ['/l/a.log', '/l/b.log']
    const both = { programId: 'web', shows: { documents, front: '/l/b.log' } }
    const bench = done(judgeArrangement(desk, arrangement({ windows: [both] }), context).steps, desk)!
    expect(told({ windows: [{ ...both, shows: { documents, front: '/l/a.log' } }] }, bench)).toEqual([
      'Goes to /l/a.log in a window of WEB.',
    ])
  })

  test('a display is switched on before what stands on it, a device off after its other settings, a list before its place', () => {
    const right = desk.devices.right!
    const power = { ...right.controls.power!, value: false } as never
    const dark = { ...desk, devices: { ...desk.devices, right: { ...right, controls: { power } } } }
    expect(
      told(
        {
          windows: [{ ...chart, displayId: 'right' }],
          devices: [
            { deviceId: 'player', controlId: 'playing', value: true },
            { deviceId: 'player', controlId: 'track', value: 2 },
            { deviceId: 'player', controlId: 'playlist', value: 'open' },
            { deviceId: 'right', controlId: 'power', value: true },
          ],
        },
        dark,
      ),
    ).toEqual([
      'Sets Playlist of Player to Open evening.',
      'Sets Track of Player to 2.',
      'Sets Playing of Player to playing.',
      'Sets Power of Right display to awake.',
      'Puts a window of CHART on Right display.',
    ])
  })

  test('unsaved work is asked about, and what is done goes by the answer', () => {
    const wanted = arrangement({ windows: [chart], rest: 'close', unsaved: 'ask' })
    const asked = play(begin([{ kind: 'bench.arrange', ...wanted }]), desk)
    expect([asked.run.phase, asked.run.question?.text]).toEqual(['asking', expect.stringContaining('b.log')])
    const answered = play(asked.run, asked.bench, ['save'])
    expect([answered.run.outcome, Object.keys(answered.bench.windows)]).toEqual(['done', ['w-chart']])
    expect(putBack(answered.run, answered.bench).bench.windows).toEqual(desk.windows)
  })

  test('what is in front, on which desktop, and where everything stands', () => {
    const area = { x: 50, y: 0, width: 50, height: 100 }
    const windows: WantedWindow[] = [
      { ...chart, inFront: true },
      { programId: 'drawers', shows: { documents: ['/in'] }, mode: 'normal', displayId: 'right', desktop: 2, area },
      { programId: 'book', shows: { profile: 'dome', documents: [] }, mode: 'minimized', desktop: 3 },
    ]
    expect(told({ windows, rest: 'minimize' })).toEqual([
      'Minimizes a window of BOOK.',
      'Opens DRAWERS with /in.',
      'Puts the window in front into the right half on Right display on desktop 2 Charts.',
      'Opens BOOK with --profile=dome.',
      'Puts the window in front on desktop 3 Visitors and goes there.',
      'Minimizes the window in front.',
      'Brings a window of CHART to the front.',
    ])
  })

  test('a name that stands for nothing, a program and a display that are not there', () => {
    expect(
      told({
        windows: [
          { programId: 'web', shows: { documents: ['${nowhere}/a.log'] } },
          { programId: 'chrat' },
          { ...chart, displayId: 'gone' },
          { ...chart, desktop: 7 },
        ],
      }).map((line) => line.split(': ').slice(0, 2)),
    ).toEqual([
      ['windows.0.shows.documents.0', 'variable-unknown'],
      ['windows.1.programId', 'program-missing'],
      ['windows.2.displayId', 'display-absent'],
      ['windows.3.programId', 'single-twice'],
      ['windows.3.desktop', 'desktop-missing'],
    ])
  })
})

test('what has to come before stands before, and otherwise nothing is turned round', () => {
  const node = (key: string, ...after: string[]) => ({ key, after })
  const keys = (...nodes: ReturnType<typeof node>[]) => inOrder(nodes).map(({ key }) => key)
  expect(keys(node('a', 'c'), node('b'), node('c'), node('d', 'a', 'nobody'))).toEqual(['b', 'c', 'a', 'd'])
  expect(() => keys(node('a', 'b'), node('b', 'a'))).toThrow('circle')
})
