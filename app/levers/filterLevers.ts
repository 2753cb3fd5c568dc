import type { BenchState } from '~~/core/bench'
import { describeTrigger } from '~~/core/levers'
import { namedIn } from '~~/core/steps'
import type { Frame, Lever } from '~~/core/levers'

/** The levers that hold every word of the filter somewhere: name, alias, number, keys, programs, frame. */
export function filterLevers(
  levers: readonly Lever[],
  frames: readonly Frame[],
  bench: BenchState,
  filter: string,
): Lever[] {
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean)
  if (words.length === 0) return [...levers]
  const frameName = new Map(frames.map((frame) => [frame.id, frame.name]))
  return levers.filter((lever) => {
    const programs = namedIn(lever.steps, 'program').map((id) => bench.programs[id]?.name ?? id)
    const text = [
      lever.name,
      String(lever.plate),
      ...lever.aliases,
      ...lever.triggers.map(describeTrigger),
      ...programs,
      frameName.get(lever.frameId) ?? '',
    ]
      .join(' ')
      .toLowerCase()
    return words.every((word) => text.includes(word))
  })
}
