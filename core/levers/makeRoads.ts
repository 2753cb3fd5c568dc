import type { Program } from '../bench'
import { stepSchema } from '../steps'
import type { AnyStep, Road, Step, StepOf } from '../steps'
import { DIRECTIONS } from '../turntable'
import type { Direction } from '../turntable'
import { proposeRoads } from './proposeRoads'
import type { Lever } from './schema'

type NextId = () => string

/** The roads of a program, as steps: `proposeRoads`. Fewer than two are not enough for a table. */
export function roadsOfProgram(program: Program, nextId: NextId, uses?: (id: string) => number): Road[] {
  return proposeRoads(program, uses).map(({ direction, label, verb, chord }) => ({
    direction,
    label,
    steps: [
      verb === undefined
        ? stepOf(nextId, { kind: 'keys.send', chords: [chord], programId: program.id })
        : stepOf(nextId, { kind: 'program.tell', programId: program.id, verb }),
    ],
  }))
}

/** So few roads go straight; more go all ways. */
const STRAIGHT: readonly Direction[] = ['n', 'e', 's', 'w']

/** A road for each lever, eight at most, round the deck in their order. */
export function roadsOfLevers(levers: readonly Pick<Lever, 'id'>[], nextId: NextId): Road[] {
  const directions = levers.length <= STRAIGHT.length ? STRAIGHT : DIRECTIONS
  return levers.slice(0, directions.length).map(({ id }, i) => ({
    direction: directions[i]!,
    label: '',
    steps: [stepOf(nextId, { kind: 'lever.pull', leverId: id, inputs: [] })],
  }))
}

/** The first turntable among the rows of a lever. */
export function turntableOf({ steps }: Pick<Lever, 'steps'>): StepOf<'turntable'> | undefined {
  return steps.find((step): step is StepOf<'turntable'> => step.kind === 'turntable')
}

/** Whether the turntable of a lever has a road free. */
export function hasRoadFree(lever: Pick<Lever, 'steps'>): boolean {
  const table = turntableOf(lever)
  return table !== undefined && table.roads.length < DIRECTIONS.length
}

/** The rows of a lever, its turntable with a road more that pulls another lever; undefined where none is free. */
export function withRoadTo(table: Pick<Lever, 'steps'>, lever: Pick<Lever, 'id'>, nextId: NextId): Step[] | undefined {
  const step = turntableOf(table)
  const free = DIRECTIONS.find((direction) => !step?.roads.some((road) => road.direction === direction))
  if (!step || !free) return undefined
  const road: Road = { ...roadsOfLevers([lever], nextId)[0]!, direction: free }
  return table.steps.map((one) => (one === step ? ({ ...step, roads: [...step.roads, road] } as Step) : one))
}

/**
 * The roads of one program for another: what that one can be told by the same name, or answers a key for, is told to it;
 * what it cannot is left out and named. Roads that have nothing to do with the first program stay.
 */
export function fitRoads(roads: readonly Road[], from: Program, to: Program): { roads: Road[]; left: string[] } {
  const fitted: Road[] = []
  const left: string[] = []
  for (const road of roads) {
    const steps = road.steps.map((step) => fitStep(step, from, to))
    if (steps.every((step) => step !== undefined)) fitted.push({ ...road, steps })
    else left.push(road.label || road.direction)
  }
  return { roads: fitted, left }
}

function fitStep(step: AnyStep, from: Program, to: Program): AnyStep | undefined {
  const { programId, verb, chords } = step as AnyStep & { programId?: string; verb?: string; chords?: string[] }
  if (programId !== from.id) return step
  if (verb !== undefined) {
    const name = from.verbs?.find(({ id }) => id === verb)?.name ?? verb
    const same = to.verbs?.find((one) => isSame(one.name, name))
    if (same) return { ...step, programId: to.id, verb: same.id } as AnyStep
    const key = to.claims.find(({ does }) => isSame(does, name))
    const { id, onFailure } = step
    return key && ({ id, onFailure, kind: 'keys.send', chords: [key.chord], programId: to.id } as AnyStep)
  }
  if (!chords) return undefined
  const keys = chords.map((chord) => {
    const does = from.claims.find((claim) => claim.chord === chord)?.does
    return does === undefined ? undefined : to.claims.find((claim) => isSame(claim.does, does))?.chord
  })
  return keys.every((chord) => chord !== undefined)
    ? ({ ...step, programId: to.id, chords: keys } as AnyStep)
    : undefined
}

const isSame = (one: string, other: string) => one.trim().toLowerCase() === other.trim().toLowerCase()

function stepOf(nextId: NextId, fields: object): AnyStep {
  return stepSchema.parse({ id: nextId(), ...fields })
}
