/** Who else has a claim on a key. */
export interface Owner {
  readonly kind: 'lever' | 'program' | 'system' | 'browser' | 'product' | 'keyboard' | 'frame'
  readonly id: string
  readonly name: string
}

export const CLASH_KINDS = [
  'same-chord',
  'shadowed',
  'shadows',
  'program-claim',
  'reserved',
  'prefix',
  'tap-hold',
  'no-key',
  'frame-off',
  'match-mode',
  'altgr',
  'ruled-out',
  'within',
] as const
export const SEVERITIES = ['lost', 'ambiguous', 'late', 'note'] as const

/**
 * Two claims on one key, or what else keeps a trigger from working, told from the side of `leverId`.
 * `lost`: the lever does not get the key there; `ambiguous`: only their numbers decide; `late`: it gets it after a
 * delay;
 * `note`: it does get it, but somebody else does not, or it is off at present.
 */
export interface Clash {
  readonly kind: (typeof CLASH_KINDS)[number]
  readonly severity: (typeof SEVERITIES)[number]
  readonly leverId: string
  readonly triggerId: string
  /** The trigger in words. */
  readonly chord: string
  readonly owner: Owner
  /** What the owner does with the key, or the owner's trigger in words, where that tells more. */
  readonly does?: string
  /** Other programs that claim the key too, by their ids; the owner is the first. */
  readonly more?: readonly string[]
  /** The longest delay, for `late`. */
  readonly ms?: number
  /** The other lever is disabled or its frame is off: there is no clash until that changes. */
  readonly dormant?: true
}

/** A clash as a sentence, with the owner's name. */
export function describeClash(clash: Clash): string {
  const { chord, owner, does, ms } = clash
  if (clash.dormant) return `${chord} is also the key of ${owner.name}, which is off at present.`
  switch (clash.kind) {
    case 'same-chord':
      return `${chord} already pulls ${owner.name} in the same place; only the lower number would be pulled.`
    case 'shadowed':
      return `${chord} pulls ${owner.name} where that is live: its scope is narrower and comes first.`
    case 'shadows':
      return `${chord} comes before ${owner.name} here, because this scope is narrower.`
    case 'program-claim':
      return clash.severity === 'lost'
        ? `${owner.name}${others(clash)} takes ${chord} for “${does}” while it is in front, and comes first.`
        : `${owner.name}${others(clash)} loses ${chord} (“${does}”) to this lever while it is in front.`
    case 'reserved':
      return `${chord} belongs to ${owner.name}: it ${does}. A lever never sees it.`
    case 'prefix':
      return clash.severity === 'late'
        ? `${owner.name} has ${does}, which begins with it: ${chord} waits up to ${ms} ms to see whether that follows.`
        : `${owner.name} has ${does}, with which ${chord} begins; that waits up to ${ms} ms.`
    case 'tap-hold':
      return `${owner.name} has ${does} on the same key: ${chord} comes up to ${ms} ms late, when it is clear that it is a tap.`
    case 'no-key':
      return `Your keyboard (${owner.name}) has no ${does}, so ${chord} cannot be pressed on it.`
    case 'frame-off':
      return `The frame ${owner.name} is off, so ${chord} does nothing at present.`
    case 'match-mode':
      return `${owner.name} has ${chord} too, but goes by ${does}; on this keyboard these are two keys, on another they may be one.`
    case 'ruled-out':
      return owner.kind === 'frame'
        ? `A rule of ${owner.name} (${does}) keeps ${chord} from ever pulling this lever.`
        : `${owner.name} ${does}: ${chord} never pulls this lever.`
    case 'within':
      return `${owner.name} has ${does}, which is there before the last key is: ${chord} never pulls this lever.`
    case 'altgr':
      return `On this keyboard AltGr with that key types “${does}”, and many systems take Ctrl+Alt for AltGr: ${chord} may type instead.`
  }
}

function others({ more = [] }: Clash): string {
  return more.length === 0 ? '' : ` (and ${more.length} other ${more.length === 1 ? 'program' : 'programs'} likewise)`
}

/** In the order in which they matter. */
export function bySeverity(a: Clash, b: Clash): number {
  return SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity)
}
