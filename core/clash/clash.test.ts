import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { programSchema } from '../bench'
import { parseChord } from '../keys'
import { keySettingsSchema, leverPatchSchema } from '../levers'
import { valueOf } from '../result'
import { exampleLever } from '../levers/exampleLever'
import type { Frame, Lever } from '../levers'
import { createResolver } from '../resolve'
import { createClashIndex, describeClash, effortOf, findClashes, suggestChords, waysOut } from '.'

const frames: Frame[] = [
  { id: 'on', name: 'On', on: true, position: 1 },
  { id: 'off', name: 'Off', on: false, position: 2 },
]
const programs = Object.fromEntries(
  ['chart', 'camera', 'log'].map((id) => [
    id,
    programSchema.parse({
      id,
      name: id.toUpperCase(),
      executable: `/${id}`,
      categories: [],
      icon: '',
      instances: 'multi',
      whenRunning: 'loads',
      opens: [],
      claims: id === 'chart' ? [{ chord: 'Ctrl+F', does: 'Find' }] : [],
      arguments: { options: [], positionals: [], order: [], onUnknown: 'ignored', onMissingFile: 'ignored' },
    }),
  ]),
)
const lever = (plate: number, chord: string, part: Partial<Lever> = {}) =>
  exampleLever(plate, { kind: 'chord', chord }, { frameId: 'on', ...part })
const only = (...programIds: string[]) => ({ scope: { kind: 'only' as const, programIds } })
const clashes = (...levers: Lever[]) => findClashes({ levers, frames, programs })
const shape = (...levers: Lever[]) =>
  clashes(...levers).map(({ leverId, kind, severity, owner }) => [leverId, kind, severity, owner.id])

describe('clashes', () => {
  test('two levers on one chord in overlapping scopes, told from both sides', () => {
    expect(shape(lever(1, 'F6'), lever(2, 'F6'))).toEqual([
      ['l1', 'same-chord', 'ambiguous', 'l2'],
      ['l2', 'same-chord', 'ambiguous', 'l1'],
    ])
    expect(shape(lever(1, 'F6', only('chart')), lever(2, 'F6', only('camera')))).toEqual([])
    expect(
      shape(lever(1, 'F6', only('chart')), lever(2, 'F6', { scope: { kind: 'except', programIds: ['chart'] } })),
    ).toEqual([])
  })

  test('a narrower scope shadows a wider one', () => {
    expect(shape(lever(1, 'F6'), lever(2, 'F6', only('chart')))).toEqual([
      ['l1', 'shadowed', 'lost', 'l2'],
      ['l2', 'shadows', 'note', 'l1'],
    ])
  })

  test('a lever that is off clashes only in name', () => {
    expect(
      clashes(lever(1, 'F6'), lever(2, 'F6', { enabled: false })).map((clash) => [
        clash.leverId,
        clash.severity,
        clash.dormant,
      ]),
    ).toEqual([
      ['l1', 'note', true],
      ['l2', 'ambiguous', undefined],
    ])
    expect(describeClash(clashes(lever(1, 'F6'), lever(2, 'F6', { frameId: 'off' }))[0]!)).toBe(
      'F6 is also the key of 2 Lever 2, which is off at present.',
    )
  })

  test('programs in scope, the system, the browser and the product itself', () => {
    expect(shape(lever(1, 'Ctrl+F'))).toEqual([['l1', 'program-claim', 'lost', 'chart']])
    expect(shape(lever(1, 'Ctrl+F', only('chart')))).toEqual([['l1', 'program-claim', 'note', 'chart']])
    expect(shape(lever(1, 'Ctrl+F', only('camera')))).toEqual([])
    expect(shape(lever(1, 'Ctrl+Alt+Delete'), lever(2, 'Ctrl+T'), lever(3, 'F2')).map((row) => row.slice(1))).toEqual([
      ['reserved', 'lost', 'system'],
      ['reserved', 'lost', 'browser'],
      ['reserved', 'lost', 'product'],
    ])
    expect(describeClash(clashes(lever(1, 'Ctrl+F'))[0]!)).toBe(
      'CHART takes Ctrl+F for “Find” while it is in front, and comes first.',
    )
  })
})

test('a hundred turntables on one button each know of the others that are live with them', () => {
  const step = {
    id: 'a',
    kind: 'turntable',
    roads: [
      { direction: 'n', steps: [] },
      { direction: 's', steps: [] },
    ],
    onFailure: 'stop',
  }
  const tables = Array.from({ length: 100 }, (_, i) => lever(i + 1, 'Mouse3', { steps: [step as never] }))
  const found = clashes(...tables)
  expect(new Set(found.map(({ leverId }) => leverId)).size).toBe(100)
  // One for each program has none.
  const apart = ['chart', 'camera', 'log'].map((id, i) =>
    lever(i + 1, 'Mouse3', { ...only(id), steps: [step as never] }),
  )
  expect(shape(...apart)).toEqual([])
})

describe('laws', () => {
  const scopes = fc.oneof(
    fc.constant({ kind: 'everywhere' as const }),
    fc.record({
      kind: fc.constantFrom('only' as const, 'except' as const),
      programIds: fc.subarray(['chart', 'camera', 'log'], { minLength: 1 }),
    }),
  )
  const sets = fc
    .array(
      fc.record({
        scope: scopes,
        chord: fc.constantFrom('F6', 'Ctrl+F', 'Alt+Q'),
        enabled: fc.boolean(),
        frameId: fc.constantFrom('on', 'off'),
      }),
      { maxLength: 6 },
    )
    .map((parts) => parts.map(({ chord, ...part }, i) => lever(i + 1, chord, part)))

  test('asking for one lever gives its part of all', () => {
    fc.assert(
      fc.property(sets, (levers) => {
        for (const { id } of levers)
          expect(findClashes({ levers, frames, programs, onlyLeverId: id })).toEqual(
            clashes(...levers).filter((clash) => clash.leverId === id),
          )
      }),
    )
  })

  test('a lever without a clash is pulled by its chord wherever it is live', () => {
    fc.assert(
      fc.property(sets, (levers) => {
        const resolver = createResolver({ levers, frames, programs })
        for (const { id, triggers, enabled, frameId } of levers) {
          if (
            !enabled ||
            frameId === 'off' ||
            clashes(...levers).some((clash) => clash.leverId === id && clash.severity !== 'note')
          )
            continue
          const [modifier, key] =
            (triggers[0] as { chord: string }).chord.split('+').length === 2
              ? ((triggers[0] as { chord: string }).chord.split('+') as [string, string])
              : [undefined, (triggers[0] as { chord: string }).chord]
          const modifiers = { Ctrl: modifier === 'Ctrl', Alt: modifier === 'Alt', Shift: false, Meta: false }
          for (const frontProgramId of ['chart', 'camera', 'log']) {
            const decision = resolver.next(
              resolver.initial,
              { kind: 'down', code: key.length === 1 ? `Key${key}` : key, atMs: 0, modifiers },
              { frontProgramId },
            ).decisions[0]!
            const verdict = decision.candidates.find((candidate) => candidate.leverId === id)!.verdict
            expect(['fired', 'out-of-scope']).toContain(verdict)
          }
        }
      }),
    )
  })
})

describe('other kinds of clash', () => {
  const bound = (plate: number, trigger: Record<string, unknown>, part: Partial<Lever> = {}) =>
    lever(plate, 'F6', { triggers: [{ id: 't', wins: 'auto', ...trigger } as Lever['triggers'][0]], ...part })
  const words = (...levers: Lever[]) =>
    clashes(...levers).map((clash) => [clash.leverId, clash.severity, describeClash(clash)])

  test('a chord that begins a sequence is late; the sequence says what waits', () => {
    expect(words(lever(1, 'Meta+O'), bound(2, { kind: 'sequence', sequence: 'Meta+O E' }))).toEqual([
      [
        'l1',
        'late',
        '2 Lever 2 has Meta+O, then E, which begins with it: Meta+O waits up to 800 ms to see whether that follows.',
      ],
      ['l2', 'note', '1 Lever 1 has Meta+O, with which Meta+O, then E begins; that waits up to 800 ms.'],
    ])
    expect(
      shape(bound(1, { kind: 'sequence', sequence: 'Meta+O E' }), bound(2, { kind: 'sequence', sequence: 'Meta+O F' })),
    ).toEqual([])
    expect(
      shape(
        bound(1, { kind: 'sequence', sequence: 'Meta+O E' }),
        bound(2, { kind: 'sequence', sequence: 'Meta+O E F' }),
      ).map((row) => row.slice(1, 3)),
    ).toEqual([
      ['prefix', 'late'],
      ['prefix', 'note'],
    ])
  })

  test('a key that is also held, holds a layer or goes with another is late', () => {
    expect(
      shape(
        lever(1, 'J'),
        bound(2, { kind: 'hold', key: 'KeyJ' }),
        bound(3, { kind: 'layer', hold: 'KeyJ', chord: 'K' }),
        bound(4, { kind: 'together', keys: ['KeyJ', 'KeyL'] }),
      ),
    ).toEqual([
      ['l1', 'tap-hold', 'late', 'l2'],
      ['l1', 'tap-hold', 'late', 'l3'],
      ['l1', 'tap-hold', 'late', 'l4'],
      ['l4', 'tap-hold', 'late', 'l2'],
      ['l4', 'tap-hold', 'late', 'l3'],
    ])
    const ruled = findClashes({
      levers: [lever(1, 'J')],
      programs,
      frames: [
        { ...frames[0]!, rules: [{ id: 'r', kind: 'tap-hold', key: 'KeyJ', tap: null, hold: { kind: 'layer' } }] },
      ],
    })
    expect(ruled.map((clash) => [clash.kind, clash.ms])).toEqual([['tap-hold', 200]])
  })

  test('a key the keyboard lacks, a frame that is off, AltGr, and the matching mode', () => {
    const on = (keyboard: string, legends: 'us' | 'de', ...levers: Lever[]) =>
      findClashes({ levers, frames, programs, keys: keySettingsSchema.parse({ keyboard, legends }) }).map((clash) => [
        clash.leverId,
        clash.kind,
        clash.severity,
        clash.does,
      ])
    expect(on('iso-60', 'us', lever(1, 'F13'), lever(2, 'F5'), lever(3, 'AudioVolumeMute'))).toEqual([
      ['l1', 'no-key', 'lost', 'F13'],
      ['l2', 'no-key', 'lost', 'F5'],
    ])
    expect(on('iso-full', 'us', lever(1, 'F5', { frameId: 'off' }))).toEqual([['l1', 'frame-off', 'note', undefined]])
    expect(on('iso-full', 'de', lever(1, 'Ctrl+Alt+Q'))).toEqual([['l1', 'altgr', 'note', '@']])
    expect(
      on('iso-full', 'de', lever(1, 'Ctrl+Z'), bound(2, { kind: 'chord', chord: 'Ctrl+Z', match: 'key' })).map(
        (row) => row[1],
      ),
    ).toEqual(['match-mode', 'match-mode'])
    expect(
      on('iso-full', 'us', lever(1, 'Ctrl+Z'), bound(2, { kind: 'chord', chord: 'Ctrl+Z', match: 'key' })).map(
        (row) => row[1],
      ),
    ).toEqual(['same-chord', 'same-chord'])
  })

  test('each way out leads out', () => {
    const taken = [
      lever(1, 'Ctrl+F'),
      lever(2, 'F6'),
      lever(3, 'F6'),
      lever(4, '', { ...only('chart'), triggers: [{ id: 't', kind: 'chord', chord: 'Ctrl+F', wins: 'program' }] }),
    ]
    const suggestions = suggestChords({ levers: taken, frames, programs, lever: taken[1]!, count: 2 })
    for (const clash of clashes(...taken).filter((entry) => entry.severity !== 'note')) {
      const owner = taken.find((entry) => entry.id === clash.leverId)!
      const ways = waysOut(clash, owner, suggestions)
      expect(ways.length).toBeGreaterThan(0)
      for (const way of ways) {
        if (!('patch' in way)) continue
        expect(leverPatchSchema.safeParse(way.patch).error).toBeUndefined()
        const after = taken.map((entry) => (entry.id === owner.id ? { ...entry, ...way.patch } : entry))
        expect(
          clashes(...after).some(
            (entry) =>
              entry.leverId === owner.id &&
              entry.kind === clash.kind &&
              entry.owner.id === clash.owner.id &&
              entry.severity === clash.severity,
          ),
        ).toBe(false)
      }
    }
  })

  test('an index that was altered lever by lever tells what a fresh one tells', () => {
    const parts = fc.record({
      plate: fc.integer({ min: 1, max: 6 }),
      chord: fc.constantFrom('F6', 'Ctrl+F', 'J', 'Meta+O'),
      kind: fc.constantFrom('chord', 'release', 'double', 'sequence', 'hold', 'layer'),
      gone: fc.boolean(),
      enabled: fc.boolean(),
    })
    fc.assert(
      fc.property(fc.array(parts, { maxLength: 20 }), (edits) => {
        const index = createClashIndex({ levers: [], frames, programs })
        const standing = new Map<string, Lever>()
        for (const { plate, chord, kind, gone, enabled } of edits) {
          const made = bound(
            plate,
            kind === 'sequence'
              ? { kind, sequence: `${chord} E` }
              : kind === 'hold'
                ? { kind, key: 'KeyJ' }
                : kind === 'layer'
                  ? { kind, hold: 'KeyJ', chord }
                  : { kind, chord },
            { enabled },
          )
          if (gone) {
            index.remove(made.id)
            standing.delete(made.id)
          } else {
            index.put(made)
            standing.set(made.id, made)
          }
        }
        const levers = [...standing.values()].sort((one, other) => one.plate - other.plate)
        const fresh = createClashIndex({ levers, frames, programs })
        // Of each lever in the same order too, whichever was altered last.
        for (const { id } of levers) expect(index.of(id)).toEqual(fresh.of(id))
        expect(index.all()).toHaveLength(fresh.all().length)
      }),
    )
  })
})

test('suggested chords clash with nothing; the name, the hand and the frame’s habit count, in the words of the reason', () => {
  const levers = [lever(1, 'Ctrl+Shift+M'), lever(2, 'Ctrl+Shift+X'), lever(3, 'Ctrl+Alt+O')]
  const wanted = lever(9, 'F6', { name: 'Mute Ormond', triggers: [] })
  const suggestions = suggestChords({ levers, frames, programs, lever: wanted, count: 8 })
  expect(suggestions.map((entry) => entry.chord)).not.toContain('Ctrl+Shift+M')
  expect(suggestions.some((entry) => entry.chord.endsWith('+M') && entry.because.includes('M as in “Mute”'))).toBe(true)
  for (const { chord } of suggestions)
    expect(clashes(...levers, lever(9, chord)).filter((clash) => clash.leverId === 'l9')).toEqual([])
  expect(suggestions.map((entry) => entry.cost)).toEqual(
    suggestions.map((entry) => entry.cost).toSorted((a, b) => a - b),
  )
  const effort = (chord: string) => effortOf(valueOf(parseChord(chord)))
  expect([
    effort('Ctrl+F') < effort('Ctrl+T'),
    effort('Ctrl+T') < effort('Ctrl+Alt+T'),
    effort('Ctrl+Alt+D') < effort('Ctrl+Alt+Shift+D'),
  ]).toEqual([true, true, true])
})
