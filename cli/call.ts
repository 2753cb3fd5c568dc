import type { AnswerOf, EndpointName } from '../contract'
import type { CallOptions } from '../contract/callRoute'

/** Calls a route of the server that runs. Throws an `ApiRefusal` where that is refused. */
export type Call = <K extends EndpointName>(name: K, options?: CallOptions<K>) => Promise<AnswerOf<K>>
