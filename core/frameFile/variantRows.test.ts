import Ajv2020 from 'ajv/dist/2020'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { parse } from 'yaml'
import { exampleBench } from '../bench/exampleBench'
import { leverSchema } from '../levers'
import type { Frame, Lever, PatternField, Variant } from '../levers'
import { followPattern } from '../variants'
import {
  documentOf,
  fileSide,
  frameFileJsonSchema,
  mergeFrames,
  planFrame,
  readFrameFile,
  storeSide,
  writeFrameFile,
} from '.'
import type { FileIssue, FrameDocument } from '.'

const { programs } = exampleBench()
const frame: Frame = { id: 'f', name: 'Desk', on: true, position: 0, version: 1 }

const file = `keen-lever: 1
frame: Desk
levers:
  # all charts are like this one
  Chart:
    plate: 1
    keys: Ctrl+Alt+1
    open: chart --profile=red --small /l/a.log
    variants:
      # for the dome
      Chart, night: {plate: 4, keys: Ctrl+Alt+2, with: {--profile: night}} # dark

      Chart, bare: {with: {--profile: null, /l/a.log: /l/b.log}}
      Chart, late:
        keys: [] # none yet
        off: true
        only-in: [book]
  Other: {say: other}
`
const read = (text: string): FrameDocument => {
  const result = readFrameFile(text, programs)
  if (!result.ok) throw new Error(result.issues.map(({ at, message }) => `${at} ${message}`).join('\n'))
  return result.value
}
const issuesOf = (text: string) => {
  const result = readFrameFile(text, programs)
  return result.ok ? [] : (result.issues as FileIssue[]).map(({ at, message }) => `${at} ${message}`)
}
const argsOf = ({ steps }: Pick<Lever, 'steps'>) => (steps[0] as { args: string[] }).args
/** Without what is absent, in whatever way that is said. */
const plain = (value: unknown): unknown =>
  JSON.parse(JSON.stringify(value), (_key, part: unknown) => (part === null ? undefined : part))

describe('rows below a pattern', () => {
  test('are levers like it but for what they say themselves', () => {
    const { levers } = read(file)
    expect(levers.map(({ name }) => name)).toEqual(['Chart', 'Chart, night', 'Chart, bare', 'Chart, late', 'Other'])
    const [, night, bare, late] = levers
    expect(argsOf(night!)).toEqual(['--profile=night', '--small', '/l/a.log'])
    expect(night).toMatchObject({ plate: 4, triggers: [{ chord: 'Ctrl+Alt+2' }] })
    expect(night!.variant).toEqual({
      patternId: 'plate:1',
      own: ['triggers'],
      args: [{ stepId: 's1', key: '--profile', text: 'night' }],
    })
    expect(argsOf(bare!)).toEqual(['--small', '/l/b.log'])
    // Its keys are those of the pattern, since it says none.
    expect(bare!.triggers).toEqual(levers[0]!.triggers)
    expect(late).toMatchObject({ triggers: [], enabled: false, scope: { kind: 'only', programIds: ['book'] } })
    expect(argsOf(late!)).toEqual(argsOf(levers[0]!))
  })

  test('follow a pattern without a number by its name, and its second program by a list', () => {
    const { levers } = read(
      'keen-lever: 1\nframe: D\nlevers:\n  Two:\n    do: [{open: chart --profile=red}, {wait: 5 s}, {open: book --small}]\n' +
        '    variants:\n      B: {with: [~, {--small: ~}]}\n',
    )
    expect(levers[1]!.variant).toEqual({
      patternId: 'Two',
      own: [],
      args: [{ stepId: 's3', key: '--small', text: null }],
    })
    expect(levers[1]!.steps).toMatchObject([{ args: ['--profile=red'] }, { ms: 5000 }, { args: [] }])
  })

  test('everywhere is said by an empty list, where the pattern is not', () => {
    const [, row] = read(
      'keen-lever: 1\nframe: D\nlevers:\n  A:\n    only-in: [book]\n    open: chart\n    variants: {B: {not-in: []}}\n',
    ).levers
    expect(row!.scope).toEqual({ kind: 'everywhere' })
    expect(row!.variant!.own).toEqual(['scope'])
  })

  const head = 'keen-lever: 1\nframe: D\nlevers:\n  A:\n    open: chart --profile=red\n    variants:\n'
  test.each([
    [
      'an argument that the pattern has not',
      `${head}      B: {with: {--profil: x}}\n`,
      '7:18 The pattern gives chart no argument “--profil”. Did you mean “--profile”?',
    ],
    ['an unknown word', `${head}      B: {kyes: F9}\n`, '7:11 There is no “kyes” here. Did you mean “keys”?'],
    ['a chord that is none', `${head}      B: {keys: Ctrl+Nothing}\n`, /^7:11 /],
    [
      'a name that stands elsewhere',
      `${head}      C: {keys: F9}\n  C: {say: c}\n`,
      '7:7 “C” stands here twice. A name stands once in a file.',
    ],
    ['rows of rows', `${head}      B: {variants: {C: {}}}\n`, '7:11 There is no “variants” here.'],
    [
      'a text for a row',
      `${head}      B: night\n`,
      '7:7 Say how “B” differs, such as “{keys: F9, with: {--edition: trial}}”.',
    ],
    [
      'a program that is not opened',
      `${head}      B: {with: [~, {--x: y}]}\n`,
      '7:11 “A” opens one program, so there is no argument to replace.',
    ],
    [
      'work of its own and arguments of the pattern',
      `${head}      B: {say: b, with: {--profile: x}}\n`,
      '7:19 What it does is its own here, so there is nothing of the pattern to replace.',
    ],
    [
      'two of a plate',
      `${head}      B: {plate: 3}\n      C: {plate: 3}\n`,
      '8:11 “B” has the plate 3 already. Leave it out for a new number.',
    ],
  ])('%s is told where it stands', (_what, text, issue) => {
    const issues = issuesOf(text)
    expect(issues).toHaveLength(1)
    if (typeof issue === 'string') expect(issues[0]).toBe(issue)
    else expect(issues[0]).toMatch(issue)
  })

  test('what is wrong with the pattern is told once, and not again for each row', () => {
    expect(
      issuesOf(
        'keen-lever: 1\nframe: D\nlevers:\n  A:\n    keys: Ctrl+Nothing\n    say: a\n    variants: {B: {}, C: {}}\n',
      ),
    ).toHaveLength(1)
  })

  test('the schema takes them, and refuses what they cannot say', () => {
    const validate = new Ajv2020({ strict: false }).compile(frameFileJsonSchema())
    expect(validate(parse(file))).toBe(true)
    expect(validate(parse(`${head}      B: {kyes: F9}\n`))).toBe(false)
    expect(validate(parse(`${head}      B: {variants: {C: {}}}\n`))).toBe(false)
  })
})

const pattern = leverSchema.parse({
  id: 'p',
  plate: 1,
  version: 1,
  frameId: 'f',
  name: 'Book',
  triggers: [{ id: 'x', kind: 'chord', chord: 'F9' }],
  scope: { kind: 'everywhere' },
  enabled: true,
  aliases: ['b'],
  whileRunning: 'ignore',
  steps: [
    { id: 'why', kind: 'message.show', text: 'soon' },
    { id: 'odd', kind: 'program.open', programId: 'book', args: ['--profile=dome', '--small', '/l/a.log', '3'] },
  ],
})

/** Variants of `pattern` as the store has them. */
const variants = fc.array(
  fc.record({
    args: fc.uniqueArray(
      fc.record({
        key: fc.constantFrom('--profile', '--small', '/l/a.log', '3'),
        text: fc.constantFrom<string | null>(null, 'other', 'no', '7'),
      }),
      { selector: ({ key }) => key },
    ),
    own: fc.subarray<PatternField>([
      'triggers',
      'scope',
      'enabled',
      'aliases',
      'icon',
      'steps',
      'pulledAgain',
      'doors',
    ]),
    isTwin: fc.boolean(),
  }),
  { maxLength: 4 },
)
function leversOf(drawn: typeof variants extends fc.Arbitrary<infer T> ? T : never, isNumbered = true): Lever[] {
  const made = drawn.map(({ args, own, isTwin }, i): Lever => {
    const variant: Variant = {
      patternId: 'p',
      own,
      args: own.includes('steps') ? [] : args.map((arg) => ({ stepId: 'odd', ...arg })),
    }
    const itself: Lever = {
      ...pattern,
      id: `v${i}`,
      plate: 10 + i,
      name: `${7 - i}`,
      variant,
      ...(isTwin ? {} : { enabled: false, scope: { kind: 'only', programIds: ['book'] } }),
      triggers: [],
      aliases: [],
      pulledAgain: 'put-back',
    }
    return followPattern(itself, pattern, programs)
  })
  const other: Lever = { ...pattern, id: 'o', plate: 2, name: 'Other' }
  const all = [pattern, other, ...made]
  return isNumbered ? all : all.toReversed()
}
const namesOf = (levers: readonly Lever[]) => ({
  levers: new Map(levers.map((lever) => [lever.id, lever])),
  frames: new Map([[frame.id, frame]]),
})
const written = (levers: readonly Lever[]) => documentOf(frame, levers, [], namesOf(levers))
const byName = (document: FrameDocument) =>
  Object.fromEntries(document.levers.map((lever) => [lever.name, plain(lever)]))

test('a row that has none of what its pattern has gets a line that says so, and its comments stay', () => {
  const drawn = (own: readonly string[]) =>
    leversOf([{ args: [], own: ['triggers', 'steps', ...own], isTwin: true }] as never)
  const text = `# by hand\n${writeFrameFile(written(drawn([])), undefined, programs)}`
  const over = writeFrameFile(written(drawn(['doors'])), text, programs)
  expect(over).toContain('doors: null')
  expect(over.startsWith('# by hand\n')).toBe(true)
  // And back again.
  expect(writeFrameFile(written(drawn([])), over, programs)).not.toContain('doors')
})

describe('laws', () => {
  test('variants of the store are rows, and the same again when they are read', () => {
    fc.assert(
      fc.property(variants, (drawn) => {
        const document = written(leversOf(drawn))
        const text = writeFrameFile(document, undefined, programs)
        expect(byName(read(text))).toEqual(byName(document))
        expect(/^ {4}variants:/m.test(text)).toBe(drawn.length > 0)
        expect(text).not.toContain('variant:')
        expect(writeFrameFile(read(text), text, programs)).toBe(text)
      }),
      { numRuns: 80 },
    )
  })

  test('written over a file with rows, what is the same stays', () => {
    fc.assert(
      fc.property(variants, variants, (before, after) => {
        const text = `# by hand\n${writeFrameFile(written(leversOf(before)), undefined, programs)}`
        const document = written(leversOf(after))
        const over = writeFrameFile(document, text, programs)
        expect(byName(read(over))).toEqual(byName(document))
        expect(over.startsWith('# by hand\n')).toBe(true)
      }),
      { numRuns: 50 },
    )
  })

  test('a file of what stands plans nothing, whatever the store calls its steps', () => {
    fc.assert(
      fc.property(variants, fc.boolean(), (drawn, isNumbered) => {
        const levers = leversOf(drawn, isNumbered)
        const text = writeFrameFile(written(levers), undefined, programs)
        const plan = planFrame(read(text), { ...namesOf(levers), values: [], newId: () => 'new' })
        expect(plan.levers.filter(({ fate }) => fate !== 'same')).toEqual([])
      }),
      { numRuns: 60 },
    )
  })

  test('mutated rows are read or refused with a place, and never crash', () => {
    const cut = fc.record({
      at: fc.nat(),
      take: fc.nat(12),
      put: fc.constantFrom('', '\n', ': ', '{', '[', '~', '- ', 'with', '  '),
    })
    fc.assert(
      fc.property(fc.array(cut, { minLength: 1, maxLength: 4 }), (cuts) => {
        let text = file
        for (const { at, take, put } of cuts) {
          const from = at % (text.length + 1)
          text = text.slice(0, from) + put + text.slice(from + take)
        }
        const result = readFrameFile(text, programs)
        if (!result.ok)
          for (const { line, column } of result.issues as FileIssue[]) expect(line > 0 && column > 0).toBe(true)
        else expect(byName(read(writeFrameFile(result.value, undefined, programs)))).toEqual(byName(result.value))
      }),
      { numRuns: 200 },
    )
  })
})

describe('a file that is written over', () => {
  const lines = (text: string) => text.split('\n')
  const patch = (text: string) => ({
    gone: lines(file).filter((line) => !lines(text).includes(line)),
    come: lines(text).filter((line) => !lines(file).includes(line)),
  })
  const over = (change: (levers: FrameDocument['levers']) => FrameDocument['levers']) => {
    const document = read(file)
    return writeFrameFile({ ...document, levers: change(document.levers) }, file, programs)
  }

  test('alters the line of a row, and leaves the comment behind it', () => {
    const text = over((levers) =>
      levers.map((lever) =>
        lever.name === 'Chart, night'
          ? { ...lever, triggers: [{ ...lever.triggers[0]!, chord: 'F8' } as never] }
          : lever,
      ),
    )
    expect(patch(text)).toEqual({
      gone: ['      Chart, night: {plate: 4, keys: Ctrl+Alt+2, with: {--profile: night}} # dark'],
      come: ['      Chart, night: {plate: 4, keys: F8, with: {--profile: night}} # dark'],
    })
    const later = over((levers) =>
      levers.map((lever) => (lever.name === 'Chart, late' ? { ...lever, enabled: true } : lever)),
    )
    expect(patch(later)).toEqual({ gone: ['        off: true'], come: ['        off: false'] })
  })

  test('a new variant stands below its pattern, one that is gone goes with its line', () => {
    const added = over((levers) => [...levers, { ...levers[1]!, name: 'Chart, noon', plate: 9 }])
    expect(patch(added)).toEqual({
      gone: [],
      come: ['      Chart, noon: {plate: 9, keys: Ctrl+Alt+2, with: {--profile: night}}'],
    })
    expect(lines(added).indexOf('  Other: {say: other}')).toBe(lines(added).findLastIndex((line) => line !== ''))
    const removed = over((levers) => levers.filter(({ name }) => name !== 'Chart, bare'))
    expect(patch(removed).gone).toEqual(['      Chart, bare: {with: {--profile: null, /l/a.log: /l/b.log}}'])
  })

  test('a row that is called otherwise keeps its place and its comments', () => {
    const text = over((levers) =>
      levers.map((lever) => (lever.name === 'Chart, night' ? { ...lever, name: 'Night chart' } : lever)),
    )
    expect(text).toBe(file.replace('Chart, night:', 'Night chart:'))
  })

  test('a variant that stands in full stays so', () => {
    const full = `keen-lever: 1
frame: Desk
levers:
  Chart: {plate: 1, open: chart --profile=red}
  Night:
    plate: 2
    open: chart --profile=night # in full
    variant: {patternId: "plate:1", own: [], args: [{stepId: s1, key: --profile, text: night}]}
`
    const document = read(full)
    expect(writeFrameFile(document, full, programs)).toBe(full)
    const off = document.levers.map((lever) => (lever.name === 'Chart' ? { ...lever, enabled: false } : lever))
    expect(writeFrameFile({ ...document, levers: off }, full, programs)).toContain('# in full')
  })

  test('a variant that a row cannot say stands in full', () => {
    const [night] = leversOf([{ args: [{ key: '--profile', text: 'x' }], own: [], isTwin: true }]).slice(2)
    // Its steps are not what the pattern would make of them.
    const odd = { ...night!, steps: [{ id: 'z', kind: 'message.show', text: 'else', onFailure: 'stop' }] } as Lever
    const document = written([pattern, odd])
    const text = writeFrameFile(document, undefined, programs)
    expect(text).toContain('variant:')
    expect(byName(read(text))).toEqual(byName(document))
  })
})

test('a row that is altered in a file finds the steps of its pattern as the store calls them', () => {
  const levers = leversOf([{ args: [{ key: '--profile', text: 'x' }], own: [], isTwin: true }])
  const text = writeFrameFile(written(levers), undefined, programs).replace('--profile: x', '--profile: y')
  const plan = planFrame(read(text), { ...namesOf(levers), values: [], newId: () => 'new' })
  const [changed, ...more] = plan.levers.filter(({ fate }) => fate !== 'same')
  expect(more).toEqual([])
  expect(changed!.lever!.variant!.args).toEqual([{ stepId: 'odd', key: '--profile', text: 'y' }])
  expect(changed!.lever!.steps.map(({ id }) => id)).toEqual(['why', 'odd'])
})

test('a file without numbers keeps its rows when the store alters one of them', () => {
  const text = `keen-lever: 1
frame: Desk
levers:
  Chart:
    open: chart --profile=red
    variants:
      Night: {with: {--profile: night}} # dark
`
  const document = read(text)
  const pair = (chord?: string): Lever[] => {
    const chart = leverSchema.parse({
      ...pattern,
      aliases: [],
      triggers: [],
      name: 'Chart',
      id: 'c',
      steps: document.levers[0]!.steps,
    })
    const night: Lever = {
      ...chart,
      id: 'n',
      plate: 2,
      name: 'Night',
      triggers: chord === undefined ? [] : [{ id: 't1', kind: 'chord', chord, wins: 'auto' }],
      variant: {
        patternId: 'c',
        own: chord === undefined ? [] : ['triggers'],
        args: [{ stepId: 's1', key: '--profile', text: 'night' }],
      },
    }
    return [chart, followPattern(night, chart, programs)]
  }
  const stored = (levers: Lever[]) => ({ frame, levers, values: [], names: namesOf(levers) })
  const first = mergeFrames(undefined, fileSide(document, stored(pair()), undefined), storeSide(stored(pair())))
  expect([first.changesFile, first.changesStore, first.apart]).toEqual([false, false, []])
  const altered = stored(pair('F9'))
  const merge = mergeFrames(first.base, fileSide(document, altered, first.base), storeSide(altered))
  expect(writeFrameFile(merge.toFile, text, programs)).toBe(
    text.replace('{with: {--profile: night}}', '{keys: F9, with: {--profile: night}}'),
  )
})
