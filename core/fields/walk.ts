import type { z } from 'zod'
import { markOf } from './marks'
import type { FieldMark } from './marks'

/** A marked field of a value: its dotted path, what it means, and the text in it. */
export interface MarkedField {
  readonly path: string
  readonly mark: FieldMark
  readonly text: string
}

/**
 * Goes over one value. `visit` gives back the text that a marked field gets; where every text stays as it is, the same
 * value comes back.
 */
type Walk = (value: unknown, path: string, visit: (field: MarkedField) => string) => unknown

/** `undefined` where nothing below is marked, so that whole branches are passed over. */
const walks = new WeakMap<z.ZodType, Walk | undefined>()

/** Every marked field of a value that fits the schema, in the order of the schema. */
export function markedFields(schema: z.ZodType, value: unknown): MarkedField[] {
  const found: MarkedField[] = []
  walkOf(schema)?.(value, '', (field) => {
    found.push(field)
    return field.text
  })
  return found
}

/** The value with each marked text made anew; the same value where none differs. */
export function mapMarked<T>(schema: z.ZodType, value: T, alter: (field: MarkedField) => string): T {
  const walk = walkOf(schema)
  return walk ? (walk(value, '', alter) as T) : value
}

function walkOf(schema: z.ZodType): Walk | undefined {
  if (!walks.has(schema)) {
    // A schema that holds itself is met again while it is being looked at: that place looks it up when it gets there.
    walks.set(schema, (value, path, visit) => walks.get(schema)?.(value, path, visit) ?? value)
    walks.set(schema, compile(schema))
  }
  return walks.get(schema)
}

function compile(schema: z.ZodType): Walk | undefined {
  const mark = markOf(schema)
  if (mark) return (text, path, visit) => (typeof text === 'string' ? visit({ path, mark, text }) : text)
  const { def } = (schema as unknown as z.core.$ZodTypes)._zod
  switch (def.type) {
    case 'object':
      return walkObject(def.shape as Record<string, z.ZodType>)
    case 'array':
      return walkArray(def.element as z.ZodType)
    case 'record':
      return walkRecord(def.valueType as z.ZodType)
    case 'union':
      return walkUnion(def as z.core.$ZodUnionDef | z.core.$ZodDiscriminatedUnionDef)
    case 'optional':
    case 'nullable':
    case 'default':
    case 'prefault':
    case 'readonly':
      return walkOf(def.innerType as z.ZodType)
    case 'lazy':
      return walkOf(def.getter() as z.ZodType)
    default:
      return undefined
  }
}

const below = (path: string, key: string | number) => (path === '' ? String(key) : `${path}.${key}`)

function walkObject(shape: Record<string, z.ZodType>): Walk | undefined {
  const walked = Object.entries(shape).flatMap(([key, schema]) => {
    const walk = walkOf(schema)
    return walk ? [{ key, walk }] : []
  })
  if (walked.length === 0) return undefined
  return (value, path, visit) => {
    const before = value as Record<string, unknown> | null | undefined
    if (typeof before !== 'object' || before === null) return value
    let after = before
    for (const { key, walk } of walked) {
      if (before[key] === undefined || before[key] === null) continue
      const part = walk(before[key], below(path, key), visit)
      if (part !== before[key]) after = { ...after, [key]: part }
    }
    return after
  }
}

function walkArray(element: z.ZodType): Walk | undefined {
  const walk = walkOf(element)
  if (!walk) return undefined
  return (value, path, visit) => {
    if (!Array.isArray(value)) return value
    let differs = false
    const after = value.map((part: unknown, i) => {
      const made = walk(part, below(path, i), visit)
      differs ||= made !== part
      return made
    })
    return differs ? after : value
  }
}

function walkRecord(element: z.ZodType): Walk | undefined {
  const walk = walkOf(element)
  if (!walk) return undefined
  return (value, path, visit) => {
    if (typeof value !== 'object' || value === null) return value
    const before = Object.entries(value)
    const after = before.map(([key, part]) => [key, walk(part, below(path, key), visit)] as const)
    return after.some(([, part], i) => part !== before[i]![1]) ? Object.fromEntries(after) : value
  }
}

/**
 * A union that is told apart by a field walks by that field; another one walks as the first option that takes the
 * value.
 */
function walkUnion(def: z.core.$ZodUnionDef | z.core.$ZodDiscriminatedUnionDef): Walk | undefined {
  const options = def.options as readonly z.ZodType[]
  if (!options.some((option) => walkOf(option))) return undefined
  if (!('discriminator' in def)) {
    return (value, path, visit) => {
      const fitting = options.find((option) => option.safeParse(value).success)
      return fitting ? (walkOf(fitting)?.(value, path, visit) ?? value) : value
    }
  }
  const byTag = new Map<unknown, z.ZodType>()
  for (const option of options) {
    for (const tag of (option as unknown as z.core.$ZodTypes)._zod.propValues?.[def.discriminator] ?? [])
      byTag.set(tag, option)
  }
  return (value, path, visit) => {
    const option = byTag.get((value as Record<string, unknown> | null)?.[def.discriminator])
    return (option && walkOf(option)?.(value, path, visit)) ?? value
  }
}
