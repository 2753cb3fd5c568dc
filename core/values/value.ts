import { z } from 'zod'

/** What a name can stand for while a lever runs: a text, number, yes or no, nothing, a list, a record with parts. */
export type Value = string | number | boolean | null | Value[] | { [part: string]: Value }

export const valueSchema: z.ZodType<Value> = z
  .lazy(() =>
    z.union([z.string(), z.number(), z.boolean(), z.null(), z.array(valueSchema), z.record(z.string(), valueSchema)]),
  )
  .meta({ id: 'Value' })

/** A value that somebody gives from outside: as large as an answer or an input has to be. */
export const givenValueSchema: z.ZodType<Value> = z
  .lazy(() =>
    z.union([
      z.string().max(100_000, 'A text has at most 100,000 letters.'),
      z.number(),
      z.boolean(),
      z.null(),
      z.array(givenValueSchema).max(10_000, 'A list has at most 10,000 entries.'),
      z.record(z.string().max(200), givenValueSchema),
    ]),
  )
  .meta({ id: 'GivenValue' })

/** Whether two values are the same to their last part, whatever the order of their parts. */
export function isSameValue(one: Value, other: Value): boolean {
  if (one === other) return true
  if (typeof one !== 'object' || typeof other !== 'object' || one === null || other === null) return false
  if (Array.isArray(one) || Array.isArray(other)) {
    if (!Array.isArray(one) || !Array.isArray(other) || one.length !== other.length) return false
    return one.every((part, i) => isSameValue(part, other[i]!))
  }
  const names = Object.keys(one)
  return (
    names.length === Object.keys(other).length &&
    names.every((name) => Object.hasOwn(other, name) && isSameValue(one[name]!, other[name]!))
  )
}
