import { z } from 'zod'

/** What an argument does to the window of the program that takes it. */
export const WINDOW_PARTS = ['profile', 'edition', 'dataset'] as const

/** What taking an option does: it fills a part of the window, sets how the window opens, or only counts as taken. */
export const optionEffectSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('part'), part: z.enum(WINDOW_PARTS) }),
  z.object({ kind: z.literal('window-mode'), mode: z.enum(['normal', 'maximized', 'minimized']) }),
  z.object({ kind: z.literal('setting') }),
])

export const optionSchema = z.object({
  names: z.array(z.string().min(1)).min(1),
  value: z.enum(['none', 'required']),
  /** How the value is joined to the name: `=` in the same argument, or a `space`: the next argument. */
  joiners: z.array(z.enum(['=', ':', 'space'])).default([]),
  /** The values it knows; absent when any will do. */
  choices: z.array(z.string()).optional(),
  effect: optionEffectSchema,
  help: z.string(),
})

export const positionalSchema = z.object({
  kind: z.enum(['file', 'folder', 'address', 'text']),
  /** File name endings with their dot, in lower case; absent when any will do. */
  endings: z.array(z.string()).optional(),
  /** What a file of these endings is to the program, as order rules name it: `base atlas`, `overlay`. */
  role: z.string(),
})

/** A file in the role `role` is ignored when it stands after the first one in the role `after`. */
export const orderRuleSchema = z.object({ role: z.string(), after: z.string(), because: z.string() })

export const argumentRulesSchema = z.object({
  options: z.array(optionSchema),
  positionals: z.array(positionalSchema),
  order: z.array(orderRuleSchema),
  /** What the program does with what it does not know, or a file that is not there. */
  onUnknown: z.enum(['ignored', 'error-window']),
  onMissingFile: z.enum(['ignored', 'error-window']),
})

export type ArgumentRules = z.infer<typeof argumentRulesSchema>
export type ProgramOption = z.infer<typeof optionSchema>
export type Positional = z.infer<typeof positionalSchema>
export type WindowPart = (typeof WINDOW_PARTS)[number]
