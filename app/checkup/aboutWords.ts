import type { ToldFinding } from '~~/contract'
import type { useMirror } from '~/live/useMirror'

type Mirror = ReturnType<typeof useMirror>

/** What a finding is about, by name: `8 Prepare the night`, `the frame Desk`, `the value night`. */
export function aboutName({ kind, id }: ToldFinding['about'], mirror: Mirror): string {
  switch (kind) {
    case 'lever': {
      const lever = mirror.leverById.get(id)
      return lever ? `${lever.plate} ${lever.name}` : 'a lever that is gone'
    }
    case 'frame':
      return `the frame ${mirror.frameById.get(id)?.name ?? ''}`.trim()
    case 'value':
      return `the value ${mirror.values.find((value) => value.id === id)?.name ?? ''}`.trim()
  }
}

/** Where what a finding is about can be altered. */
export function aboutPath({ about }: Pick<ToldFinding, 'about'>): string {
  if (about.kind === 'lever') return `/levers/${about.id}`
  return about.kind === 'value' ? '/values' : '/levers'
}
