import { defineNuxtPlugin } from '#imports'
import { useNotices } from '~/live/useNotices'

/**
 * What fails in a component or in work that nobody waits for is said on screen and written to the console; the rest of
 * the view goes on. What fails while a view is being made shows the error page instead.
 */
export default defineNuxtPlugin((app) => {
  const tell = (error: unknown) => {
    console.error('failed:', error)
    const because = error instanceof Error ? error.message : String(error)
    useNotices().show({
      text: `That failed here (${because}). Nothing was saved by it; load the page again if it stays.`,
      tone: 'fault',
    })
  }
  app.hook('vue:error', tell)
  window.addEventListener('unhandledrejection', ({ reason }) => tell(reason))
})
