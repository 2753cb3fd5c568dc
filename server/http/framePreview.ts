import type { AnswerOf, FrameFileIssue, FrameFilePlan } from '../../contract'
import type { FileIssue, FramePlan } from '../../core/frameFile'
import type { Issue } from '../../core/result'
import type { PlannedClash } from '../engine/frameFileClashes'

/** So many issues of a file are told. */
const MOST = 50

/** A plan without the levers in full, as it is shown before anything is done. */
function plan(name: string, { frame, isFrameChanged, levers, values, lost }: FramePlan): FrameFilePlan {
  return {
    name,
    isNew: frame === undefined,
    isFrameChanged,
    levers: levers.map(({ fate, name: lever, stands, lever: said }) => {
      const plate = stands?.plate ?? said?.plate
      return {
        fate,
        name: lever,
        ...(plate === undefined ? {} : { plate }),
        ...(stands ? { leverId: stands.id } : {}),
      }
    }),
    values: values.map(({ fate, name: value }) => ({ fate, name: value })),
    lost: [...lost],
  }
}

function issues(found: readonly Issue[]): FrameFileIssue[] {
  return (found as readonly FileIssue[]).slice(0, MOST).map(({ line, column, message }) => ({ line, column, message }))
}

function clashes(found: readonly PlannedClash[]): AnswerOf<'previewFrameFile'>['clashes'] {
  return found.map(({ frame, lever, clash: { severity }, says, ways }) => {
    return { frame, lever, severity, says, ways: ways.map(({ label }) => label) }
  })
}

export const previewOf = { plan, issues, clashes }
