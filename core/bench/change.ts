import { z } from 'zod'
import { own, succeed } from '../result'
import type { Result } from '../result'
import type { ChangeDefinition, Footprint } from './changes/defineChange'
import { clipboardChanges } from './changes/clipboard'
import { desktopChanges } from './changes/desktops'
import { deviceChanges } from './changes/devices'
import { documentChanges } from './changes/documents'
import { addressChanges } from './changes/addresses'
import { fileChanges } from './changes/files'
import { programChanges } from './changes/programs'
import { screenChanges } from './changes/screen'
import { windowChanges } from './changes/windows'
import type { BenchState } from './schema'

const definitions = [
  ...windowChanges,
  ...desktopChanges,
  ...documentChanges,
  ...clipboardChanges,
  ...deviceChanges,
  ...screenChanges,
  ...fileChanges,
  ...addressChanges,
  ...programChanges,
] as const

type ChangeOf<D> = D extends ChangeDefinition<infer K, infer F> ? { kind: K } & z.output<z.ZodObject<F>> : never

/**
 * One alteration of the bench, as data: it says what it does, and what it undoes is read from the state before.
 * Nothing else alters the bench.
 */
export type Change = ChangeOf<(typeof definitions)[number]>

const byKind = Object.fromEntries(definitions.map((definition) => [definition.kind, definition])) as unknown as Record<
  string,
  ChangeDefinition
>

const options = definitions.map(({ kind, fields }) => z.object({ kind: z.literal(kind), ...fields }))
export const changeSchema = z.discriminatedUnion(
  'kind',
  options as unknown as [z.ZodObject, ...z.ZodObject[]],
) as unknown as z.ZodType<Change, Change>

function definitionOf({ kind }: Change): ChangeDefinition {
  const definition = own(byKind, kind)
  if (!definition) throw new RangeError(`unknown kind of change: ${kind}`)
  return definition
}

/**
 * The state after a change, or why it cannot be made. A change that changes nothing gives back the same object.
 * Issues: `window-missing`, `window-exists`, `program-missing`, `device-missing`, `control-missing`, `value-refused`,
 * `device-absent`, `device-held`, `message-missing`, `message-exists`, `folder-missing`, `folder-full`, `file-missing`,
 * `program-running`, `desktop-missing`, `document-missing`, `text-altered`, `text-too-long`, `clip-exists`,
 * `clip-missing`, `name-taken`, `into-itself`.
 */
export function applyChange(state: BenchState, change: Change): Result<BenchState> {
  return definitionOf(change).apply(state, change)
}

/** Applies changes in order; the first that is refused refuses all. */
export function applyChanges(state: BenchState, changes: readonly Change[]): Result<BenchState> {
  let after = state
  for (const change of changes) {
    const result = applyChange(after, change)
    if (!result.ok) return result
    after = result.value
  }
  return succeed(after)
}

/**
 * The change that takes `change` back, read from the state before it. `change` must have been applicable to `before`;
 * the inverse of one that changed nothing changes nothing. What was destroyed comes back under the same id.
 */
export function invertChange(before: BenchState, change: Change): Change {
  return definitionOf(change).invert(before, change) as Change
}

/**
 * A change as a sentence. With the state before it, windows and devices are named as people know them;
 * without, by their ids.
 */
export function describeChange(change: Change, before?: BenchState): string {
  return definitionOf(change).describe(change, before)
}

/**
 * What `change` touches, as it is in `state`; undefined when it is not there. Taken right after a change, it is its
 * footprint.
 */
export function footprintOf(change: Change, state: BenchState): Footprint | undefined {
  return definitionOf(change).footprint(state, change)
}
