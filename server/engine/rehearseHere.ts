import type { ValueTable } from '../../core/command'
import { rehearseInParts } from '../../core/run'
import type { Pullable, Rehearsal, RehearsalContext } from '../../core/run'
import { turns } from '../database/rows'
import type { ScriptHouse } from '../scripts/scriptHouse'
import { startContext } from './beginnings'
import { stepContext } from './stepContext'
import type { Store } from './store'

/** Where it is rehearsed: what stands, and who runs its scripts. */
interface Here {
  readonly store: Pick<Store, 'book' | 'bench' | 'nowMs'>
  readonly scripts: Pick<ScriptHouse, 'run'>
}

/** What a lever would do now, on the bench as it stands; nothing of it is done. Keys and requests have their turns. */
export async function rehearseHere(
  { store, scripts }: Here,
  lever: Pullable,
  values: ValueTable | undefined,
  options: Pick<RehearsalContext, 'answers' | 'inputs'> = {},
): Promise<Rehearsal> {
  const world = { book: store.book, bench: store.bench, nowMs: store.nowMs() }
  const parts = rehearseInParts(lever, world.bench, {
    ...stepContext(world),
    ...startContext(world, values),
    ...options,
  })
  const othersFirst = turns()
  let part = parts.next()
  while (!part.done) {
    const others = othersFirst()
    if (others) await others
    part = parts.next('script' in part.value ? await scripts.run(part.value.script) : undefined)
  }
  return part.value
}
