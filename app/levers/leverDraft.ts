import { leverDraftSchema } from '~~/core/levers'
import type { Frame, Lever, LeverDraft } from '~~/core/levers'
import { stepSchema } from '~~/core/steps'
import type { Step } from '~~/core/steps'
import type { FieldIssue } from '~/live/useEditor'

/** A short id for a part of a draft, unique enough within one lever. */
export function partId(): string {
  return crypto.randomUUID().replaceAll('-', '').slice(0, 10)
}

/** What another view asks a new lever to begin with. */
export interface DraftStart {
  readonly chord?: string
  readonly name?: string
  readonly step?: Step
}

/** Reads it from the address; what is not a step is left out. */
export function startFrom(query: Readonly<Record<string, unknown>>): DraftStart {
  const text = (key: string) => (typeof query[key] === 'string' ? query[key] : undefined)
  const step = stepSchema.safeParse(attemptJson(text('step')))
  return { chord: text('chord'), name: text('name'), ...(step.success ? { step: step.data } : {}) }
}

function attemptJson(text: string | undefined): unknown {
  try {
    return text === undefined ? undefined : JSON.parse(text)
  } catch {
    return undefined
  }
}

export function emptyDraft(frames: readonly Frame[], { chord, name = '', step }: DraftStart = {}): LeverDraft {
  return {
    frameId: frames[0]?.id ?? '',
    name,
    aliases: [],
    triggers: chord ? [{ id: 't1', kind: 'chord', chord, wins: 'auto' }] : [],
    scope: { kind: 'everywhere' },
    enabled: true,
    whileRunning: 'ignore',
    steps: [step ?? { id: 's1', kind: 'program.open', programId: '', args: [], onFailure: 'stop' }],
  }
}

export function draftOf(lever: Lever): LeverDraft {
  const { id: _id, plate: _plate, version: _version, variant: _variant, ...draft } = structuredClone(lever)
  return draft
}

/** What is wrong with a draft, by field. */
export function issuesOfDraft(draft: LeverDraft): FieldIssue[] {
  const parsed = leverDraftSchema.safeParse(draft)
  return (parsed.error?.issues ?? []).map((issue) => ({
    path: issue.path.map(String).join('.'),
    message: plainMessage(issue.path, issue.message),
  }))
}

/** An id that was not chosen yet is an empty field to the user. */
function plainMessage(path: readonly PropertyKey[], message: string): string {
  if (path.at(-1) === 'programId' || path.at(-1) === 'otherId') return 'Choose a program.'
  if (path.at(-1) === 'deviceId') return 'Choose a device.'
  return path.at(-1) === 'frameId' ? 'Choose a frame.' : message
}
