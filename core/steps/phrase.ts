/**
 * A way to say a kind of step in a few words. `say` has words, each with others that mean the same behind `|`, and slots
 * in braces: `close|quit {program}`. A word in brackets may be left out.
 */
export interface Phrase {
  readonly say: string
  /** The fields of the step, as far as the words say them; what is missing stays as in a new one. */
  readonly fields: (slots: Slots) => Record<string, unknown>
}

export const SLOTS = [
  'program',
  'device',
  'control',
  'frame',
  'lever',
  'folder',
  'address',
  'playlist',
  'number',
  'duration',
  'path',
  'name',
  'text',
] as const
export type Slot = (typeof SLOTS)[number]

/** A control that was meant by its name: of all devices of a kind, or of those that were named. */
export interface MeantControl {
  readonly controlId: string
  readonly target:
    { readonly kind: 'all'; readonly deviceKind: string } | { readonly kind: 'devices'; readonly deviceIds: string[] }
  readonly isSwitch: boolean
}

/** What the slots of a phrase came to; a slot that nothing was typed for is absent. */
export interface Slots {
  readonly program?: string
  readonly device?: string
  readonly control?: MeantControl
  readonly frame?: string
  readonly lever?: string
  /** As a template: `${downloads}`, or a path. */
  readonly folder?: string
  readonly address?: string
  readonly playlist?: string
  readonly number?: number
  readonly duration?: number
  /** A path as it is typed, such as `${file}`. */
  readonly path?: string
  /** What something is called from there on. */
  readonly name?: string
  readonly text?: string
}
