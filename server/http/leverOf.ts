import type { Lever } from '../../core/levers'
import type { Engine } from '../engine'
import { refuse } from './refusal'

/** The lever of a path; refuses with 404 when there is none. */
export function leverOf(engine: Engine, id: string): Lever {
  const lever = engine.store.book.levers.get(id)
  if (!lever)
    throw refuse(
      404,
      'lever-missing',
      'id',
      `There is no lever “${id}”; it may have been deleted. Undo brings a deleted lever back.`,
    )
  return lever
}
