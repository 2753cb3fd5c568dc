import type { BatchBody } from '../../contract'
import type { BenchState } from '../../core/bench'
import { leverPatchSchema } from '../../core/levers'
import type { Lever } from '../../core/levers'
import { countOf } from '../../core/names'
import { assertNever, fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import { countTexts, replaceTexts } from '../../core/sheets'
import { makeDistinct, ownAfterEdit } from '../../core/variants'
import { currentLevers, edited, nameOf, nextPlate } from './bookState'
import type { BookState, LeverEntry, PlannedEdit } from './bookState'
import { danglingNames, frameMissing } from './leverEdits'
import { newId } from './newId'

/**
 * One act on many levers. Issues: `lever-missing`, `stale`, `text-unfit`, at the lever; `frame-missing`, `name-long`, and
 * those of `createLever`.
 */
export function batchEdit(body: BatchBody) {
  return (state: BookState, bench: BenchState): Result<PlannedEdit<Lever[]>> => {
    const found = currentLevers(state, body.levers)
    if (!found.ok) return found
    const levers = found.value
    const result = (label: string, entries: LeverEntry[]): Result<PlannedEdit<Lever[]>> =>
      succeed({ label, entries, answer: entries.flatMap((entry) => entry.after ?? []) })
    switch (body.act) {
      case 'delete':
        return result(
          `Deleted ${nameOf(levers)}`,
          levers.map((before) => ({ kind: 'lever', id: before.id, before, after: null })),
        )
      case 'enable':
        return result(
          `${body.enabled ? 'Enabled' : 'Disabled'} ${nameOf(levers)}`,
          levers
            .filter((lever) => lever.enabled !== body.enabled)
            .map((lever) => edited(lever, { enabled: body.enabled, ...ownField(lever, 'enabled') })),
        )
      case 'move': {
        const frame = state.frames.get(body.frameId)
        if (!frame) return fail(frameMissing(body.frameId, state.frames))
        return result(
          `Moved ${nameOf(levers)} to ${frame.name}`,
          levers
            .filter((lever) => lever.frameId !== frame.id)
            .map((lever) => edited(lever, { frameId: frame.id, ...ownField(lever, 'frameId') })),
        )
      }
      case 'duplicate':
        return result(`Duplicated ${nameOf(levers)}`, duplicates(levers, state))
      case 'rename':
        return renamed(levers, body.template, state, result)
      case 'renumber':
        return result(`Renumbered ${nameOf(levers)}`, renumbered(levers, body.from, state))
      case 'replace': {
        const entries = replacedTexts(levers, body, state, bench)
        if (!entries.ok) return entries
        const of = nameOf(entries.value.map(({ before }) => before!))
        return result(`Replaced “${shortened(body.find)}” in ${of}`, entries.value)
      }
      default:
        return assertNever(body)
    }
  }
}

/** A copy has no keys: they would clash with those of its model. */
function duplicates(levers: readonly Lever[], state: BookState): LeverEntry[] {
  const names = makeDistinct(
    levers.map((lever) => `${lever.name} (copy)`.slice(0, 118)),
    [...state.levers.values()].map((lever) => lever.name),
  )
  return levers.map(({ origin: _origin, ...lever }, i) => {
    const variant = lever.variant
      ? { variant: { ...lever.variant, own: [...new Set([...lever.variant.own, 'triggers' as const])] } }
      : {}
    const copy: Lever = {
      ...lever,
      ...variant,
      id: newId(),
      plate: nextPlate(state) + i,
      version: 1,
      name: names[i]!,
      triggers: [],
    }
    return { kind: 'lever', id: copy.id, before: null, after: copy }
  })
}

function renamed(
  levers: readonly Lever[],
  template: string,
  state: BookState,
  result: (label: string, entries: LeverEntry[]) => Result<PlannedEdit<Lever[]>>,
): Result<PlannedEdit<Lever[]>> {
  const chosen = new Set(levers.map((lever) => lever.id))
  const wanted: string[] = []
  for (const [i, lever] of levers.entries()) {
    const marks: [string, string][] = [
      ['{name}', lever.name],
      ['{plate}', String(lever.plate)],
      ['{n}', String(i + 1)],
    ]
    const lettersOf = (mark: string, text: string) => (template.split(mark).length - 1) * (text.length - mark.length)
    // Counted before it is made: many marks and many levers would be very long.
    const letters = marks.reduce((sum, [mark, text]) => sum + lettersOf(mark, text), template.length)
    const name =
      letters > 4096 ? template : marks.reduce((text, [mark, to]) => text.replaceAll(mark, to), template).trim()
    if (letters > 4096 || name.length === 0 || name.length > 120)
      return fail({
        code: 'name-long',
        message: `“${name.slice(0, 40)}…” has ${countOf(Math.max(letters, name.length), 'letter')}; a name has 1 to 120.`,
        at: 'template',
      })
    wanted.push(name)
  }
  const names = makeDistinct(
    wanted,
    [...state.levers.values()].filter((lever) => !chosen.has(lever.id)).map((lever) => lever.name),
  )
  return result(
    `Renamed ${nameOf(levers)}`,
    levers.flatMap((lever, i) => (lever.name === names[i] ? [] : [edited(lever, { name: names[i]! })])),
  )
}

/** The chosen get numbers in a row; whoever had one of them takes a number that the chosen leave, the lowest first. */
function renumbered(levers: readonly Lever[], from: number, state: BookState): LeverEntry[] {
  const chosen = new Set(levers.map((lever) => lever.id))
  const wanted = new Set(levers.map((_, i) => from + i))
  const displaced = [...state.levers.values()]
    .filter((lever) => !chosen.has(lever.id) && wanted.has(lever.plate))
    .sort((a, b) => a.plate - b.plate)
  const left = levers
    .map((lever) => lever.plate)
    .filter((plate) => !wanted.has(plate))
    .sort((a, b) => a - b)
  return [
    ...levers.flatMap((lever, i) => (lever.plate === from + i ? [] : [edited(lever, { plate: from + i })])),
    ...displaced.map((lever, i) => edited(lever, { plate: left[i]! })),
  ]
}

/** More than this is never meant, and would only fill the memory. */
const MOST_LETTERS_MADE = 1_000_000

/** A variant whose pattern is altered alike goes on following it. */
function replacedTexts(
  levers: readonly Lever[],
  { find, by, isExact }: Extract<BatchBody, { act: 'replace' }>,
  state: BookState,
  bench: BenchState,
): Result<LeverEntry[]> {
  const search = { find, isExact }
  const altered = new Map<string, Lever>()
  for (const [i, lever] of levers.entries()) {
    const at = `levers.${i}`
    const unfit = (reason: string) =>
      fail({ code: 'text-unfit', message: `${nameOf([lever])} cannot take it: ${reason}`, at })
    const letters = countTexts(lever.steps, search) * by.length
    if (letters > MOST_LETTERS_MADE) return unfit(`its texts would be ${countOf(letters, 'letter')} longer.`)
    const steps = replaceTexts(lever.steps, search, by)
    if (steps === lever.steps) continue
    const read = leverPatchSchema.shape.steps.safeParse(steps)
    if (!read.success) {
      const { path, message } = read.error.issues[0]!
      return unfit(typeof path[0] === 'number' ? `in row ${path[0] + 1}: ${message}` : message)
    }
    const [dangling] = danglingNames({ steps }, state, bench)
    if (dangling) return unfit(dangling.message)
    altered.set(lever.id, { ...lever, steps: read.data ?? steps })
  }
  return succeed(
    [...altered.values()].map((lever) => {
      const before = state.levers.get(lever.id)!
      const { variant } = before
      const pattern = variant && (altered.get(variant.patternId) ?? state.levers.get(variant.patternId))
      const own = pattern ? { variant: ownAfterEdit(before, lever, pattern, bench.programs) } : {}
      return edited(before, { steps: lever.steps, ...own })
    }),
  )
}

function shortened(text: string): string {
  return text.length > 40 ? `${text.slice(0, 39)}…` : text
}

function ownField(lever: Lever, field: 'enabled' | 'frameId'): Partial<Lever> {
  return lever.variant ? { variant: { ...lever.variant, own: [...new Set([...lever.variant.own, field])] } } : {}
}
