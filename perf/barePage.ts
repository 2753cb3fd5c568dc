import { mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:http'
import type { ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PGlite } from '@electric-sql/pglite'

const page = `<!doctype html><title>Bare</title><ol></ol><script>
  const headers = { 'content-type': 'application/json' }
  addEventListener('keydown', ({ code }) => fetch('/key', { method: 'POST', headers, body: JSON.stringify({ code }) }))
  new EventSource('/events').onmessage = ({ data }) => {
    const row = document.createElement('li')
    row.textContent = data
    document.querySelector('ol').append(row)
  }
</script>`

/**
 * The least that a key can do: a request, a row stored in a transaction of the same kind of store, an event, a text.
 */
export async function startBarePage(): Promise<{ url: string; stop: () => Promise<void> }> {
  const folder = mkdtempSync(join(tmpdir(), 'keen-lever-bare-'))
  const store = await PGlite.create(join(folder, 'database'))
  await store.exec('create table keys (id serial primary key, body json not null)')
  const streams = new Set<ServerResponse>()
  const server = createServer((request, response) => {
    if (request.url === '/events') {
      response.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store' })
      streams.add(response)
      response.on('close', () => streams.delete(response))
    } else if (request.method === 'POST') {
      let text = ''
      request.on('data', (part: Buffer) => (text += part.toString()))
      request.on('end', () => {
        void store
          .transaction((transaction) => transaction.query('insert into keys (body) values ($1)', [text]))
          .then(() => {
            for (const stream of streams) stream.write(`data: ${text}\n\n`)
            response.end('{}')
          })
      })
    } else response.writeHead(200, { 'content-type': 'text/html' }).end(page)
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    async stop() {
      server.closeAllConnections()
      await new Promise((resolve) => server.close(resolve))
      await store.close()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
