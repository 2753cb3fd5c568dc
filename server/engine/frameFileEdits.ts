import { planFrame } from '../../core/frameFile'
import type { FrameDocument, FramePlan } from '../../core/frameFile'
import { withoutNothing } from '../../core/levers'
import type { Frame, Lever } from '../../core/levers'
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
    const entries = [
      ...frameEntries(document, plan, frameId, state),
      ...valueEntries(plan, frameId, notInFile),
      ...leverEntries(plan, frameId, notInFile, state),
    ]
    const count = plan.levers.filter(({ fate }) => fate === 'new' || fate === 'changed').length
    return succeed({
      label: `${known.label ?? `Read in ${document.name}`}: ${count} of ${document.levers.length} levers`,
      entries,
      answer: plan,
    })
  }
}

function frameEntries(document: FrameDocument, plan: FramePlan, id: string, state: BookState): RevisionEntry[] {
  if (!plan.isFrameChanged) return []
  const before = plan.frame ?? null
  const last = Math.max(-1, ...[...state.frames.values()].map(({ position }) => position))
  const after: Frame = {
    id,
    name: document.name,
    on: document.on,
    position: before?.position ?? last + 1,
    version: (before?.version ?? 0) + 1,
    ...(document.condition ? { condition: document.condition } : {}),
    ...(document.rules.length > 0 ? { rules: document.rules } : {}),
  }
  return [{ kind: 'frame', id, before, after }]
}

function valueEntries({ values }: FramePlan, frameId: string, notInFile: NotInFile): RevisionEntry[] {
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

function leverEntries({ levers }: FramePlan, frameId: string, notInFile: NotInFile, state: BookState): RevisionEntry[] {
  const plates = new Set([...state.levers.values()].map(({ plate }) => plate))
  let next = nextPlate(state)
  /** The plate that the file says, where nobody else has it; the next number otherwise. */
  const plateFor = (said: number | undefined) => {
    const plate = said !== undefined && !plates.has(said) ? said : next++
    plates.add(plate)
    return plate
  }
  return levers.flatMap(({ fate, stands, lever, id }): RevisionEntry[] => {
    if (fate === 'new') {
      const after: Lever = withoutNothing({ ...lever!, id, frameId, plate: plateFor(lever!.plate), version: 1 })
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
