import type { AnswerOf } from '../../contract'
import { formatOperators, handWork, keyWork, LATELY_DAYS, msOf, savedBy } from '../../core/savings'
import type { Saved } from '../../core/savings'
import type { Lever } from '../../core/levers'
import { dayOf } from '../database/runTable'
import { breathe } from '../database/rows'
import { readDaysFrom, readLeverSums } from '../database/savingsTable'
import type { Engine } from '../engine'

type Savings = AnswerOf<'readSavings'>
type LeverSavings = Savings['levers'][number]

/** So many levers are estimated between two breaths. */
const AT_ONCE = 50

/** What every lever took, and what it saved, as far as that can be known; levers that are gone count with their pulls only. */
export async function savingsOf({ store }: Engine, days: number): Promise<Savings> {
  const today = dayOf(store.clock.nowMs())
  const sums = new Map((await readLeverSums(store.database, today - LATELY_DAYS)).map((one) => [one.leverId, one]))
  const levers: LeverSavings[] = []
  const eachMs = new Map<string, number>()
  for (const lever of store.book.allLevers) {
    const { leverId: _id, lastDay, ...sum } = sums.get(lever.id) ?? { ...NEVER, leverId: lever.id, lastDay: undefined }
    const estimate = sum.pulls === 0 ? undefined : estimateOf(lever, { store })
    if (estimate) eachMs.set(lever.id, estimate.handMs - estimate.keyMs)
    levers.push({
      leverId: lever.id,
      ...sum,
      ...(lastDay === undefined ? {} : { lastDay }),
      ...(estimate ? { ...estimate, ...savedMsOf(savedBy(sum, estimate.handMs, estimate.keyMs)) } : {}),
    })
    if (levers.length % AT_ONCE === 0) await breathe()
  }
  const byDay = new Map<number, { pulls: number; savedMs: number }>()
  for (const { leverId, day, pulls, done } of await readDaysFrom(store.database, today - days + 1)) {
    const sum = byDay.get(day) ?? { pulls: 0, savedMs: 0 }
    byDay.set(day, { pulls: sum.pulls + pulls, savedMs: sum.savedMs + done * (eachMs.get(leverId) ?? 0) })
  }
  return { today, levers, days: [...byDay].map(([day, sum]) => ({ day, ...sum })).sort((a, b) => a.day - b.day) }
}

const NEVER = { pulls: 0, done: 0, failed: 0, totalMs: 0, doneLately: 0 }

function estimateOf(lever: Lever, { store }: Pick<Engine, 'store'>) {
  const { bench, book } = store
  const hand = handWork(lever.steps, bench, { nowMs: store.nowMs(), values: book.tableFor(lever.frameId, bench) })
  const key = keyWork(lever)
  return {
    handMs: msOf(hand.work),
    hand: formatOperators(hand.work),
    unknown: hand.unknown,
    keyMs: msOf(key),
    key: formatOperators(key),
  }
}

const savedMsOf = ({ totalMs, perWeekMs }: Saved) => ({ savedMs: totalMs, perWeekMs })
