import { z } from 'zod'
import { controlValueSchema, idSchema, messageSchema, windowContentSchema, windowModeSchema, windowSchema } from './schema'

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
  z.object({ kind: z.literal('window.place'), windowId: idSchema, index: z.number().int().nonnegative(), mode: windowModeSchema }),
  z.object({ kind: z.literal('window.mode'), windowId: idSchema, mode: windowModeSchema }),
  z.object({ kind: z.literal('window.show'), windowId: idSchema, content: windowContentSchema }),
  z.object({ kind: z.literal('device.set'), deviceId: idSchema, controlId: z.string(), value: controlValueSchema }),
  /** `index` is the place among the messages; last when absent. */
  z.object({ kind: z.literal('message.show'), message: messageSchema, index: z.number().int().nonnegative().optional() }),
  z.object({ kind: z.literal('message.dismiss'), messageId: idSchema }),
])

export type Change = z.infer<typeof changeSchema>
