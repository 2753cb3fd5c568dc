import { namesUsed } from '../command'
import { mapTexts } from '../steps'
import type { Step } from '../steps'
import { textsIn, valueSet, withValueAsText } from './tokens'

/** What differs between the times something was done. */
export interface VaryingInput {
  readonly name: string
  /** Whether it was a number each time. */
  readonly isNumber?: boolean
  /** What it was, the latest first, each once, some of them; none of what somebody wrote, which is not kept. */
  readonly examples: readonly string[]
}

const MOST_EXAMPLES = 5

/** One text of the steps, as it was each time. */
interface Column {
  readonly step: number
  readonly field: number
  readonly texts: readonly string[]
  /** What a control was set to, of which a part says nothing. */
  readonly isValue: boolean
}

/**
 * One sequence of steps for several of the same shapes, the latest last: a text that was always the same stands as it is;
 * of one that differs the part that does is an input, and texts that always differ alike share one.
 */
export function generalise(times: readonly (readonly Step[])[]): { steps: Step[]; inputs: VaryingInput[] } {
  const latest = times.at(-1)!
  const columns: Column[] = latest.flatMap((step, i) =>
    textsIn(step).map((_text, field) => ({
      step: i,
      field,
      texts: times.map((steps) => textsIn(steps[i]!)[field]!),
      isValue: valueSet(step) !== undefined,
    })),
  )
  const written = new Set(columns.flatMap(({ texts }) => texts.flatMap((text) => namesUsed(text))))
  const inputs = new Map<string, VaryingInput>([...written].map((name) => [name, { name, examples: [] }]))
  const byParts = new Map<string, string>()
  const texts = new Map<string, string>()
  const altered = new Set<number>()
  for (const { step, field, texts: all, isValue } of columns) {
    const place = `${step}.${field}`
    if (all.every((text) => text === all[0])) {
      texts.set(place, all[0]!)
      continue
    }
    altered.add(step)
    const { before, after } = isValue ? { before: '', after: '' } : alikeAround(all)
    const parts = all.map((text) => text.slice(before.length, text.length - after.length))
    const key = JSON.stringify(parts)
    let name = byParts.get(key)
    if (name === undefined) {
      const isNumber = isValue && all.every((text) => Number.isFinite(Number(text)))
      name = freshName(nameFor(all, isValue), inputs)
      byParts.set(key, name)
      const examples = [...new Set(parts.toReversed())].slice(0, MOST_EXAMPLES)
      inputs.set(name, { name, ...(isNumber ? { isNumber } : {}), examples })
    }
    texts.set(place, `${before}\${${name}}${after}`)
  }
  const steps = latest.map((step, i) => {
    const id = `s${i + 1}`
    if (!altered.has(i)) return { ...step, id } as Step
    let field = 0
    return { ...mapTexts(withValueAsText(step), () => texts.get(`${i}.${field++}`)!), id } as Step
  })
  return { steps, inputs: [...inputs.values()] }
}

function nameFor(texts: readonly string[], isValue: boolean): string {
  if (isValue) return 'value'
  return texts.every((text) => text.startsWith('/')) ? 'file' : 'text'
}

function freshName(wanted: string, taken: ReadonlyMap<string, unknown>): string {
  if (!taken.has(wanted)) return wanted
  for (let n = 2; ; n++) if (!taken.has(`${wanted}${n}`)) return `${wanted}${n}`
}

/** Where a text may be cut: what stands on both sides is whole words, folders or parts of a name. */
const isJoint = (character: string | undefined) => character !== undefined && /[\s/=:_.,;-]/.test(character)

/** What all texts have alike at their beginning and their end, up to a joint; nothing where one has a value in it. */
function alikeAround(texts: readonly string[]): { before: string; after: string } {
  if (texts.some((text) => text.includes('$'))) return { before: '', after: '' }
  const shortest = Math.min(...texts.map((text) => text.length))
  const [first] = texts as [string]
  let begin = 0
  while (begin < shortest && texts.every((text) => text[begin] === first[begin])) begin += 1
  while (begin > 0 && !isJoint(first[begin - 1])) begin -= 1
  let end = 0
  const fromEnd = (text: string, back: number) => text[text.length - 1 - back]
  while (end < shortest - begin && texts.every((text) => fromEnd(text, end) === fromEnd(first, end))) end += 1
  while (end > 0 && !isJoint(first[first.length - end])) end -= 1
  return { before: first.slice(0, begin), after: end === 0 ? '' : first.slice(-end) }
}
