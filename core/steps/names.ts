import { conditionParts } from '../conditions'
import type { Condition } from '../conditions'
import { own } from '../result'
import type { BenchState } from '../bench'
import { listed } from '../names'
import { partOf, partsListed } from '../sentence'
import type { Sentence, SentencePart } from '../sentence'

/**
 * The names a sentence needs; a bench has those of programs, and frames are told by their ids where their names are not
 * given.
 */
export type Names = Pick<BenchState, 'programs'> & {
  readonly frames?: Readonly<Record<string, string>>
  readonly devices?: BenchState['devices']
  readonly desktops?: BenchState['desktops']
  readonly windows?: BenchState['windows']
  /** Plate and name of each lever: `23 Who is visiting?`. */
  readonly levers?: Readonly<Record<string, string>>
}

export function programName(id: string, names: Names): string {
  return own(names.programs, id)?.name ?? `the missing program “${id}”`
}

export function programNames(ids: readonly string[], names: Names): string {
  return listed(ids.map((id) => programName(id, names)))
}

export function frameName(id: string, names: Names): string {
  return own(names.frames ?? {}, id) ?? `the frame “${id}”`
}

/** The first three of a list of texts, and how many more there are. */
export function firstOf(texts: readonly string[]): string {
  const shown = texts
    .slice(0, 3)
    .map((text) => (text === '' ? '“”' : text))
    .join(', ')
  return texts.length > 3 ? `${shown} and ${texts.length - 3} more` : shown
}

export function leverName(id: string, names: Names): string {
  if (id === '') return '…'
  return own(names.levers ?? {}, id) ?? `the lever “${id}”`
}

/** A program in a sentence, to be chosen there. */
export function programPart(at: string, id: string, names: Names): SentencePart {
  return partOf(at, id === '' ? '…' : programName(id, names), 'program')
}

/** The same where `''` is the program in front. */
export function programOrFrontPart(at: string, id: string, names: Names): SentencePart {
  return partOf(at, id === '' ? 'the program in front' : programName(id, names), 'any-program')
}

export function programParts(at: string, ids: readonly string[], names: Names): Sentence {
  return ids.length === 0 ? ['…'] : partsListed(ids.map((id, i) => programPart(`${at}.${i}`, id, names)))
}

export function frameParts(at: string, ids: readonly string[], names: Names): Sentence {
  return ids.length === 0 ? ['…'] : partsListed(ids.map((id, i) => partOf(`${at}.${i}`, frameName(id, names), 'frame')))
}

/** A condition of a step, with parts to be chosen. */
export function partsIn(at: string, condition: Condition, { programs, devices = {} }: Names): Sentence {
  return conditionParts(at, condition, { programs, devices })
}
