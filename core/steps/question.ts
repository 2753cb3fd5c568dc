import { z } from 'zod'

/** What a step asks before it goes on, and what counts as an answer. `standard` is taken where nobody can be asked. */
export const questionSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('choice'),
    /** No two questions of a run share one, so that an answer to an older question is told apart. */
    id: z.string(),
    text: z.string(),
    choices: z.array(z.object({ id: z.string(), label: z.string() })),
    standard: z.string().optional(),
  }),
])
export type Question = z.infer<typeof questionSchema>

/** A question as a step puts it; the run gives it its id. */
export type Asked = Omit<Question, 'id'>

/** Whether a text is an answer to the question. */
export function isAnswer(question: Asked, answer: string): boolean {
  return question.choices.some((choice) => choice.id === answer)
}
