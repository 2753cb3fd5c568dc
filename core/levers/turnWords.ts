import { assertNever } from '../result'
import { directionNames, DIRECTIONS } from '../turntable'
import type { ChosenBy, TurnOutcome } from '../turntable'
import type { LeverTable } from './turntables'

const byWords: Record<ChosenBy, string> = {
  stroke: 'a stroke',
  release: 'moving there and letting go',
  click: 'a click',
  hover: 'staying there',
  key: 'a key',
}

/** What a turn of a table came to, as a sentence; roads of a table that is no longer so are told by their direction. */
export function describeTurn(outcome: TurnOutcome, table: LeverTable | undefined): string {
  switch (outcome.kind) {
    case 'chosen': {
      const off = Math.round(Math.abs(outcome.offDeg))
      const beside =
        outcome.by === 'key' || off < 3 ? '' : `, ${off}° ${outcome.offDeg < 0 ? 'anticlockwise' : 'clockwise'} of it`
      return `Took the road ${wayWords(outcome.way, table)} by ${byWords[outcome.by]}${beside}.`
    }
    case 'beside': {
      const deg = Math.max(1, Math.round(outcome.besideDeg))
      return `The stroke went ${deg}° beside the road ${wayWords(outcome.way, table)}, so none was taken.`
    }
    case 'left':
      switch (outcome.because) {
        case 'middle':
          return 'The pointer came back to the middle, so no road was taken.'
        case 'escape':
          return 'Left by Escape, so no road was taken.'
        case 'lost':
          return 'The page lost the focus while the table was open, so no road was taken.'
        default:
          return assertNever(outcome.because)
      }
    case 'itself':
      return 'Pressed and released without moving, so the key was itself.'
    default:
      return assertNever(outcome)
  }
}

/** `right, then up: “Next field”`. */
function wayWords(way: readonly string[], table: LeverTable | undefined): string {
  const directions = way.map((id) => DIRECTIONS.find((direction) => direction === id))
  const words = directions
    .map((direction, i) => (direction ? directionNames[direction] : `“${way[i]}”`))
    .join(', then ')
  let label: string | undefined
  let at = table
  for (const id of way) {
    const road = at?.roads.find((one) => one.id === id)
    label = road?.label
    at = road?.table
  }
  return label === undefined ? words : `${words}: “${label}”`
}
