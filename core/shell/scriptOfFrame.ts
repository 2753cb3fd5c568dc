import { succeed } from '../result'
import type { Result } from '../result'
import type { PosixScript } from './assembled'
import { frameToPosixScript, toPosixScript } from './toPosixScript'
import type { ScriptLever, ShellContext } from './toPosixScript'

/** A lever that is not in the script of its frame, with the reason. */
export interface LeftLever {
  readonly plate: number
  readonly name: string
  readonly because: string
}

/** The levers of a frame that can be said as one script, and those that cannot; no script where none can. */
export function scriptOfFrame(
  name: string,
  levers: readonly ScriptLever[],
  context: ShellContext,
): Result<{ readonly script?: PosixScript; readonly left: readonly LeftLever[] }> {
  const left: LeftLever[] = []
  const said = levers.filter(({ lever, values }) => {
    const alone = toPosixScript(lever, { ...context, values })
    if (!alone.ok) left.push({ plate: lever.plate, name: lever.name, because: alone.issues[0]!.message })
    return alone.ok
  })
  if (said.length === 0) return succeed({ left })
  const script = frameToPosixScript(name, said, context)
  return script.ok ? succeed({ script: script.value, left }) : script
}
