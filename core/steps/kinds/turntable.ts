import { z } from 'zod'
import { countOf } from '../../names'
import { partOf, say } from '../../sentence'
import { DIRECTIONS, directionNames } from '../../turntable'
import type { Direction } from '../../turntable'
import { defineBlock } from '../defineStep'
import type { AnyStep } from '../defineStep'

/** So many tables may lead to each other, the first one counted. */
export const DEEPEST_TABLES = 3

/** A road of a turntable; no two of one table have the same direction. */
export interface Road {
  readonly direction: Direction
  /** What its plate says; what it does where it is empty. */
  readonly label: string
  readonly steps: readonly AnyStep[]
}

/** The way a pointer goes, or the answer to a question, says which of its roads is taken. */
export const turntable = defineBlock({
  kind: 'turntable',
  label: 'Turntable',
  help: 'Roads around the pointer: a stroke, a click or a digit takes one, and its steps are done.',
  nature: 'sheet',
  phrases: [
    {
      say: '[open] [a] turntable',
      gives: { roads: [road('n'), road('e'), road('s'), road('w')] },
      isHeardOnly: true,
    },
  ],
  fields: (list) => ({
    roads: z
      .array(z.object({ direction: z.enum(DIRECTIONS), label: z.string().trim().max(60).default(''), steps: list }))
      .min(2, 'A turntable has at least two roads.')
      .max(8, 'A turntable has at most eight roads.')
      .refine((roads) => new Set(roads.map(({ direction }) => direction)).size === roads.length, {
        message: 'Two roads go the same way. Give one of them another direction.',
      })
      .refine((roads) => depthOfTables(roads) <= DEEPEST_TABLES, {
        message: `At most ${DEEPEST_TABLES} turntables lead to each other.`,
      }),
    /** Pressed and released without moving, the table stays open, or the button or key is itself. */
    tap: z.enum(['stays', 'itself']).optional(),
    /** So long over a road takes it; never where it is absent. */
    hoverMs: z.number().int().min(100, 'At least 100 ms.').max(5000, 'At most 5 s.').optional(),
  }),
  fresh: { roads: [road('n'), road('e'), road('s'), road('w')] },
  sentence: ({ roads }) => {
    const named = roads.flatMap(({ label }) => (label ? [label] : []))
    const names = named.length === 0 ? '' : `: ${named.join(', ')}`
    return `Opens a turntable of ${countOf(roads.length, 'road')}${names}.`
  },
  head({ roads }, list) {
    const at = Number(list.split('.')[1])
    const found = roads[at]
    if (!found) return undefined
    const way = directionNames[found.direction]
    const before = at === 0 ? `Turntable of ${countOf(roads.length, 'road')}, the one ${way}` : `The road ${way}`
    return say`${before}: ${partOf(`roads.${at}.label`, found.label || '…', 'text')}`
  },
  children: ({ roads }) => roads.map(({ steps }, i) => ({ list: `roads.${i}.steps`, steps })),
  next({ roads }, place, _bench, { answer }) {
    if (place.at === 'end') return { kind: 'leave', because: '' }
    const at = roads.findIndex(({ direction }) => direction === answer)
    const taken = roads[at]
    if (taken) return { kind: 'enter', list: `roads.${at}.steps`, because: `the road ${roadName(taken)}` }
    const choices = roads.map((one, i) => ({ id: one.direction, label: `${i + 1} ${roadName(one)}` }))
    return { kind: 'asks', question: { kind: 'choice', text: 'Which road?', choices } }
  },
})

function road(direction: Direction) {
  return { direction, label: '', steps: [] }
}

/** `right`, or `right, “Next field”`. */
function roadName({ direction, label }: Pick<Road, 'direction' | 'label'>): string {
  return label ? `${directionNames[direction]}, “${label}”` : directionNames[direction]
}

/** The table that a road leads to where its first step is one. */
export function tableOfRoad({ steps }: Pick<Road, 'steps'>): (AnyStep & { roads: Road[] }) | undefined {
  const [first] = steps
  return first?.kind === 'turntable' ? (first as AnyStep & { roads: Road[] }) : undefined
}

function depthOfTables(roads: readonly Pick<Road, 'steps'>[]): number {
  const inner = roads.map((one) => {
    const table = tableOfRoad(one)
    return table ? depthOfTables(table.roads) : 0
  })
  return 1 + Math.max(0, ...inner)
}
