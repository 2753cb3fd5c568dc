<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import LeverIcon from '~/icons/LeverIcon.vue'
import { useMirror } from '~/live/useMirror'
import KeyPlates from '~/plates/KeyPlates.vue'
import type { Hit } from './finderMessages'
import FoundIcon from './FoundIcon.vue'
import { foundLine } from './foundLine'
import type { FoundLine } from './foundLine'
import MarkedText from './MarkedText.vue'

/** What was found, a row each or as plates side by side; the letters that found it are marked. */
const { hits, query, chosen, first, isGrid } = defineProps<{
  hits: readonly Hit[]
  query: string
  /** Which row of the board is chosen; the first hit is row `first`. */
  chosen: number
  first: number
  isGrid: boolean
}>()
const emit = defineEmits<{ choose: [row: number]; go: [row: number] }>()

/** What is in sight at first, as rows and as plates. */
const IN_SIGHT = { rows: 18, plates: 36 }
/** What is below that comes when nothing else was typed for so long, so that the next letter does not wait for it. */
const REST_MS = 150

const mirror = useMirror()
const rested = ref<string>()
watchDebounced(
  () => query,
  (now) => (rested.value = now),
  { debounce: REST_MS, immediate: true },
)
const drawn = computed(() => {
  const inSight = isGrid ? IN_SIGHT.plates : IN_SIGHT.rows
  return rested.value === query || chosen - first >= inSight - 1 ? hits : hits.slice(0, inSight)
})
const rows = computed(() =>
  drawn.value.map((hit, i) => ({ ...hit, row: first + i, line: foundLine(hit.entry, mirror), word: wordFor(hit) })),
)

/** The short word that found it, where it was not its name. */
function wordFor({ entry, tier }: Hit): string | undefined {
  if (tier !== 'alias' && tier !== 'alias-start') return undefined
  const typed = query.trim().toLowerCase()
  return entry.aliases?.find((alias) => alias.toLowerCase().startsWith(typed))
}

const otherWords = (line: FoundLine, word: string | undefined) => line.words.filter((other) => other !== word)
</script>

<template>
  <ul class="found" :class="{ grid: isGrid }" role="group">
    <li
      v-for="{ entry, tier, row, line, word } in rows"
      :id="`launcher-${row}`"
      :key="entry.id"
      role="option"
      :aria-selected="row === chosen"
      :data-found="entry.id"
      @mousedown.prevent="emit('go', row)"
      @mousemove="chosen !== row && emit('choose', row)"
    >
      <FoundIcon :icon="line.icon" />
      <strong class="name" :class="{ cut: !isGrid }" :title="entry.name"
        ><LeverIcon v-if="line.icon.is === 'plate' && line.icon.lever.icon" :lever="line.icon.lever" class="own" />
        <MarkedText :text="entry.name" :query="query" />
        <template v-if="!isGrid">
          <code v-if="word" class="word"><MarkedText :text="word" :query="query" /></code>
          <code v-for="other in otherWords(line, word).slice(0, 2)" :key="other" class="word soft">{{ other }}</code>
        </template></strong
      >
      <template v-if="!isGrid">
        <span class="soft cut" :title="entry.detail"
          ><MarkedText v-if="tier === 'detail'" :text="entry.detail ?? ''" :query="query" /><template v-else>{{
            entry.detail
          }}</template></span
        >
        <span class="soft cut">{{ line.state }}</span>
        <span class="keys"><KeyPlates v-if="line.keys" :chord="line.keys.text" :plain="line.keys.isWord" /></span>
        <span class="does cut">{{ line.does }}</span>
      </template>
    </li>
  </ul>
</template>

<style scoped>
/* A row out of sight is neither laid out nor painted. Plates are, as the lines between them are not whole pixels. */
.found:not(.grid) li {
  content-visibility: auto;
  display: grid;
  grid-template-columns: 48px minmax(180px, 1.1fr) minmax(0, 1.3fr) 120px 150px 130px;
  gap: 12px;
  align-items: center;
  height: 34px;
  padding: 0 16px;
  border-bottom: 1px solid var(--line);
  cursor: default;
}
li > :deep(svg),
li > :deep(.set-icon) {
  justify-self: center;
}
li[aria-selected='true'] {
  background: var(--press-soft);
  box-shadow: 3px 0 0 var(--press) inset;
}
.name {
  font-weight: 600;
}
.own {
  margin-right: 6px;
}
.word {
  margin-left: 8px;
  padding: 0 4px;
  border: 1px solid var(--line-strong);
  border-radius: 2px;
  font-weight: 400;
  font-size: 12px;
}
.does {
  font: 600 13px var(--engraved);
}
.grid {
  display: grid;
  grid-template-columns: repeat(6, minmax(0, 1fr));
  gap: 1px;
  background: var(--line);
}
.grid li {
  display: grid;
  grid-template-rows: 26px 1fr;
  justify-items: start;
  gap: 4px;
  height: 78px;
  padding: 8px 10px;
  background: var(--surface);
  cursor: default;
}
.grid li[aria-selected='true'] {
  background: var(--press-soft);
}
.grid .name {
  display: -webkit-box;
  overflow: hidden;
  overflow-wrap: anywhere;
  line-height: 1.25;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
}
.grid li > :deep(svg),
.grid li > :deep(.set-icon) {
  justify-self: start;
}
</style>
