import { gateOf, readInputs } from '../levers'
import type { AnyStep, Step, StepContext, StepEffect } from '../steps'
import { quoted } from '../steps'
import type { Value } from '../values'
import { DEEPEST_PULLS } from './checkSheet'
import { entryOf } from './entries'
import type { Advance, At } from './entries'
import { failStep } from './failStep'
import { ended, ready, settled } from './heads'
import { runIssue } from './issues'
import { counted } from './log'
import { leverDepth, listsOf, nextIndex } from './place'
import { withName } from './scope'
import { gateQuestion, PULL_ANYWAY } from './startRun'

/** A lever that another one pulls: how it begins, and how it comes back. */

type Call = Extract<StepEffect, { kind: 'calls' }>

/** Begins with the steps of another lever; its inputs are what it is given, and all that it knows of this one. */
export function callLever(at: At, step: Step | AnyStep, call: Call, context: StepContext): Advance {
  const { head, sheet, bench } = at
  const nothing = { bench, recorded: [] }
  const refuse = (issue: Parameters<typeof failStep>[2]) => failStep(at, step, issue, nothing)
  const lever = sheet.levers?.[call.leverId]
  if (!lever) return refuse(runIssue({ code: 'pull-missing', leverId: call.leverId }))
  const name = `${lever.plate} ${lever.name}`
  const open = head.stack.flatMap((level) => (level.kind === 'lever' ? [level.leverId] : []))
  if (call.leverId === head.leverId || open.includes(call.leverId)) {
    const ids = [head.leverId, ...open]
    const circle = [...ids.slice(ids.indexOf(call.leverId)), call.leverId]
    const plates = circle.map((id) => (id === head.leverId ? head.plate : (sheet.levers?.[id]?.plate ?? '?')))
    return refuse(runIssue({ code: 'pull-circle', plates }))
  }
  if (open.length >= DEEPEST_PULLS) return refuse(runIssue({ code: 'pull-depth', most: DEEPEST_PULLS }))
  if (!lever.enabled) return refuse(runIssue({ code: 'pull-disabled', lever: name }))
  const { nowMs, minuteOfDay, values } = context
  const gate = gateOf(lever, bench, { nowMs, minuteOfDay, values })
  if (gate.kind === 'refuse') return refuse(runIssue({ code: 'pull-interlocked', because: gate.because }))
  if (gate.kind === 'pull') return callLever(at, step, { ...call, leverId: gate.leverId }, context)
  if (gate.kind === 'ask' && context.answer !== PULL_ANYWAY) {
    if (context.answer !== undefined) {
      const entry = entryOf(at, step, { outcome: 'done', note: `Left ${name} alone.` }, [])
      return { run: ready(counted(settled(head), entry), nextIndex(head.stack)), bench, entries: [entry], changes: [] }
    }
    const question = { ...gateQuestion(gate.question), id: `q${head.entryCount + 1}` }
    const entry = entryOf(at, step, { outcome: 'asking', note: question.text }, [])
    const run = { ...counted(settled(head), entry), phase: 'asking' as const, question }
    return { run, bench, entries: [entry], changes: [] }
  }
  const inputs = readInputs(lever.inputs ?? [], call.inputs)
  if (!inputs.ok) {
    const [first] = inputs.issues
    return refuse({ ...first!, message: `${name}: ${inputs.issues.map(({ message }) => message).join(' ')}` })
  }
  const entry = entryOf(at, step, { outcome: 'done', note: `Pulled ${name.replace(/[.?!]$/, '')}.` }, [])
  const level = { kind: 'lever' as const, leverId: call.leverId, index: 0, values: inputs.value }
  const run = ready(counted(settled(head), entry), [...head.stack, level])
  return { run, bench, entries: [entry], changes: [] }
}

/** The lever at hand is over, with a result or without: the one that pulled it goes on, or the run is over. */
export function returnFrom(
  at: At,
  advance: Advance,
  result: { readonly value: Value } | undefined,
  outcome: 'done' | 'stopped' = 'done',
): Advance {
  const { sheet, context } = at
  const { stack } = advance.run
  const depth = leverDepth(stack)
  if (depth === 0) {
    const over = outcome === 'done' && advance.run.failedCount > 0 ? 'failed' : outcome
    const run = ended(settled({ ...advance.run, stack: stack.slice(0, 1) }), over, context.nowMs)
    return { ...advance, run: result ? { ...run, result: result.value } : run }
  }
  const outer = stack.slice(0, depth)
  const caller = listsOf(sheet, outer).at(-1)![outer.at(-1)!.index]!
  const back = {
    ...at,
    head: ready(advance.run, outer),
    log: advance.entries.length > 0 ? advance.entries : at.log,
    bench: advance.bench,
  }
  if (!result) return { ...advance, run: ready(back.head, nextIndex(outer)) }
  const part = { outcome: 'done' as const, note: `It gave back ${quoted(result.value)}.`, value: result.value }
  const entry = entryOf(back, caller, part, [])
  const name = 'as' in caller && typeof caller.as === 'string' ? caller.as : ''
  const counting = counted(back.head, entry)
  const named = name === '' ? counting : withName(counting, sheet, name, back.head.entryCount)
  return {
    ...advance,
    run: ready(named, nextIndex(named.stack)),
    entries: [...advance.entries, entry],
  }
}
