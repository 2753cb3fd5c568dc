import { desktopName } from '~~/core/bench'
import type { BenchState } from '~~/core/bench'

interface Choice {
  readonly value: string
  readonly name: string
}

/** The desktops to be chosen from by their numbers, behind what stands for none of them. */
export function desktopChoices(bench: BenchState, none: Choice): Choice[] {
  const names = bench.desktops?.names ?? ['']
  return [none, ...names.map((_, i) => ({ value: String(i + 1), name: desktopName(bench, i + 1) }))]
}

/** The displays to be chosen from, each by `to` and its id, behind others. */
export function displayChoices(bench: BenchState, ...before: Choice[]): Choice[] {
  const displays = Object.values(bench.devices).filter(({ kind }) => kind === 'display')
  return [...before, ...displays.map(({ id, name }) => ({ value: `to ${id}`, name }))]
}

/** The id in the choice of a display; undefined for what stands before them. */
export const displayChosen = (value: string): string | undefined => /^to (.*)$/s.exec(value)?.[1]
