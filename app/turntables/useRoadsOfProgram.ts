import { actUses, roadsOfProgram } from '~~/core/levers'
import type { Program } from '~~/core/bench'
import type { Road } from '~~/core/steps'
import { callApi } from '~/live/callApi'
import { useNotices } from '~/live/useNotices'

/** So many acts by hand are looked at, the latest first. */
const LOOKED_AT = 1000

/** Proposes roads of a program by what is done in it most, as far as acts by hand are kept. */
export function useRoadsOfProgram() {
  const notices = useNotices()
  const newId = () => crypto.randomUUID().slice(0, 12)

  return async (program: Program): Promise<Road[]> => {
    const done = await notices.attempt(() => callApi('listActs', { query: { limit: LOOKED_AT } }))
    return roadsOfProgram(program, newId, actUses(program, done?.acts ?? []))
  }
}
