import { z } from 'zod'
import { atOnce } from '../core/result'
import { endpoints } from './endpoints'
import type { Endpoint } from './endpoints'
import { refusalSchema } from './schemas'

const general: Record<number, string> = {
  400: 'The body, a parameter or the query is not what the schema says.',
  403: 'The Host or Origin header is foreign.',
  500: 'The server failed; nothing was half done.',
}
const withBody: Record<number, string> = { 413: 'The body is over 1 MiB.', 415: 'The body is not declared as JSON.' }

/** The API as an OpenAPI 3.1 document, made from the same schemas that the routes validate by. */
export function openApi(): Record<string, unknown> {
  return atOnce(openApiInParts())
}

/** The same with a pause after each operation, so that something else may have its turn. */
export function* openApiInParts(): Generator<void, Record<string, unknown>> {
  const paths: Record<string, Record<string, unknown>> = {}
  for (const [operationId, endpoint] of Object.entries(endpoints) as [string, Endpoint][]) {
    const path = endpoint.path.replace(/:(\w+)/g, '{$1}')
    paths[path] = { ...paths[path], [endpoint.method.toLowerCase()]: operation(operationId, endpoint) }
    yield
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Keen Lever',
      version: '1',
      description:
        'Levers, the simulated workstation, runs and keys. JSON in, JSON out, on the loopback interface only.',
    },
    paths,
    components: { schemas: { Refusal: json(refusalSchema) } },
  }
}

function operation(operationId: string, endpoint: Endpoint) {
  const refusals = refusalsOf(endpoint)
  return {
    operationId,
    summary: endpoint.summary,
    ...parametersOf(endpoint),
    ...(endpoint.body
      ? {
          requestBody: {
            required: !endpoint.isBodyOptional,
            content: { 'application/json': { schema: json(endpoint.body, 'input') } },
          },
        }
      : {}),
    responses: {
      [endpoint.status ?? 200]: {
        description: 'Done.',
        content: {
          [endpoint.path === '/api/events' ? 'text/event-stream' : 'application/json']: {
            schema: json(endpoint.answer),
          },
        },
      },
      ...Object.fromEntries(
        Object.entries(refusals).map(([status, description]) => [
          status,
          { description, content: { 'application/json': { schema: { $ref: '#/components/schemas/Refusal' } } } },
        ]),
      ),
    },
  }
}

/** Every refusal a route can give, by status. */
export function refusalsOf(endpoint: Endpoint): Record<number, string> {
  return { ...general, ...(endpoint.body ? withBody : {}), ...endpoint.refusals }
}

function parametersOf(endpoint: Endpoint) {
  const inPath = [...endpoint.path.matchAll(/:(\w+)/g)].map((match) => ({
    name: match[1],
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }))
  const inQuery = Object.entries(endpoint.query?.shape ?? {}).map(([name, schema]) => ({
    name,
    in: 'query',
    required: false,
    schema: json(schema as z.ZodType, 'input'),
  }))
  const parameters = [...inPath, ...inQuery]
  return parameters.length > 0 ? { parameters } : {}
}

function json(schema: z.ZodType, io: 'input' | 'output' = 'output') {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { target: 'draft-2020-12', io, unrepresentable: 'any' })
  return rest
}
