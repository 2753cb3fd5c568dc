import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { exampleBench } from '../bench/exampleBench'
import type { Lever, LeverDraft } from '../levers'
import { leverSchema, triggerKeys } from '../levers'
import { valueOf } from '../result'
import {
  argumentKeys,
  chordsInRow,
  clashesOfRows,
  columnsOf,
  describeOwn,
  editArguments,
  findEdits,
  followPattern,
  makeDistinct,
  nameFrom,
  ownAfterEdit,
  planVariants,
} from '.'
import type { PlanInput } from '.'

const bench = exampleBench()
const rules = bench.programs.book!.arguments
const frames = [{ id: 'f', name: 'F', on: true, position: 1 }]
const lever = (part: Record<string, unknown> = {}): Lever =>
  leverSchema.parse({
    id: 'p',
    plate: 1,
    version: 1,
    frameId: 'f',
    name: 'Book',
    aliases: [],
    triggers: [],
    scope: { kind: 'everywhere' },
    enabled: true,
    whileRunning: 'ignore',
    steps: [
      {
        id: 's1',
        kind: 'program.open',
        programId: 'book',
        args: ['--profile=dome', '--small', '/l/a.log', '/l/b.log'],
      },
    ],
    ...part,
  })
const argsOf = (entry: Pick<Lever, 'steps'>) => (entry.steps[0] as { args: string[] }).args
const withArgs = (entry: Lever, args: string[]): LeverDraft => ({
  ...entry,
  steps: [{ ...entry.steps[0]!, args } as Lever['steps'][0]],
})
const input = (rows: PlanInput['rows'], pattern = lever()): PlanInput => ({
  pattern,
  rows,
  levers: [pattern],
  frames,
  bench,
})

const someArgs = fc.array(
  fc.constantFrom('--profile=dome', '--profile=red', '--small', '/l/a.log', '/l/b.log', '/l/a.log', '--odd'),
  { maxLength: 6 },
)

describe('laws', () => {
  test('where leaving out and replacing are enough, the edits found make the one list of the other', () => {
    fc.assert(
      fc.property(someArgs, someArgs, (args, edited) => {
        const edits = findEdits(args, edited, rules)
        if (edits) expect(editArguments(args, rules, edits)).toEqual(edited)
      }),
      { numRuns: 1000 },
    )
  })

  test('leaving out any of the arguments can always be said as edits', () => {
    fc.assert(
      fc.property(
        someArgs.chain((args) => fc.tuple(fc.constant(args), fc.subarray(args))),
        ([args, kept]) => {
          const distinct = new Set(argumentKeys(args, rules).map(({ key }) => key.replace(/#\d+$/, '')))
          if (distinct.size === args.length) expect(findEdits(args, kept, rules)).toBeDefined()
        },
      ),
    )
  })

  test('after any edit a variant is what was edited, and following its pattern changes nothing', () => {
    fc.assert(
      fc.property(
        someArgs,
        someArgs,
        fc.boolean(),
        fc.constantFrom('ignore' as const, 'beside' as const),
        (first, second, enabled, whileRunning) => {
          const pattern = lever()
          let variant = followPattern(
            lever({ id: 'v', plate: 2, name: 'Variant', variant: { patternId: 'p', own: [], args: [] } }),
            pattern,
            bench.programs,
          )
          for (const args of [first, second]) {
            const edited = { ...variant, ...withArgs(variant, args), enabled, whileRunning }
            variant = { ...edited, variant: ownAfterEdit(variant, edited, pattern, bench.programs) } as Lever
            expect(followPattern(variant, pattern, bench.programs)).toEqual(variant)
          }
        },
      ),
    )
  })
})

describe('a variant and its pattern', () => {
  const made = valueOf(
    planVariants(
      input([{ name: 'Red book', chord: 'Ctrl+Alt+1', cells: { 's1:--profile': 'red', 's1:/l/b.log': '' } }]),
    ),
  )[0]!
  const variant: Lever = { ...made.draft, id: 'v', plate: 2, version: 1, variant: made.variant }

  test('it differs in what its row says', () => {
    expect(argsOf(variant)).toEqual(['--profile=red', '--small', '/l/a.log'])
    expect(variant.triggers.map(triggerKeys)).toEqual(['Ctrl+Alt+1'])
    expect(describeOwn(made.variant)).toEqual(['--profile: red', 'without /l/b.log', 'its own keys'])
  })

  test('an empty value leaves the option out, and so does nothing where something may stand', () => {
    const [bare] = valueOf(
      planVariants(input([{ name: 'Bare', chord: '', cells: { 's1:--profile': '', 's1:/l/b.log': '' } }])),
    )
    expect(argsOf(bare!.draft)).toEqual(['--small', '/l/a.log'])
  })

  test('what is shared follows, what is its own stays', () => {
    const changed = lever({
      enabled: false,
      steps: [
        {
          id: 's1',
          kind: 'program.open',
          programId: 'book',
          args: ['--profile=dome', '/l/b.log', '/l/c.log'],
          whenRunning: 'raise',
        },
      ],
    })
    const after = followPattern(variant, changed, bench.programs)
    expect([argsOf(after), after.enabled, after.steps[0], after.name]).toMatchObject([
      ['--profile=red', '/l/c.log'],
      false,
      { whenRunning: 'raise' },
      'Red book',
    ])
  })

  test(
    'a part changed in the variant becomes its own; one put back to ' +
      'what the pattern says follows again; one only left alone stays',
    () => {
      const own = (args: string[]) => ownAfterEdit(variant, withArgs(variant, args), lever(), bench.programs)
      expect(own(['--profile=red', '/l/a.log']).args).toEqual(
        expect.arrayContaining([{ stepId: 's1', key: '--small', text: null }]),
      )
      expect(own(['--profile=dome', '--small', '/l/a.log']).args.map((edit) => edit.key)).toEqual(['/l/b.log'])
      const same = { ...made.variant, args: [{ stepId: 's1', key: '--profile', text: 'dome' }] }
      const equal = followPattern({ ...variant, variant: same }, lever(), bench.programs)
      expect(ownAfterEdit(equal, equal, lever(), bench.programs).args).toEqual(same.args)
      expect(own(['/l/a.log', '--profile=red', '--small']).own).toEqual(['triggers', 'steps'])
    },
  )
})

describe('the table', () => {
  test('offers every argument as a column, options by their values', () => {
    expect(columnsOf(lever(), bench).map(({ id, kind, pattern }) => [id, kind, pattern])).toEqual([
      ['s1:--profile', 'value', 'dome'],
      ['s1:--small', 'present', '--small'],
      ['s1:/l/a.log', 'present', '/l/a.log'],
      ['s1:/l/b.log', 'present', '/l/b.log'],
    ])
  })

  test('names come from a template and are made distinct', () => {
    expect(nameFrom('Book, {profile} {--profile} {odd}', columnsOf(lever(), bench), { 's1:--profile': 'red' })).toBe(
      'Book, red red {odd}',
    )
    expect(makeDistinct(['A', 'A', 'B', 'A 2'], ['B'])).toEqual(['A', 'A 2', 'B 2', 'A 2 2'])
  })

  test('chords come in a row and leave out what is taken', () => {
    const others = [
      lever(),
      lever({ id: 'o', plate: 3, name: 'Other', triggers: [{ id: 't', kind: 'chord', chord: 'Ctrl+Alt+2' }] }),
    ]
    expect(valueOf(chordsInRow('Ctrl+Alt+1', 3, { pattern: lever(), levers: others, frames, bench }))).toEqual([
      'Ctrl+Alt+1',
      'Ctrl+Alt+3',
      'Ctrl+Alt+4',
    ])
    expect(valueOf(chordsInRow('Ctrl+Alt+8', 9, { pattern: lever(), levers: [], frames, bench }))).toEqual([
      'Ctrl+Alt+8',
      'Ctrl+Alt+9',
      'Ctrl+Alt+0',
    ])
    expect(chordsInRow('Ctrl+', 3, { pattern: lever(), levers: [], frames, bench }).ok).toBe(false)
    expect(
      clashesOfRows({ ...input([{ name: 'x', chord: 'Ctrl+Alt+2', cells: {} }]), levers: others }).map((clashes) =>
        clashes.map((clash) => clash.owner.name),
      ),
    ).toEqual([['3 Other']])
  })

  test('everything wrong is told before anything is made, at its row', () => {
    const rows: PlanInput['rows'] = [
      { name: 'Book', chord: 'Ctrl+Alt+1', cells: {} },
      { name: '', chord: 'Ctrl+Alt+1', cells: { nope: 'x' } },
      { name: 'Fine', chord: 'Ctrl+', cells: {} },
    ]
    const plan = planVariants(input(rows))
    expect(plan.ok ? [] : plan.issues.map((issue) => [issue.code, issue.at])).toEqual([
      ['name-twice', 'rows.0.name'],
      ['column-unknown', 'rows.1.cells.nope'],
      ['chord-twice', 'rows.1.chord'],
      ['too_small', 'rows.1.name'],
      ['key-missing', 'rows.2.chord'],
    ])
    expect(planVariants(input([], lever({ variant: { patternId: 'x', own: [], args: [] } })))).toMatchObject({
      ok: false,
      issues: [{ code: 'variant-of-variant' }],
    })
  })
})
