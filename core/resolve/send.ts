import { codeOfModifier, inOrder } from '../keys'
import type { Mapped, RuleOf } from './compileRules'
import { finish } from './decide'
import type { Step } from './decide'
import type { Candidate, Decision, KeyOutput } from './schema'
import { effectiveModifiers } from './state'
import type { Pending, ResolverState } from './state'

/** The program gets another key, with modifiers for as long as the key goes down and no longer. */
export function sendMapped(
  state: ResolverState,
  head: Pending,
  mapped: Mapped,
  {
    candidates,
    atMs,
    ...shared
  }: { candidates: Candidate[]; atMs?: number } & Partial<Pick<Decision, 'chord' | 'claim'>>,
): Step {
  const reason = mapped.isTap ? 'tapped-other' : 'remapped'
  if (mapped.acts)
    return finish(
      state,
      head,
      { kind: 'replace', reason, outputs: [{ kind: 'down', code: mapped.code }], candidates },
      { fate: 'modifiers', modifiers: [mapped.acts], out: [mapped.code] },
      atMs,
    )
  const down = effectiveModifiers(state.held, [], head)
  const shots = effectiveModifiers(state.held, state.oneShots, head)
  const added = inOrder([...shots, ...mapped.modifiers]).filter((modifier) => !down.includes(modifier))
  const codes = added.map(codeOfModifier)
  const again: KeyOutput[] = [
    ...codes.map((code) => ({ kind: 'down' as const, code })),
    { kind: 'down', code: mapped.code },
    ...codes.toReversed().map((code) => ({ kind: 'up' as const, code })),
  ]
  return finish(
    state,
    head,
    { ...shared, kind: 'replace', reason, outputs: again, candidates },
    { fate: 'replaced', out: [mapped.code], again },
    atMs,
  )
}

/** A rule types a text, and goes on with it while the key is held where it says so. */
export function typeText(
  state: ResolverState,
  head: Pending,
  { text, repeatMs }: RuleOf<'type'>,
  {
    candidates,
    atMs,
    ...shared
  }: { candidates: Candidate[]; atMs?: number } & Partial<Pick<Decision, 'chord' | 'claim'>>,
): Step {
  const outputs: KeyOutput[] = [{ kind: 'text', text }]
  const repeats =
    repeatMs === undefined
      ? {}
      : { again: outputs, repeats: { everyMs: repeatMs, nextAtMs: head.event.atMs + repeatMs } }
  return finish(
    state,
    head,
    { ...shared, kind: 'replace', reason: 'typed', outputs, candidates },
    { fate: 'kept', ...repeats },
    atMs,
  )
}
