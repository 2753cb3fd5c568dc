import { ref, shallowRef } from 'vue'
import { rehearseInParts } from '~~/core/run'
import type { Rehearsal } from '~~/core/run'
import type { ScriptOutcome } from '~~/core/script'
import type { StepOf } from '~~/core/steps'
import type { Scope } from '~~/core/values'
import { scriptOutcome } from '~/live/scriptOutcome'
import { useMirror } from '~/live/useMirror'
import { rehearsalContext } from '~/live/useRehearsal'

/** What became of a script that was tried by itself. */
export interface ScriptTried {
  readonly outcome: ScriptOutcome
  /** With the steps it wants done, rehearsed too. */
  readonly rehearsal: Rehearsal
}

/** Tries a script by itself, as a pull would run it now: a rehearsal of that step alone, which changes nothing. */
export function useScriptTrial() {
  const mirror = useMirror()
  const tried = shallowRef<ScriptTried>()
  const isRunning = ref(false)

  async function run(step: StepOf<'script.run'>, values: Readonly<Record<string, string>>, scope: Scope) {
    isRunning.value = true
    let outcome: ScriptOutcome | undefined
    // Alone: what is done instead where it fails is not tried with it.
    const { alternative: _second, retry: _retry, off: _off, ...alone } = step
    const lever = { id: 'tried', name: 'Tried', plate: 0, steps: [{ ...alone, onFailure: 'stop' as const }] }
    const context = { ...rehearsalContext(mirror, ''), values: { values, broken: {} }, inputs: scope }
    try {
      const parts = rehearseInParts(lever, mirror.bench, context)
      let part = parts.next()
      while (!part.done) {
        if ('script' in part.value) outcome = await scriptOutcome(part.value.script)
        part = parts.next('script' in part.value ? outcome : undefined)
      }
      if (outcome) tried.value = { outcome, rehearsal: part.value }
    } finally {
      isRunning.value = false
    }
  }

  return { tried, isRunning, run }
}
