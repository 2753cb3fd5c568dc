export { atOnce } from './atOnce'
export { assertNever, fail, own, succeed, valueOf } from './result'
export type { Failure, Issue, Result } from './result'
