import { Readable } from 'node:stream'
import type { H3Event } from 'h3'
import type { z } from 'zod'
import { endpoints } from '../../contract'
import type { AnswerOf, Endpoint, EndpointName } from '../../contract'
import { breathe } from '../database/rows'
import { useEngine } from '../engine'
import type { Engine } from '../engine'
import { whyNoText } from './checkTexts'
import { isLong, jsonInSlices } from './jsonInSlices'
import { isLongBody, readJson } from './readJson'
import { Refusal, refuse } from './refusal'

type OutputOf<K extends EndpointName, Part extends string> =
  (typeof endpoints)[K] extends Record<Part, infer S extends z.ZodType> ? z.output<S> : undefined

export interface Call<K extends EndpointName> {
  readonly engine: Engine
  /** The parameter `:id` of the path. */
  readonly id: string
  readonly body: OutputOf<K, 'body'>
  readonly query: OutputOf<K, 'query'>
  readonly event: H3Event
}

/** A route of the contract: validates, calls, answers. The handler works on the engine and throws a `Refusal`. */
export function route<K extends EndpointName>(name: K, handle: (call: Call<K>) => AnswerOf<K> | Promise<AnswerOf<K>>) {
  const endpoint: Endpoint = endpoints[name]
  return defineEventHandler(async (event) => {
    const body = endpoint.body ? check(endpoint.body, await bodyOf(event, endpoint)) : undefined
    if (isLongBody(event)) await breathe()
    const query = endpoint.query ? check(endpoint.query, getQuery(event)) : undefined
    const id = idIn(event)
    const answer = await handle({ engine: await useEngine(), id, body, query, event } as Call<K>)
    setResponseStatus(event, endpoint.status ?? 200)
    setResponseHeader(event, 'cache-control', 'no-store')
    if (!isLong(answer)) return answer
    setResponseHeader(event, 'content-type', 'application/json')
    return Readable.from(jsonInSlices(answer))
  })
}

function bodyOf({ node: { req } }: H3Event, { isBodyOptional, mostBytes }: Endpoint): unknown {
  const isThere = req.headers['transfer-encoding'] !== undefined || Number(req.headers['content-length'] ?? 0) > 0
  return isBodyOptional && !isThere ? {} : readJson(req, mostBytes)
}

/** The parameter `:id` of the path, `''` where there is none; refused with 400 where it is no text. */
export function idIn(event: H3Event): string {
  const id = percentDecoded(getRouterParam(event, 'id') ?? '')
  const because = whyNoText(id)
  if (because) throw refuse(400, 'text-odd', 'id', because)
  return id
}

function percentDecoded(id: string): string {
  try {
    return decodeURIComponent(id)
  } catch {
    throw refuse(
      400,
      'address-broken',
      'id',
      `In the address, “${id}” has a percent sign without two digits of a character after it. Write it as %25.`,
    )
  }
}

/** A value by its schema; refuses with 400 and what is wrong where. */
export function check(schema: z.ZodType, value: unknown): unknown {
  const parsed = schema.safeParse(value)
  if (parsed.success) return parsed.data
  throw new Refusal(
    400,
    ...parsed.error.issues.map((issue) => ({
      code: issue.code === 'custom' ? String(issue.params?.code ?? 'invalid') : issue.code,
      path: issue.path.map(String).join('.'),
      message: issue.message,
    })),
  )
}
