import { computed } from 'vue'
import type { Findable } from '~~/core/finding'
import { own } from '~~/core/result'
import { entryById } from '~/launcher/entryById'
import { foundLine } from '~/launcher/foundLine'
import type { FoundLine } from '~/launcher/foundLine'
import { useMirror } from '~/live/useMirror'
import type { PlateSpot } from './plateLines'

/** A plate as it is drawn: what it stands for now, and how that is; neither where it is gone. */
export interface ShownPlate {
  readonly entry: Findable | undefined
  readonly line: FoundLine | undefined
}

/** What every shelf of a page is drawn with. */
export interface ShelfLook {
  readonly plateOf: (entryId: string) => ShownPlate
  readonly at: PlateSpot | undefined
  readonly marked: ReadonlySet<string>
  readonly open: ReadonlySet<string>
  readonly query: string
  readonly canArrange: boolean
}

/** What plates stand for, and what names for folders of them are made from. */
export function usePlates() {
  const mirror = useMirror()

  function plateOf(entryId: string): ShownPlate {
    const entry = entryById(entryId, mirror)
    return { entry, line: entry && foundLine(entry, mirror) }
  }

  /** The groups that a plate belongs to, the narrowest first. */
  function groupsOf(entryId: string): string[] {
    const [kind, key] = [entryId.slice(0, entryId.indexOf(':')), entryId.slice(entryId.indexOf(':') + 1)]
    if (kind === 'lever') {
      const lever = mirror.leverById.get(key)
      return [lever && mirror.frameById.get(lever.frameId)?.name, 'levers'].filter((name) => name !== undefined)
    }
    if (kind === 'program') return [...(own(mirror.bench.programs, key)?.categories ?? []), 'programs']
    return [`${kind}s`]
  }

  return { plateOf: computed(() => plateOf), groupsOf }
}
