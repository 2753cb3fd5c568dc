export { dateFromWords } from './dateFromWords'
