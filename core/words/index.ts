export { offersFor } from './offers'
export type { Offer, WordNames } from './offers'
