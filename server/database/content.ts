import { max } from 'drizzle-orm'
import { writeBench } from '../../core/bench'
import type { BenchState } from '../../core/bench'
import type { Frame, KeySettings, Lever, NamedValue } from '../../core/levers'
import { settingsSchema } from '../../core/settings'
import type { Settings } from '../../core/settings'
import type { Kit } from '../../core/sheets'
import {
  frames as demoFrames,
  kits as demoKits,
  levers as demoLevers,
  rack as demoRack,
  values as demoValues,
  workstation,
} from '../../demo'
import { writeBenchAt } from './benchTable'
import { writeEntryFiles } from './entryFileTable'
import { writeIcon } from './iconTable'
import { writeKit } from './kitTable'
import { writeFrame, writeLevers, writeSettings, writeValue } from './leverTable'
import type { Versioned } from './leverTable'
import type { Database, Queries } from './openDatabase'
import { writeRecording } from './recordingTable'
import {
  acts,
  benchHead,
  benchParts,
  choices,
  entryFiles,
  frames,
  icons,
  kits,
  levers,
  logEntries,
  namedValues,
  pendingEdits,
  recordedRows,
  recorder,
  recordings,
  revisionParts,
  revisions,
  settings,
  sums,
} from './schema'

/** What a store is about, without what happened in it: no ledger, no history of edits. */
export interface StoreContent {
  readonly frames: readonly Frame[]
  readonly levers: readonly Lever[]
  readonly values: readonly NamedValue[]
  readonly kits: readonly Kit[]
  readonly keys?: Versioned<KeySettings>
  readonly settings?: Versioned<Settings>
  readonly bench: BenchState
  readonly icons: readonly (typeof icons.$inferSelect)[]
  readonly entryFiles: readonly (typeof entryFiles.$inferSelect)[]
  readonly recordings: readonly (typeof recordings.$inferSelect)[]
  readonly choices: readonly (typeof choices.$inferSelect)[]
  readonly sums: readonly (typeof sums.$inferSelect)[]
}

export const demoContent: StoreContent = {
  frames: demoFrames,
  levers: demoLevers,
  values: demoValues,
  kits: demoKits,
  settings: { version: 1, body: settingsSchema.parse({ rack: demoRack }) },
  bench: workstation,
  icons: [],
  entryFiles: [],
  recordings: [],
  choices: [],
  sums: [],
}

/** The same bench without anything that was made for it: one frame and no levers. */
export const emptyContent: StoreContent = {
  ...demoContent,
  frames: demoFrames.slice(0, 1).map(({ id, position }) => ({ id, name: 'Desk', on: true, position, version: 1 })),
  levers: [],
  values: [],
  kits: [],
  settings: { version: 1, body: settingsSchema.parse({}) },
}

/** Puts content into a store that has none yet, all of it or nothing; a store that has a bench keeps what it has. */
export async function seed(database: Database, content: StoreContent, nowMs: number): Promise<void> {
  const [head] = await database.select().from(benchHead)
  if (head) return
  await database.transaction((transaction) => putContent(transaction, content, 0, nowMs))
}

/** Writes content where there is none; its bench has that version. */
async function putContent(transaction: Queries, content: StoreContent, version: number, nowMs: number): Promise<void> {
  for (const frame of content.frames) await writeFrame(transaction, frame)
  await writeLevers(transaction, content.levers)
  for (const value of content.values) await writeValue(transaction, value)
  for (const kit of content.kits) await writeKit(transaction, kit)
  if (content.keys) await writeSettings(transaction, 'keys', content.keys)
  if (content.settings) await writeSettings(transaction, 'settings', content.settings)
  for (const icon of content.icons) await writeIcon(transaction, icon)
  await writeEntryFiles(transaction, content.entryFiles)
  for (const recording of content.recordings) await writeRecording(transaction, recording)
  for (const row of inSlices(content.choices)) await transaction.insert(choices).values(row)
  for (const row of inSlices(content.sums)) await transaction.insert(sums).values(row)
  await writeBenchAt(transaction, { version, state: content.bench }, nowMs)
}

/** So many rows are written in one statement. */
const ROWS = 500

function inSlices<T>(rows: readonly T[]): T[][] {
  return Array.from({ length: Math.ceil(rows.length / ROWS) }, (_, i) => rows.slice(i * ROWS, (i + 1) * ROWS))
}

/**
 * Puts content in the place of what the store is about, all of it or nothing. The ledger stays; the history of edits,
 * which leads back to what is gone, begins anew.
 */
export async function replaceContent(database: Database, content: StoreContent, nowMs: number): Promise<void> {
  const [head] = await database.select().from(benchHead)
  const [last] = await database.select({ version: max(logEntries.version) }).from(logEntries)
  // What the log has of the bench before is not done again to the one that comes.
  const version = Math.max(head?.version ?? 0, last?.version ?? 0) + 1
  await database.transaction(async (transaction) => {
    for (const table of CONTENT_TABLES) await transaction.delete(table)
    await putContent(transaction, content, version, nowMs)
  })
}

/** What refers to others stands before them. */
const CONTENT_TABLES = [
  levers,
  namedValues,
  frames,
  kits,
  settings,
  icons,
  entryFiles,
  recordings,
  choices,
  sums,
  benchParts,
  benchHead,
  recordedRows,
  recorder,
  acts,
  pendingEdits,
  revisionParts,
  revisions,
]

/** What stands beside levers and bench, which no memory holds. */
export async function readBeside(
  database: Queries,
): Promise<Pick<StoreContent, 'icons' | 'entryFiles' | 'recordings' | 'choices' | 'sums'>> {
  return {
    icons: await database.select().from(icons),
    entryFiles: await database.select().from(entryFiles),
    recordings: await database.select().from(recordings),
    choices: await database.select().from(choices),
    sums: await database.select().from(sums),
  }
}

/** Content as it is written down, one thing a line. */
export function* linesOf({ bench, ...content }: StoreContent): Generator<string> {
  for (const part of [
    'frames',
    'levers',
    'values',
    'kits',
    'icons',
    'entryFiles',
    'recordings',
    'choices',
    'sums',
  ] as const)
    for (const thing of content[part]) yield JSON.stringify([part, thing])
  for (const part of ['keys', 'settings'] as const) if (content[part]) yield JSON.stringify([part, content[part]])
  yield JSON.stringify(['bench', writeBench(bench)])
}
