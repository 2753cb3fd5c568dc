import type { Decision } from './schema'

/** Whether the event of a decision was one of the product's own view, so that no program in front gets it. */
export function wasInView({ event }: Decision): boolean {
  return 'inView' in event && event.inView === true
}

/**
 * Whether a key is the business of a view alone: pressed in it, and no lever wants this very chord. It stands among no
 * last keys then. A lever that has the chord and did not take it remains worth explaining.
 */
export function staysInView(decision: Decision): boolean {
  return (
    decision.kind === 'pass' &&
    wasInView(decision) &&
    decision.candidates.every(({ verdict }) => verdict === 'other-modifiers')
  )
}
