import { effectiveModifiers } from './state'
import type { Down, Pending, ResolverState } from './state'
import { codeOfModifier, modifierOfCode, signOf } from '../keys'
import type { LegendId, Modifier } from '../keys'
import { isLive } from '../levers'
import type { TriggerOf, WordEnding } from '../levers'
import type { Bindings } from './bindings'
import type { Bound } from './bound'
import type { FramedWord, WordRule, Words } from './ruleWords'
import { candidateOf, hindrance } from './judge'
import type { Situation } from './judge'
import type { Candidate, Decision, KeyOutput } from './schema'
import { wasInView } from './staysInView'

/** More than the longest word and what stands before and after it. */
const REMEMBERED = 64

/** What a decided key does to the text in front: characters come, one goes, nothing of it is known any more, nothing. */
type Effect =
  | { readonly kind: 'types'; readonly text: string }
  | { readonly kind: 'takes-back' }
  | { readonly kind: 'leaves' }
  | { readonly kind: 'nothing' }

/** Keys that alter neither the text nor where its cursor stands. */
const harmless = /^(?:Wheel|CapsLock$|NumLock$|ScrollLock$|F\d+$|Audio|Media|Brightness|Print|Pause$)/

/**
 * Follows what is typed, decision by decision, and takes a word that is complete: the decision on the key that completed
 * it becomes the pull, or the text in place of the word, with a Backspace for each character that the program has
 * already. What is corrected by Backspace counts as if it had been typed so.
 */
export function watchWords(
  bindings: Bindings,
  words: Words,
  before: ResolverState,
  after: ResolverState,
  decision: Decision,
  isLost: boolean,
): { state: ResolverState; decision: Decision } {
  const head = before.pending[0]!
  const { event } = head
  // What a lever does to the text in front is not known.
  const unknown: ResolverState = after.typed === null ? after : { ...after, typed: null }
  if (event.kind === 'up') return { state: decision.kind === 'pull' ? unknown : after, decision }
  const effect = effectOf(bindings.legends, before, head, decision)
  if (effect.kind === 'nothing') return { state: after, decision }
  const { frontProgramId } = head
  const known = before.typed && before.typed.programId === frontProgramId ? before.typed.text : ''
  const put = (text: string): ResolverState => ({
    ...after,
    typed: {
      ...(frontProgramId === undefined ? {} : { programId: frontProgramId }),
      text: text.slice(-REMEMBERED),
    },
  })
  if (effect.kind === 'leaves') return { state: unknown, decision }
  if (effect.kind === 'takes-back') return { state: put([...known].slice(0, -1).join('')), decision }
  const isAskable = !isLost && event.repeat !== true && [...effect.text].length === 1
  const situation = { framesOn: bindings.framesOn, frontProgramId, keyboard: event.keyboard }
  const found = isAskable ? findWord(words, known, effect.text, situation) : { candidates: [] }
  if (!found.match) {
    const told = found.candidates.length > 0 ? withCandidates(decision, found.candidates) : decision
    return { state: put(known + effect.text), decision: told }
  }
  return take(put(''), decision, found.match, found.candidates, effect.text)
}

function withCandidates(decision: Decision, candidates: readonly Candidate[]): Decision {
  return { ...decision, candidates: [...decision.candidates, ...candidates] }
}

/** What was matched: a lever or a rule, how the word was typed, and whether its last letter was the one that counted. */
interface Match {
  readonly bound?: Bound<TriggerOf<'word'>>
  readonly rule?: FramedWord
  readonly typed: string
  readonly isAtOnce: boolean
}

/** What words are made of; all else may stand between them. */
export const letter = /[\p{L}\p{N}_]/u
export const endingOf = (sign: string): WordEnding | undefined => {
  if (sign === ' ') return 'space'
  if (sign === '\n') return 'enter'
  if (sign === '\t') return 'tab'
  return letter.test(sign) ? undefined : 'punctuation'
}

/** The longest word that the text ends with; among equals levers come before rules. */
function findWord(
  words: Words,
  before: string,
  sign: string,
  situation: Situation,
): { match?: Match; candidates: Candidate[] } {
  const candidates: Candidate[] = []
  let match: Match | undefined
  const ending = endingOf(sign)
  const look = (text: string, length: number, isAtOnce: boolean) => {
    if (text.length < length || !beginsWord(text, length)) return
    const typed = text.slice(-length)
    const key = typed.toLowerCase()
    const fits = ({ endings, letters, word }: TriggerOf<'word'> | WordRule) =>
      (isAtOnce ? endings.length === 0 : endings.includes(ending!)) && (letters !== 'exact' || word === typed)
    for (const bound of words.levers.get(key) ?? []) {
      if (!fits(bound.trigger)) continue
      const verdict = hindrance(bound, situation, false) ?? (match ? 'outranked' : 'fired')
      if (verdict === 'fired') match = { bound, typed, isAtOnce }
      candidates.push(candidateOf(bound, verdict))
    }
    match ??= words.rules
      .get(key)
      ?.flatMap((rule) => (fits(rule.trigger) && isRuleLive(rule, situation) ? [{ rule, typed, isAtOnce }] : []))[0]
  }
  for (const length of words.lengths) {
    look(before + sign, length, true)
    if (ending) look(before, length, false)
  }
  return { ...(match ? { match } : {}), candidates }
}

/** A word that begins with a letter does not begin in the middle of another. */
export function beginsWord(text: string, length: number): boolean {
  const first = text.at(-length)!
  const previous = text.slice(0, -length).at(-1)
  return previous === undefined || !letter.test(first) || !letter.test(previous)
}

function isRuleLive({ trigger }: FramedWord, situation: Situation): boolean {
  const { frontProgramId, keyboard } = situation
  return isLive(trigger.scope, frontProgramId) && (trigger.keyboard === undefined || trigger.keyboard === keyboard)
}

/** The decision becomes what the word is for, and the key that completed it is kept. */
function take(
  state: ResolverState,
  decision: Decision,
  { bound, rule, typed, isAtOnce }: Match,
  candidates: readonly Candidate[],
  sign: string,
): { state: ResolverState; decision: Decision } {
  const { event } = decision
  const code = 'code' in event ? event.code : ''
  const given = [...typed].length - (isAtOnce ? 1 : 0)
  const back = Array.from({ length: given }).flatMap((): KeyOutput[] => [
    { kind: 'down', code: 'Backspace' },
    { kind: 'up', code: 'Backspace' },
  ])
  const told = withCandidates(decision, candidates)
  const held = (down: Omit<Down, 'code'>): ResolverState => ({
    ...state,
    held: [...state.held.filter((other) => other.code !== code), { code, ...down }],
  })
  if (bound) {
    const pull = { kind: 'pull', reason: 'fired', leverId: bound.lever.id, outputs: back } as const
    return { state: held({ fate: 'kept' }), decision: { ...told, ...pull } }
  }
  const { trigger, frameId } = rule!
  const keeps = !isAtOnce && trigger.dropsEnding !== true
  const isKey = sign === '\n' || sign === '\t'
  const letters = trigger.letters === 'follow' ? capitalsOf(typed) : undefined
  const text: KeyOutput = { kind: 'text', text: trigger.text, frameId, ...(letters ? { letters } : {}) }
  const ending: KeyOutput[] = !keeps
    ? []
    : isKey
      ? [{ kind: 'down', code: sign === '\n' ? 'Enter' : 'Tab' }]
      : [{ kind: 'text', text: sign }]
  return {
    state: held(
      keeps && isKey ? { fate: 'replaced', out: [sign === '\n' ? 'Enter' : 'Tab'], again: ending } : { fate: 'kept' },
    ),
    decision: { ...told, kind: 'replace', reason: 'word', outputs: [...back, text, ...ending] },
  }
}

/** Which capitals a word was typed with: all, the first, or none. */
function capitalsOf(typed: string): 'upper' | 'capital' | undefined {
  const letters = [...typed].filter((sign) => sign.toLowerCase() !== sign.toUpperCase())
  const isUpper = (sign: string) => sign !== sign.toLowerCase()
  if (letters.length > 1 && letters.every(isUpper)) return 'upper'
  return letters[0] !== undefined && isUpper(letters[0]) ? 'capital' : undefined
}

/** What a decided key does to the text in front. */
function effectOf(legends: LegendId, state: ResolverState, head: Pending, decision: Decision): Effect {
  const { event } = head
  if (decision.kind === 'pass') {
    if (wasInView(decision) || decision.claim !== undefined) return { kind: 'leaves' }
    return effectOfKey(legends, event.code, effectiveModifiers(state.held, [], head), event.text)
  }
  if (decision.kind !== 'replace') return decision.kind === 'pull' ? { kind: 'leaves' } : { kind: 'nothing' }
  const down = new Set(effectiveModifiers(state.held, [], head))
  let text = ''
  for (const output of decision.outputs ?? []) {
    if (output.kind === 'text') {
      text += output.text
      continue
    }
    const modifier = modifierAs(output.code)
    if (modifier) {
      if (output.kind === 'down') down.add(modifier)
      else down.delete(modifier)
    } else if (output.kind === 'down') {
      const effect = effectOfKey(legends, output.code, [...down], undefined)
      if (effect.kind !== 'types') return effect
      text += effect.text
    }
  }
  return text === '' ? { kind: 'nothing' } : { kind: 'types', text }
}

function modifierAs(code: string): Modifier | undefined {
  return code === codeOfModifier('AltGr') ? 'AltGr' : modifierOfCode(code)
}

/** `text` is what the event itself says it types, where it says anything. */
function effectOfKey(
  legends: LegendId,
  code: string,
  modifiers: readonly Modifier[],
  text: string | undefined,
): Effect {
  if (modifierOfCode(code) !== undefined || harmless.test(code)) return { kind: 'nothing' }
  const isPlain = modifiers.every((modifier) => modifier === 'Shift' || modifier === 'AltGr')
  if (code === 'Backspace') return { kind: isPlain ? 'takes-back' : 'leaves' }
  if (!isPlain) return { kind: 'leaves' }
  // A dead key types with the next one.
  if (text === '') return { kind: 'nothing' }
  const sign = text ?? signOf(legends, code, modifiers)
  return sign === undefined ? { kind: 'leaves' } : { kind: 'types', text: sign }
}
