import { createClashIndex } from '../../core/clash'
import type { ClashIndex, ClashInput } from '../../core/clash'
import type { LeverDelta } from '../../core/levers'

/** All claims to begin with, then the levers that differ since. */
export type SweepMessage = { readonly all: ClashInput } | { readonly delta: LeverDelta }

let index: ClashIndex | undefined

/** Analyses a large store away from the page, and follows it lever by lever. */
self.onmessage = ({ data }: MessageEvent<SweepMessage>) => {
  if ('all' in data) index = createClashIndex(data.all)
  else {
    for (const id of data.delta.removed) index!.remove(id)
    for (const lever of data.delta.changed) index!.put(lever)
  }
  self.postMessage(index!.all())
}
