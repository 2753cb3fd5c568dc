import { readBench } from '../core/bench'
import type { BenchState } from '../core/bench'
import type { Frame, KeySettings, Lever, NamedValue } from '../core/levers'
import { didYouMean } from '../core/names'
import type { Names } from '../core/steps'
import { CommandError } from './exitCodes'
import type { Call } from './call'

/** All that stands, whoever told it. */
export interface World {
  readonly levers: readonly Lever[]
  readonly frames: readonly Frame[]
  readonly values: readonly NamedValue[]
  readonly keys: KeySettings
  readonly bench: BenchState
}

export async function worldOfServer(call: Call): Promise<World> {
  const [state, levers, bench] = await Promise.all([call('state'), call('listLevers'), call('readBench')])
  const { frames, values, keySettings: keys } = state
  return { levers, frames, values, keys, bench: readBench(bench.state) }
}

/** The lever of a number, an id, a name or an alias; capitals do not matter. Throws with the nearest name. */
export function leverNamed<T extends Pick<Lever, 'id' | 'name' | 'plate' | 'aliases'>>(
  levers: readonly T[],
  wanted: string,
): T {
  const text = wanted.trim().toLowerCase()
  const found =
    levers.find(({ plate }) => String(plate) === text) ??
    levers.find(({ id }) => id === wanted) ??
    levers.find(({ name }) => name.toLowerCase() === text) ??
    levers.find(({ aliases }) => aliases.some((alias) => alias.toLowerCase() === text))
  if (found) return found
  const names = levers.map(({ name }) => name)
  throw new CommandError(`There is no lever “${wanted}”.${didYouMean(wanted, names)} “keen list” shows all.`)
}

export function frameNamed(frames: readonly Frame[], wanted: string): Frame {
  const text = wanted.trim().toLowerCase()
  const found = frames.find(({ id, name }) => id === wanted || name.toLowerCase() === text)
  if (found) return found
  const names = frames.map(({ name }) => name)
  throw new CommandError(`There is no frame “${wanted}”.${didYouMean(wanted, names)} There are ${names.join(', ')}.`)
}

/** What sentences of steps name things by. */
export function namesOf({ bench, levers, frames }: World): Names {
  return {
    programs: bench.programs,
    devices: bench.devices,
    desktops: bench.desktops,
    levers: Object.fromEntries(levers.map(({ id, plate, name }) => [id, `${plate} ${name}`])),
    frames: Object.fromEntries(frames.map(({ id, name }) => [id, name])),
  }
}
