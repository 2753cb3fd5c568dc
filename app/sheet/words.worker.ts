import type { Step } from '../../core/steps'
import { stepsFromWords, wordsFromSteps } from '../../core/words'
import type { WordNames, WordReading } from '../../core/words'

/** Names to read by from here on; a text to be read; or steps to be read out. */
export type WordsRequest =
  | { readonly names: WordNames }
  | { readonly id: number; readonly text: string; readonly before: readonly Step[] }
  | { readonly id: number; readonly steps: readonly Step[] }

export type WordsAnswer =
  { readonly id: number; readonly reading: WordReading } | { readonly id: number; readonly text: string }

let names: WordNames | undefined

/** Reads texts and reads out sheets away from the page, which goes on meanwhile. */
self.onmessage = ({ data }: MessageEvent<WordsRequest>) => {
  const answer = (message: WordsAnswer) => self.postMessage(message)
  if ('names' in data) names = data.names
  else if ('text' in data) answer({ id: data.id, reading: stepsFromWords(data.text, names!, { before: data.before }) })
  else answer({ id: data.id, text: wordsFromSteps(data.steps, names!) })
}
