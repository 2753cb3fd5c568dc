import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { learnedFrom, lettersOf } from '~~/core/finding'
import type { Choice, KeptSum } from '~~/core/finding'
import type { SumValue } from '~~/core/sums'
import { callApi } from '~/live/callApi'
import { useNotices } from '~/live/useNotices'

/** What the launcher has learned and worked out, as the store has it; asked for again whenever the board opens. */
export const useLauncherMemory = defineStore('launcher-memory', () => {
  const notices = useNotices()
  const choices = shallowRef<readonly Choice[]>([])
  const sums = shallowRef<readonly KeptSum[]>([])
  const learned = computed(() => learnedFrom(choices.value, Date.now()))

  async function refresh(): Promise<void> {
    const now = await callApi('readLauncher').catch(() => undefined)
    if (!now) return
    choices.value = now.choices
    sums.value = now.sums
  }

  /** Nothing waits for it, and nothing is told where it cannot be stored: the order stays as it is. */
  function learn(query: string, entryId: string): void {
    void callApi('learnChoice', { body: { letters: lettersOf(query), entryId } })
      .then((now) => (choices.value = now.choices))
      .catch(() => undefined)
  }

  async function forget(entryId: string, name: string): Promise<void> {
    const done = await notices.attempt(() => callApi('forgetChoices', { query: { entryId } }))
    if (!done) return
    choices.value = choices.value.filter((choice) => choice.entryId !== entryId)
    notices.say(done.forgotten > 0 ? `Forgot how “${name}” was chosen.` : `“${name}” was never chosen.`)
  }

  async function keepSum(text: string, value: SumValue): Promise<void> {
    const kept = await notices.attempt(() => callApi('keepSum', { body: { text, value } }))
    if (kept) sums.value = [kept, ...sums.value.filter((sum) => sum.text !== kept.text)]
  }

  async function dropSum(id: string): Promise<void> {
    if (await notices.attempt(() => callApi('dropSums', { query: { id } })))
      sums.value = sums.value.filter((sum) => sum.id !== id)
  }

  return { choices, sums, learned, refresh, learn, forget, keepSum, dropSum }
})
