export { choicePart, listParts, partOf, partsListed, plainSentence, say, switchPart } from './sentence'
export type { PartInput, Sentence, SentencePart } from './sentence'
