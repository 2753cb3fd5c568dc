<script setup lang="ts">
import { computed } from 'vue'
import type { Findable } from '~~/core/finding'
import { listed } from '~~/core/names'
import { useShortWords } from './useShortWords'

/** The short words of an entry, while one is being written: what stands against it, and what else it leads to. */
const { entry, word } = defineProps<{ entry: Findable; word: string }>()

const words = useShortWords()
const own = computed(() => words.of(entry))
const issue = computed(() => (word.trim() === '' ? undefined : words.whyNot(entry, word)))
const also = computed(() => (word.trim() === '' ? [] : words.alsoOf(entry, word.trim())))
</script>

<template>
  <div class="panel">
    <p v-if="issue" class="fault" role="alert">{{ issue }}</p>
    <p v-else-if="also.length > 0" role="status">
      “{{ word.trim() }}” leads to {{ listed(also) }} already. With Enter it leads to both, and both are offered.
    </p>
    <p v-else class="soft">
      Enter gives {{ entry.name }} the word; Escape leaves it. Typed alone, a short word stands before everything else.
    </p>
    <p v-if="own.length > 0" class="own">
      It has
      <span v-for="one in own" :key="one" class="one"
        ><code>{{ one }}</code
        ><button type="button" tabindex="-1" @mousedown.prevent="words.take(entry, one)">Take away</button></span
      >
    </p>
  </div>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 6px;
  padding: 10px 16px;
}
.own,
.one {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}
.one {
  gap: 6px;
}
code {
  padding: 0 5px;
  border: 1px solid var(--line-strong);
  border-radius: 2px;
}
button {
  border: 0;
  background: none;
  padding: 0;
  color: var(--press);
  font: 600 13px var(--engraved);
  cursor: pointer;
}
</style>
