import { callRoute } from '../contract/callRoute'
import type { Call } from './call'
import { CommandError, EXIT } from './exitCodes'
import { findServer, storeFolder } from './findServer'
import type { Where } from './findServer'
import type { Output } from './output'
import type { World } from './world'

/** What a command has at hand. */
export class Session {
  private address: Promise<string | undefined> | undefined

  constructor(
    readonly where: Where,
    readonly output: Output,
    /** Asks whoever sits there; undefined where nobody does. */
    readonly ask?: (question: string) => Promise<string>,
  ) {}

  /** The server that runs; undefined where none does. */
  serverAddress(): Promise<string | undefined> {
    return (this.address ??= findServer(this.where))
  }

  /** Calls of the server that runs. Throws where none does. */
  async server(): Promise<{ address: string; call: Call }> {
    const address = await this.serverAddress()
    if (address === undefined)
      throw new CommandError(
        `No server holds the store ${storeFolder(this.where)}. Start one with “npm run demo”, or name one with --server.`,
        EXIT.noServer,
      )
    return { address, call: (name, options) => callRoute(address, name, options) }
  }

  /** All that stands, from the server that runs, or from the store itself where none does. */
  async world(): Promise<World> {
    const address = await this.serverAddress()
    if (address !== undefined) {
      const { worldOfServer } = await import('./world')
      return worldOfServer((await this.server()).call)
    }
    const { worldOfStore } = await import('./storeWorld')
    return worldOfStore(storeFolder(this.where))
  }

  /** Why findings of the check-up are taken as they are, by their ids. */
  async accepted(): Promise<ReadonlyMap<string, string>> {
    const address = await this.serverAddress()
    if (address === undefined) {
      const { acceptedInStore } = await import('./storeWorld')
      return acceptedInStore(storeFolder(this.where))
    }
    const { findings } = await (await this.server()).call('readCheckUp')
    return new Map(findings.flatMap(({ id, accepted }) => (accepted ? [[id, accepted.reason] as const] : [])))
  }
}
