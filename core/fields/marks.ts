import { z } from 'zod'

/** The kinds of thing a field can name by its id. */
export const REFERENCES = ['program', 'device', 'frame', 'lever'] as const
export type Reference = (typeof REFERENCES)[number]

/**
 * What a text field means to whoever walks over a schema: whom it names, or how its text is read.
 * `template`: `${name}` stands for a named value; `path`: a template that comes to a path or an address.
 */
export interface FieldMark {
  readonly refers?: Reference
  readonly text?: 'template' | 'path'
  /** A script, whose names are found as it writes them. */
  readonly script?: true
}

const marks = z.registry<FieldMark>()

/** A schema of its own that means what the mark says; the one given in stays as it is. */
export function marked<S extends z.ZodType>(schema: S, mark: FieldMark): S {
  const own = schema.clone()
  marks.add(own, mark)
  return own
}

export function markOf(schema: z.ZodType): FieldMark | undefined {
  return marks.get(schema)
}
