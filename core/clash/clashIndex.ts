import type { Program } from '../bench'
import { keeperNames, keyboardOf, modifierOfCode, reservationOfId, typesWithAltGr } from '../keys'
import { DEFAULT_KEYS, isLive, keyName, leverWins, patienceOf, scopesOverlap, specificity, withRows } from '../levers'
import type { Frame, KeySettings, Lever } from '../levers'
import type { Clash, Owner } from './clash'
import { chordReader, claimsOf, isPress } from './claims'
import type { Claim, ReadChord } from './claims'

export interface ClashInput {
  readonly levers: readonly Lever[]
  /** With `on` as they stand now. */
  readonly frames: readonly Frame[]
  readonly programs: Readonly<Record<string, Program>>
  readonly keys?: KeySettings
}

/** The claims of all levers by key, kept true lever by lever. What it tells is the same as if it had been made anew. */
export interface ClashIndex {
  readonly all: () => Clash[]
  readonly of: (leverId: string) => Clash[]
  /** Takes a lever in, in place of the one of the same id. */
  readonly put: (lever: Lever) => void
  readonly remove: (leverId: string) => void
  /** The claims that are pressed with this chord first, by its id. */
  readonly claimsAt: (id: string) => readonly Claim[]
  /** What a rule of a frame that is on makes of a key by itself. */
  readonly ruleAt: (code: string) => { readonly frame: Frame, readonly words: string, readonly disables: boolean } | undefined
  /** The id of a chord as text, or undefined where it is none. */
  readonly chordIdOf: (text: string) => string | undefined
}

interface ProgramClaim { readonly owner: Owner, readonly does: string }

interface Tables {
  readonly byLever: Map<string, Claim[]>
  /** Claims by the first chord they are pressed with. */
  readonly byFirst: Map<string, Claim[]>
  /** Layers, keys together and held keys by what makes them the same. */
  readonly bySame: Map<string, Claim[]>
  /** Held keys, layer keys and keys together, by key. */
  readonly byHeldKey: Map<string, Claim[]>
  /** Claims that go by the legend, by the trigger as it is written. */
  readonly byLegend: Map<string, Claim[]>
  /** What programs do with a chord, by its id and the program. */
  readonly programClaims: ReadonlyMap<string, ReadonlyMap<string, ProgramClaim>>
  readonly readChord: ReadChord
  /** The id of the first chord a trigger is written with, before it is looked for by its legend. */
  readonly readPress: (claim: Claim) => string | undefined
  readonly framesOn: ReadonlySet<string>
  readonly frameNames: ReadonlyMap<string, string>
  /** Keys that rules of frames make tap or hold, with the frame. */
  readonly ruleKeys: ReadonlyMap<string, { frame: Frame, holdMs: number }>
  readonly keys: KeySettings
  readonly keyboardName: string
  readonly keyboardCodes: ReadonlySet<string>
}

export function createClashIndex({ levers, frames, programs, keys = DEFAULT_KEYS }: ClashInput): ClashIndex {
  const keyboard = keyboardOf(keys.keyboard)
  const readChord = chordReader()
  const tables: Tables = {
    byLever: new Map(), byFirst: new Map(), bySame: new Map(), byHeldKey: new Map(), byLegend: new Map(),
    programClaims: indexPrograms(programs, readChord), readChord,
    readPress: ({ trigger }) => readChord(('chord' in trigger ? trigger.chord : 'sequence' in trigger ? trigger.sequence : '').split(' ')[0]!)?.id,
    framesOn: new Set(frames.filter(frame => frame.on).map(frame => frame.id)),
    frameNames: new Map(frames.map(frame => [frame.id, frame.name])),
    ruleKeys: new Map(frames.filter(frame => frame.on).flatMap(frame => (frame.rules ?? []).flatMap(rule => (rule.kind === 'tap-hold' ? [[rule.key, { frame, holdMs: rule.holdMs ?? keys.timing.holdMs }] as const] : [])))),
    keys, keyboardName: keyboard.name, keyboardCodes: keyboard.codes,
  }
  const ruled = rulesByKey(frames)
  for (const lever of withRows(levers, frames)) put(tables, lever)
  return {
    all: () => {
      const clashes: Clash[] = []
      for (const claims of tables.byLever.values()) for (const claim of claims) collect(claim, tables, clashes)
      return clashes
    },
    of: (leverId) => {
      const clashes: Clash[] = []
      for (const claim of tables.byLever.get(leverId) ?? []) collect(claim, tables, clashes)
      return clashes
    },
    put: (lever) => {
      remove(tables, lever.id)
      put(tables, lever)
    },
    remove: leverId => remove(tables, leverId),
    claimsAt: id => tables.byFirst.get(id) ?? [],
    ruleAt: code => ruled.get(code),
    chordIdOf: text => readChord(text)?.id,
  }
}

/** Keys that are something else by a rule. */
function rulesByKey(frames: readonly Frame[]): Map<string, { frame: Frame, words: string, disables: boolean }> {
  const ruled = new Map<string, { frame: Frame, words: string, disables: boolean }>()
  for (const frame of frames.filter(entry => entry.on)) {
    for (const rule of frame.rules ?? []) {
      if (rule.kind === 'disable') ruled.set(rule.key, { frame, words: 'disabled', disables: true })
      else if (rule.kind === 'remap') ruled.set(rule.from, { frame, words: `is ${keyName(rule.to)}`, disables: false })
      else if (rule.kind === 'tap-hold') ruled.set(rule.key, { frame, words: `held: ${rule.hold.kind === 'layer' ? 'a layer' : rule.hold.modifiers.join('+')}`, disables: false })
    }
  }
  return ruled
}

function indexPrograms(programs: ClashInput['programs'], readChord: ReadChord): Map<string, Map<string, ProgramClaim>> {
  const index = new Map<string, Map<string, ProgramClaim>>()
  for (const program of Object.values(programs)) {
    const owner: Owner = { kind: 'program', id: program.id, name: program.name }
    for (const claim of program.claims) {
      const chord = readChord(claim.chord)
      if (!chord) continue
      const { id } = chord
      const known = index.get(id)
      if (known) known.set(program.id, { owner, does: claim.does })
      else index.set(id, new Map([[program.id, { owner, does: claim.does }]]))
    }
  }
  return index
}

function put(tables: Tables, lever: Lever): void {
  const claims = claimsOf(lever, tables.keys, tables.readChord)
  tables.byLever.set(lever.id, claims)
  for (const claim of claims) for (const [table, key] of places(claim, tables)) addTo(table, key, claim)
}

function remove(tables: Tables, leverId: string): void {
  for (const claim of tables.byLever.get(leverId) ?? []) for (const [table, key] of places(claim, tables)) takeFrom(table, key, claim)
  tables.byLever.delete(leverId)
}

/** Where a claim is looked for. */
function places(claim: Claim, tables: Tables): [Map<string, Claim[]>, string][] {
  const found: [Map<string, Claim[]>, string][] = claim.codes.map(code => [tables.byHeldKey, code])
  if (isPress(claim)) found.push([tables.byFirst, claim.ids[0]!])
  if (isPress(claim) && claim.trigger.match === 'key') found.push([tables.byLegend, textOf(claim)])
  if (!isPress(claim)) found.push([tables.bySame, claim.same])
  return found
}

function addTo(table: Map<string, Claim[]>, key: string, claim: Claim): void {
  const group = table.get(key)
  if (group) group.push(claim)
  else table.set(key, [claim])
}

function takeFrom(table: Map<string, Claim[]>, key: string, claim: Claim): void {
  const group = table.get(key)
  const at = group?.indexOf(claim) ?? -1
  if (at >= 0) group!.splice(at, 1)
}

/** A trigger as it is written. */
function textOf({ trigger }: Claim): string {
  return `${trigger.kind} ${'chord' in trigger ? trigger.chord : 'sequence' in trigger ? trigger.sequence : ''}`
}

/** A clash of a claim. One shape for all of them: a large store has hundreds of thousands. */
function clashOf({ lever, trigger, words }: Claim, kind: Clash['kind'], severity: Clash['severity'], owner: Owner, does?: string, ms?: number, dormant?: true): Clash {
  return { kind, severity, leverId: lever.id, triggerId: trigger.id, chord: words, owner, does, ms, dormant }
}

/** Adds the clashes of one claim to a list. */
function collect(claim: Claim, tables: Tables, clashes: Clash[]): void {
  keyboardClashes(claim, tables, clashes)
  reservedClashes(claim, clashes)
  if (isPress(claim)) programClashes(claim, tables, clashes)
  if (!tables.framesOn.has(claim.lever.frameId)) clashes.push(clashOf(claim, 'frame-off', 'note', { kind: 'frame', id: claim.lever.frameId, name: tables.frameNames.get(claim.lever.frameId) ?? claim.lever.frameId }))
  if (!isPress(claim)) {
    for (const other of tables.bySame.get(claim.same) ?? []) if (meets(claim, other)) clashes.push(sameKeys(claim, other, tables))
    return
  }
  for (const other of tables.byFirst.get(claim.ids[0]!) ?? []) {
    const clash = meets(claim, other) ? pressClash(claim, other, tables) : undefined
    if (clash) clashes.push(clash)
  }
  matchClashes(claim, tables, clashes)
  if (claim.chords[0]!.modifiers.length === 0) heldKeyClashes(claim, tables, clashes)
}

/** The same keys as they are written, gone by in the other way: two keys here, and perhaps one elsewhere. */
function matchClashes(claim: Claim, tables: Tables, clashes: Clash[]): void {
  const byLegend = claim.trigger.match === 'key'
  const written = byLegend ? tables.readPress(claim) : undefined
  const others = byLegend ? (written === undefined ? [] : tables.byFirst.get(written) ?? []).filter(other => other.trigger.match !== 'key' && textOf(other) === textOf(claim)) : tables.byLegend.size > 0 ? tables.byLegend.get(textOf(claim)) ?? [] : []
  for (const other of others) if (other.same !== claim.same && meets(claim, other)) clashes.push(clashOf(claim, 'match-mode', 'note', other.owner, byLegend ? 'the place of the key' : 'the legend'))
}

/** Two triggers of different levers that can be live at once. */
function meets(claim: Claim, other: Claim): boolean {
  if (claim.onlyId !== undefined && other.onlyId !== undefined && claim.onlyId !== other.onlyId) return false
  return other.leverId !== claim.leverId && scopesOverlap(claim.lever.scope, other.lever.scope)
}

/** A clash with another lever; with one that is off it is only a note. */
function withLever(claim: Claim, other: Claim, { framesOn }: Tables, kind: Clash['kind'], severity: Clash['severity'], does?: string, ms?: number): Clash {
  return other.lever.enabled && framesOn.has(other.lever.frameId)
    ? clashOf(claim, kind, severity, other.owner, does, ms)
    : clashOf(claim, kind, 'note', other.owner, does, ms, true)
}

function sameKeys(claim: Claim, other: Claim, tables: Tables): Clash {
  const rank = specificity(claim.lever.scope) - specificity(other.lever.scope)
  if (rank === 0) return withLever(claim, other, tables, 'same-chord', 'ambiguous')
  return rank < 0 ? withLever(claim, other, tables, 'shadowed', 'lost') : withLever(claim, other, tables, 'shadows', 'note')
}

/** Two claims that begin with the same chord: the same keys, or one the beginning of the other. */
function pressClash(claim: Claim, other: Claim, tables: Tables): Clash | undefined {
  if (claim.ids.length === other.ids.length) return claim.ids.every((id, i) => id === other.ids[i]) ? sameKeys(claim, other, tables) : undefined
  const [shorter, longer] = claim.ids.length < other.ids.length ? [claim, other] : [other, claim]
  if (!shorter.ids.every((id, i) => id === longer.ids[i])) return undefined
  const severity = claim === shorter ? 'late' : 'note'
  return withLever(claim, other, tables, 'prefix', severity, other.words, patienceOf(longer.trigger, tables.keys.timing))
}

/** A key by itself that is also held, holds a layer, or goes down together with another. */
function heldKeyClashes(claim: Claim, tables: Tables, clashes: Clash[]): void {
  const { code } = claim.chords[0]!
  const rule = tables.ruleKeys.get(code)
  if (rule) clashes.push(clashOf(claim, 'tap-hold', 'late', { kind: 'frame', id: rule.frame.id, name: `The frame ${rule.frame.name}` }, 'a rule', rule.holdMs))
  const { timing } = tables.keys
  for (const other of tables.byHeldKey.get(code) ?? []) {
    if (!meets(claim, other)) continue
    clashes.push(withLever(claim, other, tables, 'tap-hold', 'late', other.words, patienceOf(other.trigger, timing)))
  }
}

function keyboardClashes(claim: Claim, { keyboardCodes, keyboardName, keys }: Tables, clashes: Clash[]): void {
  const told: string[] = []
  const tell = (code: string) => {
    if (keyboardCodes.has(code) || modifierOfCode(code) !== undefined || isNoKeyboardKey(code) || told.includes(code)) return
    told.push(code)
    clashes.push(clashOf(claim, 'no-key', 'lost', { kind: 'keyboard', id: keys.keyboard, name: keyboardName }, keyName(code)))
  }
  for (const { code, modifiers } of claim.chords) {
    tell(code)
    const sign = modifiers.length > 1 && modifiers[0] === 'Ctrl' && modifiers[1] === 'Alt' ? typesWithAltGr(keys.legends, code) : ''
    if (sign !== '') clashes.push(clashOf(claim, 'altgr', 'note', { kind: 'keyboard', id: keys.keyboard, name: keyboardName }, sign))
  }
  for (const code of claim.codes) tell(code)
}

/** Mouse buttons, the wheel and media keys are on no drawn keyboard, and not missed there. */
function isNoKeyboardKey(code: string): boolean {
  return /^(Mouse|Wheel|Audio|Media|Browser|Launch|Sleep|Power)/.test(code)
}

function reservedClashes(claim: Claim, clashes: Clash[]): void {
  for (const id of claim.ids) {
    const reserved = reservationOfId(id)
    if (reserved) clashes.push(clashOf(claim, 'reserved', 'lost', { kind: reserved.owner, id: reserved.owner, name: keeperNames[reserved.owner] }, reserved.does))
  }
}

function programClashes(claim: Claim, { programClaims }: Tables, clashes: Clash[]): void {
  const claimants = programClaims.get(claim.ids[0]!)
  if (!claimants) return
  const severity = leverWins(claim.lever, claim.trigger) ? 'note' : 'lost'
  let first: ProgramClaim | undefined
  let more: string[] | undefined
  const tell = (claimant: ProgramClaim) => {
    if (!first) first = claimant
    else (more ??= []).push(claimant.owner.id)
  }
  const { scope } = claim.lever
  if (scope.kind === 'only') {
    for (const id of scope.programIds) {
      const claimant = claimants.get(id)
      if (claimant) tell(claimant)
    }
  }
  else for (const claimant of claimants.values()) if (scope.kind === 'everywhere' || isLive(scope, claimant.owner.id)) tell(claimant)
  if (first) clashes.push({ ...clashOf(claim, 'program-claim', severity, first.owner, first.does), ...(more ? { more } : {}) })
}
