import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { readMigrationFiles } from 'drizzle-orm/migrator'
import type { BenchFile, Program } from '../core/bench'
import { fileTable, fileTree } from '../core/bench'
import type { Frame, Lever } from '../core/levers'
import { triggerSchema } from '../core/levers'
import { stepSchema } from '../core/steps'
import { frames as demoFrames, levers as demoLevers, values, workstation } from '../demo'
import { writeBenchAt } from '../server/database/benchTable'
import { writeFrame, writeLevers, writeValue } from '../server/database/leverTable'
import { openStore } from '../server/database/openStore'

const migrations = readMigrationFiles({ migrationsFolder: new URL('../database/migrations', import.meta.url).pathname })

/** Programs like those of the demo, so many. */
function manyPrograms(count: number): Program[] {
  const models = Object.values(workstation.programs)
  return Array.from({ length: count }, (_, i) => {
    const model = models[i % models.length]!
    return i < models.length
      ? model
      : { ...model, id: `${model.id}-${i}`, name: `${model.name} ${i}`, executable: `${model.executable}-${i}` }
  })
}

const letters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'
const modifiers = [
  'Ctrl+Alt',
  'Ctrl+Shift',
  'Alt+Shift',
  'Meta',
  'Meta+Shift',
  'Ctrl+Alt+Shift',
  'Meta+Ctrl',
  'Meta+Alt',
]

/** Levers in frames, each with a chord; the demo's own come first, so that its keys are as they are known. */
function manyLevers(count: number, frames: readonly Frame[], programs: readonly Program[]): Lever[] {
  const more = Array.from({ length: Math.max(0, count - demoLevers.length) }, (_, i): Lever => {
    const plate = demoLevers.length + i + 1
    const program = programs[i % programs.length]!
    const step = [
      { kind: 'program.open', programId: program.id, args: [`--set=${i}`, '${charts}/north.atlas'] },
      { kind: 'place.open', places: ['${captures}'] },
      { kind: 'message.show', text: `Mark ${i} of \${series}` },
    ][i % 3]!
    return {
      id: `lever-${plate}`,
      plate,
      version: 1,
      frameId: frames[i % frames.length]!.id,
      name: `${program.name}, for purpose ${i}`,
      aliases: [`p${i}`],
      steps: [stepSchema.parse({ id: 's1', ...step })],
      triggers: [
        triggerSchema.parse({
          id: 't1',
          kind: 'sequence',
          sequence: `${modifiers[i % modifiers.length]}+${letters[i % 26]} ${letters[Math.floor(i / 26) % 26]}`,
        }),
      ],
      scope: i % 4 === 0 ? { kind: 'only', programIds: [program.id] } : { kind: 'everywhere' },
      enabled: true,
      whileRunning: 'beside',
    }
  })
  return [...demoLevers, ...more].slice(0, Math.max(count, demoLevers.length))
}

const SERIES = ['veil', 'comet', 'dark', 'flat', 'moon', 'north field', 'cluster', 'guide star', 'halo', 'meteor']
const seriesName = (i: number) => SERIES[i % SERIES.length]!

export interface Size {
  readonly levers: number
  readonly frames: number
  readonly programs: number
  /** So many more, in folders of a hundred. */
  readonly files?: number
}

/** A store folder of that size, made without a server; gone when the process ends. */
export async function largeStore({ levers, frames, programs, files: more = 0 }: Size): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'keen-lever-large-'))
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }))
  const opened = await openStore(folder, 'measurement', migrations)
  const allPrograms = manyPrograms(programs)
  const allFrames = Array.from(
    { length: frames },
    (_, i): Frame => demoFrames[i] ?? { id: `frame-${i}`, name: `Frame ${i}`, on: true, position: i + 1 },
  )
  const files: Record<string, BenchFile> = Object.fromEntries(
    allPrograms.map(({ executable }) => [executable, { kind: 'file' as const, sizeBytes: 1 }]),
  )
  const folders = Math.ceil(more / 100)
  if (more > 0) files['/archive'] = { kind: 'folder' }
  for (let i = 0; i < folders; i++) files[`/archive/${seriesName(i)} ${i}`] = { kind: 'folder' }
  for (let i = 0; i < more; i++) {
    const folder = Math.floor(i / 100)
    files[`/archive/${seriesName(folder)} ${folder}/${seriesName(i)}-${i}.exposure`] = { kind: 'file', sizeBytes: 9 }
  }
  await opened.database.transaction(async (transaction) => {
    for (const frame of allFrames) await writeFrame(transaction, frame)
    await writeLevers(transaction, manyLevers(levers, allFrames, allPrograms))
    for (const value of values) await writeValue(transaction, value)
    const state = {
      ...workstation,
      programs: Object.fromEntries(allPrograms.map((program) => [program.id, program])),
      files: fileTree({ ...fileTable(workstation.files), ...files }),
    }
    await writeBenchAt(transaction, { version: 0, state }, Date.now())
  })
  await opened.close()
  return folder
}
