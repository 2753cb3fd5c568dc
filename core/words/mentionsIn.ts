import type { SlotKind } from '../phrases'
import type { Mention } from './mentions'
import type { SlotReading } from './slots/slot'

/** What a slot names that can be spoken of as *it* from there on. */
export function mentionsIn(kind: SlotKind, { value, says }: SlotReading): Mention[] {
  switch (kind) {
    case 'program':
      return [{ kind: 'program', programId: String(value), name: says }, ...windowsOf(String(value), says)]
    case 'told':
    case 'verb': {
      const { programId } = value as { programId: string }
      return [{ kind: 'program', programId, name: says }, ...windowsOf(programId, says)]
    }
    case 'which':
    case 'several': {
      const { programIds = [] } = value as { programIds?: string[] }
      const [only] = programIds
      return only !== undefined && programIds.length === 1 ? [{ kind: 'program', programId: only, name: says }] : []
    }
    case 'shown':
    case 'windows': {
      const { programId } = value as { programId?: string }
      const program: Mention[] = programId === undefined ? [] : [{ kind: 'program', programId, name: says }]
      return [{ kind: 'windows', which: value, name: says }, ...program]
    }
    case 'device':
      return [{ kind: 'device', deviceId: String(value), name: says }]
    case 'switch':
    case 'watched':
    case 'level':
    case 'control':
    case 'mutable':
    case 'lit':
    case 'loud':
    case 'setting': {
      const { target, controlId, deviceId } = value as { target?: unknown; controlId: string; deviceId?: string }
      const meant = target ?? { kind: 'devices', deviceIds: [deviceId] }
      const device: Mention[] = deviceId === undefined ? [] : [{ kind: 'device', deviceId, name: says }]
      return [{ kind: 'target', target: meant, controlId, name: says }, ...device]
    }
    case 'path':
    case 'folder':
    case 'newFolder':
      return [{ kind: 'path', path: String(value), name: says }]
    case 'place':
      return /^(\/|\$\{)/.test(String(value)) ? [{ kind: 'path', path: String(value), name: says }] : []
    case 'files': {
      const [only, ...more] = value as string[]
      return only !== undefined && more.length === 0 ? [{ kind: 'path', path: only, name: says }] : []
    }
    default:
      return []
  }
}

function windowsOf(programId: string, says: string): Mention[] {
  return [{ kind: 'windows', which: { kind: 'program', programId }, name: `the windows of ${says}` }]
}

/** What the item of a loop can be spoken of as, by what it goes over. */
export function itemMentions(source: { readonly kind: string }, as: string): Mention[] {
  const name = `the ${as} of this round`
  switch (source.kind) {
    case 'files':
      return [{ kind: 'path', path: `\${${as}}`, name }]
    case 'windows':
      return [{ kind: 'windows', which: { kind: 'named', text: `\${${as}.id}` }, name }]
    case 'devices':
      return [{ kind: 'target', target: { kind: 'named', text: `\${${as}.id}` }, controlId: 'power', name }]
    default:
      return []
  }
}
