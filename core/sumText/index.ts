export { looksLikeSum } from './looksLikeSum'
export { goesOn, plainSum } from './plainSum'
