import type { BenchState } from '../../core/bench'
import { renameVariable } from '../../core/command'
import { mapFrameTexts, tableFor, usesOf } from '../../core/levers'
import type { NamedValue, ValueUse } from '../../core/levers'
import { assertNever, fail, succeed, own } from '../../core/result'
import type { Issue, Result } from '../../core/result'
import { withValueRenamed } from '../../core/steps'
import type { RevisionEntry } from '../database/schema'
import { edited } from './bookState'
import type { BookState, PlannedEdit } from './bookState'
import { frameMissing } from './leverEdits'
import { newId } from './newId'

type ValueBody = Pick<NamedValue, 'frameId' | 'name' | 'text' | 'here'>

/** Issues: `frame-missing`, `name-taken`, and `variable-circular`, `variable-unknown`, `variable-open` for its text. */
export function createValue(body: ValueBody) {
  return (state: BookState, bench: BenchState): Result<PlannedEdit<NamedValue>> => {
    const value: NamedValue = plain({ ...body, id: newId(), version: 1 })
    const issues = findIssues(value, state, bench)
    if (issues.length > 0) return fail(...issues)
    return succeed({
      label: `Made the value ${value.name}`,
      entries: [{ kind: 'value', id: value.id, before: null, after: value }],
      answer: value,
    })
  }
}

/**
 * A new name is written into every lever and value that uses it. Issues: `value-missing`, `stale`, and those of
 * `createValue`.
 */
export function editValue(id: string, version: number, patch: Partial<ValueBody>) {
  return (state: BookState, bench: BenchState): Result<PlannedEdit<NamedValue>> => {
    const before = state.values.get(id)
    if (!before) return fail(valueMissing(id))
    if (before.version !== version)
      return fail({
        code: 'stale',
        message:
          `The value ${before.name} was edited elsewhere since (version ` +
          `${before.version}, not ${version}). Nothing was overwritten.`,
        at: 'version',
      })
    const after: NamedValue = plain({ ...before, ...patch, version: version + 1 })
    const issues = findIssues(after, state, bench)
    const captured = after.name === before.name ? undefined : captureIssue(before, after, state)
    if (issues.length > 0 || captured) return fail(...issues, ...(captured ? [captured] : []))
    const entries: RevisionEntry[] = [{ kind: 'value', id, before, after }]
    if (after.name !== before.name) entries.push(...renamedUses(before, after.name, state))
    const label =
      after.name === before.name
        ? `Changed the value ${before.name}`
        : `Renamed the value ${before.name} to ${after.name}`
    return succeed({ label, entries, answer: after })
  }
}

/** One that is the same on every machine has no text of its own here. */
function plain({ here, ...value }: NamedValue): NamedValue {
  return here === null || here === undefined ? value : { ...value, here }
}

/** Issue: `value-missing`. */
export function removeValue(id: string) {
  return (state: BookState): Result<PlannedEdit<null>> => {
    const before = state.values.get(id)
    if (!before) return fail(valueMissing(id))
    return succeed({
      label: `Deleted the value ${before.name}`,
      entries: [{ kind: 'value', id, before, after: null }],
      answer: null,
    })
  }
}

function renamedUses(before: NamedValue, to: string, state: BookState): RevisionEntry[] {
  const rename = (text: string) => (text.includes(before.name) ? renameVariable(text, before.name, to) : text)
  return usesIn(before, state).map((use): RevisionEntry => {
    switch (use.kind) {
      case 'lever':
        return edited(use.lever, { steps: use.lever.steps.map((step) => withValueRenamed(step, before.name, to)) })
      case 'value': {
        const { value } = use
        const here = typeof value.here === 'string' ? { here: rename(value.here) } : {}
        const after = { ...value, text: rename(value.text), ...here, version: value.version + 1 }
        return { kind: 'value', id: value.id, before: value, after }
      }
      case 'frame': {
        const { frame } = use
        const after = { ...mapFrameTexts(frame, rename), version: (frame.version ?? 1) + 1 }
        return { kind: 'frame', id: frame.id, before: frame, after }
      }
      default:
        return assertNever(use)
    }
  })
}

function usesIn(value: NamedValue, { values, levers, frames }: BookState): ValueUse[] {
  return usesOf(value, [...values.values()], [...levers.values()], [...frames.values()])
}

/**
 * A new name must not make texts mean another value: what used this one would mean one of the same name that stands
 * nearer, or what meant that one would mean this.
 */
function captureIssue(before: NamedValue, after: NamedValue, state: BookState): Issue | undefined {
  const others = [...state.values.values()].filter((other) => other.id !== before.id && other.name === after.name)
  const nearer = after.frameId === null ? others.filter((other) => other.frameId !== null) : []
  const further = after.frameId === null ? undefined : others.find((other) => other.frameId === null)
  const frameOf = (use: ValueUse) =>
    use.kind === 'frame' ? use.frame.id : use.kind === 'lever' ? use.lever.frameId : use.value.frameId
  const hidden = nearer.find((other) => usesIn(before, state).some((use) => frameOf(use) === other.frameId))
  const taken = further && usesIn(further, state).some((use) => frameOf(use) === after.frameId)
  const other = hidden ?? (taken ? further : undefined)
  if (!other) return undefined
  const where = other.frameId === null ? 'of all frames' : `of ${state.frames.get(other.frameId)?.name ?? 'a frame'}`
  return {
    code: 'name-taken',
    message:
      `There is a value “${after.name}” ${where} that is used in the same place; the two could not be told apart. ` +
      'Choose another name.',
    at: 'name',
  }
}

function findIssues(value: NamedValue, state: BookState, bench: BenchState): Issue[] {
  if (value.frameId !== null && !state.frames.has(value.frameId)) return [frameMissing(value.frameId, state.frames)]
  const others = [...state.values.values()].filter((other) => other.id !== value.id)
  if (own(bench.folders, value.name) !== undefined)
    return [
      {
        code: 'name-taken',
        message: `“${value.name}” is a known folder of the bench. Choose another name.`,
        at: 'name',
      },
    ]
  if (others.some((other) => other.name === value.name && other.frameId === value.frameId))
    return [
      {
        code: 'name-taken',
        message: `There is a value “${value.name}” already${value.frameId === null ? '' : ' in this frame'}. Choose another name.`,
        at: 'name',
      },
    ]
  const broken = own(tableFor(value.frameId, [...others, value], bench).broken, value.name)
  return broken ? [{ ...broken, at: 'text' }] : []
}

function valueMissing(id: string): Issue {
  return { code: 'value-missing', message: `There is no value “${id}”; it may have been deleted. Undo brings it back.` }
}
