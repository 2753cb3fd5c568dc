import { shallowRef } from 'vue'
import type { RunAnswer } from '~~/contract'
import type { Lever } from '~~/core/levers'

/** A lever that is about to be pulled, and is given something first. */
export interface InputsAsked {
  readonly lever: Lever
  readonly source: Exclude<RunAnswer['source'], 'trial' | 'event' | 'time'>
}

const asked = shallowRef<InputsAsked>()

/** What is asked before a lever with inputs is pulled by hand. */
export function usePullInputs() {
  return {
    asked,
    ask: (lever: Lever, source: InputsAsked['source']) => {
      asked.value = { lever, source }
    },
    drop: () => {
      asked.value = undefined
    },
  }
}
