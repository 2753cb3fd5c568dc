import { defineStore } from 'pinia'
import { createClashIndex } from '~~/core/clash'
import type { Clash, ClashIndex } from '~~/core/clash'
import type { Lever } from '~~/core/levers'
import { useMirror } from '~/live/useMirror'

/**
 * Who claims which key, for all levers, made when it is first asked for and then kept true lever by lever. Frames,
 * programs and the keyboard alter it as a whole.
 */
export const useClashIndex = defineStore('clash-index', () => {
  const mirror = useMirror()
  let made: { revision: number; index: ClashIndex; of: readonly unknown[] } | undefined

  /** The index for what stands now; whoever reads it follows what it is made from. */
  function now(): ClashIndex {
    const of = [mirror.framesLive, mirror.bench.programs, mirror.keySettings]
    const revision = mirror.leverRevision
    const kept = made
    const delta = kept?.of.every((part, i) => part === of[i]) ? mirror.leversSince(kept.revision) : undefined
    // Rows give keys by the order of the levers in a frame, so that one lever may move the keys of others.
    const hasRows = mirror.framesLive.some((frame) => frame.rules?.some((rule) => rule.kind === 'row'))
    if (!kept || !delta || (hasRows && kept.revision !== revision)) {
      const index = createClashIndex({
        levers: mirror.levers,
        frames: mirror.framesLive,
        programs: mirror.bench.programs,
        keys: mirror.keySettings,
      })
      made = { revision, index, of }
      return index
    }
    if (kept.revision !== revision) {
      for (const id of delta.removed) kept.index.remove(id)
      for (const lever of delta.changed) kept.index.put(lever)
      kept.revision = revision
    }
    return kept.index
  }

  /** What a lever clashes with, as it would be with what stands in its form. */
  function clashesOf(lever: Lever): Clash[] {
    const index = now()
    const stored = mirror.leverById.get(lever.id)
    if (stored === lever) return index.of(lever.id)
    index.put(lever)
    const clashes = index.of(lever.id)
    if (stored) index.put(stored)
    else index.remove(lever.id)
    return clashes
  }

  return { now, clashesOf }
})
