import { accessSync, constants, existsSync, statSync } from 'node:fs'
import { createServer } from 'node:net'
import { dirname } from 'node:path'
import type { Command } from 'commander'
import { CHROMIUM } from '../chromium'
import { EXIT } from '../exitCodes'
import { storeFolder } from '../findServer'
import { fromHere } from '../fromHere'
import type { Session } from '../session'

/** What was looked at, how it is, and what to do where it is not well. */
interface Finding {
  readonly about: string
  readonly isWell: boolean
  readonly says: string
  readonly todo?: string
}

const OLDEST_NODE = [20, 19] as const
const EARLIEST = Date.UTC(2025, 0, 1)

/** Looks at what the product needs of this machine. */
export function addDoctor(program: Command, open: () => Session, end: (code: number) => void): void {
  program
    .command('doctor')
    .description('whether all is well: Node, store, lock, port, folder of frames, clock, Chromium for the tests')
    .action(async () => {
      const session = open()
      const address = await session.serverAddress()
      const findings = [
        nodeFinding(),
        storeFinding(storeFolder(session.where)),
        lockFinding(storeFolder(session.where), address),
        await portFinding(address),
        framesFinding(),
        clockFinding(),
        chromiumFinding(),
      ]
      if (findings.some(({ isWell }) => !isWell)) end(EXIT.failed)
      const { output } = session
      output.answer(findings, () => {
        for (const { about, isWell, says, todo } of findings) {
          output.line(
            `${isWell ? output.colours.green('well ') : output.colours.red('wrong')}  ${about.padEnd(9)} ${says}`,
          )
          if (todo !== undefined) output.line(`                 ${todo}`)
        }
      })
    })
}

function nodeFinding(): Finding {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number)
  const isWell = major > OLDEST_NODE[0] || (major === OLDEST_NODE[0] && minor >= OLDEST_NODE[1])
  const says = `Node.js ${process.versions.node}`
  return isWell
    ? { about: 'node', isWell, says }
    : { about: 'node', isWell, says, todo: 'Install Node.js 20.19 or later.' }
}

function storeFinding(folder: string): Finding {
  const nearest = existsSync(folder) ? folder : dirname(folder)
  try {
    if (existsSync(folder) && !statSync(folder).isDirectory()) throw new Error('it is no folder')
    accessSync(nearest, constants.W_OK)
    const says = existsSync(folder) ? `${folder} can be written` : `${folder} is made at the first start`
    return { about: 'store', isWell: true, says }
  } catch (error) {
    const says = `${folder} cannot be used: ${(error as Error).message}`
    return {
      about: 'store',
      isWell: false,
      says,
      todo: 'Change its permissions, or name another with KEEN_DATA or --store.',
    }
  }
}

function lockFinding(folder: string, address: string | undefined): Finding {
  if (address !== undefined) return { about: 'lock', isWell: true, says: `held by the server at ${address}` }
  const isLeft = existsSync(`${folder}/holder.json`)
  const says = isLeft ? 'free; its last server was killed, which is mended at the next start' : 'free'
  return { about: 'lock', isWell: true, says }
}

async function portFinding(address: string | undefined): Promise<Finding> {
  if (address !== undefined) return { about: 'port', isWell: true, says: `${new URL(address).port} answers` }
  const port = Number(process.env.PORT ?? 4173)
  const isFree = await new Promise<boolean>((resolve) => {
    const probe = createServer()
    probe.once('error', () => resolve(false))
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)))
  })
  if (isFree) return { about: 'port', isWell: true, says: `${port} is free` }
  return { about: 'port', isWell: false, says: `${port} is taken by something else`, todo: 'Choose another with PORT.' }
}

function framesFinding(): Finding {
  const { KEEN_FRAMES } = process.env
  if (KEEN_FRAMES === undefined || KEEN_FRAMES.trim() === '')
    return { about: 'frames', isWell: true, says: 'no folder is watched (KEEN_FRAMES)' }
  const folder = fromHere(KEEN_FRAMES)
  try {
    if (!statSync(folder).isDirectory()) throw new Error('it is no folder')
    accessSync(folder, constants.R_OK | constants.W_OK)
    return { about: 'frames', isWell: true, says: `${folder} can be read and written` }
  } catch (error) {
    const todo = 'Make the folder, change its permissions, or leave KEEN_FRAMES out.'
    return { about: 'frames', isWell: false, says: `${folder} cannot be used: ${(error as Error).message}`, todo }
  }
}

function clockFinding(): Finding {
  const now = new Date()
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
  const says = `${now.toISOString()}, ${zone}`
  if (now.getTime() >= EARLIEST) return { about: 'clock', isWell: true, says }
  return { about: 'clock', isWell: false, says, todo: 'Set the clock; levers that wait for a time go by it.' }
}

function chromiumFinding(): Finding {
  const found = CHROMIUM.find((path) => existsSync(path))
  // Only the tests need it, so that its lack is no fault.
  const says = found ?? 'not here; only the browser tests need it (on Debian: apt-get install chromium)'
  return { about: 'chromium', isWell: true, says }
}
