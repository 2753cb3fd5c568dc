import { z } from 'zod'
import { mendBench } from '../../core/bench'
import { frameSchema, keySettingsSchema, leverSchema, namedValueSchema, withoutNothing } from '../../core/levers'
import type { Frame } from '../../core/levers'
import { settingsSchema } from '../../core/settings'
import { kitSchema } from '../../core/sheets'
import type { StoreContent } from './content'
import { readBenchParts, withLogged } from './readBenchParts'

/** Things by the part of the content they belong to, as they were read from somewhere, and not looked at yet. */
export interface RawContent {
  readonly frames: readonly unknown[]
  readonly levers: readonly unknown[]
  readonly values: readonly unknown[]
  /** Not there in what older versions wrote. */
  readonly kits?: readonly unknown[]
  readonly icons: readonly unknown[]
  readonly entryFiles: readonly unknown[]
  readonly recordings: readonly unknown[]
  /** Not there in what older versions wrote. */
  readonly choices?: readonly unknown[]
  readonly sums?: readonly unknown[]
  readonly keys?: unknown
  readonly settings?: unknown
  readonly benchParts: readonly { part: string; body: unknown }[]
  /** What was done to the bench since its parts were stored. */
  readonly logged?: readonly { seq: number; change: unknown }[]
}

const schemas = {
  icons: z.object({ id: z.string(), type: z.enum(['image/svg+xml', 'image/png']), base64: z.string() }),
  entryFiles: z.object({ id: z.string(), text: z.string() }),
  recordings: z.object({ id: z.string(), name: z.string(), atMs: z.number(), events: z.array(z.any()) }),
  choices: z.object({
    letters: z.string(),
    entryId: z.string(),
    count: z.number().int(),
    since: z.number().int(),
    isFirst: z.boolean(),
    lastAtMs: z.number(),
  }),
  sums: z.object({ id: z.string(), sum: z.string(), value: z.union([z.number(), z.string()]), atMs: z.number() }),
}
const versioned = <S extends z.ZodType>(body: S) => z.object({ version: z.number(), body })

/**
 * Content of which everything is as it should be; what is not is left out, and named. A lever whose frame is gone gets
 * one of that name.
 */
export function readContent(raw: RawContent): { content: StoreContent; left: string[] } {
  const left: string[] = []
  const taken = <T>(part: string, things: readonly unknown[], schema: z.ZodType<T>): T[] =>
    things.flatMap((thing): T[] => {
      const parsed = schema.safeParse(thing)
      if (parsed.success) return [parsed.data]
      const id = typeof thing === 'object' && thing !== null && 'id' in thing ? String(thing.id) : '?'
      left.push(
        `${part} ${id}: ${parsed.error.issues[0]!.path.map(String).join('.')}: ${parsed.error.issues[0]!.message}`,
      )
      return []
    })
  const frames = taken('frame', raw.frames, frameSchema)
  const plates = new Set<number>()
  const levers = taken('lever', raw.levers, leverSchema)
    .map((lever) => withoutNothing(lever))
    .filter(({ id, plate }) => {
      if (!plates.has(plate)) return plates.add(plate)
      left.push(`lever ${id}: another has its number ${plate}`)
      return false
    })
  const known = new Set(frames.map(({ id }) => id))
  for (const { frameId } of levers) {
    if (known.has(frameId)) continue
    known.add(frameId)
    frames.push({ id: frameId, name: `Frame ${frameId}`, on: true, position: frames.length + 1 } satisfies Frame)
    left.push(`frame ${frameId}: its name, condition and rules`)
  }
  const values = taken('value', raw.values, namedValueSchema).filter(
    ({ frameId }) => frameId === null || known.has(frameId),
  )
  const bench = readBenchParts(raw.benchParts)
  const after = withLogged(bench.state, raw.logged ?? [])
  left.push(...[...bench.odd, ...after.odd].map(({ key, because }) => `bench, ${key}: ${because}`))
  const keys = versioned(keySettingsSchema).safeParse(raw.keys)
  const settings = versioned(settingsSchema).safeParse(raw.settings)
  return {
    left,
    content: {
      frames,
      levers,
      values,
      ...(keys.success ? { keys: keys.data } : {}),
      ...(settings.success ? { settings: settings.data } : {}),
      bench: mendBench(after.state).state,
      kits: taken('kit', raw.kits ?? [], kitSchema),
      icons: taken('icon', raw.icons, schemas.icons),
      entryFiles: taken('imported file', raw.entryFiles, schemas.entryFiles),
      recordings: taken('recording', raw.recordings, schemas.recordings),
      choices: taken('choice', raw.choices ?? [], schemas.choices),
      sums: taken('sum', raw.sums ?? [], schemas.sums),
    },
  }
}
