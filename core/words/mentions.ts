/** What was named last, for *it*, *them* and *that*: later ones count before earlier ones. */
export type Mentions = readonly Mention[]

export type Mention =
  | { readonly kind: 'program'; readonly programId: string; readonly name: string }
  | { readonly kind: 'target'; readonly target: unknown; readonly controlId: string; readonly name: string }
  | { readonly kind: 'device'; readonly deviceId: string; readonly name: string }
  | { readonly kind: 'path'; readonly path: string; readonly name: string }
  | { readonly kind: 'windows'; readonly which: unknown; readonly name: string }

const MOST = 6

export function mention(before: Mentions, ...named: readonly Mention[]): Mentions {
  return named.length === 0 ? before : [...named, ...before].slice(0, MOST)
}

/** The last thing of a kind that was named, and whether nothing of another kind was named since. */
export function lastOf<K extends Mention['kind']>(
  mentions: Mentions,
  kind: K,
): { found: Extract<Mention, { kind: K }>; isLast: boolean } | undefined {
  const at = mentions.findIndex((one) => one.kind === kind)
  const found = mentions[at]
  return found ? { found: found as Extract<Mention, { kind: K }>, isLast: at === 0 } : undefined
}

export const PRONOUNS: ReadonlySet<string> = new Set(['it', 'them', 'that', 'this'])
