import type { Frame, KeySettings, Lever, LeverDelta } from '../levers'
import type { ResolverConfig } from './bindings'
import { createResolver } from './createResolver'
import type { Resolver } from './createResolver'

/** What a resolver is made from, as it stands, and how far it has changed since. */
export interface ResolverSource {
  readonly levers: readonly Lever[]
  /** Goes up whenever levers change. */
  readonly revision: number
  /** What has changed of the levers since a revision; undefined where that is not known any more. */
  readonly since: (revision: number) => LeverDelta | undefined
  /** With `on` as they stand now; the same list as long as nothing differs. */
  readonly frames: readonly Frame[]
  readonly programs: ResolverConfig['programs']
  readonly keys: KeySettings
}

/** So many levers are put in at a time. */
const AT_ONCE = 250

/** Keeps a resolver that is right for what stands, following edits lever by lever. */
export class ResolverKeeper {
  private kept:
    (Pick<ResolverSource, 'revision' | 'frames' | 'programs' | 'keys'> & { resolver: Resolver }) | undefined;

  /** Makes the resolver bit by bit; where one is asked for before it is done, that one is made at once and is kept. */
  *warmUp(source: ResolverSource): Generator<void, void> {
    const before = this.kept
    if (before && this.changed(before, source)) return
    const { revision, frames, programs, keys } = source
    const levers = [...source.levers].sort((a, b) => a.plate - b.plate)
    let resolver = createResolver({ levers: [], frames, programs, keys })
    for (let at = 0; at < levers.length; at += AT_ONCE) {
      resolver = resolver.updated({ levers: { changed: levers.slice(at, at + AT_ONCE), removed: [] } })
      yield
      if (this.kept !== before) return
    }
    this.kept = { revision, frames, programs, keys, resolver }
  }

  /** The resolver for what stands now. One that it gave before must not be used any more. */
  resolverFor(source: ResolverSource): Resolver {
    const { kept } = this
    const { levers, revision, frames, programs, keys } = source
    const delta = kept && this.changed(kept, source)
    if (!kept || !delta) {
      const resolver = createResolver({ levers, frames, programs, keys })
      this.kept = { revision, frames, programs, keys, resolver }
    } else if (kept.revision !== revision || kept.frames !== frames || kept.programs !== programs) {
      const resolver = kept.resolver.updated({ levers: delta, frames, programs })
      this.kept = { revision, frames, programs, keys, resolver }
    }
    return this.kept!.resolver
  }

  /** What has changed of the levers since a resolver was kept; undefined where it must be made anew. */
  private changed({ keys, revision }: Pick<ResolverSource, 'keys' | 'revision'>, source: ResolverSource) {
    return keys === source.keys ? source.since(revision) : undefined
  }
}
