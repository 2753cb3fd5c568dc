import { expect, test } from 'vitest'
import { z } from 'zod'
import { endpoints } from '.'
import type { Endpoint } from '.'

interface Schema {
  readonly $ref?: string
  readonly type?: string | string[]
  readonly enum?: unknown
  readonly const?: unknown
  readonly maxItems?: number
  readonly maxLength?: number
  readonly properties?: Record<string, Schema>
  readonly additionalProperties?: Schema | boolean
  readonly propertyNames?: Schema
  readonly items?: Schema
  readonly anyOf?: Schema[]
  readonly oneOf?: Schema[]
  readonly allOf?: Schema[]
  readonly $defs?: Record<string, Schema>
}

/** Every list and text of a schema that may be as long as it likes, by where it stands. */
function unbounded(schema: Schema, name: string): string[] {
  const found: string[] = []
  const seen = new Set<Schema>()
  const walk = (part: Schema | boolean | undefined, path: string): void => {
    if (typeof part !== 'object' || seen.has(part)) return
    seen.add(part)
    if (part.$ref) return walk(schema.$defs?.[part.$ref.split('/').at(-1)!], path)
    const types = [part.type].flat()
    if (types.includes('array') && part.maxItems === undefined) found.push(`${path}: list`)
    if (types.includes('string') && part.maxLength === undefined && !part.enum && part.const === undefined)
      found.push(`${path}: text`)
    for (const [key, property] of Object.entries(part.properties ?? {})) walk(property, `${path}.${key}`)
    walk(part.additionalProperties, `${path}.*`)
    walk(part.propertyNames, `${path} (keys)`)
    walk(part.items, `${path}[]`)
    for (const option of [...(part.anyOf ?? []), ...(part.oneOf ?? []), ...(part.allOf ?? [])]) walk(option, path)
  }
  walk(schema, name)
  return found
}

test('the check finds what has no bound', () => {
  const odd = z.object({ a: z.array(z.string().max(3)), b: z.record(z.string(), z.union([z.string(), z.number()])) })
  expect(unbounded(z.toJSONSchema(odd, { io: 'input' }) as Schema, 'odd')).toEqual([
    'odd.a: list',
    'odd.b.*: text',
    'odd.b (keys): text',
  ])
})

test.each(Object.entries(endpoints as Record<string, Endpoint>).filter(([, { body }]) => body))(
  'every list and text in the body of %s has a bound',
  (name, { body }) => {
    const schema = z.toJSONSchema(body!, { io: 'input', unrepresentable: 'any', reused: 'inline' }) as Schema
    expect(unbounded(schema, name)).toEqual([])
  },
)
