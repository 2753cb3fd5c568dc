export { didYouMean, nearestName } from './nearestName'
