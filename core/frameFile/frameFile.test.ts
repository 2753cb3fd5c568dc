import Ajv2020 from 'ajv/dist/2020'
import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { describe, expect, test } from 'vitest'
import { parse } from 'yaml'
import { drawnActs, drawnBlocks } from '../run/exampleActs'
import type { DrawnStep } from '../run/exampleActs'
import { sheetOf } from '../run/exampleRuns'
import { frameDocumentSchema, frameFileJsonSchema, hasHeader, readFrameFile, withOwnIds, writeFrameFile } from '.'
import type { FileIssue, FrameDocument } from '.'

const { tree } = fc.letrec<{ tree: DrawnStep; list: DrawnStep[] }>((tie) => ({
  tree: fc.oneof(
    { maxDepth: 2 },
    ...Object.values(drawnActs),
    ...Object.values(drawnBlocks(tie('list') as fc.Arbitrary<DrawnStep[]>)),
  ),
  list: fc.array(tie('tree') as fc.Arbitrary<DrawnStep>, { maxLength: 2 }),
}))

/** Names and texts as people and accidents make them. */
const nasty = fc.constantFrom(
  ...[
    'no',
    'yes',
    'null',
    '~',
    '7',
    '0o17',
    '1e3',
    'a: b',
    '# none',
    '- dash',
    '"',
    "it's",
    '{',
    '[',
    '&a',
    '*a',
    '!tag',
    '@at',
    '`',
  ],
  ...[
    'constructor',
    '__proto__',
    ' ',
    'Ægir’s field',
    'two\nlines',
    'tab\there',
    '<<',
    '%percent',
    '|',
    '>',
    '?',
    'trailing ',
  ],
)
const name = fc.oneof(nasty, fc.string({ minLength: 1, maxLength: 20 })).map((text) => text.trim() || 'x')

const triggers = fc.array(
  fc.constantFrom<object>(
    { kind: 'chord', chord: 'Ctrl+Alt+D' },
    { kind: 'chord', chord: 'F9', wins: 'lever' },
    { kind: 'sequence', sequence: 'Meta+O E' },
    { kind: 'layer', hold: 'CapsLock', chord: 'J' },
    { kind: 'hold', key: 'KeyF', holdMs: 200 },
    { kind: 'word', word: ';dusk' },
  ),
  { maxLength: 3 },
)
const lever = fc.record({
  name,
  plate: fc.option(fc.integer({ min: 1, max: 99_999 }), { nil: undefined }),
  triggers,
  scope: fc.constantFrom(
    { kind: 'everywhere' },
    { kind: 'only', programIds: ['book'] },
    { kind: 'except', programIds: ['book', 'chart'] },
  ),
  enabled: fc.boolean(),
  aliases: fc.array(fc.constantFrom('dd', 'no', 'two words'), { maxLength: 2 }),
  whileRunning: fc.constantFrom('ignore', 'queue'),
  pulledAgain: fc.constantFrom(undefined, 'put-back'),
  byHand: fc.constantFrom(undefined, '2M 3P', '0'),
  inputs: fc.constantFrom(undefined, [{ name: 'what', kind: 'text', standard: 'no' }]),
  steps: fc.array(tree, { minLength: 1, maxLength: 3 }).map((parts) => sheetOf(...parts)),
})
const frame: fc.Arbitrary<FrameDocument> = fc
  .record({
    name,
    on: fc.boolean(),
    condition: fc.constantFrom(undefined, { kind: 'program-runs', programId: 'book' }),
    values: fc.uniqueArray(
      fc.record({ name: fc.constantFrom('night', 'no', 'a7'), text: fc.oneof(nasty, fc.string()) }),
      {
        selector: (value) => value.name,
        maxLength: 3,
      },
    ),
    rules: fc.constantFrom([], [{ id: 'x', kind: 'disable', key: 'CapsLock' }]),
    levers: fc.uniqueArray(lever, { selector: (one) => one.name, maxLength: 5 }),
  })
  .map((drawn) => {
    const plates = new Set<number>()
    const levers = drawn.levers.map((one, i) => {
      const numbered = one.triggers.map((trigger, at) => ({ ...trigger, id: `x${i}.${at}` }))
      const plate = one.plate !== undefined && !plates.has(one.plate) ? one.plate : undefined
      if (plate !== undefined) plates.add(plate)
      return { ...one, plate, triggers: numbered }
    })
    // Without what is absent, as what is read from a file has it.
    const parsed = frameDocumentSchema.parse(JSON.parse(JSON.stringify({ ...drawn, levers })))
    return withOwnIds(parsed)
  })

const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value))
const read = (text: string) => {
  const result = readFrameFile(text)
  if (!result.ok) throw new Error(`${text}\n${result.issues.map(({ message, at }) => `${at} ${message}`).join('\n')}`)
  return result.value
}
const issuesOf = (text: string): string[] => {
  const result = readFrameFile(text)
  return result.ok
    ? []
    : (result.issues as FileIssue[]).map(({ line, column, message }) => `${line}:${column} ${message}`)
}

describe('laws', () => {
  test('a frame that is written is the same frame when it is read', () => {
    fc.assert(
      fc.property(frame, (one) => {
        expect(plain(read(writeFrameFile(one)))).toEqual(plain(one))
      }),
      { numRuns: 200 },
    )
  })

  test('where nothing changed the text stays letter for letter, whoever wrote it', () => {
    fc.assert(
      fc.property(frame, (one) => {
        const text = `# by hand\n\n${writeFrameFile(one).replace('levers:', '\n# the levers\nlevers:')}\n\n# the end\n`
        expect(writeFrameFile(read(text), text)).toBe(text)
      }),
      { numRuns: 60 },
    )
  })

  test('a frame written over another is that frame, and comments of what stays are still there', () => {
    fc.assert(
      fc.property(frame, frame, (before, after) => {
        const text = `# by hand\n${writeFrameFile(before)}`
        const written = writeFrameFile(after, text)
        expect(plain(read(written))).toEqual(plain(after))
        expect(written.startsWith('# by hand\n')).toBe(true)
      }),
      { numRuns: 150 },
    )
  })

  test('a lever with another name stays where it was, with its comments, whether it has a number or not', () => {
    const lines = [
      'keen-lever: 1',
      'frame: Desk',
      'levers:',
      '  # first',
      '  A: {say: a} # ours',
      '',
      '  B:',
      '    say: b',
    ]
    for (const plate of ['', '    plate: 7\n']) {
      const text = `${lines.join('\n')}\n${plate}    # of B\n`
      const before = read(text)
      const levers = before.levers.map((lever) => ({ ...lever, name: lever.name === 'A' ? 'A: other' : 'Bee' }))
      expect(writeFrameFile({ ...before, levers }, text)).toBe(
        text.replace('  A:', '  "A: other":').replace('  B:', '  Bee:'),
      )
      // In another order the number still tells which is which.
      const turned = writeFrameFile({ ...before, levers: levers.toReversed() }, text)
      expect(turned.includes('# first') && turned.includes('Bee:')).toBe(true)
    }
  })

  test('mutated files are read or refused with a place in them, and never crash', () => {
    const base = frame.map((one) => writeFrameFile(one))
    const cut = fc.record({
      at: fc.nat(),
      take: fc.integer({ min: 0, max: 20 }),
      put: fc.oneof(nasty, fc.string({ maxLength: 5 })),
    })
    fc.assert(
      fc.property(base, fc.array(cut, { minLength: 1, maxLength: 4 }), (text, cuts) => {
        let mutated = text
        for (const { at, take, put } of cuts) {
          const from = at % (mutated.length + 1)
          mutated = mutated.slice(0, from) + put + mutated.slice(from + take)
        }
        const result = readFrameFile(mutated)
        if (result.ok) return
        const lines = mutated.split('\n').length
        for (const issue of result.issues as FileIssue[]) {
          expect(issue.line).toBeGreaterThanOrEqual(1)
          expect(issue.line).toBeLessThanOrEqual(lines + 1)
          expect(issue.column).toBeGreaterThanOrEqual(1)
        }
      }),
      { numRuns: 400 },
    )
  })
})

const file = `# Levers of the desk
keen-lever: 1
frame: Desk

values:
  night: dome-desk   # who does the night

levers:
  # opened first
  Chart for the dome:
    plate: 1
    keys: Ctrl+Alt+C
    open: atlas-room --profile=red \${charts}/south.atlas "two words"   # red, for the eyes

  Quiet:
    keys: [Ctrl+Alt+M, Meta+O E]
    mute: intercom microphone


  Morning: # the last
    only-in: [night-book]
    do:
      - wait: 400 ms
      # then say so
      - say: Good morning, no
      - kind: if
        branches:
          - condition: {kind: program-runs, programId: cairn-web}
            steps:
              - close: cairn-web
`

describe('a file as people write it', () => {
  test('says levers with keys, scope and steps, plain ones in a line each', () => {
    const { name, values, levers } = read(file)
    expect([name, values]).toEqual(['Desk', [{ name: 'night', text: 'dome-desk' }]])
    expect(levers).toMatchObject([
      {
        name: 'Chart for the dome',
        plate: 1,
        triggers: [{ kind: 'chord', chord: 'Ctrl+Alt+C' }],
        steps: [
          {
            kind: 'program.open',
            programId: 'atlas-room',
            args: ['--profile=red', '${charts}/south.atlas', 'two words'],
          },
        ],
      },
      {
        name: 'Quiet',
        triggers: [{ kind: 'chord' }, { kind: 'sequence', sequence: 'Meta+O E' }],
        steps: [
          {
            kind: 'device.control',
            target: { kind: 'named', text: 'intercom microphone' },
            controlId: 'mute',
            to: { value: true },
          },
        ],
      },
      {
        name: 'Morning',
        scope: { kind: 'only', programIds: ['night-book'] },
        steps: [
          { id: 's1', ms: 400 },
          { id: 's2', text: 'Good morning, no' },
          { id: 's3', branches: [{ steps: [{ id: 's4', programId: 'cairn-web' }] }] },
        ],
      },
    ])
  })

  const edited = (change: (frame: FrameDocument) => FrameDocument) =>
    writeFrameFile(withOwnIds(change(read(file))), file)
  /** The lines that differ, as a patch has them. */
  const patch = (text: string) => {
    const [before, after] = [file.split('\n'), text.split('\n')]
    return {
      gone: before.filter((line) => !after.includes(line)),
      come: after.filter((line) => !before.includes(line)),
    }
  }

  test('a key that is altered here alters its line, and leaves the comment behind it', () => {
    const text = edited((one) => ({
      ...one,
      levers: one.levers.map((lever, i) =>
        i === 0 ? { ...lever, triggers: [{ ...lever.triggers[0]!, chord: 'Ctrl+Alt+K' } as never] } : lever,
      ),
    }))
    expect(patch(text)).toEqual({ gone: ['    keys: Ctrl+Alt+C'], come: ['    keys: Ctrl+Alt+K'] })
  })

  test('a new lever comes behind the others, one that is deleted goes with its lines, the rest stays', () => {
    const added = edited((one) => ({
      ...one,
      levers: [...one.levers, { ...one.levers[0]!, name: 'New', plate: undefined }],
    }))
    expect(patch(added).gone).toEqual([])
    expect(added.startsWith(file)).toBe(true)
    const removed = edited((one) => ({ ...one, levers: one.levers.filter(({ name }) => name !== 'Quiet') }))
    expect(patch(removed)).toEqual({
      gone: ['  Quiet:', '    keys: [Ctrl+Alt+M, Meta+O E]', '    mute: intercom microphone'],
      come: [],
    })
    expect(removed).toContain('# red, for the eyes')
  })

  test('what is the same thing twice is written out twice, and names in a file by hand still stand for what they stood', () => {
    const one = read(file)
    const shared = { ...one, levers: one.levers.map((lever) => ({ ...lever, steps: one.levers[2]!.steps })) }
    expect(writeFrameFile(shared)).not.toMatch(/[&*]a1/)
    const named =
      'keen-lever: 1\nframe: D\nlevers:\n  A:\n    keys: &k F9\n    say: a # one\n  B:\n    keys: *k\n    say: b\n'
    const before = read(named)
    const after = { ...before, levers: [before.levers[0]!, { ...before.levers[1]!, enabled: false }] }
    expect(writeFrameFile(after, named)).toBe(named.replace('    say: b\n', '    off: true\n    say: b\n'))
  })

  test('a value that changes keeps the comment behind it', () => {
    const text = edited((one) => ({ ...one, values: [{ name: 'night', text: 'plate-catcher' }] }))
    expect(patch(text).come).toEqual(['  night: plate-catcher   # who does the night'])
  })
})

describe('what is wrong is told with line and column', () => {
  const head = 'keen-lever: 1\nframe: Desk\nlevers:\n'
  test.each([
    ['an unknown word', `${head}  A:\n    opne: night-book\n`, '5:5 There is no “opne” here. Did you mean “open”?'],
    [
      'an unknown step',
      `${head}  A:\n    do:\n      - wiat: 5 s\n`,
      '6:9 No step begins with “wiat”. Did you mean “wait”?',
    ],
    [
      'a wrong length of time',
      `${head}  A:\n    wait: soon\n`,
      '5:5 “wait” does not go with “soon”. How long: 400 ms, 30 s, 10 min, 2 h.',
    ],
    [
      'nothing to do',
      `${head}  A:\n    keys: F9\n`,
      '4:3 Say what it does: a list of steps below “do:”, or one line such as “open: night-book”.',
    ],
    ['no header', 'frame: Desk\n', '1:1 The first line of a frame file is “keen-lever: 1”.'],
    ['another version', 'keen-lever: 2\nframe: D\n', '1:1 The first line of a frame file is “keen-lever: 1”.'],
    [
      'two of a plate',
      `${head}  A:\n    plate: 3\n    say: a\n  B:\n    plate: 3\n    say: b\n`,
      '8:5 “A” has the plate 3 already. Leave it out for a new number.',
    ],
    [
      'both scopes',
      `${head}  A:\n    say: a\n    only-in: [x]\n    not-in: [y]\n`,
      '7:5 Either only-in or not-in, not both.',
    ],
    [
      'several steps without do',
      `${head}  A:\n    say: a\n    warn: b\n`,
      '5:5 Several steps stand in a list below “do:”, one a line.',
    ],
  ])('%s', (_what, text, issue) => {
    expect(issuesOf(text)).toEqual([issue])
  })

  test('a chord that is none, at its key', () => {
    const [issue] = issuesOf(`${head}  A:\n    keys: [F9, Ctrl+Nothing]\n    say: a\n`)
    expect(issue).toMatch(/^5:1[67] /)
  })

  test.each([
    ['a tab as indentation', `${head}  A:\n\tsay: a\n`, 5],
    ['a key that stands twice', `${head}  A:\n    say: a\n  A:\n    say: b\n`, 6],
    ['an alias of nothing', `${head}  A:\n    say: *none\n`, 5],
    ['a merge key', `${head}  A: &a\n    say: a\n  B:\n    <<: *a\n`, 7],
    ['a quote without an end', `${head}  A:\n    say: "a\n`, 5],
  ])('%s', (_what, text, line) => {
    const [issue] = issuesOf(text)
    expect(Number(issue!.split(':')[0])).toBeGreaterThanOrEqual(line)
    expect(Number(issue!.split(':')[0])).toBeLessThanOrEqual(line + 1)
  })

  test('words and numbers mean what YAML 1.2 says', () => {
    const { levers } = read(`${head}  no:\n    plate: 010\n    say: no\n  yes:\n    say: 0o17\n`)
    expect(levers.map(({ name, plate }) => [name, plate])).toEqual([
      ['no', 10],
      ['yes', undefined],
    ])
    expect(levers.map(({ steps }) => (steps[0] as { text?: string }).text)).toEqual(['no', '15'])
  })

  test('anchors are read, bombs of aliases and 10 MB of nesting are refused in moments', () => {
    expect(
      read(`${head}  A:\n    keys: &k F9\n    say: a\n  B:\n    keys: *k\n    say: b\n`).levers[1]!.triggers,
    ).toMatchObject([{ chord: 'F9' }])
    const bomb = [
      'a: &a [x, x, x, x, x, x, x, x, x, x]',
      ...'bcdefghi'
        .split('')
        .map((letter, i) => `${letter}: &${letter} [${Array(10).fill(`*${'abcdefgh'[i]}`).join(', ')}]`),
    ]
    const startedAt = performance.now()
    expect(issuesOf(`keen-lever: 1\nframe: D\n${bomb.join('\n')}\n`)[0]).toMatch(/Write it out instead/)
    for (const nested of [
      '['.repeat(10_000_000),
      `x: ${'['.repeat(5_000)}`,
      '{a: '.repeat(5_000),
      Array.from({ length: 3000 }, (_, i) => `${' '.repeat(i)}a:`).join('\n'),
    ])
      expect(issuesOf(nested)[0]).toMatch(/deep|at most/)
    expect(performance.now() - startedAt).toBeLessThan(30_000)
  })

  test('only a file with the header is ever written over', () => {
    expect(hasHeader('# x\nkeen-lever: 1\n')).toBe(true)
    expect(hasHeader('name: other\n')).toBe(false)
  })
})

describe('the JSON Schema', () => {
  const validate = new Ajv2020({ strict: false, allErrors: false }).compile(frameFileJsonSchema())
  const isValid = (text: string) => validate(parse(text))

  test('takes every file that is written, and what people type', () => {
    fc.assert(
      fc.property(frame, (one) => {
        const text = writeFrameFile(one)
        expect(isValid(text), `${text}\n${JSON.stringify(validate.errors)}`).toBe(true)
      }),
      { numRuns: 40 },
    )
    expect(isValid(file)).toBe(true)
  })

  test.each([
    ['no header', 'frame: Desk\n'],
    ['an unknown word', 'keen-lever: 1\nframe: D\nlevers: {A: {opne: x}}\n'],
    ['an unknown step', 'keen-lever: 1\nframe: D\nlevers: {A: {do: [{wiat: 5 s}]}}\n'],
    ['two words in one step', 'keen-lever: 1\nframe: D\nlevers: {A: {do: [{wait: 5 s, say: a}]}}\n'],
    ['a plate that is none', 'keen-lever: 1\nframe: D\nlevers: {A: {plate: 0, say: a}}\n'],
  ])('refuses %s', (_what, text) => {
    expect(isValid(text)).toBe(false)
    expect(readFrameFile(text).ok).toBe(false)
  })

  test('stands in the documentation as it is', () => {
    const published = readFileSync(new URL('../../docs/frame-file.schema.json', import.meta.url), 'utf8')
    expect(JSON.parse(published)).toEqual(plain(frameFileJsonSchema()))
  })
})
