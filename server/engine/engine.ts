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
import { demoContent, seed } from '../database/content'
import { upgradeStore } from '../database/upgrades'
import { steadyClock } from './clock'
import { CopyKeeper } from './copyKeeper'
import { DoorDesk } from './doorDesk'
import { HandDesk } from './handDesk'
import { KeyDesk } from './keyDesk'
import { LiveFeed } from './liveFeed'
import { newId } from './newId'
import { Retention } from './retention'
import { RecorderDesk } from './recorderDesk'
import { RunDriver } from './runDriver'
import { loadSums } from './stepContext'
import { Store } from './store'

/** Everything behind the routes. */
export interface Engine {
  readonly folder: string
  readonly store: Store
  readonly driver: RunDriver
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
  const opened = await openStore(folder, address, migrations, beginning)
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
  const driver = new RunDriver(store)
  await driver.resume()
  const recorderDesk = await RecorderDesk.open(store)
  const handDesk = await HandDesk.open(store, recorderDesk)
  const keyDesk = new KeyDesk(store, driver, handDesk, recorderDesk)
  // The first key shall not wait for what is only done once.
  keyDesk.warmUp()
  await writeRuns(database, [], [])
  const frameFolder = framesIn === undefined ? undefined : await FrameFolder.open(store, framesIn)
  const doorDesk = await DoorDesk.open(store, driver)
  await doorDesk.start()
  const retention = new Retention(store)
  const copies = opened.copiesIn === undefined ? undefined : new CopyKeeper(store, opened.copiesIn)
  const halt = async () => {
    feed.close()
    driver.close()
    keyDesk.close()
    doorDesk.close()
    await frameFolder?.close()
    retention.close()
    await store.idle()
    await copies?.close()
  }
  return {
    folder: opened.folder,
    store,
    driver,
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
  const { KEEN_DATA = '.data', KEEN_BEGIN, KEEN_FRESH, KEEN_FRAMES, PORT = '4173' } = process.env
  if (KEEN_DATA.trim() === '')
    engine ??= Promise.reject(new StoreError('KEEN_DATA is empty. Give it a folder, or leave it out for .data.'))
  engine ??= readMigrations().then((migrations) =>
    openEngine(
      resolve(KEEN_DATA),
      `http://127.0.0.1:${PORT}`,
      migrations,
      beginningOf(KEEN_BEGIN, KEEN_FRESH),
      framesInOf(KEEN_FRAMES),
    ),
  )
  return engine
}

function framesInOf(given: string | undefined): string | undefined {
  return given === undefined || given.trim() === '' ? undefined : resolve(given)
}

function beginningOf(wanted: string | undefined, fresh: string | undefined): Beginning {
  if (wanted === 'restore' || wanted === 'rescue' || wanted === 'fresh') return wanted
  return fresh === '1' ? 'fresh' : 'as-left'
}
