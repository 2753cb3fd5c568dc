import { countOf } from '../../core/names'
import { withoutNothing } from '../../core/levers'
import type { Frame, KeySettings, Lever, NamedValue } from '../../core/levers'
import { fail, succeed } from '../../core/result'
import type { Issue, Result } from '../../core/result'
import type { Settings } from '../../core/settings'
import type { Kit } from '../../core/sheets'
import type { Versioned } from '../database/leverTable'
import type { RevisionEntry } from '../database/schema'

/** Levers, frames, named values and settings as they stand; edits are planned against it. */
export interface BookState {
  readonly levers: ReadonlyMap<string, Lever>
  readonly frames: ReadonlyMap<string, Frame>
  readonly values: ReadonlyMap<string, NamedValue>
  readonly kits: ReadonlyMap<string, Kit>
  readonly keys: Versioned<KeySettings>
  readonly settings: Versioned<Settings>
  /** Goes up with every edit. */
  readonly revision: number
}

export type LeverEntry = Extract<RevisionEntry, { kind: 'lever' }>

/** An edit ready to be made: what the history calls it, what it alters, and what to answer. */
export interface PlannedEdit<T> {
  readonly label: string
  readonly entries: RevisionEntry[]
  readonly answer: T
}

export function leverMissing(id: string): Issue {
  return {
    code: 'lever-missing',
    message: `There is no lever “${id}”; it may have been deleted. Undo brings a deleted lever back.`,
  }
}

/** Why an edit that was made from another version than the one that stands cannot be made; undefined where it can. */
export function overtaken(name: string, stands: number, version: number | undefined): Issue | undefined {
  if (version === undefined || version === stands) return undefined
  const message = `${name} was edited elsewhere since (version ${stands}, not ${version}). Nothing was overwritten.`
  return { code: 'stale', message, at: 'version' }
}

/** The lever in the version an edit was made from. Issues: `lever-missing`, `stale`. */
export function currentLever(state: BookState, id: string, version: number): Result<Lever> {
  const lever = state.levers.get(id)
  if (!lever) return fail(leverMissing(id))
  if (lever.version !== version)
    return fail({
      code: 'stale',
      message:
        `${lever.plate} ${lever.name} was edited elsewhere since you opened it ` +
        `(version ${lever.version}, not ${version}). Nothing was overwritten.`,
      at: 'version',
    })
  return succeed(lever)
}

/** All of the levers, in order, one that is named twice once; or everything that is wrong with any. */
export function currentLevers(state: BookState, refs: readonly { id: string; version: number }[]): Result<Lever[]> {
  const levers = new Set<Lever>()
  const issues: Issue[] = []
  for (const [i, { id, version }] of refs.entries()) {
    const found = currentLever(state, id, version)
    if (found.ok) levers.add(found.value)
    else issues.push(...found.issues.map((issue) => ({ ...issue, at: `levers.${i}` })))
  }
  return issues.length > 0 ? fail(...issues) : succeed([...levers])
}

export function nextPlate(state: BookState): number {
  let most = 0
  for (const lever of state.levers.values()) most = Math.max(most, lever.plate)
  return most + 1
}

/** `7 Comet chart`, or `12 levers`. */
export function nameOf(levers: readonly Lever[]): string {
  return levers.length === 1 ? `${levers[0]!.plate} ${levers[0]!.name}` : countOf(levers.length, 'lever')
}

export function edited(before: Lever, after: Partial<Lever>): LeverEntry {
  return {
    kind: 'lever',
    id: before.id,
    before,
    after: withoutNothing({ ...before, ...after, version: before.version + 1 }),
  }
}
