export { evaluateSum } from './evaluateSum'
