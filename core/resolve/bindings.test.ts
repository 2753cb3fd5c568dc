import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { exampleProgram } from '../bench/exampleBench'
import { exampleLever } from '../levers/exampleLever'
import { frameSchema } from '../levers'
import type { Frame, Lever } from '../levers'
import { seededRandom } from '../timing'
import { BindingIndex } from './bindings'
import type { ResolverConfig } from './bindings'
import { createResolver, ResolverKeeper } from '.'
import { outcomeOf, storm, stormConfig, stormLevers } from './exampleStorm'

type Config = Pick<ResolverConfig, 'levers' | 'frames' | 'programs'>

const program = (id: string, ...chords: string[]) =>
  exampleProgram(id, { claims: chords.map((chord) => ({ chord, does: `Its ${chord}` })) })

const triggers = stormLevers.flatMap((lever) => lever.triggers)
const rows = (first: string, count: number) =>
  frameSchema.shape.rules.parse([{ id: 'row', kind: 'row', first, count }])!

/** What an edit does to a store, as every edit of the product comes down to. */
const edit: fc.Arbitrary<(before: Config) => Config> = fc.oneof(
  fc
    .nat()
    .map((at) => ({ levers, ...rest }: Config) => ({ ...rest, levers: levers.toSpliced(at % (levers.length + 1), 1) })),
  fc
    .record({
      at: fc.nat(),
      part: fc.constantFrom<Partial<Lever>>(
        { enabled: false },
        { name: 'Another' },
        { frameId: 'off' },
        { frameId: 'on' },
      ),
    })
    .map(({ at, part }) => altered(at, () => part)),
  fc
    .record({
      at: fc.nat(),
      scope: fc.constantFrom<Lever['scope']>(
        { kind: 'everywhere' },
        { kind: 'only', programIds: ['chart'] },
        { kind: 'except', programIds: ['chart'] },
      ),
    })
    .map(({ at, scope }) => altered(at, () => ({ scope }))),
  fc
    .record({ at: fc.nat(), own: fc.subarray(triggers, { maxLength: 3 }) })
    .map(({ at, own }) => altered(at, () => ({ triggers: own.map((trigger, i) => ({ ...trigger, id: `t${i}` })) }))),
  fc.record({ at: fc.nat(), plate: fc.integer({ min: 100, max: 120 }) }).map(
    ({ at, plate }) =>
      (before: Config) =>
        before.levers.some((lever) => lever.plate === plate) ? before : altered(at, () => ({ plate }))(before),
  ),
  fc
    .record({ plate: fc.integer({ min: 30, max: 60 }), trigger: fc.constantFrom(...triggers) })
    .map(({ plate, trigger }) => ({ levers, ...rest }: Config) => ({
      ...rest,
      levers: levers.some((lever) => lever.plate === plate)
        ? levers
        : [...levers, exampleLever(plate, { ...trigger }, { frameId: 'on' })],
    })),
  fc
    .record({ first: fc.constantFrom('Alt+1', 'Alt+Q'), count: fc.integer({ min: 1, max: 6 }), on: fc.boolean() })
    .map(({ first, count, on }) => ({ frames, ...rest }: Config) => {
      const [frame, ...others] = frames
      return {
        ...rest,
        frames: [{ ...frame!, on, rules: [...(frame!.rules ?? []), ...rows(first, count)].slice(-10) }, ...others],
      }
    }),
  fc.subarray(['Ctrl+A', 'B', 'E']).map((chords) => (before: Config) => ({
    ...before,
    programs: { chart: program('chart', ...chords) },
  })),
)

function altered(at: number, part: (lever: Lever) => Partial<Lever>) {
  return ({ levers, ...rest }: Config): Config => {
    if (levers.length === 0) return { levers, ...rest }
    const i = at % levers.length
    return { ...rest, levers: levers.with(i, { ...levers[i]!, ...part(levers[i]!) }) }
  }
}

/** What differs between two lists of levers, as a store tells it. */
function delta(before: readonly Lever[], after: readonly Lever[]) {
  const known = new Map(before.map((lever) => [lever.id, lever]))
  const left = new Set(after.map(({ id }) => id))
  return {
    changed: after.filter((lever) => known.get(lever.id) !== lever),
    removed: before.flatMap(({ id }) => (left.has(id) ? [] : [id])),
  }
}

const { keys } = stormConfig
const off: Frame = { id: 'off', name: 'Off', on: false, position: 2 }
const start: Config = { levers: stormLevers, frames: [...stormConfig.frames, off], programs: {} }

describe('bindings that follow edits', () => {
  test('hold what they would hold if they had been made anew', () => {
    fc.assert(
      fc.property(fc.array(edit, { minLength: 1, maxLength: 12 }), (edits) => {
        const index = new BindingIndex({ ...start, keys })
        let now = start
        for (const next of edits) {
          const before = now
          now = next(before)
          index.update({
            ...(now.levers === before.levers ? {} : { levers: delta(before.levers, now.levers) }),
            frames: now.frames,
            programs: now.programs,
          })
          expect(index.bindings).toEqual(new BindingIndex({ ...now, keys }).bindings)
        }
      }),
      { numRuns: 150 },
    )
  })

  test('decide a storm as they would if they had been made anew, from the state that was left', () => {
    fc.assert(
      fc.property(fc.array(edit, { minLength: 1, maxLength: 6 }), fc.nat(1000), (edits, seed) => {
        const events = storm(160, seededRandom(seed))
        let kept = createResolver({ ...start, keys })
        let now = start
        let [state, fresh] = [kept.initial, kept.initial]
        for (const [i, { front, ...event }] of events.entries()) {
          if (i % 20 === 19 && edits[(i - 19) / 20]) {
            const before = now
            now = edits[(i - 19) / 20]!(before)
            kept = kept.updated({
              levers: delta(before.levers, now.levers),
              frames: now.frames,
              programs: now.programs,
            })
          }
          const context = { frontProgramId: front }
          const one = kept.next(state, event, context)
          const other = createResolver({ ...now, keys }).next(fresh, event, context)
          state = one.state
          fresh = other.state
          expect(one.decisions.map(outcomeOf)).toEqual(other.decisions.map(outcomeOf))
          expect(one.state).toEqual(other.state)
        }
      }),
      { numRuns: 25 },
    )
  })
})

describe('a resolver that is kept', () => {
  const source = (part: object = {}) => ({ ...start, keys, revision: 1, since: () => undefined, ...part })

  test('is the same as long as nothing differs', () => {
    const keeper = new ResolverKeeper()
    const since = () => ({ changed: [], removed: [] })
    const first = keeper.resolverFor(source({ since }))
    expect(keeper.resolverFor(source({ since }))).toBe(first)
    expect(keeper.resolverFor(source({ since, frames: [...start.frames] }))).not.toBe(first)
  })

  test('follows by what differs, and is made anew where that is not known any more, or for another keyboard', () => {
    const keeper = new ResolverKeeper()
    const pulls = (resolver: ReturnType<ResolverKeeper['resolverFor']>, code: string) =>
      resolver.next(resolver.initial, { kind: 'down', code, atMs: 0 }, { frontProgramId: 'camera' }).decisions.at(-1)
        ?.leverId
    expect(pulls(keeper.resolverFor(source()), 'F9')).toBeUndefined()
    const added = exampleLever(70, { kind: 'chord', chord: 'F9' }, { frameId: 'on' })
    const levers = [...start.levers, added]
    const followed = keeper.resolverFor(
      source({
        levers,
        revision: 2,
        since: (from: number) => (from === 1 ? { changed: [added], removed: [] } : undefined),
      }),
    )
    expect(pulls(followed, 'F9')).toBe('l70')
    const without = keeper.resolverFor(source({ revision: 3 }))
    expect(pulls(without, 'F9')).toBeUndefined()
    const other = keeper.resolverFor(
      source({ levers, revision: 3, keys: { ...keys, legends: 'us' }, since: () => ({ changed: [], removed: [] }) }),
    )
    expect(pulls(other, 'F9')).toBe('l70')
  })

  test('is made bit by bit, follows what was edited meanwhile, and is then at hand', () => {
    const keeper = new ResolverKeeper()
    const chords = Array.from(
      { length: 600 },
      (_, i) => ({ kind: 'chord', chord: `Ctrl+Alt+F${1 + (i % 12)}` }) as const,
    )
    const levers = chords.map((chord, i) => exampleLever(100 + i, chord, { frameId: 'on', enabled: i > 400 }))
    const added = exampleLever(70, { kind: 'chord', chord: 'F9' }, { frameId: 'on' })
    const work = keeper.warmUp(source({ levers }))
    let parts = 0
    while (!work.next().done) parts += 1
    expect(parts).toBe(3)
    // Nothing is made anew: what it is made from is not looked at.
    const since = () => ({ changed: [added], removed: ['l101'] })
    const resolver = keeper.resolverFor(source({ levers: [], revision: 2, since }))
    const at = (code: string, modifiers = {}) =>
      resolver.next(
        resolver.initial,
        {
          kind: 'down',
          code,
          atMs: 0,
          modifiers: { Ctrl: false, Alt: false, Shift: false, Meta: false, ...modifiers },
        },
        { frontProgramId: 'camera' },
      ).decisions[0]
    expect(at('F9')?.leverId).toBe('l70')
    const both = { Ctrl: true, Alt: true }
    const anew = createResolver({ ...start, keys, levers: [...levers.filter(({ id }) => id !== 'l101'), added] })
    for (const code of ['F1', 'F2', 'F9', 'F12'])
      expect(at(code, both)).toEqual(
        anew.next(
          anew.initial,
          { kind: 'down', code, atMs: 0, modifiers: { Ctrl: true, Alt: true, Shift: false, Meta: false } },
          { frontProgramId: 'camera' },
        ).decisions[0],
      )
  })

  test('that is asked for before it is done is made at once, and kept', () => {
    const keeper = new ResolverKeeper()
    const levers = Array.from({ length: 600 }, (_, i) => exampleLever(100 + i, { kind: 'chord', chord: 'F9' }))
    const unchanged = source({ levers, since: () => ({ changed: [], removed: [] }) })
    const work = keeper.warmUp(unchanged)
    work.next()
    const made = keeper.resolverFor(unchanged)
    expect([work.next().done, keeper.resolverFor(unchanged)]).toEqual([true, made])
    // One that is right already is left alone.
    expect([keeper.warmUp(unchanged).next().done, keeper.resolverFor(unchanged)]).toEqual([true, made])
  })
})
