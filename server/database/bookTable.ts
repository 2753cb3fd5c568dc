import type { KeySettings } from '../../core/levers'
import type { Settings } from '../../core/settings'
import { removeKit, writeKit } from './kitTable'
import {
  alterLevers,
  freePlates,
  removeFrame,
  removeLevers,
  removeValue,
  writeFrame,
  writeLevers,
  writeSettings,
  writeValue,
} from './leverTable'
import type { Versioned } from './leverTable'
import type { Queries } from './openDatabase'
import { slicesOf } from './rows'
import type { RevisionEntry } from './schema'

type Of<K extends RevisionEntry['kind']> = Extract<RevisionEntry, { kind: K }>

const entriesOf = <K extends RevisionEntry['kind']>(entries: readonly RevisionEntry[], kind: K) =>
  entries.filter((entry): entry is Of<K> => entry.kind === kind)

/** The settings as they stand, of which the next version is written. */
interface Standing {
  readonly keys: Versioned<KeySettings>
  readonly settings: Versioned<Settings>
}

/** Writes settings, frames, values and kits of an edit: what is always few. Frames that go are left to what follows. */
export async function writeBookHead(
  queries: Queries,
  entries: readonly RevisionEntry[],
  { keys, settings }: Standing,
): Promise<void> {
  for (const { after } of entriesOf(entries, 'keys'))
    await writeSettings(queries, 'keys', { version: keys.version + 1, body: after })
  for (const { after } of entriesOf(entries, 'settings'))
    await writeSettings(queries, 'settings', { version: settings.version + 1, body: after })
  for (const { after } of entriesOf(entries, 'frame')) if (after) await writeFrame(queries, after)
  for (const { id, after } of entriesOf(entries, 'kit'))
    await (after ? writeKit(queries, after) : removeKit(queries, id))
  for (const { id, after } of entriesOf(entries, 'value'))
    await (after ? writeValue(queries, after) : removeValue(queries, id))
}

/** One piece of work on the store, short enough for nothing else to wait long. */
export type Piece = (queries: Queries) => Promise<void>

/**
 * What the levers of an edit need, and the frames that go with them, in pieces to be done in order. All of them can be
 * done again after some were.
 */
export function leverPieces(entries: readonly RevisionEntry[]): Piece[] {
  const levers = entriesOf(entries, 'lever')
  const moved = levers.filter(({ before, after }) => before && before.plate !== after?.plate).map(({ id }) => id)
  const gone = levers.flatMap(({ id, after }) => (after ? [] : [id]))
  const made = levers.flatMap(({ before, after }) => (after && !before ? [after] : []))
  const altered = levers.flatMap(({ before, after }) => (before && after ? [{ before, after }] : []))
  const piece =
    <T>(write: (queries: Queries, slice: readonly T[]) => Promise<void>) =>
    (slice: readonly T[]): Piece =>
    (queries) =>
      write(queries, slice)
  return [
    ...(moved.length > 1 ? [...slicesOf(moved)].map(piece(freePlates)) : []),
    ...[...slicesOf(gone)].map(piece(removeLevers)),
    ...[...slicesOf(made)].map(piece(writeLevers)),
    ...[...slicesOf(altered)].map(piece(alterLevers)),
    ...entriesOf(entries, 'frame').flatMap(({ id, after }): Piece[] =>
      after ? [] : [(queries) => removeFrame(queries, id)],
    ),
  ]
}
