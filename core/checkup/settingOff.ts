import { absolutePath } from '../bench'
import { expandVariables } from '../command'
import { assertNever } from '../result'
import { causesOf, everyStep, namedIn } from '../steps'
import type { Cause, PlainStep } from '../steps'
import type { BenchEvent, Lever } from '../levers'
import type { Finding } from './finding'
import type { World } from './world'

/**
 * Levers that wait for something and may bring it about for each other, without end. What a step may do is taken from
 * what it says, whatever the bench: a lever is told where its steps, or those of levers that it pulls, can make happen
 * what the next one of the circle waits for.
 */
export function settingOff(waiting: readonly Lever[], world: World): Finding[] {
  const levers = waiting.filter(({ enabled, doors }) => enabled && (doors ?? []).some(({ kind }) => kind === 'event'))
  const follow = new Map(levers.map((lever) => [lever.id, levers.filter((other) => mayPull(lever, other, world))]))
  return levers.flatMap((lever): Finding[] => {
    const circle = shortestCircle(lever, follow)
    if (!circle) return []
    const way = [...circle, lever].map(({ plate, name }) => `${plate} ${name}`).join(' → ')
    const message =
      circle.length === 1
        ? 'It may set itself off without end: it does what it waits for.'
        : `It and others may set each other off without end: ${way}.`
    return [
      {
        id: [lever.id, 'sets-off', '', message].join('|'),
        about: { kind: 'lever', id: lever.id },
        severity: 'fault',
        code: 'sets-off',
        where: 'what it waits for',
        message,
      },
    ]
  })
}

/** The shortest way from a lever back to it. */
function shortestCircle(from: Lever, follow: ReadonlyMap<string, readonly Lever[]>): Lever[] | undefined {
  const seen = new Set<string>()
  let ways: Lever[][] = [[from]]
  while (ways.length > 0) {
    const longer: Lever[][] = []
    for (const way of ways) {
      for (const next of follow.get(way.at(-1)!.id) ?? []) {
        if (next.id === from.id) return way
        if (seen.has(next.id)) continue
        seen.add(next.id)
        longer.push([...way, next])
      }
    }
    ways = longer
  }
  return undefined
}

function mayPull(lever: Lever, other: Lever, world: World): boolean {
  const events = (other.doors ?? []).flatMap((door) => (door.kind === 'event' ? [door.event] : []))
  const causes = stepsOf(lever, world).flatMap((step) => causesOf(step, world.bench))
  return causes.some((cause) => events.some((event) => isOf(cause, lever, event, other, world)))
}

/** The steps of a lever and of all that it pulls. */
function stepsOf(root: Lever, world: World): PlainStep[] {
  const found: PlainStep[] = []
  const seen = new Set<string>()
  const open = [root]
  for (let lever = open.pop(); lever; lever = open.pop()) {
    if (seen.has(lever.id)) continue
    seen.add(lever.id)
    for (const { step } of everyStep(lever.steps)) if (!step.off) found.push(step)
    for (const id of namedIn(lever.steps, 'lever')) {
      const pulled = world.lever(id)
      if (pulled) open.push(pulled)
    }
  }
  return found
}

/** Whether a cause of one lever is what another waits for. */
function isOf(cause: Cause, by: Lever, event: BenchEvent, other: Lever, world: World): boolean {
  switch (event.kind) {
    case 'front-changes':
      return cause.kind === event.kind && (event.programId === undefined || cause.programId === event.programId)
    case 'program-starts':
    case 'program-ends':
      return cause.kind === event.kind && cause.programId === event.programId
    case 'frame-on':
      return cause.kind === event.kind && cause.frameId === event.frameId
    case 'file-appears': {
      if (cause.kind !== event.kind || !mayFit(cause.name, event.pattern)) return false
      const [to, folder] = [placeOf(cause.folder, by, world), placeOf(event.folder, other, world)]
      return to !== undefined && to === folder
    }
    // No step plugs anything, and nothing begins the product anew.
    case 'plugged-in':
    case 'plugged-out':
    case 'product-starts':
      return false
    default:
      return assertNever(event)
  }
}

/** Whether a name, as a text to be filled in or a pattern, can be one that a pattern fits: their ends are not at odds. */
function mayFit(name: string, pattern: string): boolean {
  const [one, other] = [fixedEnd(name), fixedEnd(pattern)]
  return one.endsWith(other) || other.endsWith(one)
}

/** What a text ends with whatever is filled in, in lower case: `.fits` of `*.fits`, and of `${name}.fits`. */
function fixedEnd(text: string): string {
  return /[^*?}\]]*$/.exec(text)![0].toLowerCase()
}

/** A folder as an absolute path; undefined where its text cannot be filled in. */
function placeOf(text: string, { frameId }: Lever, { bench, tableOf }: World): string | undefined {
  const { values, broken } = tableOf(frameId)
  const filled = expandVariables(text, { ...bench.folders, ...values }, broken)
  return filled.ok ? absolutePath(filled.value, bench.folders.home ?? '/') : undefined
}
