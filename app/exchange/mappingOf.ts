import type { Mapping, ThingKind } from '~~/core/exchange'

/** What was chosen for things that are not here, by kind and name, as a mapping. */
export function mappingOf(
  missing: readonly { readonly kind: ThingKind; readonly id: string }[],
  mapped: Readonly<Record<string, string>>,
): Mapping[] {
  const chosen = new Map(Object.entries(mapped))
  return missing.flatMap(({ kind, id }) => {
    const to = chosen.get(`${kind} ${id}`)
    return to ? [{ kind, from: id, to }] : []
  })
}
