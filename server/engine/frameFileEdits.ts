import { planFrame } from '../../core/frameFile'
import type { FrameDocument, FramePlan } from '../../core/frameFile'
import { withoutNothing } from '../../core/levers'
import type { Frame, Lever } from '../../core/levers'
import { countOf } from '../../core/names'
import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import type { RevisionEntry } from '../database/schema'
import { nextPlate } from './bookState'
import type { BookState, PlannedEdit } from './bookState'
import { newId } from './newId'

/** What is done with levers and values that the file does not have. */
export type NotInFile = 'keep' | 'delete'

/** What is known of a file besides what stands in it. */
export interface KnownOfFile {
  /** The frame it is about, whatever it is called. */
  readonly frameId?: string
  /** What its levers were, by the names they had. */
  readonly idByName?: ReadonlyMap<string, string>
  /** What the history calls it, before how many levers it is about. */
  readonly label?: string
}

export function framePlanOf(document: FrameDocument, state: BookState, known: KnownOfFile = {}): FramePlan {
  return planFrame(document, {
    ...known,
    levers: state.levers,
    frames: state.frames,
    values: state.values.values(),
    newId,
  })
}

/**
 * Reads a frame file in as one edit: what is new is made, what differs is altered, and what is only here is kept or
 * deleted. Issue: `reference-missing` for a lever or frame that is named and not there.
 */
export function importFrameFile(document: FrameDocument, notInFile: NotInFile, known: KnownOfFile = {}) {
  return (state: BookState): Result<PlannedEdit<FramePlan>> => {
    const plan = framePlanOf(document, state, known)
    if (plan.lost.length > 0) {
      return fail(
        ...plan.lost.map(({ lever, message }) => ({ code: 'reference-missing', message: `${lever}: ${message}` })),
      )
    }
    const frameId = plan.frame?.id ?? newId()
    const entries = entriesOfPlan(document, plan, frameId, notInFile, new Numbers(state))
    const count = plan.levers.filter(({ fate }) => fate === 'new' || fate === 'changed').length
    return succeed({
      label: `${known.label ?? `Read in ${document.name}`}: ${count} of ${countOf(document.levers.length, 'lever')}`,
      entries,
      answer: plan,
    })
  }
}

/** Numbers and places that are given to what is new, each once. */
export class Numbers {
  private readonly plates: Set<number>
  private nextPlate: number
  private lastPosition: number

  constructor(state: BookState) {
    this.plates = new Set([...state.levers.values()].map(({ plate }) => plate))
    this.nextPlate = nextPlate(state)
    this.lastPosition = Math.max(-1, ...[...state.frames.values()].map(({ position }) => position))
  }

  /** The plate that is said, where nobody else has it; the next number otherwise. */
  plate(said: number | undefined): number {
    const plate = said !== undefined && !this.plates.has(said) ? said : this.nextPlate++
    this.plates.add(plate)
    return plate
  }

  position(): number {
    return (this.lastPosition += 1)
  }
}

/** What a plan alters, of the frame of that id. */
export function entriesOfPlan(
  document: FrameDocument,
  plan: FramePlan,
  frameId: string,
  notInFile: NotInFile,
  numbers: Numbers,
): RevisionEntry[] {
  return [
    ...frameEntries(document, plan, frameId, numbers),
    ...valueEntries(plan.values, frameId, notInFile),
    ...leverEntries(plan, frameId, notInFile, numbers),
  ]
}

function frameEntries(document: FrameDocument, plan: FramePlan, id: string, numbers: Numbers): RevisionEntry[] {
  if (!plan.isFrameChanged) return []
  const before = plan.frame ?? null
  const after: Frame = {
    id,
    name: document.name,
    on: document.on,
    position: before?.position ?? numbers.position(),
    version: (before?.version ?? 0) + 1,
    ...(document.condition ? { condition: document.condition } : {}),
    ...(document.rules.length > 0 ? { rules: document.rules } : {}),
  }
  return [{ kind: 'frame', id, before, after }]
}

export function valueEntries(
  values: FramePlan['values'],
  frameId: string | null,
  notInFile: NotInFile,
): RevisionEntry[] {
  return values.flatMap(({ fate, name, text, stands }): RevisionEntry[] => {
    if (fate === 'new') {
      const id = newId()
      return [{ kind: 'value', id, before: null, after: { id, frameId, name, text, version: 1 } }]
    }
    if (!stands || fate === 'same' || (fate === 'only-here' && notInFile === 'keep')) return []
    const after = fate === 'changed' ? { ...stands, text, version: stands.version + 1 } : null
    return [{ kind: 'value', id: stands.id, before: stands, after }]
  })
}

function leverEntries({ levers }: FramePlan, frameId: string, notInFile: NotInFile, numbers: Numbers): RevisionEntry[] {
  return levers.flatMap(({ fate, stands, lever, id }): RevisionEntry[] => {
    if (fate === 'new') {
      const after: Lever = withoutNothing({ ...lever!, id, frameId, plate: numbers.plate(lever!.plate), version: 1 })
      return [{ kind: 'lever', id, before: null, after }]
    }
    if (fate === 'changed') {
      // What the file does not say any more is gone.
      const { plate, version } = stands!
      const after: Lever = withoutNothing({ ...lever!, id, frameId, plate, version: version + 1 })
      return [{ kind: 'lever', id, before: stands!, after }]
    }
    if (fate === 'only-here' && notInFile === 'delete') return [{ kind: 'lever', id, before: stands!, after: null }]
    return []
  })
}
