import { afterEach, beforeEach, vi } from 'vitest'
import type { OpenDatabase } from '../../server/database/openDatabase'
import { startEngine } from '../../server/engine/engine'
import type { Engine } from '../../server/engine/engine'
import { memoryStore } from './memoryDatabase'

/** The engine that a test works on. */
export interface EngineOfEach {
  readonly engine: Engine
  readonly opened: OpenDatabase
  /** Ends the engine and starts another on the same database, as a restart does. */
  readonly restart: () => Promise<void>
}

/** For each test of a file an engine of its own on the demo data, in memory; mocks are taken back before it ends. */
export function engineOfEach(): EngineOfEach {
  let opened: OpenDatabase
  let engine: Engine
  beforeEach(async () => {
    opened = await memoryStore()
    engine = await startEngine(opened)
  }, 60_000)
  afterEach(async () => {
    vi.restoreAllMocks()
    await engine.close()
  })
  return {
    get engine() {
      return engine
    },
    get opened() {
      return opened
    },
    async restart() {
      const { database, folder } = opened
      await engine.halt()
      engine = await startEngine({ database, folder, close: opened.close })
    },
  }
}

/** Errors and warnings that a test brings about are not shown. */
export function quietOfEach(): void {
  beforeEach(() => {
    vi.spyOn(console, 'error').mockImplementation(() => undefined)
    vi.spyOn(console, 'warn').mockImplementation(() => undefined)
  })
}
