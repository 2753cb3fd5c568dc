import { expect, test } from 'vitest'
import { applyChanges } from '../../core/bench'
import type { Change } from '../../core/bench'
import { checkUp } from '../../core/checkup'
import { valueOf } from '../../core/result'
import { frames, levers as demoLevers, values, workstation } from '../../demo'
import { DEFAULT_KEYS } from '../../core/levers'
import type { Lever } from '../../core/levers'
import { everyStep, stepSchema } from '../../core/steps'
import type { Step } from '../../core/steps'
import { FollowStore } from './followStore'
import type { CheckedContent, FromCheckUp, ToCheckUp } from './messages'

/** Those with a script have a test of their own. */
const levers = demoLevers.filter(({ steps }) => [...everyStep(steps)].every(({ step }) => step.kind !== 'script.run'))
const content: CheckedContent = { levers, frames, values, bench: workstation, keys: DEFAULT_KEYS, racked: [] }
const begin: ToCheckUp = { kind: 'begin', content }

/** A follower with a clock of its own: work is done when the test says so. */
function following() {
  let nowMs = Date.UTC(2031, 3, 30, 21)
  const queue: { atMs: number; work: () => void }[] = []
  const told: FromCheckUp[] = []
  const follow = new FollowStore({
    nowMs: () => nowMs,
    later: (work, ms) => void queue.push({ atMs: nowMs + ms, work }),
    tell: (message) => void told.push(message),
  })
  /** Does what is due within the time. */
  const pass = (ms: number) => {
    const untilMs = nowMs + ms
    for (;;) {
      queue.sort((a, b) => a.atMs - b.atMs)
      const next = queue[0]
      if (!next || next.atMs > untilMs) break
      queue.shift()
      nowMs = Math.max(nowMs, next.atMs)
      next.work()
    }
    nowMs = untilMs
  }
  /** What stands by all that was told. */
  const standing = () => {
    const ids = new Set<string>()
    for (const message of told) {
      if (message.kind !== 'found') continue
      for (const id of message.gone) ids.delete(id)
      for (const { id } of message.added) ids.add(id)
    }
    return ids
  }
  return { follow, told, pass, standing }
}
const facts = (bench = workstation, over: Partial<CheckedContent> = {}) =>
  new Set(checkUp({ ...content, bench, ...over }).map(({ id }) => id))
const scriptStep = (script: string): Step => stepSchema.parse({ id: 's1', kind: 'script.run', script })
const isFact = (id: string) => !id.includes('|rehearsal-fails|')

test('facts are told at once, rehearsals when nothing changes for a moment', () => {
  const { follow, told, pass, standing } = following()
  follow.take(begin)
  pass(100)
  expect(new Set([...standing()].filter(isFact))).toEqual(facts())
  expect([...standing()].every(isFact)).toBe(true)
  // What is still to be rehearsed is told before it begins.
  const faulty = new Set(checkUp(content).flatMap(({ severity, about }) => (severity === 'fault' ? [about.id] : [])))
  const toRehearse = levers.filter(({ id, enabled }) => enabled && !faulty.has(id)).length
  expect(told.at(-1)).toEqual({ kind: 'working', due: 0, toRehearse })
  pass(5000)
  expect(told.at(-1)?.kind).toBe('found')
  expect([...standing()].filter((id) => !isFact(id)).length).toBeGreaterThan(0)
  expect(told.some((message) => message.kind === 'lost')).toBe(false)
})

test('what it is told change by change comes to what a fresh check-up finds', () => {
  const { follow, pass, standing } = following()
  follow.take(begin)
  pass(5000)
  const moved: Change = { kind: 'file.move', from: '/home/watch/charts', to: '/home/watch/maps' }
  follow.take({ kind: 'bench', changes: [moved] })
  pass(100)
  const bench = valueOf(applyChanges(workstation, [moved]))
  expect(new Set([...standing()].filter(isFact))).toEqual(facts(bench))
  expect(facts(bench).size).toBeGreaterThan(facts().size)
  const [first, ...others] = levers
  follow.take({
    kind: 'edit',
    edit: {
      levers: { changed: [{ ...first!, enabled: false, version: 2 }], removed: [others[0]!.id] },
      frames: { changed: [], removed: [] },
      values: { changed: [], removed: values.map(({ id }) => id) },
    },
  })
  pass(100)
  const left = [{ ...first!, enabled: false, version: 2 }, ...others.slice(1)]
  expect(new Set([...standing()].filter(isFact))).toEqual(facts(bench, { levers: left, values: [] }))
  follow.take({ kind: 'bench', changes: [{ kind: 'file.move', from: '/home/watch/maps', to: '/home/watch/charts' }] })
  pass(6000)
  expect(new Set([...standing()].filter(isFact))).toEqual(facts(workstation, { levers: left, values: [] }))
})

test('a change that does not fit is told, and it begins again with all', () => {
  const { follow, told, pass, standing } = following()
  follow.take(begin)
  pass(100)
  follow.take({ kind: 'bench', changes: [{ kind: 'file.move', from: '/nowhere', to: '/x' }] })
  expect(told.at(-1)).toEqual({ kind: 'lost' })
  follow.take({ kind: 'bench', changes: [{ kind: 'program.remove', programId: 'fell-weather' }] })
  // What is asked meanwhile waits for it.
  follow.take({ kind: 'what-if', seq: 3, what: { framesOff: ['desk'] } })
  expect(told.some(({ kind }) => kind === 'what-if')).toBe(false)
  follow.take(begin)
  expect(told.at(-1)).toMatchObject({ kind: 'what-if', seq: 3, issues: [] })
  pass(100)
  expect(new Set([...standing()].filter(isFact))).toEqual(facts())
})

test('what would be is answered by its number, and alters nothing', () => {
  const { follow, told, pass, standing } = following()
  follow.take(begin)
  pass(100)
  follow.take({ kind: 'what-if', seq: 7, what: { changes: [{ kind: 'program.remove', programId: 'atlas-room' }] } })
  const answer = told.at(-1)
  expect(answer).toMatchObject({ kind: 'what-if', seq: 7, issues: [] })
  expect(answer?.kind === 'what-if' && answer.found.length).toBeGreaterThan(3)
  follow.take({ kind: 'what-if', seq: 8, what: { changes: [{ kind: 'program.remove', programId: 'nobody' }] } })
  expect(told.at(-1)).toMatchObject({ seq: 8, found: [], issues: [{ code: expect.any(String) }] })
  pass(100)
  expect(new Set([...standing()].filter(isFact))).toEqual(facts())
})

const scripted: Lever = {
  ...levers[0]!,
  ...{ id: 'scripted', plate: 900, triggers: [], aliases: ['scripted'], inputs: [], steps: [scriptStep('return 1')] },
}
const asked = (told: readonly FromCheckUp[]) => told.flatMap((message) => (message.kind === 'script' ? [message] : []))
const failedHere = (ids: ReadonlySet<string>) => [...ids].filter((id) => id.startsWith('scripted|rehearsal-fails|'))

test('a rehearsal with a script waits for its outcome, while all else is followed', () => {
  const { follow, told, pass, standing } = following()
  follow.take({ kind: 'begin', content: { ...content, levers: [scripted, ...levers] } })
  pass(20_000)
  expect(asked(told)).toMatchObject([{ seq: 1, request: { source: 'return 1' } }])
  // Nothing is told of rehearsals before they are all done.
  expect([...standing()].every(isFact)).toBe(true)
  const outcome = { kind: 'failed' as const, message: 'No such part', said: [] }
  follow.take({ kind: 'script-ran', seq: 7, outcome })
  pass(20_000)
  expect([...standing()].every(isFact)).toBe(true)

  // What it waited for is over with a change, and it is rehearsed anew; an outcome that comes late is none of its own.
  follow.take({ kind: 'bench', changes: [{ kind: 'file.move', from: '/home/watch/charts', to: '/home/watch/maps' }] })
  pass(20_000)
  expect(asked(told).map(({ seq }) => seq)).toEqual([1, 2])
  follow.take({ kind: 'script-ran', seq: 1, outcome })
  pass(20_000)
  expect([...standing()].every(isFact)).toBe(true)
  follow.take({ kind: 'script-ran', seq: 2, outcome })
  pass(20_000)
  expect(failedHere(standing())).toHaveLength(1)

  follow.take({ kind: 'bench', changes: [{ kind: 'file.move', from: '/home/watch/maps', to: '/home/watch/charts' }] })
  // Rehearsals take a part of the time only, and that one took long.
  pass(400_000)
  follow.take({ kind: 'script-ran', seq: 3, outcome: { kind: 'gave', value: 1, steps: [], said: [] } })
  pass(20_000)
  expect(failedHere(standing())).toEqual([])
  expect([...standing()].filter((id) => !isFact(id)).length).toBeGreaterThan(0)
})

test('a finding that says something else of others is told again, and is no other one', () => {
  const { follow, told, pass } = following()
  follow.take(begin)
  pass(100)
  follow.take({ kind: 'bench', changes: [{ kind: 'file.move', from: '/home/watch/charts', to: '/home/watch/maps' }] })
  pass(100)
  const back = { kind: 'file.move' as const, from: '/home/watch/maps/south.atlas', to: '/home/watch/south.atlas' }
  const before = told.length
  follow.take({
    kind: 'bench',
    changes: [
      { kind: 'file.put', path: '/home/watch/charts', file: { kind: 'folder' } },
      back,
      { kind: 'file.move', from: '/home/watch/south.atlas', to: '/home/watch/charts/south.atlas' },
    ],
  })
  pass(100)
  const [last] = told.slice(before).flatMap((message) => (message.kind === 'found' ? [message] : []))
  const again = last!.added.find(({ about, parts }) => about.id === 'lever-7' && parts?.there.includes('“south.atlas”'))
  expect(again?.message).toContain('“south.atlas” is there')
  expect(last!.gone).not.toContain(again!.id)
})
