import type { Bindings, Bound } from './bindings'
import { forKeyboard } from './compileRules'
import type { Mapped } from './compileRules'
import { boundAt, hindrance, idsOf, situationOf } from './judge'
import { effectiveModifiers } from './state'
import type { Down, OneShot, Pending } from './state'

const itself = (bound: Bound) => bound

/** The key that a press counts as: another one where a rule makes it that, and no modifier. */
export function mappedOf(bindings: Bindings, { event }: Pending): Mapped | undefined {
  if (bindings.remaps.size === 0) return undefined
  return forKeyboard(bindings.remaps.get(event.code), event.keyboard)
}

/** Whether a rule makes nothing of a key. */
export function isDisabled({ disabled }: Bindings, { event }: Pending): boolean {
  return disabled.size > 0 && forKeyboard(disabled.get(event.code), event.keyboard) !== undefined
}

/** What a press is called: its ids, the plain one first. */
export function namesOf(
  bindings: Bindings,
  entry: Pending,
  held: readonly Down[],
  oneShots: readonly OneShot[],
  mapped = mappedOf(bindings, entry),
): readonly string[] {
  const own = effectiveModifiers(held, oneShots, entry)
  const modifiers = mapped && mapped.modifiers.length > 0 ? [...new Set([...own, ...mapped.modifiers])] : own
  return idsOf({ modifiers, code: mapped?.code ?? entry.event.code }, bindings.hasSides ? entry.sides : undefined)
}

/** The key that holds a layer, as levers mean it: the one that a rule makes of it. */
export function holdOf(bindings: Bindings, { code }: Down): string {
  return bindings.remaps.get(code)?.[0]?.code ?? code
}

/** The levers that a layer gives to a press; `hold` is the key that holds it, as levers mean it. */
export function layeredLevers(bindings: Bindings, hold: string, names: readonly string[]): readonly Bound[] {
  return boundAt(bindings.layers.get(hold), names, itself)
}

/** Whether a layer gives a meaning to a press: a lever that can be pulled, or a rule. */
export function layerOwns(
  bindings: Bindings,
  code: string,
  mapped: string,
  entry: Pending,
  held: readonly Down[],
  oneShots: readonly OneShot[],
): boolean {
  const names = namesOf(bindings, entry, held, oneShots)
  const situation = situationOf(bindings, entry)
  if (layeredLevers(bindings, mapped, names).some((bound) => !hindrance(bound, situation, false))) return true
  const rules = bindings.inLayer.get(code)
  if (!rules) return false
  const { keyboard } = entry.event
  return (
    forKeyboard(rules.remaps.get(entry.event.code), keyboard) !== undefined ||
    forKeyboard(rules.disabled.get(entry.event.code), keyboard) !== undefined ||
    forKeyboard(rules.types.get(names[0]!), keyboard) !== undefined
  )
}
