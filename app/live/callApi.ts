import type { AnswerOf, EndpointName } from '~~/contract'
import { callRoute } from '~~/contract/callRoute'
import type { CallOptions } from '~~/contract/callRoute'

export { ApiRefusal } from '~~/contract/callRoute'

/** Calls one route of the server that the page came from; see `callRoute`. */
export const callApi = <K extends EndpointName>(name: K, options?: CallOptions<K>): Promise<AnswerOf<K>> =>
  callRoute('', name, options)
