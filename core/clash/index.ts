export { describeClash, findClashes } from './findClashes'
export type { Clash, ClashInput, Owner } from './findClashes'
export { suggestChords } from './suggestChords'
export type { Suggestion, SuggestInput } from './suggestChords'
