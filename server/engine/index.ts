export { openEngine, useEngine } from './engine'
export type { Engine } from './engine'
