export { endpoints } from './all'
export type { AnswerOf, BodyOf, EndpointName } from './all'
export type { Endpoint } from './endpoint'
