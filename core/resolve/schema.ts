import { z } from 'zod'

/**
 * One key or button going down or up, the keyboard being lost (`blur`), or only time going on (`tick`); `atMs` on any
 * one clock.
 * A tick at the time a resolver waits for makes it decide then and not with the next key; what it decides is the same.
 */
export const keyEventSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.enum(['down', 'up']),
    /** W3C `KeyboardEvent.code`. */
    code: z.string().min(1).max(40),
    atMs: z.number().nonnegative(),
    repeat: z.boolean().optional(),
    /** The modifiers as the event itself reports them; trusted over what was seen before. */
    modifiers: z
      .object({
        Ctrl: z.boolean(),
        Alt: z.boolean(),
        Shift: z.boolean(),
        Meta: z.boolean(),
        AltGraph: z.boolean().optional(),
      })
      .optional(),
    /** The key was never seen to come up; the resolver says so itself. */
    lost: z.boolean().optional(),
    /** The character it types, as the system says; empty for a dead key. By the legend where nothing is said. */
    text: z.string().max(8).optional(),
    /** Which keyboard or pad of the bench it came from, where that is known. */
    keyboard: z.string().max(80).optional(),
    /** The focus was in a view of the product: what no lever takes is the view's own and not passed on. */
    inView: z.boolean().optional(),
  }),
  z.object({
    kind: z.literal('blur'),
    atMs: z.number().nonnegative(),
    /** What was held were keys of the view alone, such as the one that led away from it. */
    inView: z.boolean().optional(),
  }),
  z.object({ kind: z.literal('tick'), atMs: z.number().nonnegative() }),
])

/** What one trigger on the pressed key came to. `ms` is by how much a time was missed, or how long it still waits. */
export const candidateSchema = z.object({
  leverId: z.string(),
  triggerId: z.string(),
  /** The trigger in words. */
  chord: z.string(),
  verdict: z.enum([
    'fired',
    'disabled',
    'frame-off',
    'out-of-scope',
    'other-modifiers',
    'outranked',
    'program-first',
    'waits',
    'not-followed',
    'too-late',
    'tapped',
    'held',
    'not-together',
    'other-keyboard',
  ]),
  ms: z.number().optional(),
})

/** What the program in front gets in place of a key. */
export const keyOutputSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.enum(['down', 'up']), code: z.string() }),
  /** With `frameId` values of that frame, and the date, stand in it as `${name}`; `letters` are its capitals. */
  z.object({
    kind: z.literal('text'),
    text: z.string(),
    frameId: z.string().optional(),
    letters: z.enum(['upper', 'capital']).optional(),
  }),
])

export const REASONS = [
  'fired',
  'no-trigger',
  'no-candidate-live',
  'program-first',
  'modifier',
  'released',
  'held-repeat',
  'reserved',
  'focus-lost',
  'held-back',
  'part',
  'layer-on',
  'hold-modifiers',
  'tapped-other',
  'remapped',
  'disabled-key',
  'typed',
  'word',
  'waits-release',
  'armed',
] as const

export const decisionSchema = z.object({
  /** `wait`: held back for now; the event gets another decision later. */
  kind: z.enum(['pull', 'pass', 'swallow', 'replace', 'wait']),
  event: keyEventSchema,
  /** The lever to pull. */
  leverId: z.string().optional(),
  reason: z.enum(REASONS),
  /** The chord as pressed, when the event was a key going down. */
  chord: z.string().optional(),
  /** The program in front at that moment, and what it does with the chord itself. */
  frontProgramId: z.string().optional(),
  claim: z.string().optional(),
  /** What the program gets instead, for `replace`; what it gets beside that, for `pull`. */
  outputs: z.array(keyOutputSchema).optional(),
  /** Keys that are told to be up since nobody will say so any more. */
  released: z.array(z.string()).optional(),
  /** How long the event was held back. */
  lateMs: z.number().optional(),
  /** Until when it waits. */
  untilMs: z.number().optional(),
  candidates: z.array(candidateSchema),
})

export type KeyEvent = z.infer<typeof keyEventSchema>
export type Press = Extract<KeyEvent, { kind: 'down' | 'up' }>
export type Candidate = z.infer<typeof candidateSchema>
export type KeyOutput = z.infer<typeof keyOutputSchema>
export type Decision = z.infer<typeof decisionSchema>
