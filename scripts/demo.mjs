// `npm run demo`: installs, builds, starts. `-- --fresh` begins again with the demo data, `-- --empty` with its bench
// and no levers, `-- --restore` with the last copy of the store, `-- --rescue` with what can be read of a damaged one.
import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join, resolve } from 'node:path'
import { ensureBuilt, ensureInstalled, root } from './ensureBuilt.mjs'

const port = Number(process.env.PORT ?? 4173)
const folder = resolve(root, process.env.KEEN_DATA ?? '.data')
const beginning = ['fresh', 'empty', 'restore', 'rescue'].find((name) => process.argv.includes(`--${name}`)) ?? ''
const address = `http://127.0.0.1:${port}`

if (process.env.KEEN_DATA?.trim() === '') stop('KEEN_DATA is empty. Give it a folder, or leave it out for .data.')
if (!Number.isInteger(port) || port < 1 || port > 65535)
  stop(`PORT is “${process.env.PORT}”; it must be a number from 1 to 65535.`)
ensureInstalled()
ensureBuilt()
await portMustBeFree()

const server = spawn(process.execPath, [join(root, '.output', 'server', 'index.mjs')], {
  cwd: root,
  env: {
    ...process.env,
    HOST: '127.0.0.1',
    NITRO_HOST: '127.0.0.1',
    PORT: String(port),
    NITRO_PORT: String(port),
    KEEN_DATA: folder,
    KEEN_BEGIN: beginning,
  },
  stdio: ['ignore', 'ignore', 'inherit'],
})
server.on('exit', (code) => process.exit(code ?? 1))
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
await answering()
console.log(`Keen Lever is at ${address} (store: ${folder}). Ctrl+C ends it.`)

function stop(message) {
  console.error(message)
  process.exit(1)
}

/** Who holds the store, if it is the server at this address. */
function holder() {
  try {
    const { pid, address: held, since } = JSON.parse(readFileSync(join(folder, 'holder.json'), 'utf8'))
    return held === address
      ? `The store ${folder} is held by process ${pid}, which serves ${held} since ${since}.`
      : undefined
  } catch {
    return undefined
  }
}

function portMustBeFree() {
  return new Promise((done) => {
    const probe = createServer()
    probe.once('error', (error) =>
      stop(
        error.code === 'EADDRINUSE'
          ? `Port ${port} is in use. ${holder() ?? 'Something else serves there.'} Use that one, end ` +
              `it, or choose another port and store: PORT=${port + 1} KEEN_DATA=.data-2 npm run demo`
          : `Port ${port} cannot be opened: ${error.message}`,
      ),
    )
    probe.listen(port, '127.0.0.1', () => probe.close(done))
  })
}

async function answering() {
  for (;;) {
    const answer = await fetch(`${address}/api/health`).catch(() => undefined)
    if (answer?.ok) return
    await new Promise((done) => setTimeout(done, 100))
  }
}
