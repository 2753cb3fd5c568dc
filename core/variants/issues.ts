import { assertNever } from '../result'
import type { Issue } from '../result'

/** What keeps rows from becoming variants, as facts; rows are counted from 0. */
export type VariantFact =
  | { readonly code: 'variant-of-variant'; readonly pattern: string }
  | { readonly code: 'no-rows' }
  | { readonly code: 'name-twice'; readonly name: string; readonly row: number }
  | { readonly code: 'column-unknown'; readonly column: string }
  | { readonly code: 'chord-twice'; readonly chord: string; readonly rows: readonly [number, number] }

/** The sentence of a fact: what is so, and what to do about it. */
export function describeIssue(fact: VariantFact): string {
  switch (fact.code) {
    case 'variant-of-variant':
      return `${fact.pattern} is itself a variant. Make variants from its pattern.`
    case 'no-rows':
      return 'There is no row yet. Add one for each variant.'
    case 'name-twice':
      return `There is a lever “${fact.name}” already. Give row ${fact.row + 1} another name.`
    case 'column-unknown':
      return `The pattern has no part “${fact.column}”.`
    case 'chord-twice':
      return `Rows ${fact.rows[0] + 1} and ${fact.rows[1] + 1} both have ${fact.chord}. Give one of them another.`
    default:
      return assertNever(fact)
  }
}

/** A fact as an issue, with a dotted path into the rows. */
export function variantIssue(fact: VariantFact, at: string): Issue {
  return { code: fact.code, message: describeIssue(fact), at }
}
