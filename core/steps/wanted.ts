import { z } from 'zod'
import { areaSchema, controlIdSchema, controlValueSchema, desktopNumberSchema, windowModeSchema } from '../bench'
import {
  argumentsSchema,
  deviceIdSchema,
  frameIdSchema,
  pathTemplateSchema,
  programIdSchema,
  requiredPath,
  templateSchema,
  unsavedPolicySchema,
} from './fields'

/** How the bench shall be: an arrangement. What it does not say may be as it is. */

export const MOST_WANTED = 500

/** What a window shall show: exactly these documents or tabs; a part of it that is not said may be anything. */
const wantedContentSchema = z.object({
  profile: templateSchema.optional(),
  edition: templateSchema.optional(),
  dataset: templateSchema.optional(),
  documents: z.array(requiredPath('Say which file, folder or address.')).max(200, 'At most 200 of them.'),
  /** The one of them that is in front; whichever, where it is not said. */
  front: pathTemplateSchema.optional(),
})

export const wantedWindowSchema = z.object({
  programId: programIdSchema,
  /** Any window of the program will do where it is absent. */
  shows: wantedContentSchema.optional(),
  /** Further arguments with which it is opened, where it has to be. */
  args: argumentsSchema.optional(),
  workingDirectory: pathTemplateSchema.optional(),
  mode: windowModeSchema.optional(),
  displayId: deviceIdSchema.optional(),
  desktop: desktopNumberSchema.optional(),
  /** Counts for a window at its normal size. */
  area: areaSchema.optional(),
  /** It has the keys; said of one at most. */
  inFront: z.literal(true).optional(),
})

export const wantedDeviceSchema = z.object({
  deviceId: deviceIdSchema,
  controlId: controlIdSchema.min(1, 'Choose a control.'),
  value: controlValueSchema.refine((value) => value !== null, 'Say which value.'),
})

/** What becomes of windows that are not wanted. */
export const REST_POLICIES = ['leave', 'minimize', 'hide', 'close'] as const

export const arrangementFields = {
  windows: z.array(wantedWindowSchema).max(MOST_WANTED, `At most ${MOST_WANTED} windows.`),
  /** The desktop that is shown in the end; the one that was shown, where it is absent. */
  desktop: desktopNumberSchema.optional(),
  devices: z.array(wantedDeviceSchema).max(MOST_WANTED, `At most ${MOST_WANTED} settings.`),
  frames: z.array(z.object({ frameId: frameIdSchema, on: z.boolean() })).max(200, 'At most 200 frames.'),
  rest: z.enum(REST_POLICIES),
  /** What happens to unsaved work in windows that are closed. */
  unsaved: unsavedPolicySchema,
  /** Reaches what can be reached, where not all can; otherwise nothing is done then. */
  partly: z.boolean().optional(),
}

export const arrangementSchema = z.object(arrangementFields)

export type Arrangement = z.infer<typeof arrangementSchema>
export type WantedWindow = z.infer<typeof wantedWindowSchema>
export type WantedContent = z.infer<typeof wantedContentSchema>
export type WantedDevice = z.infer<typeof wantedDeviceSchema>
export type RestPolicy = (typeof REST_POLICIES)[number]

/** What the rest comes to, as a sentence goes on with it. */
export const restWords: Record<RestPolicy, string> = {
  leave: 'leaves the rest',
  minimize: 'minimizes the rest',
  hide: 'hides the rest',
  close: 'closes the rest',
}
