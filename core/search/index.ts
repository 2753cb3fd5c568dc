export { createIndex, TIERS } from './createIndex'
export type { SearchContext, SearchEntry, SearchHit, SearchIndex, Tier } from './createIndex'
