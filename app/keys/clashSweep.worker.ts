import { findClashes } from '../../core/clash'
import type { ClashInput } from '../../core/clash'

/** Analyses a large store away from the page. */
self.onmessage = ({ data }: MessageEvent<ClashInput>) => self.postMessage(findClashes(data))
