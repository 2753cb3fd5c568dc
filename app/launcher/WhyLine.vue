<script setup lang="ts">
import { computed } from 'vue'
import { lettersOf } from '~~/core/finding'
import { countOf } from '~~/core/names'
import { tierWords } from '~~/core/search'
import { dayAndTime } from '~/page/instants'
import type { Hit } from './finderMessages'
import { useLauncherMemory } from './useLauncherMemory'

/** Why a row stands where it stands. */
const { hit, query } = defineProps<{ hit: Hit; query: string }>()

const memory = useLauncherMemory()
const sentences = computed(() => {
  const { entry, tier, isLearned } = hit
  const letters = lettersOf(query)
  const chosen = memory.learned.byEntry.get(entry.id)
  const how =
    chosen === undefined
      ? 'It was never chosen here.'
      : `It was chosen ${countOf(chosen.count, 'time')}, last ${dayAndTime(chosen.lastAtMs)}; that decides only among what fits as well.`
  if (letters === '')
    return [
      chosen === undefined
        ? 'Nothing is typed: these stand in their own order.'
        : 'Nothing is typed: what was chosen last stands first.',
      how,
    ]
  const first = isLearned ? `It stands first: it was chosen twice for “${letters}”, and nothing else was since.` : ''
  return [tierWords[tier], first, how].filter(Boolean)
})
</script>

<template>
  <p class="why" role="status">{{ sentences.join(' ') }}</p>
</template>

<style scoped>
.why {
  padding: 6px 16px;
  border-top: 1px solid var(--line);
  background: var(--sunken);
}
</style>
