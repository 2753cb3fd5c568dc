import type { BenchState, Change } from '../bench'
import { applyChanges } from '../bench'
import { createClashIndex } from '../clash'
import type { Clash, ClashIndex } from '../clash'
import { namesUsed } from '../command'
import type { ValueTable } from '../command'
import { tableFor } from '../levers'
import type { Frame, KeySettings, Lever, NamedValue } from '../levers'
import { own, succeed } from '../result'
import type { Result } from '../result'
import { namesInScripts, textsOf } from '../steps'
import type { Finding } from './finding'
import { judgeFrame } from './judgeFrame'
import { judgeLever } from './judgeLever'
import { unusedValues } from './judgeValues'
import { keyFindings } from './keyFindings'
import { settingOff } from './settingOff'
import { pulledBy } from './pulledBy'
import { changedKeys, watchBench } from './watchBench'
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

/** What a lever was judged by, and what came of it. */
interface Judged {
  readonly findings: readonly Finding[]
  readonly benchKeys: ReadonlySet<string>
  /** Levers, frames and rack it looked at, by id. */
  readonly others: ReadonlySet<string>
  /** What the names it uses stood for. */
  readonly names: ReadonlyMap<string, string | undefined>
}

/** The keys of clashes are looked at by all alike. */
const NO_KEYS: readonly string[] = []
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

  private readonly judged = new Map<string, Judged>()
  private readonly due = new Set<string>()
  private readonly byBenchKey = new Map<string, Set<string>>()
  private readonly byOther = new Map<string, Set<string>>()
  /** The levers that pull each lever. */
  private readonly pullers = new Map<string, Set<string>>()
  private readonly uses = new Map<string, Map<string, string>>()
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
    this.unused ??= unusedValues(this.values, this.frames, this.uses)
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
    if (before) this.forgetUse(before)
    this.levers.set(lever.id, lever)
    for (const id of pulledBy(lever)) add(this.pullers, id, lever.id)
    for (const name of namesOf(lever)) {
      const users = this.uses.get(name)
      if (users) users.set(lever.id, lever.frameId)
      else this.uses.set(name, new Map([[lever.id, lever.frameId]]))
    }
    this.touchLever(lever.id, before, lever)
  }

  remove(id: string): void {
    const before = this.levers.get(id)
    if (!before) return
    this.forgetUse(before)
    this.levers.delete(id)
    this.forget(id)
    this.due.delete(id)
    this.touchLever(id, before, undefined)
  }

  setBench(bench: BenchState): void {
    const before = this.bench
    if (before === bench) return
    const looked = this.emptyDesk()
    this.bench = bench
    for (const key of changedKeys(looked, this.emptyDesk()))
      for (const id of this.byBenchKey.get(key) ?? NO_KEYS) this.due.add(id)
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
    if (isEvent(before) || isEvent(after) || this.pullers.has(id)) this.waiting = undefined
    this.unused = undefined
  }

  private touchOther(key: string): void {
    for (const id of this.byOther.get(key) ?? NO_KEYS) if (this.levers.has(id)) this.due.add(id)
  }

  private valuesChanged(): void {
    this.tables = new Map()
    this.unused = undefined
    this.waiting = undefined
    for (const [id, { findings, names }] of this.judged) {
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
      isPulled: (id) => this.racked.has(id) || (this.pullers.get(id)?.size ?? 0) > 0,
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
    this.forget(id)
    const others = new Set<string>()
    const { value: findings, keys } = watchBench(this.emptyDesk(), (bench) =>
      judgeLever(lever, this.world(others, bench)),
    )
    // Levers that it pulls may be of other frames; what names stand for there is looked at by them.
    const table = this.tableOf(lever.frameId)
    const names = new Map([...namesOf(lever)].map((name) => [name, textIn(table, name)] as const))
    this.judged.set(id, { findings, benchKeys: keys, others, names })
    for (const key of keys) add(this.byBenchKey, key, id)
    for (const other of others) add(this.byOther, other, id)
  }

  private forget(id: string): void {
    const before = this.judged.get(id)
    if (!before) return
    this.judged.delete(id)
    for (const key of before.benchKeys) drop(this.byBenchKey, key, id)
    for (const other of before.others) drop(this.byOther, other, id)
  }

  private forgetUse(lever: Lever): void {
    for (const id of pulledBy(lever)) drop(this.pullers, id, lever.id)
    for (const name of namesOf(lever)) {
      const users = this.uses.get(name)
      users?.delete(lever.id)
      if (users?.size === 0) this.uses.delete(name)
    }
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

/** What comes and what goes. */
export interface Difference {
  readonly found: Finding[]
  readonly gone: Finding[]
}

/** Something that may come to be: changes of the bench, and what is otherwise with frames and keys. */
export interface WhatIf {
  readonly changes?: readonly Change[]
  /** Frames that are switched off. */
  readonly framesOff?: readonly string[]
  /** A program that takes a key for itself. */
  readonly keyTaken?: { readonly programId: string; readonly chord: string; readonly does: string }
}

function withKeyTaken(bench: BenchState, { programId, chord, does }: NonNullable<WhatIf['keyTaken']>): BenchState {
  const taking = own(bench.programs, programId)
  if (!taking) return bench
  const claims = [...taking.claims, { chord, does }]
  return { ...bench, programs: { ...bench.programs, [taking.id]: { ...taking, claims } } }
}

function without(all: readonly Finding[], others: readonly Finding[]): Finding[] {
  const ids = new Set(others.map(({ id }) => id))
  return all.filter(({ id }) => !ids.has(id))
}

function add(index: Map<string, Set<string>>, key: string, id: string): void {
  const of = index.get(key)
  if (of) of.add(id)
  else index.set(key, new Set([id]))
}

function drop(index: Map<string, Set<string>>, key: string, id: string): void {
  const of = index.get(key)
  of?.delete(id)
  if (of?.size === 0) index.delete(key)
}

function textIn({ values, broken }: ValueTable, name: string): string | undefined {
  const text = own(values, name)
  return text ?? (own(broken, name) ? '\0broken' : undefined)
}

/** The names that the texts and scripts of a lever use, each once. */
function namesOf({ steps }: Lever): Set<string> {
  const names = new Set<string>()
  for (const step of steps) {
    for (const { text } of textsOf(step)) if (text.includes('$')) for (const name of namesUsed(text)) names.add(name)
    for (const name of namesInScripts(step)) names.add(name)
  }
  return names
}
