import { resolve } from 'node:path'

/** A path as whoever typed it means it: `npm run` goes to the project’s folder first and says where it was called from. */
export function fromHere(path: string): string {
  const { npm_lifecycle_event: script, INIT_CWD } = process.env
  return resolve(script === 'keen' && INIT_CWD !== undefined ? INIT_CWD : process.cwd(), path)
}
