import { mapMarked } from '../fields'
import type { Reference } from '../fields'
import { leverPatchSchema } from '../levers'
import type { Lever, LeverPatch, Trigger } from '../levers'
import { own } from '../result'
import type { Step } from '../steps'

/** What would put a finding right, as data: it is made into an edit when somebody wants it. */
export type Mend =
  /** One step of the sheet, by its path, as it would be right. */
  | { readonly kind: 'step'; readonly label: string; readonly path: string; readonly step: Step }
  /** Wherever the lever names the one that is gone, it names the other. */
  | {
      readonly kind: 'reference'
      readonly label: string
      readonly refers: Reference
      readonly from: string
      readonly to: string
    }
  | { readonly kind: 'lever'; readonly label: string; readonly part: LeverPatch }
  /** One of its triggers, and nothing of the others. */
  | { readonly kind: 'trigger'; readonly label: string; readonly triggerId: string; readonly part: Partial<Trigger> }
  /** The value it is about is deleted. */
  | { readonly kind: 'delete-value'; readonly label: string }

export type About =
  | { readonly kind: 'lever'; readonly id: string }
  | { readonly kind: 'frame'; readonly id: string }
  | { readonly kind: 'value'; readonly id: string }

/** Something that would not go as meant, found without anybody pulling anything. */
export interface Finding {
  /** The same as long as it is the same finding: by what it is about, the step or trigger it stands in, and what it says. */
  readonly id: string
  readonly about: About
  /** `fault`: it fails or never happens; `note`: worth knowing. */
  readonly severity: 'fault' | 'note'
  readonly code: string
  /** The row of the sheet, as a path; absent where it is about something else of the lever. */
  readonly row?: string
  /** Where it stands, in words: `row 3`, `scope`, `Ctrl+Alt+M`. */
  readonly where?: string
  /** A full sentence. */
  readonly message: string
  readonly mend?: Mend
  /** Of several parts that a step needs, what is there and what is not. */
  readonly parts?: { readonly there: readonly string[]; readonly missing: readonly string[] }
}

/** The edit of a lever that a mend comes to; undefined for one that is about something else, or has become void. */
export function patchOf(mend: Mend, lever: Lever): LeverPatch | undefined {
  switch (mend.kind) {
    case 'lever':
      return mend.part
    case 'step':
      return { steps: withPart(lever.steps, mend.path.split('.'), mend.step) as Step[] }
    case 'reference': {
      const { steps, scope, interlock, lamp, doors } = lever
      const named = {
        steps,
        scope,
        ...(interlock ? { interlock } : {}),
        ...(lamp ? { lamp } : {}),
        ...(doors ? { doors } : {}),
      }
      return mapMarked(leverPatchSchema, named, ({ mark, text }) =>
        mark.refers === mend.refers && text === mend.from ? mend.to : text,
      )
    }
    case 'trigger':
      return {
        triggers: lever.triggers.map((one) =>
          one.id === mend.triggerId ? ({ ...one, ...mend.part } as Trigger) : one,
        ),
      }
    case 'delete-value':
      return undefined
  }
}

/** The same data with one part of it, named by its path, replaced. */
function withPart(data: unknown, [key, ...rest]: readonly string[], part: unknown): unknown {
  if (key === undefined) return part
  if (Array.isArray(data)) return data.with(Number(key), withPart(data[Number(key)], rest, part))
  const record = data as Readonly<Record<string, unknown>>
  return { ...record, [key]: withPart(own(record, key), rest, part) }
}
