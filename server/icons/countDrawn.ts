/** An element of a drawing, with what it refers to: by `href` or `url(#…)`. */
interface Drawn {
  readonly children: Drawn[]
  readonly refers: string[]
}

/**
 * How many elements a drawing comes to once everything that it refers to is put in place: a few lines of SVG whose parts
 * refer to each other can come to millions. Infinity where parts refer to each other in a circle. `svg` is well-formed.
 */
export function countDrawn(svg: string): number {
  const root: Drawn = { children: [], refers: [] }
  const byId = new Map<string, Drawn>()
  const open = [root]
  for (const [, end, , attributes, isEmpty] of svg.matchAll(
    /<(\/?)([A-Za-z]\w*)((?:[^>"']|"[^"]*"|'[^']*')*?)(\/?)>/g,
  )) {
    if (end) {
      if (open.length > 1) open.pop()
      continue
    }
    const element: Drawn = { children: [], refers: [] }
    for (const [, href, url] of attributes!.matchAll(/href\s*=\s*["']#([^"']*)["']|url\(#([^)]*)\)/g))
      element.refers.push((href ?? url)!)
    const id = /(?:^|\s)id\s*=\s*["']([^"']*)["']/.exec(attributes!)?.[1]
    if (id !== undefined && !byId.has(id)) byId.set(id, element)
    open.at(-1)!.children.push(element)
    if (!isEmpty) open.push(element)
  }
  const counts = new Map<Drawn, number>()
  const count = (element: Drawn): number => {
    const known = counts.get(element)
    if (known !== undefined) return known
    // While it is counted, whoever comes back to it goes in a circle.
    counts.set(element, Infinity)
    let sum = 1
    for (const child of element.children) sum += count(child)
    for (const id of element.refers) {
      const target = byId.get(id)
      if (target) sum += count(target)
    }
    counts.set(element, sum)
    return sum
  }
  return count(root) - 1
}
