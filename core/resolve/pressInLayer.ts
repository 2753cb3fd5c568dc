import { formatChord } from '../keys'
import { forKeyboard } from './compileRules'
import { finish } from './decide'
import type { Deciding, Step } from './decide'
import { judge, situationOf } from './judge'
import { holdOf, layeredLevers } from './layers'
import { keptBySystem } from './named'
import type { Named } from './named'
import type { Candidate } from './schema'
import { sendMapped, typeText } from './send'
import type { Pending, ResolverState } from './state'

/** What the layers that are held give a key; else what kept their levers from it. */
export function pressInLayer(
  deciding: Deciding,
  state: ResolverState,
  head: Pending,
  named: Named,
): Step | { readonly candidates: Candidate[] } {
  const { bindings, isLost } = deciding
  const { event } = head
  const reserved = keptBySystem(state, head, named)
  if (reserved) return reserved
  const layers = state.held.filter((down) => down.fate === 'layer')
  const situation = situationOf(bindings, head)
  const found = layers.flatMap((down) => layeredLevers(bindings, holdOf(bindings, down), named.names))
  const { winner, candidates } = judge(found, situation, false)
  if (winner && !isLost)
    return finish(
      state,
      head,
      {
        chord: formatChord(named.chord),
        kind: 'pull',
        reason: 'fired',
        leverId: winner.lever.id,
        candidates,
      },
      { fate: 'kept' },
    )
  for (const { code } of layers) {
    const rules = bindings.inLayer.get(code)
    if (!rules) continue
    const typed = forKeyboard(rules.types.get(named.names[0]!), event.keyboard)
    if (typed) return typeText(state, head, typed, { chord: formatChord(named.chord), candidates })
    if (forKeyboard(rules.disabled.get(event.code), event.keyboard))
      return finish(state, head, { kind: 'swallow', reason: 'disabled-key', candidates }, { fate: 'kept' })
    const mapped = forKeyboard(rules.remaps.get(event.code), event.keyboard)
    if (mapped) return sendMapped(state, head, mapped, { chord: formatChord(named.chord), candidates })
  }
  return { candidates }
}
