import { request } from 'node:http'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { apiGuide, endpoints, refusalSchema } from '../../contract'
import { readFileSync } from 'node:fs'
import { apiOf, draft } from '../support/api'
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

  test('texts that no store can hold, and what nests too deep, wherever they stand', async () => {
    const post = (body: string, path = '/api/levers') => send({ method: 'POST', path, headers: json, body })
    const wait = '{"id":"a","kind":"wait","ms":1}'
    const odd = async (body: string, path?: string) => {
      const { status, issues } = await post(body, path)
      return [status, issues[0]!.code, issues[0]!.path]
    }
    expect(await odd(`{"frameId":"desk","name":"a\\u0000b","steps":[${wait}]}`)).toEqual([400, 'text-odd', 'name'])
    expect(await odd(`{"frameId":"desk","name":"a\\ud800","steps":[${wait}]}`)).toEqual([400, 'text-odd', 'name'])
    expect(
      await odd('{"frameId":"desk","name":"x","steps":[{"id":"a","kind":"message.show","text":"\\udc00"}]}'),
    ).toEqual([400, 'text-odd', 'steps.0.text'])
    expect(await odd('{"kind":"set\\u0000":1}'.replace('"set', '"a","set'), '/api/levers')).toEqual([
      400,
      'text-odd',
      '',
    ])
    expect((await odd('['.repeat(100_000) + ']'.repeat(100_000))).slice(0, 2)).toEqual([400, 'too-deep'])
    const deep = '{"condition":' + '{"kind":"not","condition":'.repeat(1000) + '1' + '}'.repeat(1001)
    const { status, issues } = await send({ method: 'PATCH', path: '/api/frames/desk', headers: json, body: deep })
    expect([status, issues[0]!.code]).toEqual([400, 'too-deep'])
    expect(await outcome({ path: '/api/levers/%00' })).toEqual([400, 'text-odd'])
    expect(await outcome({ path: '/api/runs?before=1e300' })).toEqual([400, 'too_big'])
    expect(await outcome({ path: '/api/events?after=a&after=b' })).toEqual([400, 'invalid_type'])
  })

  test('words that every object has are no ids and find nothing, and nothing is broken by them', async () => {
    for (const word of ['constructor', 'toString', '__proto__', 'valueOf', 'hasOwnProperty']) {
      for (const path of ['devices', 'programs', 'frames', 'levers', 'values'])
        expect([path, word, (await send({ method: 'DELETE', path: `/api/${path}/${word}` })).status]).toEqual([
          path,
          word,
          404,
        ])
      const bodies: [string, string, object][] = [
        ['PATCH', '/api/frames/desk', { condition: { kind: 'device-present', deviceId: word } }],
        ['POST', '/api/open', { programId: word }],
        ['POST', '/api/bench/changes', { changes: [{ kind: 'window.raise', windowId: word }] }],
        ['POST', '/api/levers', draft({ steps: [{ id: 'a', kind: 'program.raise', programId: word }] })],
        ['PUT', `/api/programs/${word}`, { id: word, name: 'x' }],
      ]
      for (const [method, path, body] of bodies)
        expect([path, word, (await send({ method, path, headers: json, body: JSON.stringify(body) })).status]).toEqual([
          path,
          word,
          400,
        ])
    }
    const condition = { kind: 'control-is', deviceId: 'dome', controlId: 'constructor', value: true }
    await send({ method: 'PATCH', path: '/api/frames/desk', headers: json, body: JSON.stringify({ condition }) })
    const keys = JSON.stringify({ source: 'odd', events: [{ kind: 'down', code: 'KeyA', atMs: 1 }] })
    expect((await send({ method: 'POST', path: '/api/keys', headers: json, body: keys })).status).toBe(200)
    expect((await send({ path: '/api/state' })).status).toBe(200)
    await send({ method: 'POST', path: '/api/undo', headers: json, body: '{}' })
  })

  test('a path that is asked for in another way says which it can be; HEAD and OPTIONS are answered', async () => {
    expect(await outcome({ method: 'PUT', path: '/api/levers' })).toEqual([405, 'no-such-method'])
    expect(await outcome({ method: 'DELETE', path: '/api/state' })).toEqual([405, 'no-such-method'])
    const head = (path: string) => fetch(server.url + path, { method: 'HEAD' })
    expect([(await head('/api/levers')).status, (await head('/api/levers/nobody')).status]).toEqual([200, 404])
    const options = await fetch(`${server.url}/api/levers`, { method: 'OPTIONS' })
    expect([options.status, options.headers.get('allow')]).toEqual([204, 'GET, POST, HEAD, OPTIONS'])
  })

  test('pages and files are for this machine only, and pages run no script but their own', async () => {
    const page = await fetch(server.url)
    const policy = page.headers.get('content-security-policy')!
    const scripts = policy.split('; ').find((part) => part.startsWith('script-src'))!
    expect(scripts).not.toContain('unsafe')
    expect(policy).not.toMatch(/https?:/)
    expect([...page.headers.keys()].filter((name) => /powered|server/.test(name))).toEqual([])
    const file = await fetch(`${server.url}/mark.svg`)
    expect([file.status, file.headers.get('x-content-type-options')]).toEqual([200, 'nosniff'])
    expect(await outcome({ path: '/mark.svg', headers: { host: 'keen.example' } })).toEqual([403, 'foreign-host'])
  })

  test('a body far over the limit is told so and not cut off', async () => {
    const large = await fetch(`${server.url}/api/levers`, {
      method: 'POST',
      headers: json,
      body: 'x'.repeat(50_000_000),
    })
    expect(large.status).toBe(413)
  })

  test('routes and things that are not there', async () => {
    expect(await outcome({ path: '/api/nothing' })).toEqual([404, 'no-such-route'])
    expect(await outcome({ path: '/api/runs/none' })).toEqual([404, 'run-missing'])
    expect(await outcome({ path: '/api/runs/%zz' })).toEqual([400, 'address-broken'])
    expect(await outcome({ path: '/api/icons/uploads/%E0%A4' })).toEqual([400, 'address-broken'])
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

test('levers are pulled when the clock was run as far as it goes, and further it does not go', async () => {
  const call = apiOf(server.url)
  const run = (aheadMs: number) => call('POST', '/api/bench/changes', { changes: [{ kind: 'clock.run', aheadMs }] })
  const furthestMs = 100 * 365.25 * 24 * 3_600_000
  for (const aheadMs of [furthestMs, -furthestMs]) {
    expect((await run(aheadMs)).status).toBe(200)
    const pulled = await call('POST', '/api/levers/lever-1/pull', {})
    const told = await call('GET', '/api/noticing')
    expect([pulled.status < 300, told.status]).toEqual([true, 200])
  }
  expect((await run(furthestMs + 1)).status).toBe(400)
  expect((await run(0)).status).toBe(200)
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
