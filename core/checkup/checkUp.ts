import type { BenchState } from '../bench'
import { applyChanges } from '../bench'
import { createClashIndex } from '../clash'
import type { Clash, ClashIndex } from '../clash'
import type { ValueTable } from '../command'
import { tableFor } from '../levers'
import type { Frame, KeySettings, Lever, NamedValue } from '../levers'
import { succeed } from '../result'
import type { Result } from '../result'
import type { Finding } from './finding'
import { judgeFrame } from './judgeFrame'
import { judgeLever } from './judgeLever'
import { Judgements } from './judgements'
import { unusedValues } from './judgeValues'
import { keyFindings } from './keyFindings'
import { pulledBy } from './pulledBy'
import { settingOff } from './settingOff'
import { namesOf, textIn, Usage } from './usage'
import { changedKeys, watchBench } from './watchBench'
import { withKeyTaken, without } from './whatIf'
import type { Difference, WhatIf } from './whatIf'
import type { World } from './world'

/** All that a check-up looks at. */
export interface CheckUpInput {
  readonly levers: readonly Lever[]
  /** With `on` as they stand now. */
  readonly frames: readonly Frame[]
  readonly values: readonly NamedValue[]
  readonly bench: BenchState
  readonly keys?: KeySettings
  /** The levers that tiles of the rack pull. */
  readonly racked?: readonly string[]
}

const NO_WINDOWS: BenchState['windows'] = {}
const NO_STACK: BenchState['stack'] = []

/**
 * A check-up that is kept true change by change: a change makes only those levers be judged anew that have looked at
 * what it touches. What it tells is the same as if all had been judged from the beginning.
 */
export class CheckUp {
  private bench: BenchState
  private empty: { readonly of: BenchState; readonly bench: BenchState } | undefined
  private readonly levers = new Map<string, Lever>()
  private frames: readonly Frame[]
  private values: readonly NamedValue[]
  private keys: KeySettings | undefined
  private racked: ReadonlySet<string>
  private frameById: ReadonlyMap<string, Frame>
  private tables = new Map<string, ValueTable>()

  private readonly judged = new Judgements()
  private readonly due = new Set<string>()
  private readonly usage = new Usage()
  private clashes: ClashIndex | undefined
  private clashesByLever: ReadonlyMap<string, readonly Clash[]> | undefined
  private waiting: readonly Finding[] | undefined
  private unused: readonly Finding[] | undefined
  private ofFrames: readonly Finding[] | undefined

  constructor({ levers, frames, values, bench, keys, racked = [] }: CheckUpInput) {
    this.bench = bench
    this.frames = frames
    this.values = values
    this.keys = keys
    this.racked = new Set(racked)
    this.frameById = new Map(frames.map((frame) => [frame.id, frame]))
    for (const lever of levers) this.put(lever)
  }

  /** How many levers are still to be judged. */
  get dueCount(): number {
    return this.due.size
  }

  /** Judges levers that are due until the time is over; true where none is left. `now` is in ms. */
  work(now: () => number, untilMs: number): boolean {
    for (const id of this.due) {
      this.judge(id)
      if (now() >= untilMs) break
    }
    return this.due.size === 0
  }

  /** Every finding, levers by their numbers, then frames and values; what is due is judged first. */
  findings(): Finding[] {
    for (const id of this.due) this.judge(id)
    const byLever = this.clashesOf()
    this.waiting ??= settingOff([...this.levers.values()], this.world())
    this.unused ??= unusedValues(this.values, this.frames, this.usage.names)
    this.ofFrames ??= this.frames.flatMap((frame) => judgeFrame(frame, { bench: this.bench }))
    const found = new Map<string, Finding>()
    const add = (all: readonly Finding[]) => {
      for (const finding of all) if (!found.has(finding.id)) found.set(finding.id, finding)
    }
    for (const lever of [...this.levers.values()].sort((a, b) => a.plate - b.plate)) {
      add(this.judged.get(lever.id)!.findings)
      if (lever.enabled) add(keyFindings(byLever.get(lever.id) ?? [], lever))
      add(this.waiting.filter(({ about }) => about.id === lever.id))
    }
    add(this.ofFrames)
    add(this.unused)
    return [...found.values()]
  }

  /** What would be found then that is not found now, and what not any more; all stays as it is. Issues: those of the changes. */
  whatIf({ changes = [], framesOff = [], keyTaken }: WhatIf): Result<Difference> {
    const { bench, frames } = this
    const after = applyChanges(bench, changes)
    if (!after.ok) return after
    const now = this.findings()
    const { clashes, clashesByLever, waiting, unused, ofFrames } = this
    this.setBench(keyTaken ? withKeyTaken(after.value, keyTaken) : after.value)
    if (framesOff.length > 0)
      this.setFrames(frames.map((frame) => (framesOff.includes(frame.id) ? { ...frame, on: false } : frame)))
    const then = this.findings()
    this.setBench(bench)
    this.setFrames(frames)
    // Nothing else is as it was judged then: levers that looked at what differed are due again, and the rest is known.
    Object.assign(this, { clashes, clashesByLever, waiting, unused, ofFrames })
    return succeed({ found: without(then, now), gone: without(now, then) })
  }

  put(lever: Lever): void {
    const before = this.levers.get(lever.id)
    if (before === lever) return
    if (before) this.usage.remove(before)
    this.levers.set(lever.id, lever)
    this.usage.put(lever)
    this.touchLever(lever.id, before, lever)
  }

  remove(id: string): void {
    const before = this.levers.get(id)
    if (!before) return
    this.usage.remove(before)
    this.levers.delete(id)
    this.judged.forget(id)
    this.due.delete(id)
    this.touchLever(id, before, undefined)
  }

  setBench(bench: BenchState): void {
    const before = this.bench
    if (before === bench) return
    const looked = this.emptyDesk()
    this.bench = bench
    for (const key of changedKeys(looked, this.emptyDesk())) for (const id of this.judged.thatSaw(key)) this.due.add(id)
    // What a step may open is told by what programs open.
    if (before.programs !== bench.programs) this.clashes = this.clashesByLever = this.waiting = undefined
    if (before.folders !== bench.folders) this.valuesChanged()
    this.ofFrames = undefined
  }

  setFrames(frames: readonly Frame[]): void {
    if (this.frames === frames) return
    const before = this.frameById
    this.frames = frames
    this.frameById = new Map(frames.map((frame) => [frame.id, frame]))
    for (const id of new Set([...before.keys(), ...this.frameById.keys()]))
      if (before.has(id) !== this.frameById.has(id)) this.touchOther(`frame ${id}`)
    this.clashes = this.clashesByLever = this.ofFrames = this.unused = undefined
  }

  setValues(values: readonly NamedValue[]): void {
    if (this.values === values) return
    this.values = values
    this.valuesChanged()
  }

  setKeys(keys: KeySettings): void {
    if (this.keys === keys) return
    this.keys = keys
    this.clashes = this.clashesByLever = undefined
  }

  setRacked(racked: readonly string[]): void {
    const now = new Set(racked)
    for (const id of new Set([...this.racked, ...now])) if (this.racked.has(id) !== now.has(id)) this.due.add(id)
    this.racked = now
    for (const id of [...this.due]) if (!this.levers.has(id)) this.due.delete(id)
  }

  private touchLever(id: string, before: Lever | undefined, after: Lever | undefined): void {
    if (after) this.due.add(id)
    this.touchOther(`lever ${id}`)
    // Whether something pulls them may differ for all that it pulls or pulled.
    for (const lever of [before, after])
      if (lever) for (const pulled of pulledBy(lever)) if (this.levers.has(pulled)) this.due.add(pulled)
    if (this.clashes) {
      if (this.frames.some(({ rules = [] }) => rules.some(({ kind }) => kind === 'row'))) this.clashes = undefined
      else if (after) this.clashes.put(after)
      else this.clashes.remove(id)
    }
    this.clashesByLever = undefined
    const isEvent = (lever: Lever | undefined) => (lever?.doors ?? []).some(({ kind }) => kind === 'event')
    if (isEvent(before) || isEvent(after) || this.usage.isPulled(id)) this.waiting = undefined
    this.unused = undefined
  }

  private touchOther(key: string): void {
    for (const id of this.judged.thatAsked(key)) if (this.levers.has(id)) this.due.add(id)
  }

  private valuesChanged(): void {
    this.tables = new Map()
    this.unused = undefined
    this.waiting = undefined
    for (const [id, { findings, names }] of this.judged.entries()) {
      const lever = this.levers.get(id)
      if (!lever) continue
      // What could be done about a finding may be written with another value.
      const table = this.tableOf(lever.frameId)
      const isSame = findings.length === 0 && [...names].every(([name, text]) => textIn(table, name) === text)
      if (!isSame) this.due.add(id)
    }
  }

  private tableOf(frameId: string): ValueTable {
    let table = this.tables.get(frameId)
    if (!table) this.tables.set(frameId, (table = tableFor(frameId, this.values, this.bench)))
    return table
  }

  private world(others = new Set<string>(), bench = this.bench): World {
    return {
      bench,
      lever: (id) => {
        others.add(`lever ${id}`)
        return this.levers.get(id)
      },
      frame: (id) => {
        others.add(`frame ${id}`)
        return this.frameById.get(id)
      },
      tableOf: (frameId) => this.tableOf(frameId),
      isPulled: (id) => this.racked.has(id) || this.usage.isPulled(id),
    }
  }

  /** What stands open is so for the moment only, and no lever is judged by it. */
  private emptyDesk(): BenchState {
    if (this.empty?.of !== this.bench)
      this.empty = { of: this.bench, bench: { ...this.bench, windows: NO_WINDOWS, stack: NO_STACK } }
    return this.empty.bench
  }

  private judge(id: string): void {
    this.due.delete(id)
    const lever = this.levers.get(id)
    if (!lever) return
    const others = new Set<string>()
    const { value: findings, keys } = watchBench(this.emptyDesk(), (bench) =>
      judgeLever(lever, this.world(others, bench)),
    )
    // Levers that it pulls may be of other frames; what names stand for there is looked at by them.
    const table = this.tableOf(lever.frameId)
    const names = new Map([...namesOf(lever)].map((name) => [name, textIn(table, name)] as const))
    this.judged.set(id, { findings, benchKeys: keys, others, names })
  }

  private clashesOf(): ReadonlyMap<string, readonly Clash[]> {
    this.clashes ??= createClashIndex({
      levers: [...this.levers.values()].sort((a, b) => a.plate - b.plate),
      frames: this.frames,
      programs: this.bench.programs,
      ...(this.keys ? { keys: this.keys } : {}),
    })
    if (!this.clashesByLever) {
      const byLever = new Map<string, Clash[]>()
      for (const clash of this.clashes.all()) {
        if (clash.severity === 'note') continue
        const of = byLever.get(clash.leverId)
        if (of) of.push(clash)
        else byLever.set(clash.leverId, [clash])
      }
      this.clashesByLever = byLever
    }
    return this.clashesByLever
  }
}

/** Every finding as things stand. */
export function checkUp(input: CheckUpInput): Finding[] {
  return new CheckUp(input).findings()
}
