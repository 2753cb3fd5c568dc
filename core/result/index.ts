export { assertNever, fail, succeed, valueOf } from './result'
export type { Failure, Issue, Result } from './result'
