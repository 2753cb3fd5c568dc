export { reverseOf } from './reverseOf'
export type { Reverse, Unreversed } from './reverseOf'
