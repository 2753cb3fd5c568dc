import { formatChord, keysInRow, parseChord } from '../keys'
import type { Frame, Lever } from './schema'

/** The levers with the chords that rows of keys give them: the keys of a row pull the levers of its frame in the order of their numbers. */
export function withRows(levers: readonly Lever[], frames: readonly Frame[]): readonly Lever[] {
  const rows = frames.flatMap((frame) =>
    (frame.rules ?? []).flatMap((rule) => (rule.kind === 'row' ? [{ frame, rule }] : [])),
  )
  if (rows.length === 0) return levers
  const given = new Map<string, Lever['triggers']>()
  for (const { frame, rule } of rows) {
    const first = parseChord(rule.first)
    if (!first.ok) continue
    const members = levers.filter((lever) => lever.frameId === frame.id).sort((a, b) => a.plate - b.plate)
    keysInRow(first.value.code, rule.count).forEach((code, i) => {
      const lever = members[i]
      if (lever)
        given.set(lever.id, [
          ...(given.get(lever.id) ?? []),
          { id: `row.${rule.id}`, kind: 'chord', chord: formatChord({ ...first.value, code }), wins: 'auto' },
        ])
    })
  }
  return levers.map((lever) =>
    given.has(lever.id) ? { ...lever, triggers: [...lever.triggers, ...given.get(lever.id)!] } : lever,
  )
}
