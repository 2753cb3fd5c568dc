import type { AnswerOf } from '../../contract'
import {
  createEstimates,
  formatOperators,
  keyWork,
  parseOperators,
  LATELY_DAYS,
  msOf,
  savedBy,
} from '../../core/savings'
import type { Lever } from '../../core/levers'
import type { WorkByHand } from '../../core/steps'
import { dayOf } from '../database/runTable'
import { breathe } from '../database/rows'
import type { LeverSums } from '../database/savingsTable'
import type { Engine } from '../engine'

type Savings = AnswerOf<'readSavings'>
type LeverSavings = Savings['levers'][number]

/** So many levers are estimated between two breaths. */
const AT_ONCE = 50

/** What every lever took, and what it saved, as far as that can be known; levers that are gone count with their pulls only. */
export async function savingsOf({ store, pullSums }: Engine, days: number): Promise<Savings> {
  const today = dayOf(store.clock.nowMs())
  const sums = await pullSums.read()
  const levers: LeverSavings[] = []
  const eachMs = new Map<string, number>()
  for (const lever of store.book.allLevers) {
    const sum = sums.get(lever.id)
    if (!sum) {
      levers.push({ leverId: lever.id, ...NEVER })
      continue
    }
    const { pulls, done, failed, totalMs, days: ofDays } = sum
    const estimate = estimateOf(lever, { store })
    const doneLately = doneAfter(ofDays, today - LATELY_DAYS)
    eachMs.set(lever.id, estimate.handMs - estimate.keyMs)
    const { totalMs: savedMs, perWeekMs } = savedBy({ done, doneLately }, estimate.handMs, estimate.keyMs)
    const { handMs, hand, derived, unknown, keyMs, key } = estimate
    const did = { leverId: lever.id, pulls, done, failed, totalMs, doneLately, lastDay: ofDays.at(-1)!.day }
    // Put together field by field: to spread what many levers have takes several times as long.
    levers.push(Object.assign(did, { handMs, hand, derived, unknown, keyMs, key, savedMs, perWeekMs }))
    if (levers.length % AT_ONCE === 0) await breathe()
  }
  return { today, levers, days: byDay(sums.values(), today - days + 1, eachMs) }
}

const NEVER = { pulls: 0, done: 0, failed: 0, totalMs: 0, doneLately: 0 }

/** Pulls that went through after a day; days are in order. */
function doneAfter(days: LeverSums['days'], day: number): number {
  let done = 0
  for (let i = days.length - 1; i >= 0 && days[i]!.day > day; i--) done += days[i]!.done
  return done
}

/** What was pulled and saved on each day from one on, by all levers. */
function byDay(sums: Iterable<LeverSums>, fromDay: number, eachMs: ReadonlyMap<string, number>): Savings['days'] {
  const found: Record<number, Savings['days'][number]> = {}
  for (const { leverId, days } of sums) {
    const saves = eachMs.get(leverId) ?? 0
    for (let i = days.length - 1; i >= 0 && days[i]!.day >= fromDay; i--) {
      const { day, pulls, done } = days[i]!
      const of = (found[day] ??= { day, pulls: 0, savedMs: 0 })
      of.pulls += pulls
      of.savedMs += done * saves
    }
  }
  return Object.values(found)
}

/** Kept as long as nothing differs that it was found from. */
const estimates = createEstimates()
type Estimate = Required<Pick<LeverSavings, 'handMs' | 'hand' | 'derived' | 'unknown' | 'keyMs' | 'key'>>
const told = new WeakMap<Lever, { found: WorkByHand; estimate: Estimate }>()

function estimateOf(lever: Lever, { store }: Pick<Engine, 'store'>): Estimate {
  const { bench, book } = store
  const found = estimates.of(lever, bench, { nowMs: store.nowMs(), values: book.tableFor(lever.frameId, bench) })
  const known = told.get(lever)
  if (known?.found === found) return known.estimate
  const corrected = lever.byHand ? parseOperators(lever.byHand) : undefined
  const hand = corrected?.ok ? { work: corrected.value, unknown: 0 } : found
  const key = keyWork(lever)
  const estimate = {
    handMs: msOf(hand.work),
    hand: formatOperators(hand.work),
    derived: formatOperators(found.work),
    unknown: hand.unknown,
    keyMs: msOf(key),
    key: formatOperators(key),
  }
  told.set(lever, { found, estimate })
  return estimate
}
