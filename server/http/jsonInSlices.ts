import { breathe } from '../database/rows'

/** So many things of a list are written at once. */
const AT_ONCE = 200

/** Whether an answer has a list so long, at any depth, that writing it as one would hold everything else up. */
export function isLong(answer: unknown): boolean {
  if (Array.isArray(answer)) return answer.length > AT_ONCE
  return typeof answer === 'object' && answer !== null && Object.values(answer).some(isLong)
}

/** The JSON of an answer, in pieces between which everything else that is due runs. Equal to what `JSON.stringify` gives. */
export async function* jsonInSlices(answer: unknown): AsyncGenerator<string> {
  if (Array.isArray(answer)) return yield* listInSlices(answer)
  let separator = '{'
  for (const [key, value] of Object.entries(answer as object)) {
    if (value === undefined) continue
    yield `${separator}${JSON.stringify(key)}:`
    if (isLong(value)) yield* jsonInSlices(value)
    else yield JSON.stringify(value)
    separator = ','
  }
  yield separator === '{' ? '{}' : '}'
}

async function* listInSlices(list: readonly unknown[]): AsyncGenerator<string> {
  for (let from = 0; from < list.length; from += AT_ONCE) {
    const part = JSON.stringify(list.slice(from, from + AT_ONCE)).slice(1, -1)
    yield `${from === 0 ? '[' : ','}${part}`
    await breathe()
  }
  yield list.length === 0 ? '[]' : ']'
}
