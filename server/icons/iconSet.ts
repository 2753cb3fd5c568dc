import { createIndex } from '../../core/search'

interface IconData {
  readonly icons: Readonly<Record<string, { readonly body: string }>>
}

/** The shipped icons, found by the words of their names. */
export interface IconSet {
  readonly find: (query: string, limit: number) => { icons: { name: string; body: string }[]; total: number }
  readonly svg: (name: string) => string | undefined
}

let set: Promise<IconSet> | undefined

/** Read at first use: the set is large, and most requests have nothing to do with it. */
export function iconSet(): Promise<IconSet> {
  set ??= import('@iconify-json/tabler/icons.json').then((module) =>
    createSet((module.default ?? module) as unknown as IconData),
  )
  return set
}

function createSet({ icons }: IconData): IconSet {
  const names = Object.keys(icons).filter((name) => !name.endsWith('-filled'))
  const index = createIndex(names.map((name) => ({ id: name, name: name.replaceAll('-', ' ') })))
  return {
    find(query, limit) {
      const hits = index.search(query, { limit: names.length })
      return {
        total: hits.length,
        icons: hits.slice(0, limit).map(({ entry }) => ({ name: entry.id, body: icons[entry.id]!.body })),
      }
    },
    svg: (name) =>
      Object.hasOwn(icons, name)
        ? `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24" width="24" height="24">${icons[name]!.body}</svg>`
        : undefined,
  }
}
