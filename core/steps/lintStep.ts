import type { BenchState } from '../bench'
import { namesUsed } from '../command'
import type { ValueTable } from '../command'
import { childrenOf, definitionOf, namesGiven } from './describe'
import type { AnyStep } from './defineStep'
import { fault } from './finding'
import type { StepFinding as Finding } from './finding'
import type { PlainStep, Step } from './schema'
import { findTextIssues, textsOf } from './walk'

export type StepFinding = Finding<Step>

/**
 * What will not go as meant, as the bench stands now; of the second way too, at `alternative.…`, and of what stands in
 * a
 * block, at the path of its list. A mend is the whole step, put right. `given` are names that blocks around it give.
 */
export function lintStep(
  step: Step | AnyStep,
  bench: BenchState,
  table?: ValueTable,
  given: readonly string[] = [],
): StepFinding[] {
  const { alternative, ...plain } = step
  const findings = lintWay(plain as PlainStep, bench, table, given).map(({ mend, ...finding }) => ({
    ...finding,
    ...(mend ? { mend: { label: mend.label, step: { ...mend.step, ...(alternative ? { alternative } : {}) } } } : {}),
  })) as StepFinding[]
  const inside = [...given, ...namesGiven(step)]
  for (const { list, steps } of childrenOf(step)) {
    for (const [i, inner] of steps.entries())
      findings.push(...within(step, `${list}.${i}`, lintStep(inner, bench, table, inside)))
  }
  if (alternative) findings.push(...within(step, 'alternative', lintStep(alternative, bench, table, given)))
  return findings
}

/** Findings of a step that stands in another one, as findings of that one. */
function within(outer: Step | AnyStep, path: string, findings: readonly StepFinding[]): StepFinding[] {
  return findings.map(({ at, mend, ...finding }) => ({
    ...finding,
    at: `${path}.${at}`,
    ...(mend ? { mend: { label: mend.label, step: replaced(outer, path.split('.'), mend.step) as Step } } : {}),
  }))
}

/** The same data with one part of it, named by its path, replaced. */
function replaced(data: unknown, [key, ...rest]: readonly string[], part: unknown): unknown {
  if (key === undefined) return part
  if (Array.isArray(data)) return data.with(Number(key), replaced(data[Number(key)], rest, part))
  const record = data as Record<string, unknown>
  return { ...record, [key]: replaced(record[key], rest, part) }
}

function lintWay(
  step: PlainStep,
  bench: BenchState,
  table: ValueTable | undefined,
  given: readonly string[],
): Finding[] {
  const definition = definitionOf(step)
  if (definition.role === 'block') return definition.lint?.(step as never, bench, table) ?? []
  const known: ValueTable = {
    values: { ...table?.values, ...Object.fromEntries(given.map((name) => [name, ''])) },
    broken: table?.broken ?? {},
  }
  const unusable = findTextIssues(step, bench, known)
  if (unusable.length > 0) return unusable.map((issue) => fault(String(issue.at), issue))
  // What a name of a block will stand for is not known before the run, and so not what would come of it.
  const usesGiven = textsOf(step).some(({ text }) => namesUsed(text).some((name) => given.includes(name)))
  return usesGiven ? [] : (definition.lint?.(step as never, bench, table) ?? [])
}
