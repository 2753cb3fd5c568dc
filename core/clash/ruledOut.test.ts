import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { codesOfModifier, formatChord } from '../keys'
import type { Modifier } from '../keys'
import { keySettingsSchema } from '../levers'
import { exampleFrame } from '../levers/exampleFrame'
import { exampleLever } from '../levers/exampleLever'
import type { Lever } from '../levers'
import { createResolver } from '../resolve'
import type { KeyEvent } from '../resolve'
import { createClashIndex, describeClash, findClashes, keyOwners, suggestChords, waysOut } from '.'

const lever = exampleLever
const frame = (id: string, ...rules: Record<string, unknown>[]) =>
  exampleFrame(rules, id === 'desk' ? {} : { id, name: 'Night', position: 2 })

describe('a trigger that can never pull its lever is told', () => {
  const hyper = { kind: 'tap-hold', key: 'KeyF', tap: null, hold: { kind: 'modifiers', modifiers: ['Ctrl'] } }
  test.each<[string, Record<string, unknown>, Record<string, unknown>[]]>([
    ['its key is disabled', { kind: 'chord', chord: 'Ctrl+F8' }, [{ kind: 'disable', key: 'F8' }]],
    ['its key is another one', { kind: 'chord', chord: 'F8' }, [{ kind: 'remap', from: 'F8', to: 'F9' }]],
    ['its key is a modifier', { kind: 'hold', key: 'F8' }, [{ kind: 'remap', from: 'F8', to: 'ControlLeft' }]],
    ['a sequence is led by a disabled key', { kind: 'sequence', sequence: 'F8 E' }, [{ kind: 'disable', key: 'F8' }]],
    ['a sequence goes on with one', { kind: 'sequence', sequence: 'E F8' }, [{ kind: 'disable', key: 'F8' }]],
    ['its layer is a disabled key', { kind: 'layer', hold: 'F8', chord: 'E' }, [{ kind: 'disable', key: 'F8' }]],
    [
      'keys go together with a disabled one',
      { kind: 'together', keys: ['KeyE', 'F8'] },
      [{ kind: 'disable', key: 'F8' }],
    ],
    ['a letter of its word is disabled', { kind: 'word', word: 'brb' }, [{ kind: 'disable', key: 'KeyR' }]],
    [
      'a typed word of a rule is there before it',
      { kind: 'word', word: 'team' },
      [{ kind: 'word', word: 'tea', text: 'x', endings: [] }],
    ],
    ['a layer is held by a key that holds modifiers', { kind: 'layer', hold: 'KeyF', chord: 'E' }, [hyper]],
  ])('%s', (_, trigger, rules) => {
    const frames = [frame('desk', ...rules)]
    const levers = [lever(1, trigger)]
    const clashes = findClashes({ levers, frames, programs: {} })
    const [ruled] = clashes.filter(({ kind }) => kind === 'ruled-out')
    expect([ruled?.severity, ruled?.owner.name]).toEqual(['lost', 'Desk'])
    expect(describeClash(ruled!)).toMatch(/^A rule of Desk \(.+\) keeps .+ from ever pulling this lever\.$/)
    const offers = suggestChords({ levers, frames, programs: {}, lever: levers[0]!, count: 2 })
    expect(waysOut(ruled!, levers[0]!, offers).length).toBeGreaterThan(0)
    expect(
      findClashes({ levers, frames: [frame('desk')], programs: {} }).filter(({ kind }) => kind === 'ruled-out'),
    ).toEqual([])
  })

  test('typed words: the same one, one that is there before, one that only looks alike', () => {
    const kinds = (...triggers: Record<string, unknown>[]) =>
      findClashes({
        levers: triggers.map((trigger, i) => lever(i + 1, { kind: 'word', ...trigger })),
        frames: [frame('desk')],
        programs: {},
      }).map(({ kind, severity, leverId }) => `${leverId} ${kind} ${severity}`)
    expect(kinds({ word: 'brb' }, { word: 'BRB' })).toEqual(['l1 same-chord ambiguous', 'l2 same-chord ambiguous'])
    expect(kinds({ word: 'brb', letters: 'exact' }, { word: 'BRB', letters: 'exact' })).toEqual([])
    expect(kinds({ word: 'brb', endings: ['space'] }, { word: 'brb', endings: ['tab'] })).toEqual([])
    expect(kinds({ word: 'tea', endings: [] }, { word: 'team' })).toEqual(['l2 within lost'])
    expect(kinds({ word: 'tea' }, { word: 'team' }, { word: 'steam', endings: [] })).toEqual([])
    expect(kinds({ word: 'öz' })).toEqual([])
  })

  test('a key that another one stands for can be pressed all the same', () => {
    const swapped = [
      frame('desk', { kind: 'remap', from: 'KeyQ', to: 'KeyE' }, { kind: 'remap', from: 'KeyE', to: 'KeyQ' }),
    ]
    const ruledOut = (trigger: Record<string, unknown>) =>
      findClashes({ levers: [lever(1, trigger)], frames: swapped, programs: {} }).some(
        ({ kind }) => kind === 'ruled-out',
      )
    expect([
      ruledOut({ kind: 'chord', chord: 'Ctrl+E' }),
      ruledOut({ kind: 'sequence', sequence: 'E Q' }),
      ruledOut({ kind: 'together', keys: ['KeyE', 'KeyG'] }),
    ]).toEqual([false, false, false])
  })

  test('both Shifts, and three together beside two of them', () => {
    const told = (...levers: Lever[]) =>
      findClashes({ levers, frames: [frame('desk')], programs: {} }).map(({ leverId, kind, severity }) => [
        leverId,
        kind,
        severity,
      ])
    expect(told(lever(1, { kind: 'together', keys: ['ShiftLeft', 'ShiftRight'] }))).toEqual([
      ['l1', 'ruled-out', 'lost'],
    ])
    expect(
      told(
        lever(1, { kind: 'together', keys: ['KeyE', 'KeyG', 'KeyH'] }),
        lever(2, { kind: 'together', keys: ['KeyG', 'KeyE'] }),
      ),
    ).toEqual([['l1', 'within', 'lost']])
  })
})

test('proposals never name a key that rules disable, remap, type with, or count rows along', () => {
  const rules = [
    { kind: 'disable', key: 'KeyC' },
    { kind: 'remap', from: 'KeyO', to: 'KeyE' },
    { kind: 'type', chord: 'Ctrl+Alt+M', text: 'µ' },
    { kind: 'row', first: 'Ctrl+Alt+1', count: 9 },
    { kind: 'tap-hold', key: 'KeyT', tap: null, hold: { kind: 'layer' } },
  ]
  const wanting = lever(1, { kind: 'chord', chord: 'F8' }, { name: 'Comet chart' })
  const offers = suggestChords({
    levers: [wanting],
    frames: [frame('desk', ...rules)],
    programs: {},
    lever: wanting,
    count: 400,
  })
  const chords = offers.map(({ chord }) => chord)
  expect(chords.length).toBeGreaterThan(100)
  expect(chords.filter((chord) => /\+[CO]$/.test(chord))).toEqual([])
  expect(chords.filter((chord) => chord === 'Ctrl+Alt+M' || /^Ctrl\+Alt\+[1-9]$/.test(chord))).toEqual([])
})

describe('the drawn keyboard and the engine', () => {
  const keys = ['KeyQ', 'KeyE', 'F8']
  const rule = fc.oneof(
    fc.record({ kind: fc.constant('disable'), key: fc.constantFrom(...keys) }),
    fc.record({
      kind: fc.constant('remap'),
      from: fc.constantFrom(...keys),
      to: fc.constantFrom('KeyE', 'F9', 'Ctrl+E', 'ControlLeft'),
    }),
    fc.record({ kind: fc.constant('type'), chord: fc.constantFrom('Q', 'Ctrl+E', 'F8'), text: fc.constant('æ') }),
    fc.record({
      kind: fc.constant('tap-hold'),
      key: fc.constantFrom(...keys),
      tap: fc.constantFrom(null, 'F9', 'KeyE'),
      hold: fc.constantFrom({ kind: 'layer' }, { kind: 'modifiers', modifiers: ['Alt'] }),
    }),
    fc.record({ kind: fc.constant('row'), first: fc.constantFrom('F8', 'Ctrl+Q'), count: fc.constant(2) }),
  )
  const settings = keySettingsSchema.parse({})

  test('agree for every pair of rules, whatever their order and frames', () => {
    fc.assert(
      fc.property(
        rule,
        rule,
        fc.boolean(),
        fc.constantFrom<Modifier[]>([], ['Ctrl']),
        fc.array(fc.constantFrom('E', 'Ctrl+E', 'F9', 'Q'), { maxLength: 2 }),
        (one, other, isApart, modifiers, chords) => {
          const frames = isApart
            ? [frame('desk', one), frame('night', other)]
            : [frame('desk', one, other), frame('night')]
          const levers = chords.map((chord, i) => lever(i + 1, { kind: 'chord', chord }))
          const input = { levers, frames, programs: {}, keys: settings }
          const engine = createResolver(input)
          const flags = { Ctrl: modifiers.includes('Ctrl'), Alt: false, Shift: false, Meta: false, AltGraph: false }
          for (const { code, state } of keyOwners(
            [...keys, 'F9'],
            modifiers,
            undefined,
            input,
            createClashIndex(input),
          )) {
            let now = engine.initial
            const decided = (
              [
                ...modifiers.map((modifier): KeyEvent => ({
                  kind: 'down',
                  code: codesOfModifier(modifier)[0]!,
                  atMs: 0,
                })),
                { kind: 'down', code, atMs: 1, modifiers: flags },
                { kind: 'up', code, atMs: 9, modifiers: flags },
                { kind: 'tick', atMs: 9000 },
              ] satisfies KeyEvent[]
            ).flatMap((event) => {
              const next = engine.next(now, event, {})
              now = next.state
              return next.decisions
            })
            const made = decided.find(
              ({ kind, event }) => kind !== 'wait' && event.kind === 'down' && event.code === code,
            )!
            const where = `${formatChord({ modifiers, code })} ${JSON.stringify([one, other])}`
            if (made.kind === 'pull') expect([where, ['ours', 'clash'].includes(state)]).toEqual([where, true])
            else if (made.reason === 'disabled-key') expect([where, state]).toEqual([where, 'disabled'])
            else if (made.kind === 'replace') expect([where, state]).toEqual([where, 'rule'])
            else expect([where, ['free', 'rule'].includes(state)]).toEqual([where, true])
          }
        },
      ),
      { numRuns: 1500 },
    )
  })
})
