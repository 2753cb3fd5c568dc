import type { BenchState } from '~~/core/bench'
import { describeTrigger } from '~~/core/levers'
import type { Frame, Lever } from '~~/core/levers'
import { namedIn } from '~~/core/steps'

/** What is looked through of each lever, as long as it and the names of programs and frames are the same. */
const texts = new WeakMap<Lever, { programs: BenchState['programs']; frames: readonly Frame[]; text: string }>()

/** The levers that hold every word of the filter somewhere: name, alias, number, keys, programs, frame. */
export function filterLevers(
  levers: readonly Lever[],
  frames: readonly Frame[],
  { programs }: Pick<BenchState, 'programs'>,
  filter: string,
): readonly Lever[] {
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean)
  if (words.length === 0) return levers
  const read = reader(frames, programs)
  return levers.filter((lever) => {
    const text = read(lever)
    return words.every((word) => text.includes(word))
  })
}

/** So many levers are read at a time. */
const AT_ONCE = 250

/** Reads what is looked through bit by bit, so that the first letter of a filter finds it there. */
export function* readAhead(
  levers: readonly Lever[],
  frames: readonly Frame[],
  { programs }: Pick<BenchState, 'programs'>,
): Generator<void, void> {
  const read = reader(frames, programs)
  for (const [i, lever] of levers.entries()) {
    read(lever)
    if (i % AT_ONCE === AT_ONCE - 1) yield
  }
}

function reader(frames: readonly Frame[], programs: BenchState['programs']): (lever: Lever) => string {
  const frameName = new Map(frames.map((frame) => [frame.id, frame.name]))
  return (lever) => {
    let known = texts.get(lever)
    if (known?.programs !== programs || known.frames !== frames) {
      known = { programs, frames, text: textOf(lever, frameName, programs) }
      texts.set(lever, known)
    }
    return known.text
  }
}

function textOf(lever: Lever, frameName: ReadonlyMap<string, string>, programs: BenchState['programs']): string {
  const named = namedIn(lever.steps, 'program').map((id) => programs[id]?.name ?? id)
  return [
    lever.name,
    String(lever.plate),
    ...lever.aliases,
    ...lever.triggers.map(describeTrigger),
    ...named,
    frameName.get(lever.frameId) ?? '',
  ]
    .join(' ')
    .toLowerCase()
}
