import { resolve } from 'node:path'
import type { MigrationMeta } from 'drizzle-orm/migrator'
import { StoreError } from '../database/lockStore'
import { FrameFolder } from '../frameFiles/frameFolder'
import { openStore } from '../database/openStore'
import type { OpenDatabase } from '../database/openDatabase'
import type { Beginning } from '../database/openStore'
import { finishEdit } from '../database/finishEdit'
import { readMigrations } from '../database/readMigrations'
import { writeRuns } from '../database/runTable'
import { writeBackup } from '../database/backups'
import type { Backup } from '../database/backups'
import { demoContent, replaceContent, seed } from '../database/content'
import type { StoreContent } from '../database/content'
import { upgradeStore } from '../database/upgrades'
import { steadyClock } from './clock'
import { CopyKeeper } from './copyKeeper'
import { DoorDesk } from './doorDesk'
import { HandDesk } from './handDesk'
import { KeyDesk } from './keyDesk'
import { LiveFeed } from './liveFeed'
import { newId } from './newId'
import { PullSums } from './pullSums'
import { Retention } from './retention'
import { RecorderDesk } from './recorderDesk'
import { RunDesk } from './runDesk'
import { RunDriver } from './runDriver'
import { CheckUpDesk } from '../checkup/checkUpDesk'
import { NoticingDesk } from '../noticing/noticingDesk'
import { ScriptHouse } from '../scripts/scriptHouse'
import { loadSums } from './stepContext'
import { contentOf } from './storeContent'
import { Store } from './store'

/** Everything behind the routes. */
export interface Engine {
  readonly folder: string
  readonly store: Store
  readonly driver: RunDriver
  readonly runDesk: RunDesk
  readonly scripts: ScriptHouse
  readonly checkUpDesk: CheckUpDesk
  readonly pullSums: PullSums
  readonly noticingDesk: NoticingDesk
  readonly keyDesk: KeyDesk
  readonly handDesk: HandDesk
  readonly recorderDesk: RecorderDesk
  /** The folder with frames in files, where one is watched. */
  readonly frameFolder?: FrameFolder
  readonly feed: LiveFeed
  /** Ends all work on the database and leaves it open. */
  readonly halt: () => Promise<void>
  readonly close: () => Promise<void>
}

/** Opens the store of a folder, with the demo data on first use, and goes on where it was left. */
export async function openEngine(
  folder: string,
  address: string,
  migrations: readonly MigrationMeta[],
  beginning: Beginning = 'as-left',
  framesIn?: string,
): Promise<Engine> {
  // Most of what it takes to open a database is done beside this thread, which can load meanwhile.
  const [opened] = await Promise.all([openStore(folder, address, migrations, beginning), loadSums()])
  try {
    return await startEngine(opened, framesIn)
  } catch (error) {
    await opened.close()
    throw error
  }
}

/** What runs on an open database. Frames are kept in the files of a folder, where one is given. */
export async function startEngine(opened: OpenDatabase, framesIn?: string): Promise<Engine> {
  const { database } = opened
  await upgradeStore(database)
  await finishEdit(database)
  await seed(database, demoContent, Date.now())
  const feed = new LiveFeed(newId())
  const store = await Store.open(database, feed, steadyClock())
  await loadSums()
  const scripts = new ScriptHouse()
  const driver = new RunDriver(store, (request) => scripts.run(request))
  await driver.resume()
  const runDesk = new RunDesk(store, driver)
  const recorderDesk = await RecorderDesk.open(store)
  const noticingDesk = await NoticingDesk.open(store)
  const handDesk = await HandDesk.open(store, recorderDesk, noticingDesk)
  const keyDesk = new KeyDesk(store, driver, runDesk, handDesk, recorderDesk)
  // The first key shall not wait for what is only done once.
  keyDesk.warmUp()
  await writeRuns(database, [], [])
  const frameFolder = framesIn === undefined ? undefined : await FrameFolder.open(store, framesIn)
  const doorDesk = await DoorDesk.open(store, driver)
  await doorDesk.start()
  const retention = new Retention(store)
  const checkUpDesk = await CheckUpDesk.open(store)
  const pullSums = new PullSums(store)
  const copies = opened.copiesIn === undefined ? undefined : new CopyKeeper(store, opened.copiesIn)
  let halted: Promise<void> | undefined
  const haltAll = async () => {
    feed.close()
    driver.close()
    await scripts.close()
    keyDesk.close()
    doorDesk.close()
    await frameFolder?.close()
    retention.close()
    pullSums.close()
    await noticingDesk.close()
    await checkUpDesk.close()
    await store.idle()
    await copies?.close()
  }
  const halt = () => (halted ??= haltAll())
  return {
    folder: opened.folder,
    store,
    driver,
    runDesk,
    scripts,
    checkUpDesk,
    pullSums,
    noticingDesk,
    keyDesk,
    handDesk,
    recorderDesk,
    ...(frameFolder ? { frameFolder } : {}),
    feed,
    halt,
    async close() {
      await halt()
      await opened.close()
    },
  }
}

let engine: Promise<Engine> | undefined

/** The engine of this server, opened at first use. */
export function useEngine(): Promise<Engine> {
  const { KEEN_DATA = '.data', KEEN_BEGIN, KEEN_FRESH } = process.env
  if (KEEN_DATA.trim() === '')
    engine ??= Promise.reject(new StoreError('KEEN_DATA is empty. Give it a folder, or leave it out for .data.'))
  engine ??= openHere(resolve(KEEN_DATA), beginningOf(KEEN_BEGIN, KEEN_FRESH))
  return engine
}

async function openHere(folder: string, beginning: Beginning): Promise<Engine> {
  const { KEEN_FRAMES, PORT = '4173' } = process.env
  return openEngine(folder, `http://127.0.0.1:${PORT}`, await readMigrations(), beginning, framesInOf(KEEN_FRAMES))
}

/**
 * Puts content in the place of what the store of this server is about, and goes on with it. Runs that have not ended are
 * stopped; what stood before is kept as a backup, whose name comes back. Meanwhile requests wait.
 */
export async function restoreStore(content: StoreContent): Promise<Backup> {
  const before = await useEngine()
  const { folder, store } = before
  await before.runDesk.stopAll()
  const restored = (async () => {
    await before.halt()
    try {
      const kept = await writeBackup(folder, await contentOf(store), 'before-restore', Date.now())
      await replaceContent(store.database, content, Date.now())
      return kept
    } finally {
      await before.close()
    }
  })()
  // Where it could not be put there, the store is as it was.
  engine = restored.catch(() => undefined).then(() => openHere(folder, 'as-left'))
  const kept = await restored
  await engine
  return kept
}

function framesInOf(given: string | undefined): string | undefined {
  return given === undefined || given.trim() === '' ? undefined : resolve(given)
}

function beginningOf(wanted: string | undefined, fresh: string | undefined): Beginning {
  if (wanted === 'restore' || wanted === 'rescue' || wanted === 'fresh' || wanted === 'empty') return wanted
  return fresh === '1' ? 'fresh' : 'as-left'
}
