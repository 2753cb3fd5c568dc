import { applyChanges } from '../../core/bench'
import type { BenchState } from '../../core/bench'
import { CheckUp, judgeRehearsal } from '../../core/checkup'
import { NO_VALUES } from '../../core/command'
import type { Finding } from '../../core/checkup'
import { framesNow, isFrameOn, tableFor } from '../../core/levers'
import type { Frame, Lever, NamedValue } from '../../core/levers'
import type { ScriptOutcome, ScriptRequest } from '../../core/script'
import { evaluateSum } from '../../core/sums'
import type { CheckedContent, CheckedEdit, FromCheckUp, ToCheckUp } from './messages'

/** So long it works at a stretch, between two looks at what else has come. */
const SLICE_MS = 20
/** Levers are rehearsed when nothing has changed for so long, and no longer than so much of the time. */
const QUIET_MS = 4000
const PART_OF_TIME = 8
/** After each stretch of rehearsing, whatever else there is has the core for so many times as long. */
const REST_OF_STRETCH = 3

interface Surroundings {
  readonly nowMs: () => number
  readonly later: (work: () => void, ms: number) => void
  readonly tell: (message: FromCheckUp) => void
}

type Judging = ReturnType<typeof judgeRehearsal>

/** Levers that are rehearsed one after the other as things stood at a time, and the one that is not at its end. */
interface Round {
  readonly sinceMs: number
  readonly begunMs: number
  readonly begin: (id: string) => Judging
  at: number
  going?: Judging | undefined
}

/** Follows a store by what it is told, and tells what is found: facts first and at once, rehearsals behind them. */
export class FollowStore {
  private content: CheckedContent | undefined
  private check: CheckUp | undefined
  private framesLive: readonly Frame[] = []
  private told = new Map<string, Finding>()
  private rehearsed = new Map<string, Finding>()
  private toRehearse: string[] = []
  /** The rehearsal that waits for the outcome of a script, by its number. */
  private awaited: { readonly seq: number; readonly goOn: (outcome: ScriptOutcome) => void } | undefined
  private scripts = 0
  private readonly questions: Extract<ToCheckUp, { kind: 'what-if' }>[] = []
  private changedAtMs = 0
  private rehearseAfterMs = 0
  private isWorking = false

  constructor(private readonly here: Surroundings) {}

  take(message: ToCheckUp): void {
    switch (message.kind) {
      case 'begin':
        this.begin(message.content)
        break
      case 'bench': {
        if (!this.content) return
        const after = applyChanges(this.content.bench, message.changes)
        if (!after.ok) {
          this.content = undefined
          this.here.tell({ kind: 'lost' })
          return
        }
        this.setBench(after.value)
        break
      }
      case 'edit':
        this.edit(message.edit)
        break
      case 'what-if':
        this.questions.push(message)
        this.answer()
        return
      case 'script-ran':
        if (this.awaited?.seq === message.seq) this.awaited.goOn(message.outcome)
        return
    }
    this.changedAtMs = this.here.nowMs()
    this.toRehearse = []
    this.workOn()
  }

  /** What was asked, as soon as the content is there. */
  private answer(): void {
    if (!this.content || !this.check) return
    for (const { seq, what } of this.questions.splice(0)) {
      const answer = this.check.whatIf(what)
      const told = answer.ok ? { ...answer.value, issues: [] } : { found: [], gone: [], issues: answer.issues }
      this.here.tell({ kind: 'what-if', seq, ...told })
    }
  }

  private begin(content: CheckedContent): void {
    this.content = content
    this.framesLive = this.framesAsTheyStand([])
    this.check = new CheckUp({ ...content, frames: this.framesLive })
    this.rehearsed.clear()
    this.answer()
  }

  private setBench(bench: BenchState): void {
    this.content = { ...this.content!, bench }
    this.check!.setBench(bench)
    this.setFrames()
  }

  private setFrames(): void {
    this.framesLive = this.framesAsTheyStand(this.framesLive)
    this.check!.setFrames(this.framesLive)
  }

  private framesAsTheyStand(before: readonly Frame[]): readonly Frame[] {
    const { frames, bench } = this.content!
    return framesNow(frames, bench, before, this.moment())
  }

  private moment() {
    const nowMs = this.here.nowMs() + (this.content?.bench.clockAheadMs ?? 0)
    const now = new Date(nowMs)
    return { nowMs, minuteOfDay: now.getHours() * 60 + now.getMinutes() }
  }

  private edit({ levers, frames, values, keys, racked }: CheckedEdit): void {
    if (!this.content || !this.check) return
    const content = this.content
    this.content = {
      ...content,
      levers: withDelta(content.levers, levers, (a, b) => a.plate - b.plate),
      frames: withDelta(content.frames, frames, (a, b) => a.position - b.position),
      values: withDelta(content.values, values, (a, b) => (a.name < b.name ? -1 : 1)),
      ...(keys ? { keys } : {}),
      ...(racked ? { racked } : {}),
    }
    for (const id of levers.removed) this.check.remove(id)
    for (const lever of levers.changed) this.check.put(lever)
    this.check.setValues(this.content.values)
    if (keys) this.check.setKeys(keys)
    if (racked) this.check.setRacked(racked)
    this.setFrames()
  }

  private workOn(): void {
    if (this.isWorking) return
    this.isWorking = true
    this.here.later(() => this.slice(), 0)
  }

  private slice(): void {
    this.isWorking = false
    const { check } = this
    if (!check || !this.content) return
    const untilMs = this.here.nowMs() + SLICE_MS
    if (!check.work(this.here.nowMs, untilMs)) {
      this.here.tell({ kind: 'working', due: check.dueCount, toRehearse: 0 })
      return this.workOn()
    }
    if (this.toRehearse.length === 0) {
      this.tellFound()
      this.here.tell({ kind: 'working', due: 0, toRehearse: this.worthRehearsing().length })
    }
    const restMs = Math.max(this.changedAtMs + QUIET_MS, this.rehearseAfterMs) - this.here.nowMs()
    this.here.later(() => this.rehearse(this.changedAtMs), Math.max(0, restMs))
  }

  /** Begins to rehearse all levers that nothing is wrong with, unless something has changed since. */
  private rehearse(sinceMs: number): void {
    if (this.changedAtMs !== sinceMs || !this.content || this.toRehearse.length > 0) return
    this.toRehearse = this.worthRehearsing()
    const wanted = new Set(this.toRehearse)
    this.rehearsed = new Map([...this.rehearsed].filter(([id]) => wanted.has(id)))
    this.rehearseSome({ sinceMs, begunMs: this.here.nowMs(), begin: this.rehearser(), at: 0 })
  }

  /** The levers that are on and that nothing is known to be wrong with. */
  private worthRehearsing(): string[] {
    const faulty = new Set(
      [...this.told.values()].flatMap(({ severity, about }) => (severity === 'fault' ? [about.id] : [])),
    )
    return this.content!.levers.flatMap(({ id, enabled }) => (enabled && !faulty.has(id) ? [id] : []))
  }

  private rehearseSome(round: Round, outcome?: ScriptOutcome): void {
    this.awaited = undefined
    if (this.changedAtMs !== round.sinceMs || !this.content) {
      this.toRehearse = []
      return
    }
    const untilMs = this.here.nowMs() + SLICE_MS
    let given = outcome
    while (round.at < this.toRehearse.length && this.here.nowMs() < untilMs) {
      const id = this.toRehearse[round.at]!
      round.going ??= round.begin(id)
      const part = round.going.next(given)
      given = undefined
      if (!part.done) {
        if ('script' in part.value) return this.await(round, part.value.script)
        continue
      }
      round.going = undefined
      round.at += 1
      if (part.value) this.rehearsed.set(id, part.value)
      else this.rehearsed.delete(id)
    }
    if (round.at < this.toRehearse.length) {
      this.tellRehearsing(round)
      this.here.later(() => this.rehearseSome(round), REST_OF_STRETCH * SLICE_MS)
      return
    }
    this.toRehearse = []
    const nowMs = this.here.nowMs()
    this.rehearseAfterMs = nowMs + PART_OF_TIME * (nowMs - round.begunMs)
    this.tellFound()
  }

  private await(round: Round, request: ScriptRequest): void {
    const seq = ++this.scripts
    this.awaited = { seq, goOn: (outcome) => this.rehearseSome(round, outcome) }
    this.tellRehearsing(round)
    this.here.tell({ kind: 'script', seq, request })
  }

  private tellRehearsing({ at }: Round): void {
    this.here.tell({ kind: 'working', due: 0, toRehearse: this.toRehearse.length - at })
  }

  /** Rehearses levers as everything stands now. */
  private rehearser(): (id: string) => Judging {
    const { bench, frames, values, levers } = this.content!
    const byId = new Map(levers.map((lever) => [lever.id, lever]))
    const tables = new Map(frames.map(({ id }) => [id, tableFor(id, values, bench)]))
    const valuesOf = (frameId: string) => tables.get(frameId) ?? NO_VALUES
    const moment = this.moment()
    let count = 0
    const context = {
      ...moment,
      nextId: () => `rehearsed-${++count}`,
      sum: (text: string) => evaluateSum(text),
      framesOn: (id: string, now: BenchState) =>
        frames.some((frame) => frame.id === id && isFrameOn(frame, now, moment)),
      leversOf: (wanted: string | undefined) =>
        levers.filter(({ frameId }) => wanted === undefined || frameId === wanted),
      leverOf: (id: string) => {
        const lever = byId.get(id)
        return lever && { lever, values: valuesOf(lever.frameId) }
      },
    }
    return (id) => {
      const lever = byId.get(id)!
      return judgeRehearsal(lever, bench, { ...context, values: valuesOf(lever.frameId) })
    }
  }

  private tellFound(): void {
    const ids = new Set(this.content!.levers.map(({ id }) => id))
    const all = [...this.check!.findings(), ...[...this.rehearsed.values()].filter(({ about }) => ids.has(about.id))]
    const now = new Map(all.map((finding) => [finding.id, finding]))
    // What a finding says of others may differ, and it is the same finding: it is told again.
    const added = all.filter((finding) => !isSame(this.told.get(finding.id), finding))
    const gone = [...this.told.keys()].filter((id) => !now.has(id))
    this.told = now
    this.here.tell({ kind: 'found', added, gone })
  }
}

function isSame(one: Finding | undefined, other: Finding): boolean {
  return one === other || (one !== undefined && JSON.stringify(one) === JSON.stringify(other))
}

function withDelta<T extends Lever | Frame | NamedValue>(
  list: readonly T[],
  { changed, removed }: { readonly changed: readonly T[]; readonly removed: readonly string[] },
  order: (a: T, b: T) => number,
): readonly T[] {
  if (changed.length + removed.length === 0) return list
  const gone = new Set([...removed, ...changed.map(({ id }) => id)])
  return [...list.filter(({ id }) => !gone.has(id)), ...changed].sort(order)
}
