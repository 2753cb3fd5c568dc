import { defineStore } from 'pinia'
import { ref } from 'vue'
import { createClashIndex } from '~~/core/clash'
import type { Clash, ClashIndex } from '~~/core/clash'
import type { Lever } from '~~/core/levers'
import { useAhead } from '~/live/useAhead'
import { useMirror } from '~/live/useMirror'

/** So many levers are put in at a time while it is made ahead. */
const AT_ONCE = 250

/**
 * Who claims which key, for all levers, made while the browser has nothing else to do or when it is first asked for, and
 * then kept true lever by lever. Frames, programs and the keyboard alter it as a whole.
 */
export const useClashIndex = defineStore('clash-index', () => {
  const mirror = useMirror()
  /** Until then nothing is told of clashes, so that the first rows do not wait for it. */
  const isReady = ref(false)
  let made: { revision: number; index: ClashIndex; of: readonly unknown[] } | undefined

  const madeOf = () => [mirror.framesLive, mirror.bench.programs, mirror.keySettings]
  const inputOf = (levers: readonly Lever[]) => ({
    levers,
    frames: mirror.framesLive,
    programs: mirror.bench.programs,
    keys: mirror.keySettings,
  })
  // Rows give keys by the order of the levers in a frame, so that one lever may move the keys of others.
  const hasRows = () => mirror.framesLive.some((frame) => frame.rules?.some((rule) => rule.kind === 'row'))

  function* warmUp(): Generator<void, void> {
    const { levers, leverRevision: revision } = mirror
    const of = madeOf()
    if (!made && !hasRows()) {
      const index = createClashIndex(inputOf([]))
      for (const [i, lever] of levers.entries()) {
        index.put(lever)
        if (i % AT_ONCE === AT_ONCE - 1) yield
      }
      made ??= { revision, index, of }
    }
    isReady.value = true
  }
  useAhead(warmUp)

  /** The index for what stands now; whoever reads it follows what it is made from. */
  function now(): ClashIndex {
    const of = madeOf()
    const revision = mirror.leverRevision
    const kept = made
    const delta = kept?.of.every((part, i) => part === of[i]) ? mirror.leversSince(kept.revision) : undefined
    if (!kept || !delta || (hasRows() && kept.revision !== revision)) {
      const index = createClashIndex(inputOf(mirror.levers))
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

  /** What a lever clashes with, as it would be with what stands in its form; nothing as long as that is not known. */
  function clashesOf(lever: Lever): Clash[] {
    if (!isReady.value) return []
    const index = now()
    const stored = mirror.leverById.get(lever.id)
    if (stored === lever) return index.of(lever.id)
    index.put(lever)
    const clashes = index.of(lever.id)
    if (stored) index.put(stored)
    else index.remove(lever.id)
    return clashes
  }

  return { isReady, now, clashesOf }
})
