import { own } from '../result'

/** What a template says of a place that is filled from words. */
export interface SlotMark {
  readonly slot: string
  /** Which part of what the words came to, where it is a record. */
  readonly part?: string
  /** What stands there where nothing was said; the place stays as it is in a new one otherwise. */
  readonly or?: unknown
}

/** A value with slots in it: literals, records and lists of such. */
export type Template = unknown
export type Slots = Readonly<Record<string, unknown>>

class Mark implements SlotMark {
  constructor(
    readonly slot: string,
    readonly part?: string,
    readonly or?: unknown,
  ) {}
}

/**
 * A place that is filled from words: what the slot of that name came to, or a part of it (`control.target`). `or` is
 * what stands there where nothing was said.
 */
export function slot(path: string, or?: unknown): SlotMark {
  const [name = '', part] = path.split('.')
  return new Mark(name, part, or)
}

/** The template with its slots filled; what was not said and has no `or` is left out. */
export function fillTemplate(template: Template, slots: Slots): unknown {
  if (template instanceof Mark) {
    const said = own(slots, template.slot)
    const value = template.part === undefined || said === undefined ? said : partOf(said, template.part)
    return value === undefined ? template.or : value
  }
  if (Array.isArray(template)) return template.flatMap((part) => fillTemplate(part, slots) ?? [])
  if (!isRecord(template)) return template
  const filled = Object.entries(template).map(([key, part]) => [key, fillTemplate(part, slots)] as const)
  return Object.fromEntries(filled.filter(([, value]) => value !== undefined))
}

/**
 * What the slots of a template came to, so that filling it gives this value; undefined where nothing does. A slot that
 * stands in it twice has the same value twice.
 */
export function readTemplate(template: Template, value: unknown): Slots | undefined {
  const slots: Record<string, unknown> = Object.create(null)
  return fits(template, value, slots) ? slots : undefined
}

function fits(template: Template, value: unknown, slots: Record<string, unknown>): boolean {
  if (template instanceof Mark) {
    if (value === undefined) return false
    const { slot: name, part } = template
    if (part === undefined) {
      if (name in slots) return isSame(slots[name], value)
      slots[name] = value
      return true
    }
    const before = (slots[name] ??= {}) as Record<string, unknown>
    if (part in before) return isSame(before[part], value)
    before[part] = value
    return true
  }
  if (Array.isArray(template)) {
    return (
      Array.isArray(value) &&
      value.length === template.length &&
      template.every((part, i) => fits(part, value[i], slots))
    )
  }
  if (!isRecord(template)) return template === value
  if (!isRecord(value)) return false
  const known = Object.keys(value).every((key) => value[key] === undefined || Object.hasOwn(template, key))
  return known && Object.entries(template).every(([key, part]) => fits(part, value[key], slots))
}

/** Of values that came from one step, whose fields stand in one order. */
function isSame(one: unknown, other: unknown): boolean {
  return JSON.stringify(one) === JSON.stringify(other)
}

function partOf(value: unknown, part: string): unknown {
  return isRecord(value) ? own(value, part) : undefined
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value)
}
