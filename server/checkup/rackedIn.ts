import type { Settings } from '../../core/settings'

/** The levers that tiles of the rack pull. */
export function rackedIn({ rack }: Settings): string[] {
  const entries = rack.pages.flatMap(({ rows }) =>
    rows.flatMap(({ items }) => items.flatMap((item) => (item.kind === 'plate' ? [item.entryId] : item.entryIds))),
  )
  return entries.flatMap((id) => (id.startsWith('lever:') ? [id.slice('lever:'.length)] : []))
}
