import { z } from 'zod'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import { everyStep, MOST_STEPS, stepSchema } from '../steps'
import type { AnyStep, Step } from '../steps'
import { checkSize, withNewIds } from './plan'

/** Steps as JSON, so that they can be put on the clipboard and mailed. */
const writtenSchema = z.object({ keenLever: z.literal('steps'), version: z.literal(1), steps: z.array(z.unknown()) })

/** The largest text that is read, in UTF-16 units. */
const LARGEST = 20_000_000

export function writeSteps(steps: readonly (Step | AnyStep)[]): string {
  return JSON.stringify({ keenLever: 'steps', version: 1, steps }, null, 2)
}

/**
 * Steps from a text that `writeSteps` wrote, with new ids. Issues: `no-steps` for a text that is something else,
 * `step-refused` with the row and what is wrong, `too-deep`, `too-long`.
 */
export function readSteps(text: string, nextId: () => string): Result<Step[]> {
  if (nestingOf(text) > DEEPEST_TEXT)
    return fail({ code: 'too-deep', message: 'Blocks stand deeper in each other here than they may.' })
  const written = text.length > LARGEST ? undefined : parsed(text)
  if (!written)
    return fail({
      code: 'no-steps',
      message: 'This is no text with steps. Copy rows of a sheet, then paste them here.',
    })
  if (written.steps.length === 0 || written.steps.length > MOST_STEPS)
    return fail({ code: 'no-steps', message: 'There are no steps in it, or more than a lever may have.' })
  const steps: Step[] = []
  for (const [i, raw] of written.steps.entries()) {
    const step = stepSchema.safeParse(raw)
    if (!step.success) {
      const [issue] = step.error.issues
      const at = issue!.path.map(String).join('.')
      const where = at === '' ? '' : `, at ${at}`
      return fail({
        code: 'step-refused',
        message: `Row ${i + 1} of it is no step${where}: ${issue!.message}`,
        at: `${i}`,
      })
    }
    steps.push(step.data)
  }
  const size = checkSize(steps)
  if (!size.ok) return size
  return succeed(steps.map((step) => withNewIds(step, nextId)))
}

function parsed(text: string): z.infer<typeof writtenSchema> | undefined {
  try {
    const read = writtenSchema.safeParse(JSON.parse(text))
    return read.success ? read.data : undefined
  } catch {
    return undefined
  }
}

/** So deep brackets may stand in brackets: a block takes a few of them. */
const DEEPEST_TEXT = 400

/** How deep brackets stand in each other, strings aside; a text that is deeper than can be walked is not parsed. */
function nestingOf(text: string): number {
  let deepest = 0
  let depth = 0
  let isString = false
  for (let i = 0; i < text.length; i++) {
    const char = text[i]
    if (isString) {
      if (char === '\\') i += 1
      else if (char === '"') isString = false
    } else if (char === '"') isString = true
    else if (char === '{' || char === '[') deepest = Math.max(deepest, ++depth)
    else if (char === '}' || char === ']') depth -= 1
  }
  return deepest
}

/** How many steps there are in all, those in blocks included. */
export function countSteps(steps: readonly (Step | AnyStep)[]): number {
  return [...everyStep(steps)].length
}
