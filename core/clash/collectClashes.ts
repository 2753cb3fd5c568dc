import { isLive, leverWins, patienceOf, scopesOverlap } from '../levers'
import type { Clash, Owner } from './clash'
import { isPress, writtenAs } from './claims'
import type { Claim, Flaw } from './claim'
import { interrupts, isSameWord, partsOfWord } from '../resolve'
import type { TriggerOf } from '../levers'
import type { Tables } from './tables'

/** Adds the clashes of one claim to a list. */
export function collectClashes(claim: Claim, tables: Tables, clashes: Clash[]): void {
  flawClashes(claim, tables, clashes)
  frameClash(claim, tables, clashes)
  ruleClash(claim, tables, clashes)
  if (!isPress(claim)) {
    if (claim.trigger.kind === 'together') togetherClashes(claim, tables, clashes)
    if (claim.trigger.kind === 'word') return wordClashes(claim, claim.trigger, tables, clashes)
    for (const other of tables.bySame.get(claim.same)!) if (meets(claim, other)) clashes.push(sameKeys(claim, other))
    return
  }
  programClashes(claim, tables, clashes)
  pressClashes(claim, tables, clashes)
  matchClashes(claim, tables, clashes)
  if (claim.chords[0]!.chord.modifiers.length === 0) heldKeyClashes(claim, tables, clashes)
}

/** A clash of a claim. One shape for all of them: a large store has hundreds of thousands. */
function clashOf(
  { by, trigger, words }: Claim,
  kind: Clash['kind'],
  severity: Clash['severity'],
  owner: Owner,
  does?: string,
  ms?: number,
  dormant?: true,
  more?: readonly string[],
): Clash {
  return { kind, severity, leverId: by.lever.id, triggerId: trigger.id, chord: words, owner, does, ms, dormant, more }
}

/** Two triggers of different levers that can be live at once. */
function meets({ by }: Claim, { by: other }: Claim): boolean {
  if (by === other) return false
  if (by.tie >= 0 && other.tie >= 0) return by.tie === other.tie
  return by.isWide || other.isWide || scopesOverlap(by.lever.scope, other.lever.scope)
}

/** A clash with another lever; with one that is off it is only a note. */
function withLever(
  claim: Claim,
  { by }: Claim,
  kind: Clash['kind'],
  severity: Clash['severity'],
  does?: string,
  ms?: number,
): Clash {
  return by.isOff
    ? clashOf(claim, kind, 'note', by.owner, does, ms, true)
    : clashOf(claim, kind, severity, by.owner, does, ms)
}

function sameKeys(claim: Claim, other: Claim): Clash {
  const rank = claim.by.specificity - other.by.specificity
  if (rank === 0) return withLever(claim, other, 'same-chord', 'ambiguous')
  return rank < 0 ? withLever(claim, other, 'shadowed', 'lost') : withLever(claim, other, 'shadows', 'note')
}

/** Claims that begin with the same chord: the same keys, or one the beginning of the other. */
function pressClashes(claim: Claim, { keys }: Tables, clashes: Clash[]): void {
  const { claims, ties } = claim.chords[0]!
  const { tie } = claim.by
  for (let i = 0; i < ties.length; i += 1) {
    if (tie >= 0 && ties[i]! >= 0 && ties[i] !== tie) continue
    const other = claims[i]!
    const shared = Math.min(claim.chords.length, other.chords.length)
    if (!meets(claim, other) || !beginsAlike(claim, other, shared)) continue
    if (claim.chords.length === other.chords.length) clashes.push(sameKeys(claim, other))
    else if (claim.chords.length === shared)
      clashes.push(withLever(claim, other, 'prefix', 'late', other.words, patienceOf(other.trigger, keys.timing)))
    else clashes.push(withLever(claim, other, 'prefix', 'note', other.words, patienceOf(claim.trigger, keys.timing)))
  }
}

/** Whether their first `count` chords are the same; the first one is known to be. */
function beginsAlike(claim: Claim, other: Claim, count: number): boolean {
  for (let i = 1; i < count; i += 1) if (claim.chords[i] !== other.chords[i]) return false
  return true
}

/** The same keys as they are written, gone by in the other way: two keys here, and perhaps one elsewhere. */
function matchClashes(claim: Claim, { byLegend, chords }: Tables, clashes: Clash[]): void {
  if (byLegend.size === 0) return
  const text = writtenAs(claim)
  const isByLegend = claim.trigger.match === 'key'
  const others = isByLegend ? claimsWritten(claim, text, chords) : (byLegend.get(text) ?? [])
  for (const other of others) {
    const isSame =
      claim.chords.length === other.chords.length &&
      claim.chords[0] === other.chords[0] &&
      beginsAlike(claim, other, claim.chords.length)
    if (!isSame && meets(claim, other))
      clashes.push(
        clashOf(claim, 'match-mode', 'note', other.by.owner, isByLegend ? 'the place of the key' : 'the legend'),
      )
  }
}

/** The claims by place that are written as this one by legend is. */
function claimsWritten({ trigger }: Claim, text: string, chords: Tables['chords']): readonly Claim[] {
  const keys = 'chord' in trigger ? trigger.chord : 'sequence' in trigger ? trigger.sequence : ''
  return (chords.read(keys.split(' ')[0]!)?.claims ?? []).filter(
    (other) => other.trigger.match !== 'key' && writtenAs(other) === text,
  )
}

/** A key by itself that is also held, holds a layer, or goes down together with another. */
function heldKeyClashes(claim: Claim, { ruleKeys, byHeldKey, keys }: Tables, clashes: Clash[]): void {
  const { code } = claim.chords[0]!.chord
  const rule = ruleKeys.get(code)
  if (rule)
    clashes.push(
      clashOf(
        claim,
        'tap-hold',
        'late',
        { kind: 'frame', id: rule.frame.id, name: `The frame ${rule.frame.name}` },
        'a rule',
        rule.holdMs,
      ),
    )
  for (const other of byHeldKey.get(code) ?? []) {
    if (meets(claim, other))
      clashes.push(withLever(claim, other, 'tap-hold', 'late', other.words, patienceOf(other.trigger, keys.timing)))
  }
}

/** A rule, or what modifiers are, keeps the trigger from ever pulling its lever. */
function ruleClash(claim: Claim, { probe }: Tables, clashes: Clash[]): void {
  const ruled = probe.ruledOut(claim.by.lever, claim.trigger)
  if (ruled) clashes.push(clashOf(claim, 'ruled-out', 'lost', ruled.owner, ruled.words))
}

/** Keys together of which fewer go together already, or one is held for something else. */
function togetherClashes(claim: Claim, tables: Tables, clashes: Clash[]): void {
  const seen = new Set<Claim>()
  for (const code of claim.codes) {
    for (const other of tables.byHeldKey.get(code) ?? []) {
      if (seen.has(other) || !meets(claim, other)) continue
      seen.add(other)
      const { timing } = tables.keys
      if (other.trigger.kind !== 'together')
        clashes.push(withLever(claim, other, 'tap-hold', 'late', other.words, patienceOf(other.trigger, timing)))
      else if (other.codes.length < claim.codes.length && other.codes.every((key) => claim.codes.includes(key)))
        clashes.push(withLever(claim, other, 'within', 'lost', other.words))
    }
  }
}

/** The same word, and words that are there before this one is. */
function wordClashes(claim: Claim, word: TriggerOf<'word'>, { bySame }: Tables, clashes: Clash[]): void {
  for (const part of partsOfWord(word.word.toLowerCase())) {
    for (const other of bySame.get(`word ${part}`) ?? []) {
      if (!meets(claim, other) || other.trigger.kind !== 'word') continue
      if (isSameWord(word, other.trigger)) clashes.push(sameKeys(claim, other))
      else if (interrupts(other.trigger, word)) clashes.push(withLever(claim, other, 'within', 'lost', other.words))
    }
  }
}

/** What keeps its keys from anybody, each thing once. */
function flawClashes(claim: Claim, { chords }: Tables, clashes: Clash[]): void {
  const first = clashes.length
  for (const chord of claim.chords) for (const flaw of chord.flaws) flawClash(claim, flaw, clashes, first)
  for (const code of claim.codes) {
    const flaw = chords.flawOfKey(code)
    if (flaw) flawClash(claim, flaw, clashes, first)
  }
}

function flawClash(claim: Claim, { kind, severity, owner, does }: Flaw, clashes: Clash[], first: number): void {
  for (let i = first; i < clashes.length; i += 1) if (clashes[i]!.kind === kind && clashes[i]!.does === does) return
  clashes.push(clashOf(claim, kind, severity, owner, does))
}

function frameClash(claim: Claim, { framesOn, frameNames }: Tables, clashes: Clash[]): void {
  const { frameId } = claim.by.lever
  if (!framesOn.has(frameId))
    clashes.push(
      clashOf(claim, 'frame-off', 'note', { kind: 'frame', id: frameId, name: frameNames.get(frameId) ?? frameId }),
    )
}

/** The programs in scope that claim the chord too: one clash, which names the first and lists the others. */
function programClashes(claim: Claim, { programs }: Tables, clashes: Clash[]): void {
  const { programClaims, programTies } = claim.chords[0]!
  const { lever, tie } = claim.by
  let first = -1
  let more: string[] | undefined
  if (tie >= 0) first = programTies.indexOf(tie)
  else {
    for (let i = 0; i < programTies.length; i += 1) {
      const { id } = programs[programTies[i]!]!
      if (!isLive(lever.scope, id)) continue
      if (first < 0) first = i
      else (more ??= []).push(id)
    }
  }
  if (first < 0) return
  const { id, name } = programs[programTies[first]!]!
  clashes.push(
    clashOf(
      claim,
      'program-claim',
      leverWins(lever, claim.trigger) ? 'note' : 'lost',
      { kind: 'program', id, name },
      programClaims[first]!.does,
      undefined,
      undefined,
      more,
    ),
  )
}
