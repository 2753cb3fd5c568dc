import type { BenchState } from '../bench'
import { namesUsed, resolveValues } from '../command'
import type { ValueTable } from '../command'
import { namesInScripts, textsOf } from '../steps'
import { mapMarked, markedFields } from '../fields'
import { frameSchema } from './schema'
import type { Frame, Lever, NamedValue } from './schema'

/** The named values that levers of a frame can use, resolved: its own come before those of all frames. */
export function tableFor(
  frameId: string | null,
  values: readonly NamedValue[],
  bench: Pick<BenchState, 'folders'>,
): ValueTable {
  const shared = values.filter((value) => value.frameId === null)
  const own = frameId === null ? [] : values.filter((value) => value.frameId === frameId)
  return resolveValues(bench.folders, [...shared, ...own].map(asHere))
}

/** A value as it is on this machine. */
function asHere(value: NamedValue): NamedValue {
  return value.here === null || value.here === undefined ? value : { ...value, text: value.here }
}

/** One place that uses a named value: a lever, another value, or a frame in the text of a typed word. */
export type ValueUse =
  | { readonly kind: 'lever'; readonly lever: Lever }
  | { readonly kind: 'value'; readonly value: NamedValue }
  | { readonly kind: 'frame'; readonly frame: Frame }

/** Everything that uses a value by its name, where that name means this one. */
export function usesOf(
  wanted: NamedValue,
  values: readonly NamedValue[],
  levers: readonly Lever[],
  frames: readonly Frame[],
): ValueUse[] {
  const isHidden = (frameId: string | null) =>
    wanted.frameId === null &&
    frameId !== null &&
    values.some((value) => value.name === wanted.name && value.frameId === frameId)
  const reaches = (frameId: string | null) =>
    wanted.frameId === null ? !isHidden(frameId) : wanted.frameId === frameId
  const uses = (text: string) => text.includes(wanted.name) && namesUsed(text).includes(wanted.name)
  return [
    ...levers
      .filter(
        (lever) =>
          reaches(lever.frameId) &&
          lever.steps.some(
            (step) => textsOf(step).some(({ text }) => uses(text)) || namesInScripts(step).includes(wanted.name),
          ),
      )
      .map((lever) => ({ kind: 'lever' as const, lever })),
    ...values
      .filter(
        (value) => value.id !== wanted.id && reaches(value.frameId) && (uses(value.text) || uses(value.here ?? '')),
      )
      .map((value) => ({ kind: 'value' as const, value })),
    ...frames
      .filter((frame) => reaches(frame.id) && textsOfFrame(frame).some(uses))
      .map((frame) => ({ kind: 'frame' as const, frame })),
  ]
}

/** The texts of a frame in which values may stand: those of its typed words. */
function textsOfFrame(frame: Frame): string[] {
  return markedFields(frameSchema, frame).flatMap(({ mark, text }) => (mark.text === undefined ? [] : [text]))
}

/** The frame with its texts made anew; the same one where none differs. */
export function mapFrameTexts(frame: Frame, alter: (text: string) => string): Frame {
  return mapMarked(frameSchema, frame, ({ mark, text }) => (mark.text === undefined ? text : alter(text)))
}
