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

/** Keeps a resolver that is right for what stands, following edits lever by lever. */
export class ResolverKeeper {
  private kept: (Pick<ResolverSource, 'revision' | 'frames' | 'programs' | 'keys'> & { resolver: Resolver }) | undefined

  /** The resolver for what stands now. One that it gave before must not be used any more. */
  resolverFor({ levers, revision, since, frames, programs, keys }: ResolverSource): Resolver {
    const { kept } = this
    const delta = kept && kept.keys === keys ? since(kept.revision) : undefined
    if (!kept || !delta) {
      const resolver = createResolver({ levers, frames, programs, keys })
      this.kept = { revision, frames, programs, keys, resolver }
    } else if (kept.revision !== revision || kept.frames !== frames || kept.programs !== programs) {
      const resolver = kept.resolver.updated({ levers: delta, frames, programs })
      this.kept = { revision, frames, programs, keys, resolver }
    }
    return this.kept!.resolver
  }
}
