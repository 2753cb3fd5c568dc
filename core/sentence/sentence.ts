/** How a part of a sentence is chosen in place. */
export type PartInput =
  | { readonly as: 'text' | 'path' | 'name' | 'number' | 'duration' }
  /** `any-program` may also be the one in front, as `''`. */
  | { readonly as: 'program' | 'any-program' | 'device' | 'frame' | 'lever' }
  /** By what a value is called. */
  | { readonly as: 'choice'; readonly words: Readonly<Record<string, string>> }
  | { readonly as: 'switch'; readonly on: string; readonly off: string }

/** A part of a sentence that stands for a field of the step, by its dotted path. */
export interface SentencePart {
  readonly at: string
  readonly text: string
  readonly input: PartInput
}

/** A sentence with parts that can be chosen in place. */
export type Sentence = readonly (string | SentencePart)[]

/** A tagged template: texts stay texts, parts stay parts. */
export function say(texts: TemplateStringsArray, ...parts: readonly (string | SentencePart | Sentence)[]): Sentence {
  const sentence: (string | SentencePart)[] = []
  for (const [i, text] of texts.entries()) {
    if (text !== '') sentence.push(text)
    const part = parts[i]
    if (Array.isArray(part)) sentence.push(...(part as Sentence))
    else if (part !== undefined && part !== '') sentence.push(part as string | SentencePart)
  }
  return sentence
}

export function plainSentence(sentence: string | Sentence): string {
  if (typeof sentence === 'string') return sentence
  return sentence.map((part) => (typeof part === 'string' ? part : part.text)).join('')
}

type PlainInput = Exclude<PartInput['as'], 'choice' | 'switch'>

export function partOf(at: string, text: string, as: PlainInput): SentencePart {
  return { at, text, input: { as } }
}

export function choicePart(
  at: string,
  value: string,
  words: Readonly<Record<string, string>>,
  text = words[value] ?? value,
): SentencePart {
  return { at, text, input: { as: 'choice', words } }
}

/** A list of texts of which the first three are shown, each as a part, and how many more there are. */
export function listParts(at: string, texts: readonly string[], as: PlainInput): Sentence {
  const shown = texts.slice(0, 3).flatMap((text, i): Sentence => {
    const part = partOf(`${at}.${i}`, text === '' ? '“”' : text, as)
    return i === 0 ? [part] : [', ', part]
  })
  return texts.length > 3 ? [...shown, ` and ${texts.length - 3} more`] : shown
}

/** A yes or no, by what each is called. */
export function switchPart(at: string, value: boolean, on: string, off: string): SentencePart {
  return { at, text: value ? on : off, input: { as: 'switch', on, off } }
}

/** Several parts as one lists things: `Dome Desk, Night Book and Line Console`. */
export function partsListed(parts: readonly SentencePart[]): Sentence {
  return parts.flatMap((part, i): Sentence => {
    if (i === 0) return [part]
    return [i === parts.length - 1 ? ' and ' : ', ', part]
  })
}
