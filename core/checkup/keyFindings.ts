import { describeClash, waysOut } from '../clash'
import type { Clash, WayOut } from '../clash'
import type { Lever } from '../levers'
import { own } from '../result'
import type { Finding, Mend } from './finding'

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
    const mend = way && 'patch' in way ? mendOf(way, clash.triggerId, lever) : undefined
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

/** Of a way out that alters a trigger only that, so that several of one lever can be mended together. */
function mendOf({ label, patch }: Extract<WayOut, { patch: unknown }>, triggerId: string, lever: Lever): Mend {
  const before = lever.triggers.find(({ id }) => id === triggerId)
  const after = patch.triggers?.find(({ id }) => id === triggerId)
  if (!before || !after) return { kind: 'lever', label, part: patch }
  const part = Object.fromEntries(
    Object.entries(after).filter(([field, value]) => value !== (own(before as object as AnyRecord, field) as unknown)),
  )
  return { kind: 'trigger', label, triggerId, part }
}

type AnyRecord = Readonly<Record<string, unknown>>
