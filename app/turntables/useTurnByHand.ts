import { turntableOf } from '~~/core/levers'
import type { Lever } from '~~/core/levers'
import { useMirror } from '~/live/useMirror'
import { pointer, useTurning } from './useTurning'

/** Opens the turntable of a lever at the pointer, and waits for the way that is taken; undefined where none is. */
export function useTurnByHand() {
  const mirror = useMirror()
  const { open, feed } = useTurning()
  return (lever: Lever): Promise<readonly string[] | undefined> =>
    new Promise((resolve) => {
      const table = turntableOf(lever, (id) => mirror.leverById.get(id), mirror.names)
      if (!table) return resolve(undefined)
      const atMs = performance.timeOrigin + performance.now()
      const at = { ...pointer }
      open(lever, { ...table, isItself: false }, { code: '', atMs, at }, (outcome) =>
        resolve(outcome.kind === 'chosen' ? outcome.way : undefined),
      )
      feed({ kind: 'release', atMs, at })
    })
}
