import { DEEPEST_TABLES, definitionOf, describeStep, isOff, tableOfRoad } from '../steps'
import type { AnyStep, Names, Road } from '../steps'
import { directionNames } from '../turntable'
import type { RoadShape } from '../turntable'
import type { Lever } from './schema'

/** A turntable as it stands for one lever, with those of the levers that its roads pull. */
export interface LeverTable {
  readonly roads: readonly LeverRoad[]
  readonly isItself: boolean
  readonly hoverMs?: number
}

/** A road; its id is its direction, which no other road of its table has. */
export interface LeverRoad extends RoadShape {
  readonly label: string
  /** The lever that it pulls, and does nothing else. */
  readonly leverId?: string
  /** What it does first, where it does anything. */
  readonly step?: AnyStep
  readonly table?: LeverTable
}

type Levers = (id: string) => Lever | undefined

/**
 * The turntable that a lever opens: where the first thing it does is one. Levers that roads pull are followed, as deep as
 * tables may lead to each other. Undefined where the lever opens none.
 */
export function turntableOf(lever: Pick<Lever, 'steps'>, leverOf: Levers, names: Names): LeverTable | undefined {
  return tableIn(lever.steps, leverOf, names, DEEPEST_TABLES)
}

/** Whether a lever opens a turntable, at once and before anything else. */
export function opensTurntable({ steps }: Pick<Lever, 'steps'>): boolean {
  return firstOf(steps)?.kind === 'turntable'
}

/** The steps of the road that a way leads to, through tables and the levers that roads pull; none where it leads nowhere. */
export function stepsOnWay(
  { steps }: Pick<Lever, 'steps'>,
  way: readonly string[],
  leverOf: Levers,
): readonly AnyStep[] {
  let at: readonly AnyStep[] = steps
  for (const id of way) {
    const first = firstOf(at)
    const called = first?.kind === 'lever.pull' ? leverOf((first as AnyStep & { leverId: string }).leverId) : undefined
    const table = called ? firstOf(called.steps) : first
    if (table?.kind !== 'turntable') return []
    at = (table as AnyStep & { roads: Road[] }).roads.find(({ direction }) => direction === id)?.steps ?? []
  }
  return at
}

function tableIn(steps: readonly AnyStep[], leverOf: Levers, names: Names, deep: number): LeverTable | undefined {
  const first = firstOf(steps)
  if (first?.kind !== 'turntable' || deep === 0) return undefined
  const { roads, tap, hoverMs } = first as AnyStep & { roads: Road[]; tap?: string; hoverMs?: number }
  return {
    roads: roads.map((road) => roadOf(road, leverOf, names, deep)),
    isItself: tap === 'itself',
    ...(hoverMs === undefined ? {} : { hoverMs }),
  }
}

function roadOf(road: Road, leverOf: Levers, names: Names, deep: number): LeverRoad {
  const { direction, label } = road
  const step = firstOf(road.steps)
  const pulled = step?.kind === 'lever.pull' ? leverOf((step as AnyStep & { leverId: string }).leverId) : undefined
  // A lever that is off is told when it is pulled.
  const inner = tableOfRoad(road) ? road.steps : pulled?.enabled ? pulled.steps : []
  const table = tableIn(inner, leverOf, names, deep - 1)
  const said =
    label || pulled?.name || (step && describeStep(step, names).replace(/\.$/, '')) || directionNames[direction]
  return {
    id: direction,
    direction,
    label: said,
    ...(pulled && road.steps.length === 1 ? { leverId: pulled.id } : {}),
    ...(step ? { step } : {}),
    ...(table ? { table } : {}),
  }
}

/** The first step that is done. */
function firstOf(steps: readonly AnyStep[]): AnyStep | undefined {
  return steps.find((step) => {
    const definition = definitionOf(step)
    return !isOff(step) && !(definition.role === 'act' && definition.isNote)
  })
}
