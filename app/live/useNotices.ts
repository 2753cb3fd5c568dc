import { defineStore } from 'pinia'
import { ref } from 'vue'
import { ApiRefusal } from './callApi'

export interface Notice {
  readonly text: string
  readonly tone: 'plain' | 'fault'
  /** What can be done about it at once. */
  readonly action?: { readonly label: string; readonly act: () => unknown }
}

const SHOWN_MS = 8000

/** The one line in which the application says what just happened. */
export const useNotices = defineStore('notices', () => {
  const current = ref<Notice>()
  let timer: ReturnType<typeof setTimeout> | undefined

  function show(notice: Notice): void {
    clearTimeout(timer)
    current.value = notice
    if (notice.tone === 'plain') timer = setTimeout(dismiss, SHOWN_MS)
  }

  function say(text: string, action?: Notice['action']): void {
    show({ text, tone: 'plain', action })
  }

  function dismiss(): void {
    clearTimeout(timer)
    current.value = undefined
  }

  /** Does something and says so if the server refuses. Gives back undefined then. */
  async function attempt<T>(work: () => Promise<T>): Promise<T | undefined> {
    try {
      return await work()
    } catch (error) {
      if (!(error instanceof ApiRefusal)) throw error
      show({ text: error.message, tone: 'fault' })
      return undefined
    }
  }

  return { current, show, say, dismiss, attempt }
})
