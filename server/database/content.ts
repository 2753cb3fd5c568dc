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
import { benchHead, entryFiles, icons, recordings } from './schema'

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
}

/** Puts content into a store that has none yet, all of it or nothing; a store that has a bench keeps what it has. */
export async function seed(database: Database, content: StoreContent, nowMs: number): Promise<void> {
  const [head] = await database.select().from(benchHead)
  if (head) return
  await database.transaction(async (transaction) => {
    for (const frame of content.frames) await writeFrame(transaction, frame)
    await writeLevers(transaction, content.levers)
    for (const value of content.values) await writeValue(transaction, value)
    for (const kit of content.kits) await writeKit(transaction, kit)
    if (content.keys) await writeSettings(transaction, 'keys', content.keys)
    if (content.settings) await writeSettings(transaction, 'settings', content.settings)
    for (const icon of content.icons) await writeIcon(transaction, icon)
    await writeEntryFiles(transaction, content.entryFiles)
    for (const recording of content.recordings) await writeRecording(transaction, recording)
    await writeBenchAt(transaction, { version: 0, state: content.bench }, nowMs)
  })
}

/** What stands beside levers and bench, which no memory holds. */
export async function readBeside(
  database: Queries,
): Promise<Pick<StoreContent, 'icons' | 'entryFiles' | 'recordings'>> {
  return {
    icons: await database.select().from(icons),
    entryFiles: await database.select().from(entryFiles),
    recordings: await database.select().from(recordings),
  }
}

/** Content as it is written down, one thing a line. */
export function* linesOf({ bench, ...content }: StoreContent): Generator<string> {
  for (const part of ['frames', 'levers', 'values', 'kits', 'icons', 'entryFiles', 'recordings'] as const)
    for (const thing of content[part]) yield JSON.stringify([part, thing])
  for (const part of ['keys', 'settings'] as const) if (content[part]) yield JSON.stringify([part, content[part]])
  yield JSON.stringify(['bench', writeBench(bench)])
}
