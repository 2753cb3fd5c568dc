import { areaInWords, desktopCount, desktopName, desktopOf, displayOf, nameOfArea, placeName } from '~~/core/bench'
import type { BenchState, BenchWindow } from '~~/core/bench'
import { own } from '~~/core/result'
import type { WantedWindow } from '~~/core/steps'

/** What a window is to show, in a few words: `red · south.atlas, north.atlas`. */
export function contentWords({ shows }: WantedWindow): string {
  if (!shows) return 'whatever it shows'
  const parts = [shows.profile, shows.edition, shows.dataset].filter((part) => part !== undefined)
  const documents = shows.documents.map(placeName)
  const named = [parts.join(', '), documents.join(', ')].filter((part) => part !== '')
  return named.length > 0 ? named.join(' · ') : 'nothing opened in it'
}

/** Where a window is to stand, in a few words; empty where that is not said. */
export function placeWords(window: WantedWindow, bench: BenchState): string {
  const { mode, displayId, desktop, area, inFront } = window
  const where = [
    ...(mode !== undefined && mode !== 'normal' ? [mode] : []),
    ...(area && (mode ?? 'normal') === 'normal' ? [areaInWords(area)] : []),
    ...(displayId === undefined ? [] : [own(bench.devices, displayId)?.name ?? displayId]),
    ...(desktop === undefined || desktopCount(bench) === 1 ? [] : [`desktop ${desktopName(bench, desktop)}`]),
    ...(inFront ? ['in front'] : []),
  ]
  return where.join(' · ')
}

/** Where a window stands, in the same words. */
export function standWords(window: BenchWindow, bench: BenchState): string {
  return placeWords(
    {
      programId: window.programId,
      mode: window.mode,
      displayId: displayOf(bench, window),
      desktop: desktopOf(bench, window),
      ...(window.area && nameOfArea(window.area) ? { area: window.area } : {}),
    },
    bench,
  )
}

/** A list that is written one a line, and back; empty lines count for nothing. */
export const linesOf = (texts: readonly string[]) => texts.join('\n')
export const textsOf = (lines: string) =>
  lines
    .split(/\r\n|\r|\n/)
    .map((line) => line.trim())
    .filter((line) => line !== '')
