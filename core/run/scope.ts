import type { ValueTable } from '../command'
import { LayeredTable } from '../steps'
import type { Scope, Value } from '../values'
import { leverDepth } from './place'
import type { Stack } from './place'
import type { Level, LogEntry, RunHead, RunSheet } from './schema'

/** What names stand for at a place in a run. */

/** The values that blocks, inputs and steps have given to names, the innermost last; none of another lever. */
export function scopeOf(stack: Stack, sheet: RunSheet, log: readonly LogEntry[]): Scope {
  const depth = leverDepth(stack)
  const scope: Record<string, Value> = { ...inputsAt(stack[depth]!, sheet) }
  for (let at = depth; at < stack.length; at++) {
    const level = stack[at]!
    if (level.kind === 'block') Object.assign(scope, level.values)
    if (level.named) for (const [name, entry] of Object.entries(level.named)) scope[name] = log[entry]?.value ?? null
  }
  return scope
}

function inputsAt(level: Level, sheet: RunSheet): Scope {
  return level.kind === 'lever' ? level.values : (sheet.inputs ?? {})
}

/** The named values of the lever at hand, with the texts of the scope over them. */
export function tableOf(stack: Stack, sheet: RunSheet, scope: Scope): ValueTable {
  const level = stack[leverDepth(stack)]!
  const table = level.kind === 'lever' ? (sheet.levers?.[level.leverId]?.values ?? sheet.values) : sheet.values
  if (Object.keys(scope).length === 0) return table
  const isBroken = Object.keys(table.broken).length > 0
  const broken = isBroken
    ? Object.fromEntries(Object.entries(table.broken).filter(([name]) => !Object.hasOwn(scope, name)))
    : table.broken
  return new LayeredTable(table, scope, broken)
}

/**
 * A name now stands for the value that an entry of the log has. One that has the name already, here or around it in the
 * same lever, gets the new value; else it is known from here on in the list at hand.
 */
export function withName(head: RunHead, sheet: RunSheet, name: string, entryAt: number): RunHead {
  const { stack } = head
  const depth = leverDepth(stack)
  let at = stack.length - 1
  while (at >= depth && !hasName(stack[at]!, sheet, name)) at -= 1
  if (at < depth) at = listDepth(stack)
  const level = { ...stack[at]!, named: { ...stack[at]!.named, [name]: entryAt } }
  return { ...head, stack: stack.with(at, level) }
}

function hasName(level: Level, sheet: RunSheet, name: string): boolean {
  if (level.named && Object.hasOwn(level.named, name)) return true
  if (level.kind === 'block') return level.values !== undefined && Object.hasOwn(level.values, name)
  if (level.kind === 'second-way' || level.kind === 'made') return false
  return Object.hasOwn(inputsAt(level, sheet), name)
}

/** A second way stands for a step of the list one level up. */
function listDepth(stack: Stack): number {
  let at = stack.length - 1
  while (stack[at]!.kind === 'second-way') at -= 1
  return at
}
