import type { Program } from '../bench'
import { DIRECTIONS } from '../turntable'
import type { Direction } from '../turntable'

/** What a road of a program does: a verb by its id, or a key that the program answers. */
export interface ProposedRoad {
  readonly direction: Direction
  readonly label: string
  readonly verb?: string
  readonly chord?: string
}

const MOST_ROADS = 6
/** Words of acts that undo each other, and the way the first of them goes. */
const OPPOSITES: readonly (readonly [first: RegExp, second: RegExp, way: Direction])[] = [
  [/^(?:next|forward|redo|right|later)$/, /^(?:before|previous|last|back|undo|left|earlier)$/, 'e'],
  [
    /^(?:up|in|more|brighter|louder|higher|open|show|raise|start|unpark)$/,
    /^(?:down|out|less|darker|quieter|lower|close|hide|park|stop)$/,
    'n',
  ],
  [/^(?:copy|save)$/, /^(?:paste|load)$/, 'ne'],
]

type Act = Omit<ProposedRoad, 'direction'>

/**
 * Roads for a program: its most useful acts, six at most, opposite acts on opposite roads. What it has a key for counts
 * as more useful than what only its menu has; `uses` says how often each was done, by its verb or else its chord, and
 * counts first.
 */
export function proposeRoads(
  { verbs = [], claims }: Pick<Program, 'verbs' | 'claims'>,
  uses: (id: string) => number = () => 0,
): ProposedRoad[] {
  const hasKey = new Set(claims.flatMap(({ verb }) => (verb === undefined ? [] : [verb])))
  const acts: Act[] = [
    ...verbs.filter(({ id }) => hasKey.has(id)).map(({ id, name }) => ({ label: name, verb: id })),
    ...verbs.filter(({ id }) => !hasKey.has(id)).map(({ id, name }) => ({ label: name, verb: id })),
    ...claims.filter(({ verb }) => verb === undefined).map(({ chord, does }) => ({ label: does, chord })),
  ]
  const useOf = (act: Act) => uses(act.verb ?? act.chord!)
  const useful = acts
    .map((act, i) => ({ act, i }))
    .sort((a, b) => useOf(b.act) - useOf(a.act) || a.i - b.i)
    .map(({ act }) => act)
  const chosen = useful.slice(0, MOST_ROADS)
  const placed = new Map<Direction, Act>()
  const left = new Set(chosen)
  const place = (act: Act, direction: Direction) => {
    placed.set(direction, act)
    left.delete(act)
  }
  for (const act of chosen) {
    const pair = left.has(act) ? pairOf(act, [...left]) : undefined
    const way = pair && [pair.way, ...AXES].find((one) => !placed.has(one) && !placed.has(opposite(one)))
    if (!pair || !way) continue
    place(pair.first, way)
    place(pair.second, opposite(way))
  }
  for (const act of left)
    place(
      act,
      FREE_FIRST.find((direction) => !placed.has(direction))!,
    )
  return DIRECTIONS.flatMap((direction) => {
    const act = placed.get(direction)
    return act ? [{ direction, ...act }] : []
  })
}

const AXES = ['e', 'n', 'ne', 'nw'] as const
/** A hand goes up and down or right and left more surely than aslant. */
const FREE_FIRST: readonly Direction[] = ['n', 'e', 's', 'w', 'ne', 'sw', 'se', 'nw']

/** Two acts that undo each other, the one that goes forward first. */
function pairOf(act: Act, others: readonly Act[]): { first: Act; second: Act; way: Direction } | undefined {
  for (const [forth, back, way] of OPPOSITES) {
    for (const other of others) {
      if (other === act) continue
      const [first, second] = has(act, forth) && has(other, back) ? [act, other] : [other, act]
      if (has(first, forth) && has(second, back) && isSameThing(first, second, forth, back))
        return { first, second, way }
    }
  }
  return undefined
}

const wordsOf = ({ label }: Act) => label.toLowerCase().match(/[\p{L}\d]+/gu) ?? []
const has = (act: Act, word: RegExp) => wordsOf(act).some((one) => word.test(one))

/** Opposite acts are about the same thing: beside the opposite words they share one, or have none. */
function isSameThing(first: Act, second: Act, forth: RegExp, back: RegExp): boolean {
  const rest = (act: Act, word: RegExp) => wordsOf(act).filter((one) => !word.test(one) && !SMALL.has(one))
  const [one, other] = [rest(first, forth), rest(second, back)]
  return one.length === 0 || other.length === 0 || one.some((word) => other.includes(word))
}
const SMALL: ReadonlySet<string> = new Set(['the', 'a', 'an', 'and', 'to', 'of', 'all', 'on', 'off', 'with'])

function opposite(direction: Direction): Direction {
  return DIRECTIONS[(DIRECTIONS.indexOf(direction) + 4) % 8]!
}
