import { ResolverKeeper } from '~~/core/resolve'
import type { Resolver } from '~~/core/resolve'
import { useAhead } from '~/live/useAhead'
import { useMirror } from '~/live/useMirror'

/** The resolver for what stands in this tab; it is made ahead, so that no key waits for it. */
export function useResolver(): () => Resolver {
  const mirror = useMirror()
  const keeper = new ResolverKeeper()
  const source = () => ({
    levers: mirror.levers,
    revision: mirror.leverRevision,
    since: mirror.leversSince,
    frames: mirror.framesLive,
    programs: mirror.bench.programs,
    keys: mirror.keySettings,
  })
  useAhead(() => keeper.warmUp(source()))
  return () => keeper.resolverFor(source())
}
