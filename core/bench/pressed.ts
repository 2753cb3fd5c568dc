import { chordId, parseChord } from '../keys'
import type { Chord } from '../keys'
import { own, succeed } from '../result'
import type { Result } from '../result'
import type { Change } from './change'
import type { BenchState, BenchWindow, Program } from './schema'
import { isEditingKey, pressInto, typeInto, writingIn } from './text'
import { tellVerb } from './verbs'
import type { VerbContext } from './verbContext'

/** What a key or chord did to the window that got it. */
export interface Pressed {
  readonly changes: readonly Change[]
  readonly did:
    | { readonly kind: 'told'; readonly verb: string }
    /** The program claims it, and nothing is to be seen of what it does. */
    | { readonly kind: 'claimed'; readonly does: string }
    | { readonly kind: 'wrote'; readonly text: string }
    | { readonly kind: 'edited' }
    | { readonly kind: 'nothing' }
}

type KeyClaim = Program['claims'][number]

/** The claims of each program by the id of their chord; looked up with every key. */
const claimsByChord = new WeakMap<Program, Map<string, KeyClaim>>()

/** What a program does with a chord itself: the first of its claims on it. */
export function claimOn(program: Program, chord: Chord): KeyClaim | undefined {
  let claims = claimsByChord.get(program)
  if (!claims) {
    claims = new Map()
    for (const claim of program.claims) {
      const parsed = parseChord(claim.chord)
      if (parsed.ok && !claims.has(chordId(parsed.value))) claims.set(chordId(parsed.value), claim)
    }
    claimsByChord.set(program, claims)
  }
  return claims.get(chordId(chord))
}

/**
 * What a window makes of a chord: the verb its program has for it, else a letter where `sign` is one and it writes, else
 * an editing key of its text. Issues as those of `tellVerb`.
 */
export function pressOn(
  state: BenchState,
  window: BenchWindow,
  chord: Chord,
  sign: string | undefined,
  context: VerbContext,
): Result<Pressed> {
  const program = own(state.programs, window.programId)
  const claim = program && claimOn(program, chord)
  if (claim?.verb !== undefined) {
    const told = tellVerb(state, window.id, claim.verb, context)
    return told.ok ? succeed({ changes: told.value, did: { kind: 'told', verb: claim.does } }) : told
  }
  if (claim) return succeed({ changes: [], did: { kind: 'claimed', does: claim.does } })
  const place = writingIn(state, window)
  const isPlain = chord.modifiers.every((modifier) => modifier === 'Shift' || modifier === 'AltGr')
  if (!place || !isPlain) return succeed(NOTHING)
  if (isEditingKey(chord.code) && sign !== '\n' && sign !== '\t') {
    const change = pressInto(state, place, chord.code, chord.modifiers.includes('Shift'))
    return succeed(change ? { changes: [change], did: { kind: 'edited' } } : NOTHING)
  }
  if (sign === undefined || sign === '') return succeed(NOTHING)
  return succeed({ changes: [typeInto(state, place, sign)], did: { kind: 'wrote', text: sign } })
}

const NOTHING: Pressed = { changes: [], did: { kind: 'nothing' } }
