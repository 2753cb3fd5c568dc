import { countOf } from '../../core/names'
import type { FollowBody, VariantsBody } from '../../contract'
import type { BenchState } from '../../core/bench'
import { PATTERN_FIELDS, withoutNothing } from '../../core/levers'
import type { Lever } from '../../core/levers'
import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import { followPattern, planVariants } from '../../core/variants'
import type { RevisionEntry } from '../database/schema'
import { currentLever, edited, nameOf, nextPlate } from './bookState'
import type { BookState, LeverEntry, PlannedEdit } from './bookState'
import { newId } from './newId'

/** Issues: `lever-missing`, `stale`, and those of `planVariants`. */
export function createVariants(patternId: string, { version, rows }: VariantsBody) {
  return (state: BookState, bench: BenchState): Result<PlannedEdit<Lever[]>> => {
    const pattern = currentLever(state, patternId, version)
    if (!pattern.ok) return pattern
    const planned = planVariants({
      pattern: pattern.value,
      rows,
      levers: [...state.levers.values()],
      frames: [...state.frames.values()],
      bench,
    })
    if (!planned.ok) return planned
    const first = nextPlate(state)
    const levers = planned.value.map(({ draft, variant }, i) =>
      withoutNothing({ ...draft, variant, id: newId(), plate: first + i, version: 1 }),
    )
    return succeed({
      label: `Made ${countOf(levers.length, 'variant')} of ${nameOf([pattern.value])}`,
      entries: levers.map((lever) => ({ kind: 'lever', id: lever.id, before: null, after: lever })),
      answer: levers,
    })
  }
}

/** Issues: `lever-missing`, `stale`, `no-variant`. */
export function followAgain(id: string, { version, field, arg }: FollowBody) {
  return (state: BookState, bench: BenchState): Result<PlannedEdit<Lever>> => {
    const before = currentLever(state, id, version)
    if (!before.ok) return before
    const { variant } = before.value
    const pattern = variant && state.levers.get(variant.patternId)
    if (!variant || !pattern)
      return fail({ code: 'no-variant', message: `${nameOf([before.value])} follows no pattern.` })
    const own = variant.own.filter((entry) => entry !== field)
    const args = variant.args.filter((entry) => entry.stepId !== arg?.stepId || entry.key !== arg.key)
    const entry = edited(
      before.value,
      followPattern({ ...before.value, variant: { ...variant, own, args } }, pattern, bench.programs),
    )
    return succeed({
      label: `${nameOf([before.value])} follows its pattern again`,
      entries: [entry],
      answer: entry.after!,
    })
  }
}

/** How many levers follow patterns that an edit alters. */
export function followerCount(entries: readonly RevisionEntry[], state: BookState): number {
  const edited = new Set<string>()
  for (const entry of entries) if (entry.kind === 'lever') edited.add(entry.id)
  if (edited.size === 0) return 0
  let count = 0
  for (const { variant } of state.levers.values()) if (variant && edited.has(variant.patternId)) count += 1
  return count
}

/**
 * The entries of an edit with what follows from them: variants take over what their pattern became, or stand alone when
 * it goes. It stops now and then, for whoever wants to let other things through.
 */
export function* withFollowers(
  entries: readonly RevisionEntry[],
  state: BookState,
  programs: BenchState['programs'],
): Generator<void, RevisionEntry[]> {
  const edits = new Map<string, LeverEntry>()
  for (const entry of entries) if (entry.kind === 'lever') edits.set(entry.id, entry)
  if (edits.size === 0) return [...entries]
  const followers: RevisionEntry[] = []
  let count = 0
  for (const lever of state.levers.values()) {
    const pattern = lever.variant && edits.get(lever.variant.patternId)
    const own = edits.get(lever.id)
    if (!pattern || (own && !own.after)) continue
    if (++count % FOLLOWERS_AT_ONCE === 0) yield
    const current = own?.after ?? lever
    const after = pattern.after ? followPattern(current, pattern.after, programs) : standingAlone(current)
    const differs = PATTERN_FIELDS.some((field) => after[field] !== current[field]) || after.variant !== current.variant
    if (!differs) continue
    if (own) edits.set(lever.id, { ...own, after: { ...after, version: current.version } })
    else followers.push(edited(lever, after))
  }
  return [...entries.map((entry) => (entry.kind === 'lever' ? edits.get(entry.id)! : entry)), ...followers]
}

const FOLLOWERS_AT_ONCE = 500

function standingAlone({ variant: _variant, ...lever }: Lever): Lever {
  return { ...lever, variant: null }
}
