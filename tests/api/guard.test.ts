import { request } from 'node:http'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { apiGuide, endpoints, refusalSchema } from '../../contract'
import { readFileSync } from 'node:fs'
import { draft } from '../support/api'
import { startServer } from '../support/startServer'
import type { RunningServer } from '../support/startServer'

let server: RunningServer
beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server.stop())

interface Raw {
  method?: string
  path?: string
  headers?: Record<string, string>
  body?: string
}

/** A request with any headers, as `fetch` would not send them. */
function send({
  method = 'GET',
  path = '/api/levers',
  headers = {},
  body,
}: Raw): Promise<{ status: number; issues: { code: string; path: string; message: string }[] }> {
  const { hostname, port } = new URL(server.url)
  return new Promise((resolve, reject) => {
    const sent = request({ hostname, port, method, path, headers }, (response) => {
      let text = ''
      response.on('data', (chunk: Buffer) => {
        text += chunk.toString()
      })
      response.on('end', () =>
        resolve({
          status: response.statusCode!,
          issues: response.statusCode! >= 400 ? refusalSchema.parse(JSON.parse(text)).issues : [],
        }),
      )
    })
    sent.on('error', reject)
    sent.end(body)
  })
}

const json = { 'content-type': 'application/json' }
const outcome = async (raw: Raw) => {
  const { status, issues } = await send(raw)
  return [status, issues[0]?.code]
}

describe('every refusal says what is wrong and where', () => {
  test('foreign hosts and origins get nothing, also where they resolve to loopback', async () => {
    expect(await outcome({ headers: { host: 'keen.example' } })).toEqual([403, 'foreign-host'])
    expect(await outcome({ headers: { host: '127.0.0.1.nip.example:80' } })).toEqual([403, 'foreign-host'])
    expect(await outcome({ headers: { origin: 'http://keen.example' } })).toEqual([403, 'foreign-origin'])
    expect(await outcome({ headers: { origin: 'null' } })).toEqual([403, 'foreign-origin'])
    expect(await outcome({ path: '/', headers: { host: 'keen.example' } })).toEqual([403, 'foreign-host'])
    expect(await outcome({ path: '/api/events', headers: { origin: 'http://127.0.0.1:1' } })).toEqual([
      403,
      'foreign-origin',
    ])
    expect(await outcome({ headers: { host: new URL(server.url).host, origin: server.url } })).toEqual([200, undefined])
  })

  test('bodies that are no JSON, not declared as JSON, too large or not as the schema says', async () => {
    const post = (body: string, headers: Record<string, string> = json) =>
      outcome({ method: 'POST', path: '/api/levers', headers, body })
    expect(await post('{')).toEqual([400, 'not-json'])
    expect(await post('')).toEqual([400, 'not-json'])
    expect(await post('{}', {})).toEqual([415, 'not-json-type'])
    expect(await post('{}', { 'content-type': 'text/plain' })).toEqual([415, 'not-json-type'])
    expect(await post('[]')).toEqual([400, 'invalid_type'])
    expect(await post(JSON.stringify(draft({ name: 'x'.repeat(2 ** 20) })))).toEqual([413, 'body-large'])
  })

  test('routes and things that are not there', async () => {
    expect(await outcome({ path: '/api/nothing' })).toEqual([404, 'no-such-route'])
    expect(await outcome({ path: '/api/runs/none' })).toEqual([404, 'run-missing'])
    expect(await outcome({ path: '/api/runs/%zz' })).toEqual([400, 'address-broken'])
    expect(await outcome({ path: '/api/icons/uploads/%E0%A4' })).toEqual([404, 'icon-missing'])
    expect(await outcome({ path: '/api/runs?limit=0' })).toEqual([400, 'too_small'])
    expect(await outcome({ method: 'POST', path: '/api/open', headers: json, body: '{}' })).toEqual([422, 'one-of'])
  })
})

test('the OpenAPI document names every route of the contract, and the guide is up to date', async () => {
  const document = (await (await fetch(`${server.url}/api/openapi.json`)).json()) as {
    openapi: string
    paths: Record<string, Record<string, unknown>>
  }
  expect(document.openapi).toBe('3.1.0')
  const named = Object.entries(document.paths).flatMap(([path, operations]) =>
    Object.keys(operations).map((method) => `${method.toUpperCase()} ${path.replace(/\{(\w+)\}/g, ':$1')}`),
  )
  expect(named.sort()).toEqual(
    Object.values(endpoints)
      .map(({ method, path }) => `${method} ${path}`)
      .sort(),
  )
  expect(readFileSync(new URL('../../docs/api.md', import.meta.url), 'utf8')).toBe(apiGuide())
})

test('every GET route of the contract answers as its schema says', async () => {
  for (const endpoint of Object.values(endpoints)) {
    if (endpoint.method !== 'GET' || endpoint.path.includes(':') || endpoint.path === '/api/events') continue
    const answer = await fetch(server.url + endpoint.path)
    expect([endpoint.path, answer.status, endpoint.answer.safeParse(await answer.json()).error]).toEqual([
      endpoint.path,
      200,
      undefined,
    ])
  }
})
