<script setup lang="ts">
import { computed } from 'vue'
import { NARROWINGS } from '~~/core/finding'
import type { Narrowing } from '~~/core/finding'
import KeyPlates from '~/plates/KeyPlates.vue'
import { categoriesOf } from './narrowings'

/** To what kind of thing the search is narrowed; within programs, files and clips, to a category. */
const { narrowing, category } = defineProps<{ narrowing: Narrowing | undefined; category: string | undefined }>()
const emit = defineEmits<{ narrow: [narrowing: Narrowing | undefined]; choose: [category: string | undefined] }>()

const categories = computed(() => categoriesOf(narrowing))
</script>

<template>
  <div class="narrow" role="toolbar" aria-label="Narrow to a kind">
    <button
      v-for="entry in NARROWINGS"
      :key="entry.id"
      type="button"
      tabindex="-1"
      :aria-pressed="entry.id === narrowing?.id"
      @mousedown.prevent="emit('narrow', entry.id === narrowing?.id ? undefined : entry)"
    >
      <kbd>{{ entry.digit }}</kbd> {{ entry.label }}
    </button>
    <span class="soft how"><KeyPlates chord="Alt" /> and the digit; again for what kind of it</span>
  </div>
  <div v-if="categories.length > 0" class="narrow within" role="toolbar" aria-label="Of what kind">
    <button
      v-for="entry in categories"
      :key="entry.id"
      type="button"
      tabindex="-1"
      :aria-pressed="entry.id === category"
      @mousedown.prevent="emit('choose', entry.id === category ? undefined : entry.id)"
    >
      {{ entry.label }}
    </button>
  </div>
</template>

<style scoped>
.narrow {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
  align-items: center;
  min-height: 30px;
  padding: 0 12px;
  border-bottom: 1px solid var(--line);
}
.within {
  background: var(--sunken);
}
button {
  display: flex;
  gap: 5px;
  align-items: center;
  height: 26px;
  padding: 0 6px;
  border: 0;
  border-bottom: 2px solid transparent;
  background: none;
  color: var(--ink);
  font: 600 13px var(--engraved);
  cursor: pointer;
}
button:hover {
  background: var(--press-soft);
}
button[aria-pressed='true'] {
  border-bottom-color: var(--live-fill);
  background: var(--press-soft);
}
kbd {
  font: 500 11px/15px var(--mono);
  min-width: 15px;
  text-align: center;
  border: 1px solid var(--line-strong);
  border-radius: 2px;
}
.how {
  margin-left: auto;
  font-size: 12px;
}
</style>
