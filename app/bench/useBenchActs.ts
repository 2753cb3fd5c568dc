import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { PlainStep } from '~~/core/steps'
import type { Change } from '~~/core/bench'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'

type WithoutCommon<S> = S extends unknown ? Omit<S, 'id' | 'onFailure' | 'retry'> : never

/** A step as a hand does it: what every step has beside its kind's own fields is not for it to say. */
export type HandStep = WithoutCommon<PlainStep>

/** What an act asks before it is done. */
export interface OpenQuestion {
  readonly step: HandStep
  readonly text: string
  readonly choices: readonly { readonly id: string; readonly label: string }[]
}

/**
 * What is done by hand on the bench: each act is a step, done at once and written down as such. What steps do not do,
 * such as plugging a device in, is a change.
 */
export const useBenchActs = defineStore('bench-acts', () => {
  const notices = useNotices()
  const mirror = useMirror()
  const question = ref<OpenQuestion>()
  /** How the bench stood before the last act, and when that was. */
  const lastAct = shallowRef<{ readonly version: number; readonly atMs: number }>()
  const begin = () => (lastAct.value = { version: mirror.benchVersion, atMs: Date.now() })

  /** Whether it was done, and nothing is asked first. */
  async function act(step: HandStep, answer?: string): Promise<boolean> {
    question.value = undefined
    begin()
    const body = { step: { id: 'act', ...step } as never, ...(answer === undefined ? {} : { answer }) }
    const done = await notices.attempt(() => callApi('actOnBench', { body }))
    if (done?.question) question.value = { step, text: done.question.text, choices: done.question.choices }
    return done !== undefined && done.question === null
  }

  async function answer(choice: string): Promise<void> {
    if (question.value) await act(question.value.step, choice)
  }

  function drop(): void {
    question.value = undefined
  }

  function change(...changes: Change[]): void {
    begin()
    void notices.attempt(() => callApi('changeBench', { body: { changes } }))
  }

  return { question, lastAct, act, answer, drop, change }
})
