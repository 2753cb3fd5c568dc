import type { ScriptOutcome, ScriptRequest } from '~~/core/script'
import { callApi } from './callApi'

/** What a script comes to: it runs on the server as it would in a pull. What cannot be asked there has failed. */
export async function scriptOutcome(request: ScriptRequest): Promise<ScriptOutcome> {
  try {
    return await callApi('runScript', { body: request })
  } catch (error) {
    return { kind: 'failed', message: error instanceof Error ? error.message : String(error), said: [] }
  }
}
