import { formatChord, reservationOf } from '../keys'
import type { Chord, Modifier } from '../keys'
import type { Mapped } from './compileRules'
import { finish } from './decide'
import type { Deciding, Step } from './decide'
import { namesOf } from './layers'
import { effectiveModifiers } from './state'
import type { Pending, ResolverState } from './state'

/** A press by its name: the chord it is, and what programs and the system make of that. */
export interface Named {
  readonly mapped: Mapped | undefined
  readonly modifiers: readonly Modifier[]
  readonly chord: Chord
  /** The ids of the chord, the plain one first. */
  readonly names: readonly string[]
}

/** The name of a press while these keys are held; `mapped` is what a rule makes of its key. */
export function nameOf(
  { bindings }: Deciding,
  { held, oneShots }: ResolverState,
  head: Pending,
  mapped: Mapped | undefined,
): Named {
  const modifiers = effectiveModifiers(held, oneShots, head)
  const all = mapped && mapped.modifiers.length > 0 ? [...new Set([...modifiers, ...mapped.modifiers])] : modifiers
  return {
    mapped,
    modifiers,
    chord: { modifiers: all, code: mapped?.code ?? head.event.code },
    names: namesOf(bindings, head, held, oneShots, mapped),
  }
}

/** What comes of a chord that the system keeps for itself; what a browser keeps is no matter of a press. */
export function keptBySystem(state: ResolverState, head: Pending, { chord }: Named): Step | undefined {
  const reserved = reservationOf(chord)
  if (!reserved || reserved.owner === 'browser') return undefined
  return finish(state, head, { chord: formatChord(chord), kind: 'swallow', reason: 'reserved' }, { fate: 'kept' })
}
