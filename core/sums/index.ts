export { evaluateSum } from './evaluateSum'
export type { SumValue } from './evaluateSum'
