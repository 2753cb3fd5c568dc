import { judgeLever, patchOf } from '../../core/checkup'
import type { Finding, World } from '../../core/checkup'
import { usesOf } from '../../core/levers'
import type { Lever, LeverPatch, NamedValue } from '../../core/levers'
import type { RevisionEntry } from '../database/schema'
import { edited } from '../engine/bookState'
import type { BookState } from '../engine/bookState'

/**
 * One mend after the other, each as the lever stands by then: what was edited since a finding was told, or by a mend before
 * it, is judged again and not overwritten. `count` is how many of the findings are mended by the entries.
 */
export function mendEntries(
  wanted: readonly Finding[],
  { levers, values, frames }: BookState,
  world: World,
): { entries: RevisionEntry[]; count: number } {
  const altered = new Map<string, LeverPatch>()
  const deleted = new Map<string, NamedValue>()
  let count = 0
  for (const { id, about, mend: told } of wanted) {
    if (about.kind === 'value') {
      const value = values.get(about.id)
      if (!value || usesOf(value, [...values.values()], [...levers.values()], [...frames.values()]).length > 0) continue
      deleted.set(value.id, value)
      count += 1
    }
    const before = about.kind === 'lever' ? levers.get(about.id) : undefined
    if (!before) continue
    const patch = altered.get(before.id)
    const now = { ...before, ...patch } as Lever
    // A trigger is mended by what differs in it; all else is the lever's own, and is judged here.
    const mend = told?.kind === 'trigger' ? told : judgeLever(now, world).find((finding) => finding.id === id)?.mend
    const next = mend && patchOf(mend, now)
    if (next) altered.set(before.id, { ...patch, ...next })
    // What another mend has put right with it is mended too.
    if (next || patch) count += 1
  }
  const entries: RevisionEntry[] = [...altered].map(([id, patch]) => edited(levers.get(id)!, patch as Partial<Lever>))
  for (const [id, before] of deleted) entries.push({ kind: 'value', id, before, after: null })
  return { entries, count }
}
