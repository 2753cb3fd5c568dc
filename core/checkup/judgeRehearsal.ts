import type { BenchState } from '../bench'
import type { Lever } from '../levers'
import { rehearseInParts, rowOfPath } from '../run'
import type { RehearsalContext, RehearsalPart } from '../run'
import type { ScriptOutcome } from '../script'
import type { Value } from '../values'
import type { Finding } from './finding'

/**
 * What would fail if a lever was pulled now with what its inputs are by themselves; undefined where it would not, or
 * where that is not known: it needs an input that has no standard, or would ask. It stops now and then, and for each
 * script, which it goes on with the outcome of; without one it ends there.
 */
export function* judgeRehearsal(
  lever: Lever,
  bench: BenchState,
  context: RehearsalContext,
): Generator<RehearsalPart, Finding | undefined, ScriptOutcome | undefined> {
  const inputs: Record<string, Value> = {}
  for (const { name, standard, choices } of lever.inputs ?? []) {
    const given = standard ?? choices?.[0]
    if (given === undefined) return undefined
    inputs[name] = given
  }
  const { run } = yield* rehearseInParts(lever, bench, { ...context, inputs })
  if (run.phase !== 'ended' || run.outcome !== 'failed') return undefined
  const failed = run.log.findLast(({ outcome }) => outcome === 'failed')
  if (!failed) return undefined
  const row = rowOfPath(failed.path)
  const message = `Pulled now, it would fail: ${failed.note}`
  return {
    id: [lever.id, 'rehearsal-fails', row, message].join('|'),
    about: { kind: 'lever', id: lever.id },
    severity: 'note',
    code: 'rehearsal-fails',
    row,
    where: `row ${Number(row.split('.', 1)[0]) + 1}`,
    message,
  }
}
