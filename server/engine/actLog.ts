import { frontProgram } from '../../core/bench'
import type { BenchState, Change } from '../../core/bench'
import { escapeVariables } from '../../core/command'
import { own } from '../../core/result'
import { describeStep, programsTyped, stepSchema } from '../../core/steps'
import type { Step } from '../../core/steps'
import { dropActs, lastActSeq, writeAct } from '../database/actTable'
import type { StoredAct } from '../database/actTable'
import type { Database, Queries } from '../database/openDatabase'
import type { World } from './plan'

/** Text typed within this time of the last is one act with it. */
const TYPING_MS = 10_000
/** So many acts beyond what is kept may stand, so that not each new one drops an old one. */
const SLACK = 50

/** A step that was done, with the bench before and after it. */
export interface DoneStep {
  readonly step: Step
  /** What it changed, where it is known. */
  readonly changes?: readonly Change[]
  readonly before: BenchState
  readonly after: BenchState
}

/**
 * What was done by hand on the bench, as the steps a lever would do; bounded by a setting. Nothing is kept of what is
 * typed, copied or sent in a program that holds secrets.
 */
export class ActLog {
  private last: { act: StoredAct; after: BenchState } | undefined

  private constructor(private seq: number) {}

  static async open(database: Database): Promise<ActLog> {
    return new ActLog(await lastActSeq(database))
  }

  /** How an act is stored with the plan that does it; undefined where it is not kept. */
  record({ step, before, after }: DoneStep, { book, nowMs }: World): ((queries: Queries) => Promise<void>) | undefined {
    const { mostActs } = book.settings.body.retention
    if (mostActs === 0 || isSecret(step, before)) return undefined
    const programId = frontProgram(before)?.id ?? null
    const act = this.goneOn(step, before, nowMs) ?? { seq: ++this.seq, atMs: nowMs, step, sentence: '', programId }
    const frames = Object.fromEntries(book.allFrames.map((frame) => [frame.id, frame.name]))
    const told: StoredAct = { ...act, sentence: describeStep(act.step, { ...before, frames }) }
    this.last = { act: told, after }
    const upto = told.seq - mostActs
    return async (queries) => {
      await writeAct(queries, told)
      if (upto > 0 && told.seq % SLACK === 0) await dropActs(queries, upto)
    }
  }

  /** Forgets all of it. How much there was. */
  async forget(database: Queries): Promise<number> {
    this.last = undefined
    return dropActs(database, this.seq)
  }

  /** The last act with what was typed since, where it is typing that goes on and nothing came between. */
  private goneOn(step: Step, before: BenchState, nowMs: number): StoredAct | undefined {
    const { last } = this
    if (step.kind !== 'text.type' || last?.act.step.kind !== 'text.type') return undefined
    if (last.after !== before || nowMs - last.act.atMs > TYPING_MS) return undefined
    const longer = stepSchema.safeParse({ ...last.act.step, text: last.act.step.text + step.text })
    return longer.success ? { ...last.act, atMs: nowMs, step: longer.data } : undefined
  }
}

/** The step that types a text as it is. */
export function typingStep(text: string): Step {
  return stepSchema.parse({ id: 'act', kind: 'text.type', text: escapeVariables(text), programId: '' })
}

/** The step that pulls a lever. */
export function pullingStep(leverId: string): Step {
  return stepSchema.parse({ id: 'act', kind: 'lever.pull', leverId, inputs: [] })
}

/** The step that sends a chord. */
export function sendingStep(chord: string): Step {
  return stepSchema.parse({ id: 'act', kind: 'keys.send', chords: [chord], programId: '' })
}

/** Whether a step types into a program that holds secrets, or copies from one: nothing of that is written down. */
export function isSecret(step: Step, bench: BenchState): boolean {
  const programId = programsTyped(step)
  if (programId === undefined) return false
  const program = programId === '' ? frontProgram(bench) : own(bench.programs, programId)
  return program?.secret === true
}
