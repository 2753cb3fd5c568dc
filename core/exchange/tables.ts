import Papa from 'papaparse'
import type { BenchState } from '../bench'
import { describeClash } from '../clash'
import type { Clash } from '../clash'
import { describeScope, describeTrigger } from '../levers'
import type { Frame, Lever } from '../levers'
import { describeSteps } from '../steps'
import type { Names } from '../steps'

/** Tables of what there is, as comma-separated values (RFC 4180), with the names of columns in the first row. */

type Cell = string | number | boolean | null

function csv(columns: readonly string[], rows: readonly (readonly Cell[])[]): string {
  return `${Papa.unparse({ fields: [...columns], data: rows.map((row) => [...row]) })}\r\n`
}

export interface TableInput {
  readonly levers: readonly Lever[]
  readonly frames: ReadonlyMap<string, Frame>
  readonly bench: BenchState
  readonly names: Names
}

export function leverTable({ levers, frames, bench, names }: TableInput): string {
  return csv(
    ['number', 'name', 'frame', 'on', 'keys', 'words', 'live', 'what it does'],
    levers.map((lever) => [
      lever.plate,
      lever.name,
      frames.get(lever.frameId)?.name ?? '',
      lever.enabled,
      lever.triggers.map((trigger) => describeTrigger(trigger)).join('; '),
      lever.aliases.join(' '),
      describeScope(lever.scope, bench),
      describeSteps(lever.steps, names),
    ]),
  )
}

export function triggerTable({ levers, frames, bench }: TableInput): string {
  return csv(
    ['number', 'lever', 'frame', 'kind', 'keys', 'live'],
    levers.flatMap((lever) =>
      lever.triggers.map((trigger) => [
        lever.plate,
        lever.name,
        frames.get(lever.frameId)?.name ?? '',
        trigger.kind,
        describeTrigger(trigger),
        describeScope(lever.scope, bench),
      ]),
    ),
  )
}

export function clashTable(clashes: readonly Clash[], { levers }: TableInput): string {
  const byId = new Map(levers.map((lever) => [lever.id, lever]))
  return csv(
    ['severity', 'number', 'lever', 'what'],
    clashes.map((clash) => {
      const lever = byId.get(clash.leverId)
      return [clash.severity, lever?.plate ?? null, lever?.name ?? '', describeClash(clash)]
    }),
  )
}

/** A line of the ledger, with instants in ms since 1970. */
export interface LedgerLine {
  readonly startedAtMs: number
  readonly endedAtMs: number | null
  readonly plate: number
  readonly leverName: string
  readonly source: string
  readonly outcome: string
  readonly phase: string
  readonly entryCount: number
  readonly changeCount: number
  readonly note: string
}

/** The column names of the ledger, and its rows, which are written in parts as there may be a million. */
export const LEDGER_COLUMNS = ['started', 'ended', 'number', 'lever', 'by', 'outcome', 'steps', 'changes', 'note']

export function ledgerRows(lines: readonly LedgerLine[]): string {
  if (lines.length === 0) return ''
  const instant = (ms: number | null) => (ms === null ? '' : new Date(ms).toISOString())
  const rows = lines.map((line) => [
    instant(line.startedAtMs),
    instant(line.endedAtMs),
    line.plate,
    line.leverName,
    line.source,
    line.phase === 'ended' ? line.outcome : line.phase,
    line.entryCount,
    line.changeCount,
    line.note,
  ])
  return `${Papa.unparse(rows)}\r\n`
}

export const ledgerHead = () => `${Papa.unparse([LEDGER_COLUMNS])}\r\n`
