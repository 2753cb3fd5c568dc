import type { Row } from '~~/core/sheets'

/** What the track beside a row shows. */
export interface TrackLine {
  readonly depth: number
  /** By depth, from the outside in: whether that list goes on below this row. */
  readonly goesOn: readonly boolean[]
  /** Whether something stands before it in its own list. */
  readonly hasBefore: boolean
  readonly shape: 'step' | 'block' | 'head' | 'empty' | 'note'
  /** What the tracks around it are of. */
  readonly tracks: readonly ('loop' | 'junction' | 'plain' | 'siding')[]
  /** How many lists end with this row. */
  readonly ends: number
}

const NOTE = 'note'

/** The track of each row, read from the bottom up: what goes on below is known there. */
export function trackLines(rows: readonly Row[]): TrackLine[] {
  const lines: TrackLine[] = []
  const open: boolean[] = []
  for (let i = rows.length - 1; i >= 0; i--) {
    const row = rows[i]!
    const below = rows[i + 1]
    const goesOn = Array.from({ length: row.depth + 1 }, (_, depth) => open[depth] ?? false)
    const above = rows[i - 1]
    lines.push({
      depth: row.depth,
      goesOn,
      hasBefore: i > 0 && (above!.depth >= row.depth || row.kind === 'head'),
      shape: shapeOf(row),
      tracks: row.tracks.map(({ of }) => of),
      ends: Math.max(0, row.depth - (below?.depth ?? 0)),
    })
    open.length = row.depth + 1
    open[row.depth] = true
  }
  return lines.reverse()
}

function shapeOf(row: Row): TrackLine['shape'] {
  if (row.kind !== 'step') return row.kind
  if (row.isBlock) return row.isFolded ? 'step' : 'block'
  return row.step.kind === NOTE ? 'note' : 'step'
}
