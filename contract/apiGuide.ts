import { endpoints } from './endpoints'
import type { Endpoint } from './endpoints'
import { openApi, refusalsOf } from './openApi'

interface JsonSchema {
  type?: string | string[]
  const?: unknown
  enum?: unknown[]
  $ref?: string
  items?: JsonSchema
  properties?: Record<string, JsonSchema>
  required?: string[]
  anyOf?: JsonSchema[]
  oneOf?: JsonSchema[]
  additionalProperties?: JsonSchema | boolean
  description?: string
}

/** `docs/api.md`: the routes for people to read, made from the same schemas as the OpenAPI document. */
export function apiGuide(): string {
  const document = openApi() as {
    paths: Record<
      string,
      Record<
        string,
        {
          requestBody?: { content: Record<string, { schema: JsonSchema }> }
          responses: Record<string, { content: Record<string, { schema: JsonSchema }> }>
        }
      >
    >
  }
  const sections = (Object.values(endpoints) as Endpoint[]).map((endpoint) => {
    const operation = document.paths[endpoint.path.replace(/:(\w+)/g, '{$1}')]![endpoint.method.toLowerCase()]!
    const answer = operation.responses[String(endpoint.status ?? 200)]!
    return [
      `## ${endpoint.method} \`${endpoint.path}\``,
      '',
      endpoint.summary,
      '',
      ...(endpoint.query
        ? [
            `Query: ${Object.keys(endpoint.query.shape)
              .map((name) => `\`${name}\``)
              .join(', ')} (optional).`,
            '',
          ]
        : []),
      ...(operation.requestBody
        ? ['Body:', '', ...outline(Object.values(operation.requestBody.content)[0]!.schema), '']
        : []),
      `Answer (${endpoint.status ?? 200}):`,
      '',
      ...outline(Object.values(answer.content)[0]!.schema),
      '',
      `Refusals: ${Object.entries(refusalsOf(endpoint))
        .map(([status, why]) => `${status} ${why}`)
        .join(' ')}`,
      '',
    ].join('\n')
  })
  return `${head}\n${sections.join('\n')}`
}

const head = `# HTTP API

Made by \`npm run docs:api\` from the schemas in \`contract/\`; the same, for programs, is served at \`/api/openapi.json\` (OpenAPI 3.1).
JSON in, JSON out, on 127.0.0.1 only. A body is at most 1 MiB. A request with a foreign \`Host\` or \`Origin\` gets 403.
Every refusal is \`{ "issues": [{ "code", "path", "message" }] }\`: a word for programs, where it is wrong, and a sentence for people.
Times are milliseconds since 1970-01-01 UTC, but for key events, which may use any clock.
`

/** One line per property, two levels deep: deeper shapes are in the OpenAPI document. */
function outline(schema: JsonSchema): string[] {
  const target = schema.type === 'array' && schema.items?.properties ? schema.items : schema
  if (!target.properties) return [`- ${typeWord(schema)}${schema.description ? `: ${schema.description}` : ''}`]
  const lead = target === schema ? [] : ['A list; each:', '']
  return [
    ...lead,
    ...Object.entries(target.properties).map(([name, property]) => {
      const optional = target.required?.includes(name) ? '' : ', optional'
      return `- \`${name}\` (${typeWord(property)}${optional})${property.description ? `: ${property.description}` : ''}`
    }),
  ]
}

function typeWord(schema: JsonSchema): string {
  if (schema.const !== undefined) return `\`${JSON.stringify(schema.const)}\``
  if (schema.enum) return schema.enum.map((value) => `\`${JSON.stringify(value)}\``).join(' or ')
  const kinds = schema.oneOf ?? schema.anyOf
  if (kinds) {
    const tagged = kinds.map((kind) => kind.properties?.kind?.const ?? kind.properties?.type?.const)
    return tagged.every((tag) => typeof tag === 'string')
      ? `one of the kinds ${tagged.map((tag) => `\`${tag}\``).join(', ')}`
      : [...new Set(kinds.map(typeWord))].join(' or ')
  }
  if (schema.type === 'array') return `list of ${schema.items ? typeWord(schema.items) : 'anything'}`
  return Array.isArray(schema.type) ? schema.type.join(' or ') : (schema.type ?? 'any')
}
