import { z } from 'zod'
import {
  controlValueSchema,
  deviceFaultSchema,
  deviceKindSchema,
  deviceSchema,
  fileSchema,
  idSchema,
  lampSchema,
  messageSchema,
  pathSchema,
  programSchema,
  windowContentSchema,
  windowModeSchema,
  windowSchema,
} from './schema'

/**
 * One alteration of the bench, as data: it says what it does, and what it undoes is read from the state before.
 * Nothing else alters the bench.
 */
export const changeSchema = z.discriminatedUnion('kind', [
  /** `index` is the place in the stack; on top when absent. */
  z.object({ kind: z.literal('window.open'), window: windowSchema, index: z.number().int().nonnegative().optional() }),
  z.object({ kind: z.literal('window.close'), windowId: idSchema }),
  /** To the front; a minimized or hidden window is shown again. */
  z.object({ kind: z.literal('window.raise'), windowId: idSchema }),
  z.object({
    kind: z.literal('window.place'),
    windowId: idSchema,
    index: z.number().int().nonnegative(),
    mode: windowModeSchema,
  }),
  z.object({ kind: z.literal('window.mode'), windowId: idSchema, mode: windowModeSchema }),
  z.object({ kind: z.literal('window.show'), windowId: idSchema, content: windowContentSchema }),
  z.object({ kind: z.literal('device.set'), deviceId: idSchema, controlId: z.string(), value: controlValueSchema }),
  /** `index` is the place among the messages; last when absent. */
  z.object({
    kind: z.literal('message.show'),
    message: messageSchema,
    index: z.number().int().nonnegative().optional(),
  }),
  z.object({ kind: z.literal('message.dismiss'), messageId: idSchema }),
  /** Shows a control as a lamp, at a place among the lamps or behind them, in other words, or no longer. */
  z.object({
    kind: z.literal('lamp.watch'),
    ...lampSchema.shape,
    watched: z.boolean(),
    index: z.number().int().nonnegative().optional(),
  }),
  /** Makes a device the one of its kind that is used where none is named; `null` is none. */
  z.object({ kind: z.literal('device.default'), deviceKind: deviceKindSchema, deviceId: idSchema.nullable() }),
  /** Keeps a device from following, or no longer. */
  z.object({ kind: z.literal('device.fault'), deviceId: idSchema, fault: deviceFaultSchema.nullable() }),
  /** Sets a device up, or describes it anew. */
  z.object({ kind: z.literal('device.put'), device: deviceSchema }),
  z.object({ kind: z.literal('device.remove'), deviceId: idSchema }),
  /** Plugs a device in or out. */
  z.object({ kind: z.literal('device.plug'), deviceId: idSchema, plugged: z.boolean() }),
  /** Switches a frame; `null` leaves it to its own setting again. */
  z.object({ kind: z.literal('frame.switch'), frameId: idSchema, on: z.boolean().nullable() }),
  /** Puts a file or an empty folder at a path, in place of what stands there; the folder above must be there. */
  z.object({ kind: z.literal('file.put'), path: pathSchema, file: fileSchema }),
  /** Removes a file or an empty folder. */
  z.object({ kind: z.literal('file.remove'), path: pathSchema }),
  /** Sets a program up, or describes it anew. */
  z.object({ kind: z.literal('program.put'), program: programSchema }),
  /** Takes a program off the bench; its windows must be closed. */
  z.object({ kind: z.literal('program.remove'), programId: idSchema }),
])

export type Change = z.infer<typeof changeSchema>
