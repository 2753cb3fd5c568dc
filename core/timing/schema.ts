import { z } from 'zod'

/** One key going down or up while typing: a time and a key code, and nothing of what was meant. */
export const typingEventSchema = z.object({
  kind: z.enum(['down', 'up']),
  code: z.string().min(1).max(40),
  atMs: z.number().nonnegative(),
})
export type TypingEvent = z.infer<typeof typingEventSchema>
