import type { BenchState } from '../bench'
import { namesUsed } from '../command'
import type { ValueTable } from '../command'
import { own } from '../result'
import { definitionOf } from './describe'
import type { AnyStep } from './defineStep'
import { fault } from './finding'
import type { StepFinding as Finding } from './finding'
import { isKnown, NO_NAMES } from './knownNames'
import type { KnownNames } from './knownNames'
import type { PlainStep, Step } from './schema'
import { ownTextsOf, placeIssues, placesIn } from './scopes'
import type { Place } from './scopes'

export type StepFinding = Finding<Step>

/** What will not go as meant at one place of a sheet. `at` is a path in the step there, and a mend is that step. */
export interface PlaceFinding {
  readonly path: string
  readonly finding: StepFinding
}

/**
 * What will not go as meant, as the bench stands now; of the second way too, at `alternative.…`, and of what stands in
 * a block, at the path of its list. A mend is the whole step, put right. `known` are names that only the run knows.
 */
export function lintStep(
  step: Step | AnyStep,
  bench: BenchState,
  table?: ValueTable,
  known: KnownNames = NO_NAMES,
): StepFinding[] {
  const places = placesIn([step], known, '', true)
  return [...places].flatMap((place) => {
    const way = place.path.split('.').slice(1)
    return lintPlace(place, bench, table).map(({ at, mend, ...finding }) => ({
      ...finding,
      at: [...way, at].join('.'),
      ...(mend ? { mend: { label: mend.label, step: replaced(step, way, mend.step) as Step } } : {}),
    }))
  })
}

/** What will not go as meant in a whole sheet, by the path of the step it is about. */
export function lintSheet(
  steps: readonly (Step | AnyStep)[],
  bench: BenchState,
  table?: ValueTable,
  known: KnownNames = NO_NAMES,
): PlaceFinding[] {
  return [...placesIn(steps, known)].flatMap((place) =>
    lintPlace(place, bench, table).map((finding) => ({ path: place.path, finding })),
  )
}

/** The same data with one part of it, named by its path, replaced. */
function replaced(data: unknown, [key, ...rest]: readonly string[], part: unknown): unknown {
  if (key === undefined) return part
  if (Array.isArray(data)) return data.with(Number(key), replaced(data[Number(key)], rest, part))
  const record = data as Record<string, unknown>
  return { ...record, [key]: replaced(own(record, key), rest, part) }
}

function lintPlace(place: Place, bench: BenchState, table: ValueTable | undefined): StepFinding[] {
  const { step, known } = place
  const definition = definitionOf(step)
  const unusable = placeIssues(place, bench, table)
  if (unusable.length > 0) return unusable.map((issue) => fault(String(issue.at ?? ''), issue)) as StepFinding[]
  // What a name of the run will stand for is not known before it, and so not what would come of it.
  const usesKnown = ownTextsOf(step).some(({ text }) => namesUsed(text).some((name) => isKnown(name, known)))
  if (usesKnown) return []
  const { alternative, ...plain } = step
  const findings = definition.lint?.(plain as PlainStep as never, bench, table) ?? []
  return findings.map(({ mend, ...finding }) => ({
    ...finding,
    ...(mend ? { mend: { label: mend.label, step: { ...mend.step, ...(alternative ? { alternative } : {}) } } } : {}),
  })) as StepFinding[]
}
