import { countOf, didYouMean } from '../../core/names'
import { markedFields } from '../../core/fields'
import { programMissing, sameValue } from '../../core/bench'
import type { BenchState } from '../../core/bench'
import type { Frame, Lever, LeverDraft, LeverPatch } from '../../core/levers'
import { leverPatchSchema, withoutNothing, withRoadTo } from '../../core/levers'
import { fail, own, succeed } from '../../core/result'
import type { Issue, Result } from '../../core/result'
import { ownAfterEdit } from '../../core/variants'
import type { RevisionEntry } from '../database/schema'
import { currentLever, edited, leverMissing, nameOf, nextPlate, overtaken } from './bookState'
import type { BookState, PlannedEdit } from './bookState'
import { newId } from './newId'

/**
 * With a road of a turntable that pulls it, where one is named. Issues: `frame-missing`, `program-missing`, at their place
 * in the draft, `lever-missing` and `no-road-free` at `roadOf`.
 */
export function createLever(draft: LeverDraft, roadOf?: string) {
  return (state: BookState, bench: BenchState): Result<PlannedEdit<Lever>> => {
    const issues = danglingNames(draft, state, bench)
    if (issues.length > 0) return fail(...issues)
    const lever = withoutNothing({ ...draft, id: newId(), plate: nextPlate(state), version: 1 })
    const entries: RevisionEntry[] = [{ kind: 'lever', id: lever.id, before: null, after: lever }]
    if (roadOf !== undefined) {
      const road = roadTo(lever, roadOf, state, bench)
      if (!road.ok) return road
      entries.push(road.value)
    }
    return succeed({ label: `Made ${nameOf([lever])}`, entries, answer: lever })
  }
}

function roadTo(lever: Lever, tableId: string, state: BookState, bench: BenchState): Result<RevisionEntry> {
  const table = state.levers.get(tableId)
  if (!table) return fail({ ...leverMissing(tableId), at: 'roadOf' })
  const steps = withRoadTo(table, lever, newId)
  if (steps) return succeed(editedEntry(table, { steps }, state, bench))
  const message = `${nameOf([table])} has no road free: choose another turntable, or leave the road out.`
  return fail({ code: 'no-road-free', message, at: 'roadOf' })
}

function editedEntry(before: Lever, patch: Partial<Lever>, state: BookState, { programs }: BenchState) {
  const pattern = before.variant && state.levers.get(before.variant.patternId)
  const variant = pattern ? { variant: ownAfterEdit(before, { ...before, ...patch }, pattern, programs) } : {}
  return edited(before, { ...patch, ...variant })
}

/**
 * A variant that is edited keeps what was altered as its own. Issues: `lever-missing`, `stale`, and those of
 * `createLever`.
 */
export function editLever(id: string, version: number, patch: LeverPatch) {
  return (state: BookState, bench: BenchState): Result<PlannedEdit<Lever>> => {
    const before = currentLever(state, id, version)
    if (!before.ok) return before
    const issues = danglingNames(patch, state, bench)
    if (issues.length > 0) return fail(...issues)
    const entry = editedEntry(before.value, patch, state, bench)
    return succeed({ label: editLabel(before.value, entry.after!), entries: [entry], answer: entry.after! })
  }
}

export function removeLever(id: string) {
  return (state: BookState): Result<PlannedEdit<null>> => {
    const before = state.levers.get(id)
    if (!before) return fail(leverMissing(id))
    return succeed({
      label: `Deleted ${nameOf([before])}`,
      entries: [{ kind: 'lever', id, before, after: null }],
      answer: null,
    })
  }
}

function editLabel(before: Lever, after: Lever): string {
  return before.enabled !== after.enabled
    ? `${after.enabled ? 'Enabled' : 'Disabled'} ${nameOf([before])}`
    : `Edited ${nameOf([before])}`
}

export function frameMissing(id: string, frames: BookState['frames']): Issue {
  return { code: 'frame-missing', message: `There is no frame “${id}”.${didYouMean(id, frames.keys())}`, at: 'frameId' }
}

/**
 * Frames, programs and levers that a draft names and that do not exist. A device may come later: what it lacks is a
 * finding.
 */
export function danglingNames(draft: LeverPatch, state: BookState, bench: BenchState): Issue[] {
  return markedFields(leverPatchSchema, draft).flatMap(({ path, mark, text }): Issue[] => {
    // Where nobody need be named, such as the program in front, the schema lets it be empty.
    if (text === '') return []
    switch (mark.refers) {
      case 'program':
        return own(bench.programs, text) ? [] : [{ ...programMissing(bench, text), at: path }]
      case 'frame':
        return state.frames.has(text) ? [] : [{ ...frameMissing(text, state.frames), at: path }]
      case 'lever':
        return state.levers.has(text) ? [] : [{ ...interlockDangling, at: path }]
      default:
        return []
    }
  })
}

const interlockDangling: Issue = {
  code: 'interlock-dangling',
  message: 'The lever to be pulled instead is gone. Choose another.',
}

export interface FramePatch {
  /** The version the edit was made from. */
  readonly version?: number
  readonly on?: boolean
  readonly name?: string
  readonly condition?: Frame['condition']
  readonly rules?: Frame['rules']
}

/** Switching a frame by hand ends what a lever or a key had switched. Issue: `frame-missing`. */
export function editFrame(id: string, { version, ...patch }: FramePatch) {
  return (state: BookState, bench: BenchState): Result<PlannedEdit<Frame>> => {
    const before = state.frames.get(id)
    if (!before) return fail({ ...frameMissing(id, state.frames), at: 'id' })
    const stands = before.version ?? 1
    const stale = overtaken(`The frame ${before.name}`, stands, version)
    if (stale) return fail(stale)
    const merged = { ...before, ...patch }
    const after = Object.fromEntries(
      Object.entries(merged).filter(([, value]) => value !== null && value !== undefined),
    ) as Frame
    const isSame = sameValue(before, after)
    const next: Frame = { ...after, version: stands + 1 }
    const isSwitched = patch.on !== undefined && own(bench.frameSwitches ?? {}, id) !== undefined
    const entries: RevisionEntry[] = [
      ...(sameValue(before, after)
        ? []
        : [{ kind: 'frame' as const, id, before, after: { ...after, version: stands + 1 } }]),
      ...(isSwitched
        ? [{ kind: 'bench' as const, changes: [{ kind: 'frame.switch' as const, frameId: id, on: null }], inverse: [] }]
        : []),
    ]
    const label =
      patch.on !== undefined
        ? `Switched ${before.name} ${after.on ? 'on' : 'off'}`
        : patch.name !== undefined
          ? `Renamed frame ${before.name}`
          : `Changed the keys of ${before.name}`
    return succeed({ label, entries, answer: isSame ? before : next })
  }
}

export function createFrame(name: string) {
  return (state: BookState): Result<PlannedEdit<Frame>> => {
    const frame: Frame = {
      id: newId(),
      name,
      on: true,
      position: Math.max(0, ...[...state.frames.values()].map((entry) => entry.position)) + 1,
      version: 1,
    }
    return succeed({
      label: `Made the frame ${name}`,
      entries: [{ kind: 'frame', id: frame.id, before: null, after: frame }],
      answer: frame,
    })
  }
}

/** Issues: `frame-missing`, `frame-full`. */
export function removeFrame(id: string) {
  return (state: BookState): Result<PlannedEdit<null>> => {
    const before = state.frames.get(id)
    if (!before) return fail({ ...frameMissing(id, state.frames), at: 'id' })
    const count = [...state.levers.values()].filter((lever) => lever.frameId === id).length
    const values = [...state.values.values()].filter((value) => value.frameId === id).length
    if (count + values > 0)
      return fail({
        code: 'frame-full',
        message: `${before.name} still has ${countOf(count, 'lever')} and ${countOf(values, 'value')}. Move or delete them first.`,
      })
    return succeed({
      label: `Deleted the frame ${before.name}`,
      entries: [{ kind: 'frame', id, before, after: null }],
      answer: null,
    })
  }
}
