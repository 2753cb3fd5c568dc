import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { watchEffect } from 'vue'

export const THEMES = [
  { id: 'day', name: 'Day' },
  { id: 'night', name: 'Night' },
  { id: 'dark-adapted', name: 'Dark-adapted' },
] as const
export type ThemeId = (typeof THEMES)[number]['id']

/** The theme of this browser. */
export const useTheme = defineStore('theme', () => {
  const preferred: ThemeId = window.matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'day'
  const theme = useLocalStorage<ThemeId>('keen-lever.theme', preferred)
  watchEffect(() => {
    document.documentElement.dataset.theme = theme.value
  })
  return { theme }
})
