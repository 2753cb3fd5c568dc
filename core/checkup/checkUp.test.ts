import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { applyChanges, fileTree, fileTable, windowsOf } from '../bench'
import type { BenchState } from '../bench'
import { exampleDesk } from '../bench/exampleBench'
import { leverSchema } from '../levers'
import type { Frame, Lever, NamedValue } from '../levers'
import { valueOf } from '../result'
import { changesOf, rehearse } from '../run'
import { drawnActs } from '../run/exampleActs'
import type { DrawnStep } from '../run/exampleActs'
import type { ScriptOutcome } from '../script'
import { causesOf, plainStepSchema } from '../steps'
import { checkUp, CheckUp, patchOf } from '.'
import type { CheckUpInput, Finding, WhatIf } from '.'
import { judgeRehearsal } from './judgeRehearsal'

const frames: Frame[] = [
  { id: 'night', name: 'Night', on: true, position: 0 },
  { id: 'desk', name: 'Desk', on: true, position: 1 },
]
const value = (name: string, text: string, frameId: string | null = null): NamedValue => ({
  id: `v-${frameId}-${name}`,
  frameId,
  name,
  text,
  version: 1,
})

let count = 0
function lever(part: Record<string, unknown> & { steps: Record<string, unknown>[] }): Lever {
  count += 1
  return leverSchema.parse({
    id: `l${count}`,
    plate: count,
    version: 1,
    frameId: 'night',
    name: `Lever ${count}`,
    aliases: [`w${count}`],
    triggers: [],
    scope: { kind: 'everywhere' },
    enabled: true,
    whileRunning: 'ignore',
    ...part,
    steps: part.steps.map((step, i) => ({ id: `s${i}`, ...step })),
  })
}
const say = (text = 'hello') => ({ kind: 'message.show', text })
const pull = (leverId: string) => ({ kind: 'lever.pull', leverId, inputs: [] })

const check = (levers: Lever[], part: Partial<CheckUpInput> = {}): Finding[] =>
  checkUp({ levers, frames, values: [], bench: exampleDesk(), ...part })
const said = (findings: readonly Finding[]) => findings.map(({ code, where, message }) => [code, where, message])
const codes = (findings: readonly Finding[]) => findings.map(({ code }) => code)

/** The lever with a mend made. */
function mended(one: Lever, finding: Finding): Lever {
  return leverSchema.parse({ ...one, ...patchOf(finding.mend!, one) })
}

describe('what is gone', () => {
  test('a program, device, frame or lever in a step, the scope, the interlock, what it waits for; with the nearest', () => {
    const lost = lever({
      steps: [
        { kind: 'program.raise', programId: 'bok' },
        {
          kind: 'device.control',
          target: { kind: 'devices', deviceIds: ['mik'] },
          controlId: 'mute',
          to: { kind: 'set', value: true },
        },
        { kind: 'frame.switch', frameIds: ['gone'], to: 'on' },
        pull('nobody'),
      ],
      scope: { kind: 'except', programIds: ['charts'] },
      interlock: { condition: { kind: 'program-runs', programId: 'xyzzy' }, otherwise: { kind: 'refuse' } },
      doors: [{ id: 'd', kind: 'event', event: { kind: 'plugged-in', deviceId: 'nowhere' } }],
    })
    const findings = check([lost])
    expect(findings.map(({ code, where }) => [code, where])).toEqual([
      ['program-gone', 'row 1'],
      ['device-gone', 'row 2'],
      ['frame-gone', 'row 3'],
      ['lever-gone', 'row 4'],
      ['program-gone', 'scope'],
      ['program-gone', 'interlock'],
      ['device-gone', 'what it waits for'],
    ])
    expect(findings[0]!.message).toBe('There is no program “bok” any more. The nearest is BOOK.')
    expect(findings[0]!.mend).toMatchObject({ label: 'Take BOOK', from: 'bok', to: 'book' })
    expect(findings[5]!.mend).toBe(undefined)
    const right = mended(mended(lost, findings[0]!), findings[4]!)
    expect(codes(check([right])).filter((code) => code === 'program-gone')).toHaveLength(1)
    expect(right.scope).toEqual({ kind: 'except', programIds: ['chart'] })
  })

  test('in a block and in a second way, by the row of it', () => {
    const lost = lever({
      steps: [
        say(),
        {
          kind: 'group',
          name: 'g',
          steps: [
            { id: 'a', ...say() },
            { id: 'b', kind: 'program.raise', programId: 'bok' },
          ],
        },
        { ...say(), alternative: { id: 'c', kind: 'program.raise', programId: 'bok' } },
      ],
    })
    expect(check([lost]).map(({ row, where }) => [row, where])).toEqual([
      ['1.steps.1', 'row 2 (2 in it)'],
      ['2.alternative', 'row 3'],
    ])
    const [first] = check([lost])
    expect(codes(check([mended(lost, first!)]))).toEqual([])
  })

  test('a path, with the likeliest; of an ordered stack what is there and what is not', () => {
    const moved = lever({ steps: [{ kind: 'place.open', places: ['/l/a.lg'] }] })
    const [finding] = check([moved])
    expect(finding).toMatchObject({ severity: 'fault', where: 'row 1' })
    expect(finding!.mend?.label).toBe('Use a.log')
    // The file is there; that no program of the example opens such files is another matter.
    expect(codes(check([mended(moved, finding!)]))).toEqual(['no-opener'])
    const stack = lever({ steps: [{ kind: 'program.open', programId: 'chart', args: ['/l/a.log', '/l/nowhere.log'] }] })
    const parts = check([stack]).find((one) => one.parts)
    expect(parts?.parts).toEqual({ there: ['“a.log”'], missing: ['“nowhere.log”'] })
    // Another part that comes or goes makes it no other finding, nor does a row above it.
    const below = { ...stack, steps: [...lever({ steps: [{ ...say(), id: 'above' }] }).steps, ...stack.steps] }
    expect(check([below]).map(({ id, row }) => [id, row])).toContainEqual([parts?.id, '1'])
    const both = check([
      {
        ...stack,
        steps: lever({ steps: [{ kind: 'program.open', programId: 'chart', args: ['/l/b.lg', '/l/nowhere.log'] }] })
          .steps,
      },
    ])
    expect(both.map(({ id }) => id)).toContain(parts?.id)
    expect(parts?.message).toContain('Of its parts “a.log” is there, and “nowhere.log” is not.')
    // Of several that are missing the report is told once; what is wrong with another argument has none.
    const more = ['--odd', '/l/a.log', '/l/one.log', '/l/two.log']
    const several = check([lever({ steps: [{ kind: 'program.open', programId: 'chart', args: more }] })])
    const missing = ['“one.log”', '“two.log”']
    expect(several.map((one) => [one.code, one.parts?.missing, one.message.includes('Of its parts')])).toEqual([
      ['option-unknown', undefined, false],
      ['file-missing', missing, true],
      ['file-missing', missing, false],
    ])
    expect(several[1]!.message).toContain('Of its parts “a.log” is there, and “one.log” and “two.log” are not.')
    const none = check([
      lever({ steps: [{ kind: 'program.open', programId: 'chart', args: ['/l/one.log', '/l/two.log'] }] }),
    ])
    expect(none[0]!.message).toContain('None of its parts is there: “one.log” and “two.log”.')
  })

  test('a name that nothing has; one that is there again is no finding', () => {
    const one = lever({ steps: [say('At ${nigt}')] })
    expect(said(check([one], { values: [value('night', 'x')] }))[0]![2]).toMatch(/nigt.*night/s)
    expect(codes(check([one], { values: [value('nigt', 'x')] }))).toEqual([])
  })
})

describe('what can never be', () => {
  test('a scope of programs that are all gone, and an interlock that contradicts itself', () => {
    const nowhere = lever({ steps: [say()], scope: { kind: 'only', programIds: ['xyzzy'] } })
    expect(codes(check([nowhere]))).toEqual(['program-gone', 'scope-never'])
    expect(mended(nowhere, check([nowhere])[1]!).scope).toEqual({ kind: 'everywhere' })
    const runs = { kind: 'program-runs', programId: 'book' }
    const never: [object, boolean][] = [
      [{ kind: 'all', conditions: [runs, { kind: 'not', condition: runs }] }, true],
      [
        {
          kind: 'all',
          conditions: [
            { kind: 'program-front', programId: 'book' },
            { kind: 'all', conditions: [{ kind: 'program-front', programId: 'chart' }] },
          ],
        },
        true,
      ],
      [
        {
          kind: 'all',
          conditions: [
            { kind: 'time-of-day', fromMinute: 0, toMinute: 60 },
            { kind: 'time-of-day', fromMinute: 60, toMinute: 90 },
          ],
        },
        true,
      ],
      [
        {
          kind: 'all',
          conditions: [
            { kind: 'time-of-day', fromMinute: 1400, toMinute: 60 },
            { kind: 'time-of-day', fromMinute: 30, toMinute: 90 },
          ],
        },
        false,
      ],
      [{ kind: 'time-of-day', fromMinute: 5, toMinute: 5 }, true],
      [{ kind: 'any', conditions: [runs, { kind: 'time-of-day', fromMinute: 5, toMinute: 5 }] }, false],
      [
        {
          kind: 'all',
          conditions: [
            { kind: 'control-is', deviceId: 'mic', controlId: 'mute', value: true },
            { kind: 'control-is', deviceId: 'mic', controlId: 'mute', value: false },
          ],
        },
        true,
      ],
      [
        {
          kind: 'all',
          conditions: [
            { kind: 'program-front', programId: 'book' },
            { kind: 'not', condition: runs },
          ],
        },
        true,
      ],
      [{ kind: 'all', conditions: [runs, { kind: 'desktop-shown', desktop: 1 }] }, false],
    ]
    for (const [condition, isNever] of never) {
      const one = lever({ steps: [say()], interlock: { condition, otherwise: { kind: 'refuse' } } })
      expect([condition, codes(check([one])).includes('interlock-never')]).toEqual([condition, isNever])
    }
  })

  test('levers that pull each other, those that lead into a circle too; a lever that nothing leads to', () => {
    const a = lever({ steps: [say()] })
    const b = lever({ steps: [pull(a.id)] })
    const c = { ...a, steps: lever({ steps: [pull(b.id)] }).steps }
    const outside = lever({ steps: [pull(b.id)] })
    expect(check([c, b, outside]).map(({ about, code }) => [about.id, code])).toEqual([
      [c.id, 'pull-circle'],
      [b.id, 'pull-circle'],
      [outside.id, 'pull-circle'],
    ])
    const alone = lever({ steps: [say()], aliases: [] })
    expect(codes(check([alone]))).toEqual(['unreachable'])
    expect(codes(check([alone], { racked: [alone.id] }))).toEqual([])
    expect(codes(check([alone, lever({ steps: [pull(alone.id)] })]))).toEqual([])
  })

  test('levers that set each other off, by what they do and wait for', () => {
    const waits = (event: object, ...steps: Record<string, unknown>[]) =>
      lever({ steps, doors: [{ id: 'd', kind: 'event', event }] })
    const self = waits(
      { kind: 'program-starts', programId: 'chart' },
      { kind: 'program.open', programId: 'chart', args: [] },
    )
    expect(codes(check([self]))).toEqual(['sets-off'])
    const one = waits(
      { kind: 'program-ends', programId: 'chart' },
      { kind: 'program.open', programId: 'book', args: [] },
    )
    const other = waits(
      { kind: 'program-starts', programId: 'book' },
      { kind: 'group', name: 'g', steps: [{ id: 'x', kind: 'program.close', programId: 'chart' }] },
    )
    const both = check([one, other])
    expect(codes(both)).toEqual(['sets-off', 'sets-off'])
    expect(both[0]!.message).toContain(
      `${one.plate} ${one.name} → ${other.plate} ${other.name} → ${one.plate} ${one.name}`,
    )
    expect(codes(check([one, { ...other, enabled: false }]))).toEqual([])
    const files = waits(
      { kind: 'file-appears', folder: '/later', pattern: '*' },
      { kind: 'files.move', act: 'copy', paths: ['/in/*'], to: '/l/../later', taken: 'both', makeFolder: false },
    )
    expect(codes(check([files]))).toContain('sets-off')
  })

  const waits = (event: object, ...steps: Record<string, unknown>[]) =>
    lever({ steps, doors: [{ id: 'd', kind: 'event', event }] })

  const arranges = (rest: string, part: object = {}) => ({
    kind: 'bench.arrange',
    windows: [{ programId: 'book' }],
    devices: [],
    frames: [],
    rest,
    unsaved: 'ask',
    ...part,
  })

  test.each([
    ['chart', arranges('close'), true],
    ['book', arranges('leave'), false],
    ['book', arranges('leave', { windows: [{ programId: 'book', shows: { documents: [] } }] }), true],
    ['chart', arranges('hide'), false],
    ['chart', { kind: 'programs.put-away', which: { kind: 'all' }, how: 'close' }, true],
    ['chart', { kind: 'programs.put-away', which: { kind: 'all' }, how: 'hide' }, false],
    ['chart', { kind: 'programs.put-away', which: { kind: 'all-but', programIds: ['chart'] }, how: 'close' }, false],
    ['chart', { kind: 'windows.close', which: { kind: 'program', programId: 'chart' } }, true],
    ['chart', { kind: 'windows.close', which: { kind: 'title', text: 'chart' } }, false],
  ])('the end of %s by %j: %s', (programId, step, is) => {
    expect(codes(check([waits({ kind: 'program-ends', programId }, step)])).includes('sets-off')).toBe(is)
  })

  test.each([
    ['web', { kind: 'place.open', places: ['https://sky.example/tonight'] }],
    ['drawers', { kind: 'place.open', places: ['${in}'] }],
    ['book', { kind: 'place.open', places: ['/l/a.log'], programIds: ['book'] }],
    ['book', { kind: 'program.switch', programId: 'chart', otherId: 'book' }],
    ['book', arranges('leave')],
  ])('the start of %s by %j', (programId, step) => {
    const isTold = (by: string) =>
      codes(check([waits({ kind: 'program-starts', programId: by }, step)])).includes('sets-off')
    expect([isTold(programId), isTold('dome')]).toEqual([true, false])
  })

  test('a frame that an arrangement switches on, and not one that it switches off', () => {
    const by = (on: boolean) =>
      check([waits({ kind: 'frame-on', frameId: 'desk' }, arranges('leave', { frames: [{ frameId: 'desk', on }] }))])
    expect([codes(by(true)), codes(by(false))]).toEqual([['sets-off'], []])
  })

  test('files under other names in the folder that is waited for, as far as their endings can fit', () => {
    const renames = (pattern: string, waitedFor: string) =>
      check([
        waits(
          { kind: 'file-appears', folder: '/in', pattern: waitedFor },
          { kind: 'files.rename', paths: ['/in/*.exposure'], pattern },
        ),
      ])
    const isTold = (pattern: string, waitedFor: string) => codes(renames(pattern, waitedFor)).includes('sets-off')
    expect(isTold('${name}-${n}${ending}', '*.exposure')).toBe(true)
    expect(isTold('${name}-done.EXPOSURE', '*.exposure')).toBe(true)
    expect(isTold('${name}.done', '*')).toBe(true)
    expect(isTold('${name}.done', '*.exposure')).toBe(false)
  })

  test('what an act brings about by name is always among what it is said to', () => {
    const kinds = [
      'program.open',
      'program.switch',
      'program.close',
      'program.uninstall',
      'place.open',
      'bench.arrange',
    ]
    const acts = fc.oneof(...[...kinds, 'programs.put-away'].map((kind) => drawnActs[kind]!))
    const desk = exampleDesk()
    const programs = Object.keys(desk.programs)
    const brought = new Set<string>()
    let ids = 0
    const nextId = () => `new-${(ids += 1)}`
    fc.assert(
      fc.property(acts, (act) => {
        const step = plainStepSchema.parse({ id: 's', ...act })
        if (step.kind === 'programs.put-away' && step.which.kind === 'front') return
        const { run } = rehearse(lever({ steps: [act] }), desk, { nowMs: 0, nextId })
        const causes = causesOf(step, desk)
        let before = desk
        for (const { change } of changesOf(run)) {
          const after = valueOf(applyChanges(before, [change]))
          for (const programId of programs) {
            const [ran, runs] = [before, after].map((bench) => windowsOf(bench, programId).length > 0)
            if (ran === runs) continue
            const kind = runs ? 'program-starts' : 'program-ends'
            brought.add(`${step.kind} ${kind}`)
            expect(causes).toContainEqual({ kind, programId })
          }
          before = after
        }
      }),
      { numRuns: 500 },
    )
    const starts = ['program.open', 'place.open', 'program.switch'].map((kind) => `${kind} program-starts`)
    const ends = ['program.close', 'program.uninstall', 'programs.put-away'].map((kind) => `${kind} program-ends`)
    expect([...brought]).toEqual(expect.arrayContaining([...starts, ...ends, 'bench.arrange program-ends']))
  })

  test('values that nobody uses, frames that are on by what is gone', () => {
    const user = lever({ steps: [say('${a}'), { kind: 'script.run', script: 'return values.c' }] })
    const values = [value('a', '${b}'), value('b', 'x'), value('c', 'y'), value('d', 'z'), value('a', 'hidden', 'desk')]
    const unused = check([user], { values }).filter(({ code }) => code === 'value-unused')
    expect(unused.map(({ about }) => about.id)).toEqual(['v-null-d', 'v-desk-a'])
    const [night, desk] = frames
    const bad = [night!, { ...desk!, condition: { kind: 'program-runs' as const, programId: 'xyzzy' } }]
    expect(said(check([], { frames: bad }))).toEqual([
      ['program-gone', 'condition', 'It is on only by what program “xyzzy” does, which is not there any more.'],
    ])
  })

  test('keys that a program takes for itself, with a way out', () => {
    const { programs } = exampleDesk()
    const claimed = Object.values(programs).find(({ claims }) => claims.length > 0)!
    const one = lever({ steps: [say()], triggers: [{ id: 't', kind: 'chord', chord: claimed.claims[0]!.chord }] })
    const [finding] = check([one])
    expect([finding?.code, finding?.where]).toEqual(['key-lost', claimed.claims[0]!.chord])
    expect(check([mended(one, finding!)])).toEqual([])
    expect(check([{ ...one, enabled: false }])).toEqual([])
  })

  test('two keys of one lever are mended together: each mend alters its own trigger and nothing else', () => {
    const [first, second] = Object.values(exampleDesk().programs)
      .flatMap(({ claims }) => claims)
      .map(({ chord }) => chord)
    const one = lever({
      steps: [say()],
      triggers: [
        { id: 'a', kind: 'chord', chord: first },
        { id: 'b', kind: 'chord', chord: second },
      ],
    })
    const found = check([one]).filter(({ code }) => code === 'key-lost')
    expect(found.length).toBe(2)
    expect(check([found.reduce((now, finding) => mended(now, finding), one)])).toEqual([])
  })

  test('windows that come, go or come to the front are no matter of a lever', () => {
    const one = lever({
      steps: [{ kind: 'program.open', programId: 'chart', args: ['/l/a.log'], whenRunning: 'refuse' }],
    })
    const bench = exampleDesk()
    const following = new CheckUp({ levers: [one], frames, values: [], bench })
    following.findings()
    following.setBench({ ...bench, windows: {}, stack: [] })
    expect(following.dueCount).toBe(0)
  })

  test('a sheet whose rehearsal fails, with the row; not what needs an answer', () => {
    const failing = lever({ steps: [say(), { kind: 'program.raise', programId: 'dome' }] })
    expect(judged(failing)).toMatchObject({
      code: 'rehearsal-fails',
      row: '1',
      where: 'row 2',
    })
    expect(judged(lever({ steps: [say()] }))).toBe(undefined)
    const needs = lever({ steps: [say('${x}')], inputs: [{ name: 'x', kind: 'text' }] })
    expect(judged(needs)).toBe(undefined)
  })

  test('a rehearsal goes on with what its scripts gave, and fails where they do', () => {
    const scripted = lever({ steps: [{ kind: 'script.run', script: 'return values.a' }, say()] })
    expect(judged(scripted, GAVE)).toBe(undefined)
    expect(judged(scripted, { kind: 'failed', message: 'No such part', said: [] })).toMatchObject({
      row: '0',
      message: expect.stringContaining('No such part'),
    })
    // Whether it would fail is not known where it cannot be run.
    expect(judged(scripted)).toBe(undefined)
    const thenFails = lever({
      steps: [
        { kind: 'script.run', script: 'return 1' },
        { kind: 'program.raise', programId: 'dome' },
      ],
    })
    expect(judged(thenFails, GAVE)).toMatchObject({ row: '1' })
  })
})

const GAVE: ScriptOutcome = { kind: 'gave', value: '', steps: [], said: [] }

/** Of a rehearsal to its end, with what each of its scripts comes to. */
function judged(one: Lever, outcome?: ScriptOutcome) {
  const judging = judgeRehearsal(one, exampleDesk(), { nowMs: 0, nextId: () => 'x' })
  let part = judging.next()
  while (!part.done) part = judging.next('script' in part.value ? outcome : undefined)
  return part.value
}

const without = <T extends object>(record: T, key: string): T => {
  const { [key as keyof T]: _gone, ...rest } = record
  return rest as T
}
const withoutPath = (bench: BenchState, path: string): BenchState => ({
  ...bench,
  files: fileTree(
    Object.fromEntries(
      Object.entries(fileTable(bench.files)).filter(([one]) => one !== path && !one.startsWith(`${path}/`)),
    ),
  ),
})

describe('change by change', () => {
  const steps = fc.constantFrom<Record<string, unknown>>(
    say(),
    say('${a} ${b}'),
    { kind: 'program.open', programId: 'chart', args: ['/l/a.log', '--profile=red'] },
    { kind: 'program.open', programId: 'chart', args: ['--profile=dome', '${a}.log'] },
    { kind: 'program.raise', programId: 'bok' },
    { kind: 'program.close', programId: 'book' },
    { kind: 'place.open', places: ['/l/a.lg', '/later'] },
    { kind: 'files.move', act: 'move', paths: ['/in/*.exposure'], to: '/later', taken: 'both', makeFolder: false },
    { kind: 'windows.place', which: { kind: 'front' }, display: { kind: 'named', deviceId: 'right' }, follow: false },
    {
      kind: 'device.control',
      target: { kind: 'devices', deviceIds: ['mic'] },
      controlId: 'mute',
      to: { kind: 'toggle', whenUnknown: true },
    },
    { kind: 'frame.switch', frameIds: ['desk'], to: 'on' },
    pull('d0'),
    pull('d1'),
    pull('d4'),
  )
  /** Of every kind that acts. */
  const anyAct = fc.oneof(...Object.values(drawnActs))
  const drawnLever = (id: string, plate: number) =>
    fc
      .record({
        steps: fc.array(fc.oneof({ weight: 3, arbitrary: steps }, anyAct), { minLength: 1, maxLength: 3 }),
        aliases: fc.constantFrom([], ['x']),
        triggers: fc.constantFrom<object[]>(
          [],
          [{ id: 't', kind: 'chord', chord: 'Ctrl+Alt+G' }],
          [{ id: 't', kind: 'chord', chord: 'Ctrl+S' }],
        ),
        scope: fc.constantFrom<object>(
          { kind: 'everywhere' },
          { kind: 'only', programIds: ['chart'] },
          { kind: 'only', programIds: ['xyzzy'] },
        ),
        doors: fc.constantFrom<object[]>(
          [],
          [{ id: 'e', kind: 'event', event: { kind: 'program-ends', programId: 'book' } }],
          [{ id: 'e', kind: 'event', event: { kind: 'program-starts', programId: 'chart' } }],
          [{ id: 'e', kind: 'event', event: { kind: 'front-changes' } }],
          [{ id: 'e', kind: 'event', event: { kind: 'frame-on', frameId: 'desk' } }],
          [{ id: 'e', kind: 'event', event: { kind: 'file-appears', folder: '${b}/later', pattern: '*.exposure' } }],
        ),
        interlock: fc.constantFrom<object | undefined>(
          undefined,
          { condition: { kind: 'program-runs', programId: 'bok' }, otherwise: { kind: 'refuse' } },
          {
            condition: { kind: 'control-is', deviceId: 'mic', controlId: 'gain', value: 3 },
            otherwise: { kind: 'pull', leverId: 'd1' },
          },
          {
            condition: {
              kind: 'all',
              conditions: [
                { kind: 'desktop-shown', desktop: 1 },
                { kind: 'desktop-shown', desktop: 2 },
              ],
            },
            otherwise: { kind: 'pull', leverId: 'd0' },
          },
        ),
        enabled: fc.boolean(),
        frameId: fc.constantFrom('night', 'desk'),
      })
      .map((part) => ({ ...lever(part), id, plate }))

  const drawnBench: fc.Arbitrary<(bench: BenchState) => BenchState> = fc.constantFrom<
    (bench: BenchState) => BenchState
  >(
    (bench) => withoutPath(bench, '/l/a.log'),
    (bench) => withoutPath(bench, '/later'),
    (bench) => withoutPath(bench, '/in'),
    (bench) => ({ ...bench, files: exampleDesk().files }),
    (bench) => ({
      ...bench,
      files: fileTree({ ...fileTable(bench.files), '/l/a.lg': { kind: 'file', sizeBytes: 1 } }),
    }),
    (bench) => ({ ...bench, programs: without(bench.programs, 'book') }),
    (bench) => ({ ...bench, programs: without(bench.programs, 'chart') }),
    (bench) => ({ ...bench, programs: exampleDesk().programs }),
    (bench) => ({
      ...bench,
      programs: { ...bench.programs, bok: { ...exampleDesk().programs.book!, id: 'bok', name: 'Bok' } },
    }),
    (bench) => ({ ...bench, devices: without(bench.devices, 'mic') }),
    (bench) => ({
      ...bench,
      devices: { ...bench.devices, right: { ...exampleDesk().devices.right!, plugged: false } },
    }),
    (bench) => ({ ...bench, devices: exampleDesk().devices }),
    (bench) => ({ ...bench, windows: {}, stack: [] }),
    (bench) => ({ ...bench, folders: { ...bench.folders, a: '/l/a' } }),
    (bench) => bench,
  )
  /** As a run of it leaves the bench, however it ended. */
  const benchAfter = (act: DrawnStep, bench: BenchState) =>
    rehearse(lever({ steps: [act] }), bench, { nowMs: 1, nextId: () => `made-${(ids += 1)}` }).bench
  let ids = 0

  const drawnValues = fc.constantFrom<NamedValue[]>(
    [],
    [value('a', '/l/a')],
    [value('a', '${b}'), value('b', '/l')],
    [value('b', 'x', 'desk'), value('a', '/none')],
  )
  const drawnFrames = fc.constantFrom<Frame[]>(
    frames,
    [frames[0]!],
    [{ ...frames[0]!, on: false }, frames[1]!],
    [frames[0]!, { ...frames[1]!, condition: { kind: 'program-runs', programId: 'book' } }],
  )
  const operation = fc.oneof(
    fc.nat(5).chain((i) =>
      drawnLever(`d${i}`, 100 + i).map((one) => (now: CheckUpInput): CheckUpInput => ({
        ...now,
        levers: [...now.levers.filter(({ id }) => id !== one.id), one],
      })),
    ),
    fc.nat(5).map((i) => (now: CheckUpInput): CheckUpInput => ({
      ...now,
      levers: now.levers.filter(({ id }) => id !== `d${i}`),
    })),
    drawnBench.map((alter) => (now: CheckUpInput): CheckUpInput => ({ ...now, bench: alter(now.bench) })),
    anyAct.map((act) => (now: CheckUpInput): CheckUpInput => ({ ...now, bench: benchAfter(act, now.bench) })),
    drawnValues.map((values) => (now: CheckUpInput): CheckUpInput => ({ ...now, values })),
    drawnFrames.map((all) => (now: CheckUpInput): CheckUpInput => ({ ...now, frames: all })),
    fc.subarray(['d0', 'd1', 'd2']).map((racked) => (now: CheckUpInput): CheckUpInput => ({ ...now, racked })),
  )

  test('a check-up that follows tells the same as a fresh one, after every kind of change', () => {
    fc.assert(
      fc.property(fc.array(operation, { minLength: 1, maxLength: 14 }), (operations) => {
        let now: CheckUpInput = { levers: [], frames, values: [], bench: exampleDesk() }
        const following = new CheckUp(now)
        for (const alter of operations) {
          const next = alter(now)
          for (const { id } of now.levers) if (!next.levers.some((one) => one.id === id)) following.remove(id)
          for (const one of next.levers) following.put(one)
          following.setBench(next.bench)
          following.setValues(next.values)
          following.setFrames(next.frames)
          following.setRacked(next.racked ?? [])
          now = next
          expect(following.findings()).toEqual(checkUp(now))
        }
      }),
      { numRuns: 200 },
    )
  })

  test('a change touches only what has looked at it', () => {
    const on = (path: string) => lever({ steps: [{ kind: 'place.open', places: [path] }] })
    const [a, b, c] = [on('/l/a.log'), on('/later'), lever({ steps: [say()] })]
    const bench = exampleDesk()
    const following = new CheckUp({ levers: [a, b, c], frames, values: [], bench })
    following.findings()
    following.setBench(withoutPath(bench, '/l/b.log'))
    expect(following.dueCount).toBe(0)
    following.setBench(withoutPath(bench, '/l/a.log'))
    expect(following.dueCount).toBe(1)
    expect(following.findings().map(({ about }) => about.id)).toEqual([a.id])
    following.put({ ...c, version: 2 })
    expect(following.dueCount).toBe(1)
  })

  const asked = fc.constantFrom<WhatIf>(
    { changes: [{ kind: 'file.move', from: '/l', to: '/logs' }] },
    { changes: [{ kind: 'program.remove', programId: 'dome' }] },
    { changes: [{ kind: 'device.remove', deviceId: 'mic' }] },
    { framesOff: ['night', 'desk'] },
    { keyTaken: { programId: 'chart', chord: 'Ctrl+Alt+G', does: 'Grid' } },
  )
  test('what would break is what a fresh check-up then finds, and nothing is altered by asking', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(operation, asked), { minLength: 1, maxLength: 8 }), (steps) => {
        let now: CheckUpInput = { levers: [], frames, values: [], bench: exampleDesk() }
        for (const [alter, what] of steps) {
          now = alter(now)
          const check = new CheckUp(now)
          const answer = check.whatIf(what)
          expect(check.findings()).toEqual(checkUp(now))
          const bench = applyChanges(now.bench, what.changes ?? [])
          expect(answer.ok).toBe(bench.ok)
          if (!bench.ok || !answer.ok) continue
          const [before, then] = [checkUp(now), checkUp(asIf({ ...now, bench: bench.value }, what))]
          expect(answer.value.found).toEqual(then.filter(({ id }) => !before.some((one) => one.id === id)))
          expect(answer.value.gone).toEqual(before.filter(({ id }) => !then.some((one) => one.id === id)))
          // Asked twice it is the same.
          expect(check.whatIf(what)).toEqual(answer)
        }
      }),
      { numRuns: 100 },
    )
  })

  test('what would break names the levers', () => {
    const one = lever({ steps: [{ kind: 'place.open', places: ['/l/a.log'] }] })
    const other = lever({
      steps: [{ kind: 'program.raise', programId: 'book' }],
      triggers: [{ id: 't', kind: 'chord', chord: 'Ctrl+Alt+G' }],
    })
    const check = new CheckUp({ levers: [one, other], frames, values: [], bench: exampleDesk() })
    const moved = valueOf(check.whatIf({ changes: [{ kind: 'file.move', from: '/l', to: '/logs' }] }))
    expect(moved.found.map(({ about }) => about.id)).toEqual([one.id])
    const taken = valueOf(check.whatIf({ keyTaken: { programId: 'chart', chord: 'Ctrl+Alt+G', does: 'Grid' } }))
    expect(taken.found.map(({ code, about }) => [code, about.id])).toEqual([['key-lost', other.id]])
    expect(check.whatIf({ changes: [{ kind: 'file.move', from: '/none', to: '/x' }] }).ok).toBe(false)
  })
})

/** What a check-up looks at where that is so. */
function asIf(now: CheckUpInput, { framesOff = [], keyTaken }: WhatIf): CheckUpInput {
  const on = now.frames.map((frame) => (framesOff.includes(frame.id) ? { ...frame, on: false } : frame))
  const taking = keyTaken && now.bench.programs[keyTaken.programId]
  if (!taking) return { ...now, frames: on }
  const claims = [...taking.claims, { chord: keyTaken.chord, does: keyTaken.does }]
  const programs = { ...now.bench.programs, [taking.id]: { ...taking, claims } }
  return { ...now, frames: on, bench: { ...now.bench, programs } }
}
