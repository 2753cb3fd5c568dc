import { describeClash, waysOut } from '../clash'
import type { Clash } from '../clash'
import type { Lever } from '../levers'
import type { Finding } from './finding'

/** What each way to be without a key is called. */
const CODES: Record<Clash['severity'], string> = {
  lost: 'key-lost',
  ambiguous: 'key-lost',
  late: 'key-late',
  note: 'key-note',
}

/** Clashes as findings: keys that are lost, late, swallowed, or not on the keyboard. Those that only others feel are none. */
export function keyFindings(clashes: readonly Clash[], lever: Lever): Finding[] {
  return clashes.flatMap((clash): Finding[] => {
    if (clash.severity === 'note' || clash.dormant) return []
    const message = describeClash(clash)
    const [way] = waysOut(clash, lever, [])
    const mend = way && 'patch' in way ? { kind: 'lever' as const, label: way.label, part: way.patch } : undefined
    return [
      {
        id: [lever.id, CODES[clash.severity], clash.triggerId, message].join('|'),
        about: { kind: 'lever', id: lever.id },
        // One that is live in fewer places comes first because somebody wanted it so.
        severity: clash.severity === 'late' || clash.kind === 'shadowed' ? 'note' : 'fault',
        code: CODES[clash.severity],
        where: clash.chord,
        message,
        ...(mend ? { mend } : {}),
      },
    ]
  })
}
