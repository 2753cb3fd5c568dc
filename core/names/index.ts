export { countOf } from './countOf'
export { listed } from './listed'
export { didYouMean, nearestName } from './nearestName'
