// A ledger of a million runs: pages by every filter, figures, start of the server, size on disk; beside one of ten thousand.
import { execFileSync } from 'node:child_process'
import { readMigrationFiles } from 'drizzle-orm/migrator'
import { sql } from 'drizzle-orm'
import type { AnswerOf } from '../contract'
import { partsOfRun, rehearse } from '../core/run'
import { evaluateSum } from '../core/sums'
import { levers as demoLevers, workstation } from '../demo'
import { openStore } from '../server/database/openStore'
import { writeMostBehind } from '../server/database/ledgerTable'
import { apiOf } from '../tests/support/api'
import { startServer } from '../tests/support/startServer'
import { largeStore } from './largeStore'
import { percentile, table } from './measure'

const migrations = readMigrationFiles({ migrationsFolder: new URL('../database/migrations', import.meta.url).pathname })
const DAY_MS = 86_400_000
/** Within what is kept by the settings as they are delivered. */
const DAYS = 85
const LEVERS = 10_000
const PROGRAMS = 200
const TEXTS = 20_000
const WITH_LOGS = 50_000
const AT_ONCE = 50_000

/** A run as one is stored, of a lever of the demo with a few steps: the head, what it does, and what it did. */
function storedRun() {
  const lever = demoLevers.find(({ steps }) => steps.length > 2)!
  let id = 0
  const { run } = rehearse(lever, workstation, {
    nowMs: 0,
    nextId: () => `perf-${++id}`,
    source: 'key',
    sum: evaluateSum,
    leversOf: () => [],
  })
  const { head, sheet, log } = partsOfRun(run)
  const ended = { ...head, phase: 'ended', outcome: 'done', endedAtMs: 5, id: '@id@', leverId: '@lever@' }
  return { head: JSON.stringify(ended), sheet: JSON.stringify(sheet), log: log.map((entry) => JSON.stringify(entry)) }
}

/** A store with so many runs of 10,000 levers, some pulled far more often than others. */
async function storeWith(count: number): Promise<{ folder: string; bytesARun: number; bytesALine: number }> {
  const folder = await largeStore({ levers: LEVERS, frames: 20, programs: PROGRAMS })
  const sizeBefore = bytesOf(folder)
  const opened = await openStore(folder, 'measurement', migrations)
  const { database } = opened
  const { head, sheet, log } = storedRun()
  const sinceMs = Date.now() - DAYS * DAY_MS
  await database.execute(sql`select setseed(0.5)`)
  await database.execute(sql`
    insert into ledger_words
    select i, i % ${LEVERS} || ' lever for purpose ' || i % ${LEVERS} || ' took ' || i || ' exposures of the north field.'
    from generate_series(1, ${TEXTS}) as i`)
  for (let from = 1; from <= count; from += AT_ONCE) {
    const upto = Math.min(count, from + AT_ONCE - 1)
    await database.execute(sql`
      with drawn as materialized (
        select i as seq, 1 + floor(${LEVERS} * power(random(), 3))::integer as n, random() as r, random() as s
        from generate_series(${from}::integer, ${upto}::integer) as i
      ), runs_of as materialized (
        select seq, 'lever-' || n as lever_id, n, s,
          (${sinceMs}::bigint + seq::bigint * ${Math.floor((DAYS * DAY_MS) / count)}::bigint) as at_ms,
          case when r < 0.02 then 'failed' when r < 0.025 then 'stopped' else 'done' end as outcome
        from drawn
      ), written as (
        insert into runs (id, seq, lever_id, started_at_ms, phase, outcome, head, sheet, shape)
        select 'run-' || seq, seq, lever_id, at_ms, 'ended', outcome,
          replace(replace(${head}::text, '@id@', 'run-' || seq), '@lever@', lever_id)::json,
          case when seq > ${count - WITH_LOGS} then ${sheet}::json end, 2
        from runs_of
      ), about as (
        insert into ledger_programs
        select 'program-' || (n + k * 7) % ${PROGRAMS}, seq from runs_of, generate_series(0, 1) as k on conflict do nothing
      )
      insert into ledger_lines
      select seq, lever_id, 'frame-' || n % 20, outcome, case when s < 0.01 then at_ms + 9000 end,
        case when s < 0.7 then 'key' when s < 0.9 then 'launcher' when s < 0.99 then 'tile' else 'time' end,
        at_ms, floor(s * 400), case when outcome = 'failed' then (n % 4)::text end, 1 + floor(${TEXTS} * s)
      from runs_of`)
  }
  for (const [i, entry] of log.entries())
    await database.execute(sql`
      insert into log_entries (seq, run_id, source, at_ms, version, body, shape)
      select seq * ${log.length}::integer + ${i}::integer, id, 'run', started_at_ms, 0, ${entry}::json, 2
      from runs where seq > ${count - WITH_LOGS}`)
  await database.execute(sql`
    insert into lever_days
    select lever_id, started_at_ms / ${DAY_MS}::bigint, count(*), count(*) filter (where outcome = 'done'),
      count(*) filter (where outcome = 'failed'), count(*) filter (where outcome = 'stopped'), sum(took_ms)
    from ledger_lines group by 1, 2`)
  await writeMostBehind(database, 0)
  const lines = await database.execute<{ bytes: number }>(sql`
    select (pg_total_relation_size('ledger_lines') + pg_total_relation_size('ledger_programs')
      + pg_total_relation_size('ledger_words'))::double precision as bytes`)
  await database.execute(sql`checkpoint`)
  await opened.close()
  return {
    folder,
    bytesARun: (bytesOf(folder) - sizeBefore) / count,
    bytesALine: lines.rows[0]!.bytes / count,
  }
}

/** What the tables take, without the log of writes that comes and goes. */
function bytesOf(folder: string): number {
  const out = execFileSync('du', ['-sb', `${folder}/database/base`], { encoding: 'utf8' })
  return Number(out.split('\t')[0])
}

const FILTERS: Readonly<Record<string, (random: () => number, count: number) => string>> = {
  'none, the newest': () => '',
  'none, anywhere': (random, count) => `before=${1 + Math.floor(random() * count)}`,
  'a lever': (random) => `leverId=lever-${1 + Math.floor(LEVERS * random() ** 3)}`,
  'a frame': (random) => `frameId=frame-${Math.floor(random() * 20)}`,
  failed: () => 'outcome=failed',
  'put back': () => 'outcome=put-back',
  'a source': (random) => `source=${random() < 0.5 ? 'key' : 'time'}`,
  'a program': (random) => `programId=program-${Math.floor(random() * PROGRAMS)}`,
  'two hours, long ago': (random) => {
    const at = Math.floor(Date.now() - random() * DAYS * DAY_MS)
    return `fromMs=${at - 7_200_000}&untilMs=${at}`
  },
  'a text of many': () => 'text=north%20field',
  'a text of few': (random) => `text=took%20${1 + Math.floor(random() * TEXTS)}%20exposures`,
  'a text of some thousands': (random) => `text=purpose%20${Math.floor(random() * 100)}`,
  'a text of none': () => 'text=eclipse',
  'a lever, failed': (random) => `leverId=lever-${1 + Math.floor(LEVERS * random() ** 3)}&outcome=failed`,
  'a lever, stopped, by time': (random) => `leverId=lever-${1 + Math.floor(20 * random())}&outcome=stopped&source=time`,
  'a frame, put back, by time': (random) => `frameId=frame-${Math.floor(random() * 20)}&outcome=put-back&source=time`,
  'a program, failed, a week': (random) => {
    const at = Math.floor(Date.now() - random() * (DAYS - 7) * DAY_MS)
    return `programId=program-${Math.floor(random() * PROGRAMS)}&outcome=failed&fromMs=${at - 7 * DAY_MS}&untilMs=${at}`
  },
  'a frame and a text of few': (random) =>
    `frameId=frame-${Math.floor(random() * 20)}&text=took%20${1 + Math.floor(random() * 2000)}`,
  'a source, a text of many, stopped': () => 'source=tile&text=north&outcome=stopped',
}

/** Numbers that come in the same order every time. */
function numbers(seed: number): () => number {
  let state = seed
  return () => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648
    return state / 2_147_483_648
  }
}

async function measure(count: number) {
  const madeAt = performance.now()
  const { folder, bytesARun, bytesALine } = await storeWith(count)
  console.error(`${count} runs made in ${Math.round((performance.now() - madeAt) / 1000)} s`)
  const starts: number[] = []
  for (let i = 0; i < 3; i++) {
    const startedAt = performance.now()
    const server = await startServer(folder)
    starts.push(performance.now() - startedAt)
    await server.stop()
  }
  const server = await startServer(folder)
  const call = apiOf(server.url)
  const timed = async (path: string) => {
    const startedAt = performance.now()
    const { status, body } = await call('GET', path)
    if (status !== 200) throw new Error(`${path}: ${JSON.stringify(body)}`)
    return { ms: performance.now() - startedAt, body }
  }
  const pages = new Map<string, { times: number[]; requests: number; isWhole: number }>()
  const random = numbers(7)
  for (const [name, draw] of Object.entries(FILTERS)) {
    const times: number[] = []
    let [whole, rounds] = [0, 0]
    for (let i = 0; i < 40; i++) {
      const query = draw(random, count)
      const { ms, body } = await timed(`/api/ledger?limit=100&${query}`)
      times.push(ms)
      const { runs, reached } = body as AnswerOf<'findRuns'>
      if (runs.length === 100 || reached === 0) whole += 1
      rounds += 1
    }
    pages.set(name, { times, requests: rounds, isWhole: whole })
  }
  const repeat = async (path: () => string) => {
    const times: number[] = []
    for (let i = 0; i < 20; i++) times.push((await timed(path())).ms)
    return times
  }
  const figures = {
    'what levers save, 90 days': await repeat(() => '/api/savings?days=90'),
    'figures of a lever, 90 days': await repeat(
      () => `/api/ledger/levers/lever-${1 + Math.floor(300 * random() ** 3)}`,
    ),
  }
  const presses: number[] = []
  let isDone = false
  const asking = (async () => {
    while (!isDone) await timed('/api/ledger?source=tile&text=north&outcome=stopped')
  })()
  for (let i = 0; i < 60; i++) {
    const startedAt = performance.now()
    const event = (code: string, atMs: number) => ({ kind: 'down', code, atMs })
    const events = [event('ControlLeft', 0), event('AltLeft', 1), event('KeyZ', 2)]
    await call('POST', '/api/keys', { source: `perf-${i}`, events })
    presses.push(performance.now() - startedAt)
    await new Promise((resolve) => setTimeout(resolve, 15))
  }
  isDone = true
  await asking
  await server.stop()
  return { starts, pages, figures, presses, bytesARun, bytesALine }
}

const sizes = [10_000, Number(process.argv[2] ?? 1_000_000)]
const [small, large] = [await measure(sizes[0]!), await measure(sizes[1]!)]
const both = (pick: (one: typeof small) => number[]) => [
  percentile(pick(small), 0.5),
  percentile(pick(small), 0.95),
  percentile(pick(large), 0.5),
  percentile(pick(large), 0.95),
]
const head = [`ms, with ${sizes[0]} runs and with ${sizes[1]}`, 'p50', 'p95', 'p50', 'p95']
console.log(
  table(
    [...head, 'in one request'],
    [...large.pages].map(([name, { requests, isWhole }]) => [
      `page: ${name}`,
      ...both(({ pages }) => pages.get(name)!.times),
      `${isWhole} of ${requests}`,
    ]),
  ),
)
console.log()
const allTimes = ({ pages }: typeof small) => [...pages.values()].flatMap(({ times }) => times)
console.log(
  table(head, [
    ['any page', ...both(allTimes)],
    ...Object.keys(large.figures).map((name) => [
      name,
      ...both(({ figures }) => figures[name as keyof typeof figures]),
    ]),
    ['start of the server', ...both(({ starts }) => starts)],
    ['a chord, while pages are asked for without end', ...both(({ presses }) => presses)],
  ]),
)
console.log()
console.log(
  table(
    ['bytes a run', `${sizes[0]}`, `${sizes[1]}`],
    [
      ['in all, the logs of the newest 50,000 among it', small.bytesARun, large.bytesARun],
      ['what it is found by', small.bytesALine, large.bytesALine],
    ],
  ),
)
