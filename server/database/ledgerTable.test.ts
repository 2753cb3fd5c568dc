import fc from 'fast-check'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { isMeant } from '../../core/ledger'
import type { LedgerLine, RunFilter } from '../../core/ledger'
import { memoryStore } from '../../tests/support/memoryDatabase'
import { dropLines, dropUnusedWords, findLines, readLeverFigures, writeLines, writeMostBehind } from './ledgerTable'
import type { Pace } from './ledgerTable'
import type { OpenDatabase } from './openDatabase'
import { ledgerLines, ledgerPrograms, ledgerWords } from './schema'

let opened: OpenDatabase
beforeAll(async () => {
  opened = await memoryStore()
}, 60_000)
afterAll(() => opened.close())

const levers = ['lever-1', 'lever-2', 'lever-3']
const frames = ['desk', 'night', null]
const programs = ['atlas', 'book', 'dome']
const texts = ['1 dome chart opened', '2 rota 50% done', 'a_b copied', '3 öffnet nichts', 'x\\y']

/** What stands in a ledger, but for its number; a clock goes forward and is set back now and then. */
const lineDraft = fc.record({
  leverId: fc.constantFrom(...levers),
  frameId: fc.constantFrom(...frames),
  outcome: fc.constantFrom('done' as const, 'done' as const, 'failed' as const, 'stopped' as const),
  putBackAtMs: fc.constantFrom(null, 7),
  source: fc.constantFrom('key' as const, 'launcher' as const, 'time' as const),
  passedMs: fc.oneof(fc.nat(1000), fc.integer({ min: -3000, max: 0 })),
  tookMs: fc.nat(500),
  failedAt: fc.constantFrom('0', '2.steps.1', null),
  programs: fc.uniqueArray(fc.constantFrom(...programs)),
  words: fc.constantFrom(...texts),
})
const filterDraft = fc.record(
  {
    leverId: fc.constantFrom(...levers, 'lever-9'),
    frameId: fc.constantFrom('desk', 'night'),
    outcome: fc.constantFrom('done' as const, 'failed' as const, 'stopped' as const, 'put-back' as const),
    source: fc.constantFrom('key' as const, 'launcher' as const),
    programId: fc.constantFrom(...programs, 'none'),
    fromMs: fc.integer({ min: 95_000, max: 130_000 }),
    untilMs: fc.integer({ min: 95_000, max: 130_000 }),
    text: fc.constantFrom('dome', 'DONE', '50%', 'a_b', '_', '\\', 'Ö', 'nowhere', ''),
  },
  { requiredKeys: [] },
)

const paces: Pace[] = [
  // As few at once as can be, so that every way of going on is gone.
  { firstStretch: 1, longestStretch: 3, patienceMs: -1, mostTexts: 5000, mostOfTexts: 20_000 },
  { firstStretch: 2, longestStretch: 8, patienceMs: 1000, mostTexts: 5000, mostOfTexts: 2 },
  { firstStretch: 5, longestStretch: 8, patienceMs: 1000, mostTexts: 1, mostOfTexts: 2 },
]

async function fill(drafts: readonly (Omit<LedgerLine, 'seq' | 'startedAtMs'> & { passedMs: number })[]) {
  const { database } = opened
  for (const one of [ledgerLines, ledgerPrograms, ledgerWords]) await database.delete(one)
  let [nowMs, latestMs, behindMs] = [100_000, 0, 0]
  const lines = drafts.map(({ passedMs, ...draft }, i): LedgerLine => {
    nowMs = Math.max(0, nowMs + passedMs)
    behindMs = Math.max(behindMs, latestMs - nowMs)
    latestMs = Math.max(latestMs, nowMs)
    // Numbers have gaps where runs are kept no longer.
    return { ...draft, seq: 3 + i * 2, startedAtMs: nowMs }
  })
  await writeLines(database, lines)
  await writeMostBehind(database, behindMs)
  return lines
}

async function everyPage(filter: RunFilter, limit: number, pace: Pace): Promise<number[]> {
  const found: number[] = []
  for (let before = Number.MAX_SAFE_INTEGER; before > 0;) {
    const page = await findLines(opened.database, filter, before, limit, pace)
    expect(page.seqs.length).toBeLessThanOrEqual(limit)
    expect(page.reached).toBeLessThan(before)
    found.push(...page.seqs)
    before = page.reached
  }
  return found
}

test('pages of any size hold all runs that are meant and no others, latest first, whatever clocks showed', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(lineDraft, { maxLength: 40 }),
      fc.array(filterDraft, { minLength: 4, maxLength: 4 }),
      fc.integer({ min: 1, max: 12 }),
      fc.constantFrom(...paces),
      async (drafts, filters, limit, pace) => {
        const lines = await fill(drafts)
        for (const filter of filters) {
          const meant = lines.filter((line) => isMeant(line, filter)).map(({ seq }) => seq)
          expect(await everyPage(filter, limit, pace)).toEqual(meant.reverse())
        }
      },
    ),
    { numRuns: 40 },
  )
}, 120_000)

test('a run that is put back is found as one that was; its line is there once', async () => {
  const base = {
    leverId: 'lever-1',
    frameId: 'desk',
    source: 'key' as const,
    startedAtMs: 5,
    tookMs: 7,
    failedAt: null,
  }
  const line = { ...base, seq: 4, outcome: 'done' as const, putBackAtMs: null, programs: ['atlas'], words: 'tried' }
  await fill([])
  await writeLines(opened.database, [line])
  expect(await everyPage({ outcome: 'put-back' }, 5, paces[1]!)).toEqual([])
  await writeLines(opened.database, [{ ...line, putBackAtMs: 9 }])
  expect(await everyPage({ outcome: 'put-back' }, 5, paces[1]!)).toEqual([4])
  expect(await everyPage({ outcome: 'done', programId: 'atlas' }, 5, paces[1]!)).toEqual([4])
  expect(await everyPage({ outcome: 'open' }, 5, paces[1]!)).toEqual([])
})

test('texts go with the last run that has them', async () => {
  const one = { leverId: 'lever-1', frameId: null, outcome: 'done' as const, putBackAtMs: null, source: 'key' as const }
  const rest = { startedAtMs: 5, tookMs: 7, failedAt: null, programs: [] }
  await fill([])
  await writeLines(
    opened.database,
    ['a', 'b', 'b'].map((words, i) => ({ ...one, ...rest, seq: i + 1, words })),
  )
  await dropLines(opened.database, [1, 2])
  expect(await dropUnusedWords(opened.database, 100)).toBe(1)
  expect(await dropUnusedWords(opened.database, 100)).toBe(0)
  expect(await everyPage({ text: 'b' }, 5, paces[0]!)).toEqual([3])
})

test('how long a lever takes is told by the ranks of its runs, and where it failed by row', async () => {
  const one = { leverId: 'lever-2', frameId: null, putBackAtMs: null, source: 'key' as const, programs: [], words: 'x' }
  const lines = Array.from({ length: 20 }, (_, i): LedgerLine => {
    const hasFailed = i % 5 === 0
    const failedAt = i === 0 ? null : hasFailed ? `${i % 2}` : null
    return {
      ...one,
      seq: i + 1,
      startedAtMs: i,
      tookMs: (i + 1) * 10,
      outcome: hasFailed ? 'failed' : 'done',
      failedAt,
    }
  })
  await fill([])
  await writeLines(opened.database, lines)
  const { took, failures } = await readLeverFigures(opened.database, 'lever-2', 0)
  // The nearest rank: the tenth and the nineteenth of twenty.
  expect(took).toEqual({ count: 20, median: 100, p95: 190 })
  expect(failures).toEqual([
    { path: '1', count: 2, lastSeq: 16 },
    { path: '0', count: 1, lastSeq: 11 },
    { path: null, count: 1, lastSeq: 1 },
  ])
  expect((await readLeverFigures(opened.database, 'lever-9', 0)).took).toEqual({ count: 0, median: null, p95: null })
})
