import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, watchEffect } from 'vue'
import { THEMES } from '~~/core/settings'
import type { Theme } from '~~/core/settings'
import { useMirror } from '~/live/useMirror'

export const themeNames: Record<Theme, string> = { day: 'Day', night: 'Night', 'dark-adapted': 'Dark-adapted' }

/** The theme in force: that of the settings, or where they leave it to each browser, that of this one. */
export const useTheme = defineStore('theme', () => {
  const mirror = useMirror()
  const preferred: Theme = window.matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'day'
  const own = useLocalStorage<Theme>('keen-lever.theme', preferred)
  /** Kept here too, so that a theme for all is there before the server has answered. */
  const forAll = useLocalStorage<Theme | 'browser'>('keen-lever.theme-for-all', 'browser')
  const isForAll = computed(() => forAll.value !== 'browser')
  const theme = computed<Theme>(() => (forAll.value === 'browser' ? own.value : forAll.value))

  watchEffect(() => {
    if (mirror.phase !== 'loading') forAll.value = mirror.settings.theme
  })
  watchEffect(() => {
    document.documentElement.dataset.theme = theme.value
  })

  function next(): Theme {
    return THEMES[(THEMES.indexOf(theme.value) + 1) % THEMES.length]!
  }
  return { theme, own, isForAll, next }
})
