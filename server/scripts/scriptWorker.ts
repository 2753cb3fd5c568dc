import { parentPort } from 'node:worker_threads'
import { newInterpreter, runScript } from '../../core/sandbox'
import type { ScriptRequest } from '../../core/script'

/** Scripts, one after the other, apart from the server: what holds this thread up holds up nothing else. */
let interpreter = newInterpreter()

async function answer(request: ScriptRequest): Promise<void> {
  const { outcome, isSpoilt } = runScript(await interpreter, request)
  if (isSpoilt) interpreter = newInterpreter()
  parentPort!.postMessage(outcome)
}

parentPort!.on('message', (request: ScriptRequest) => void answer(request))
void interpreter.then(() => parentPort!.postMessage('ready'))
