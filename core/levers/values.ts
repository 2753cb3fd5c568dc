import type { BenchState } from '../bench'
import { namesUsed, resolveValues } from '../command'
import type { ValueTable } from '../command'
import { textsOf } from '../steps'
import type { Lever, NamedValue } from './schema'

/** The named values that levers of a frame can use, resolved: its own come before those of all frames. */
export function tableFor(
  frameId: string | null,
  values: readonly NamedValue[],
  bench: Pick<BenchState, 'folders'>,
): ValueTable {
  const shared = values.filter((value) => value.frameId === null)
  const own = frameId === null ? [] : values.filter((value) => value.frameId === frameId)
  return resolveValues(bench.folders, [...shared, ...own])
}

/** One place that uses a named value: a lever, or another value. */
export type ValueUse =
  { readonly kind: 'lever'; readonly lever: Lever } | { readonly kind: 'value'; readonly value: NamedValue }

/** Everything that uses a value by its name, where that name means this one. */
export function usesOf(wanted: NamedValue, values: readonly NamedValue[], levers: readonly Lever[]): ValueUse[] {
  const isHidden = (frameId: string | null) =>
    wanted.frameId === null &&
    frameId !== null &&
    values.some((value) => value.name === wanted.name && value.frameId === frameId)
  const reaches = (frameId: string | null) =>
    wanted.frameId === null ? !isHidden(frameId) : wanted.frameId === frameId
  const uses = (text: string) => text.includes(wanted.name) && namesUsed(text).includes(wanted.name)
  return [
    ...levers
      .filter(
        (lever) => reaches(lever.frameId) && lever.steps.some((step) => textsOf(step).some(({ text }) => uses(text))),
      )
      .map((lever) => ({ kind: 'lever' as const, lever })),
    ...values
      .filter((value) => value.id !== wanted.id && reaches(value.frameId) && uses(value.text))
      .map((value) => ({ kind: 'value' as const, value })),
  ]
}
