/** Something to be done, and what has to be done before it, by their keys. */
export interface Node {
  readonly key: string
  readonly after: readonly string[]
}

/**
 * The nodes in an order in which each comes after what it needs (Kahn: Topological Sorting of Large Networks,
 * Communications of the ACM 5(11), 1962); where several could come next, in the order given. Keys that are no node's
 * count for nothing. Throws for a circle, which only a mistake in the program makes.
 */
export function inOrder<N extends Node>(nodes: readonly N[]): N[] {
  const byKey = new Map(nodes.map((node) => [node.key, node]))
  const needed = new Map(nodes.map((node) => [node.key, new Set(node.after.filter((key) => byKey.has(key))).size]))
  const followers = new Map<string, string[]>()
  for (const { key, after } of nodes)
    for (const before of new Set(after)) {
      const known = followers.get(before)
      if (known) known.push(key)
      else followers.set(before, [key])
    }
  const place = new Map(nodes.map(({ key }, i) => [key, i]))
  const free = nodes.filter(({ key }) => needed.get(key) === 0)
  const sorted: N[] = []
  for (let next = free.shift(); next; next = free.shift()) {
    sorted.push(next)
    const freed = (followers.get(next.key) ?? []).flatMap((key) => {
      const left = needed.get(key)! - 1
      needed.set(key, left)
      return left === 0 ? [byKey.get(key)!] : []
    })
    if (freed.length === 0) continue
    free.push(...freed)
    free.sort((a, b) => place.get(a.key)! - place.get(b.key)!)
  }
  if (sorted.length < nodes.length) throw new RangeError('what has to be done goes round in a circle')
  return sorted
}
