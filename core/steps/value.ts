export { valueSchema as stepValueSchema } from '../values'
export type { Value as StepValue } from '../values'
