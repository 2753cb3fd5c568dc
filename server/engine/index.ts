export { openEngine, restoreStore, useEngine } from './engine'
export type { Engine } from './engine'
