import { formatChord, keysInRow, parseChord } from '../keys'
import type { Frame, Lever } from './schema'

/**
 * The chords that rows of keys give to levers, by lever: the keys of a row pull the levers of its frame in the order of
 * their numbers.
 */
export function rowTriggers(levers: Iterable<Lever>, frames: readonly Frame[]): Map<string, Lever['triggers']> {
  const rows = frames.flatMap((frame) =>
    (frame.rules ?? []).flatMap((rule) => (rule.kind === 'row' ? [{ frame, rule }] : [])),
  )
  const given = new Map<string, Lever['triggers']>()
  if (rows.length === 0) return given
  const members = new Map(rows.map(({ frame }) => [frame.id, [] as Lever[]]))
  for (const lever of levers) members.get(lever.frameId)?.push(lever)
  for (const list of members.values()) list.sort((a, b) => a.plate - b.plate)
  for (const { frame, rule } of rows) {
    const first = parseChord(rule.first)
    if (!first.ok) continue
    keysInRow(first.value.code, rule.count).forEach((code, i) => {
      const lever = members.get(frame.id)![i]
      if (!lever) return
      const chord = formatChord({ ...first.value, code })
      const only = rule.keyboard === undefined ? {} : { keyboard: rule.keyboard }
      const trigger = { id: `row.${rule.id}`, kind: 'chord' as const, chord, wins: 'auto' as const, ...only }
      given.set(lever.id, [...(given.get(lever.id) ?? []), trigger])
    })
  }
  return given
}

/** The levers with the chords that rows of keys give them. */
export function withRows(levers: readonly Lever[], frames: readonly Frame[]): readonly Lever[] {
  const given = rowTriggers(levers, frames)
  if (given.size === 0) return levers
  return levers.map((lever) => {
    const more = given.get(lever.id)
    return more ? { ...lever, triggers: [...lever.triggers, ...more] } : lever
  })
}
