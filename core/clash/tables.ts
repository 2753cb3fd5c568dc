import type { Program } from '../bench'
import type { Frame, KeySettings, Lever } from '../levers'
import type { Claim } from './claim'
import { claimantOf, claimsOf, isPress, writtenAs } from './claims'
import { keyChords } from './keyChords'
import type { KeyChords } from './keyChords'
import { createProbe } from './probe'
import type { Probe } from './probe'

/** What claims are held against. */
export interface Tables {
  readonly byLever: Map<string, Claim[]>
  /** Layers, keys together and held keys by what makes them the same. */
  readonly bySame: Map<string, Claim[]>
  /** Held keys, layer keys and keys together, by key. */
  readonly byHeldKey: Map<string, Claim[]>
  /** Claims that go by the legend, by the trigger as it is written. */
  readonly byLegend: Map<string, Claim[]>
  readonly chords: KeyChords
  readonly programs: readonly Program[]
  /** The number of a program, by which ties are told apart. */
  readonly ties: Map<string, number>
  readonly framesOn: ReadonlySet<string>
  readonly frameNames: ReadonlyMap<string, string>
  /** Keys that rules of frames make tap or hold, with the frame. */
  readonly ruleKeys: ReadonlyMap<string, { frame: Frame; holdMs: number }>
  readonly keys: KeySettings
  readonly probe: Probe
}

/** Tables that know the programs, and no lever yet. */
export function tablesFor(
  frames: readonly Frame[],
  programs: Readonly<Record<string, Program>>,
  keys: KeySettings,
): Tables {
  const known = Object.values(programs)
  const tables: Tables = {
    byLever: new Map(),
    bySame: new Map(),
    byHeldKey: new Map(),
    byLegend: new Map(),
    chords: keyChords(keys),
    programs: known,
    ties: new Map(known.map((program, i) => [program.id, i])),
    framesOn: new Set(frames.filter((frame) => frame.on).map((frame) => frame.id)),
    frameNames: new Map(frames.map((frame) => [frame.id, frame.name])),
    ruleKeys: new Map(
      frames
        .filter((frame) => frame.on)
        .flatMap((frame) =>
          (frame.rules ?? []).flatMap((rule) =>
            rule.kind === 'tap-hold' ? [[rule.key, { frame, holdMs: rule.holdMs ?? keys.timing.holdMs }] as const] : [],
          ),
        ),
    ),
    keys,
    probe: createProbe(frames, keys),
  }
  known.forEach((program, tie) => putProgram(tables.chords, program, tie))
  return tables
}

function putProgram(chords: KeyChords, program: Program, tie: number): void {
  for (const claim of program.claims) {
    const chord = chords.read(claim.chord)
    // The first time a program claims a chord is what it does with it.
    if (!chord || chord.programTies.at(-1) === tie) continue
    chord.programClaims.push(claim)
    chord.programTies.push(tie)
  }
}

/** Takes a lever in, in place of the one of the same id. Claims to the same keys stand in the order of their plates. */
export function put(tables: Tables, lever: Lever): void {
  takeOut(tables, lever.id)
  const claims = claimsOf(
    claimantOf(lever, (id) => tieOf(tables.ties, id), tables.framesOn),
    tables.chords,
    tables.keys,
  )
  tables.byLever.set(lever.id, claims)
  for (const claim of claims) {
    if (isPress(claim)) {
      const first = claim.chords[0]!
      const at = placeFor(claim, first.claims)
      first.claims.splice(at, 0, claim)
      first.ties.splice(at, 0, claim.by.tie)
      if (claim.trigger.match === 'key') addTo(tables.byLegend, writtenAs(claim), claim)
    } else {
      addTo(tables.bySame, claim.same, claim)
      for (const code of claim.codes) addTo(tables.byHeldKey, code, claim)
    }
  }
}

export function remove(tables: Tables, leverId: string): void {
  takeOut(tables, leverId)
  tables.byLever.delete(leverId)
}

/** Takes its claims out; the lever keeps its place among the others. */
function takeOut(tables: Tables, leverId: string): void {
  for (const claim of tables.byLever.get(leverId) ?? []) {
    if (isPress(claim)) {
      const first = claim.chords[0]!
      const at = first.claims.indexOf(claim)
      first.claims.splice(at, 1)
      first.ties.splice(at, 1)
      if (claim.trigger.match === 'key') takeFrom(tables.byLegend, writtenAs(claim), claim)
    } else {
      takeFrom(tables.bySame, claim.same, claim)
      for (const code of claim.codes) takeFrom(tables.byHeldKey, code, claim)
    }
  }
}

/** A program that is not there has a number too: levers may be tied to it all the same. */
function tieOf(ties: Map<string, number>, programId: string): number {
  const known = ties.get(programId)
  if (known !== undefined) return known
  ties.set(programId, ties.size)
  return ties.size - 1
}

function addTo(table: Map<string, Claim[]>, key: string, claim: Claim): void {
  const group = table.get(key)
  if (group) group.splice(placeFor(claim, group), 0, claim)
  else table.set(key, [claim])
}

/** Behind all whose plate is not higher; levers mostly come in the order of their plates. */
function placeFor({ by }: Claim, claims: readonly Claim[]): number {
  let at = claims.length
  while (at > 0 && claims[at - 1]!.by.lever.plate > by.lever.plate) at -= 1
  return at
}

function takeFrom(table: Map<string, Claim[]>, key: string, claim: Claim): void {
  const group = table.get(key)
  const at = group?.indexOf(claim) ?? -1
  if (at >= 0) group!.splice(at, 1)
}
