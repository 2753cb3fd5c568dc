<script setup lang="ts">
import { computed } from 'vue'
import { natureOf } from '~~/core/steps'
import type { FoundLine } from '~/launcher/foundLine'
import type { Findable } from '~~/core/finding'
import FoundIcon from '~/launcher/FoundIcon.vue'
import MarkedText from '~/launcher/MarkedText.vue'

/** One plate of the rack: a lever in its enamel, all else on plain ground; its name under it in two lines. */
const { entry, line, query, at, marked } = defineProps<{
  entry: Findable | undefined
  line: FoundLine | undefined
  query: string
  at: boolean
  marked: boolean
  /** What it was, where that is gone. */
  entryId: string
}>()

const enamel = computed(() =>
  line?.icon.is === 'plate' && !line.icon.off ? `var(--plate-${natureOf(line.icon.lever.steps)})` : undefined,
)
</script>

<template>
  <span class="face" :class="{ enamel: enamel !== undefined, marked }" :style="enamel ? { '--enamel': enamel } : {}">
    <FoundIcon v-if="line" :icon="line.icon" />
    <span v-else class="soft">gone</span>
  </span>
  <span class="name" :class="{ here: at }">
    <MarkedText v-if="entry" :text="entry.name" :query="query" /><template v-else>{{
      entryId.replace(/^[a-z]+:/, '')
    }}</template>
  </span>
  <span v-if="line?.state" class="state soft cut">{{ line.state }}</span>
</template>

<style scoped>
.face {
  display: flex;
  align-items: center;
  justify-content: center;
  width: 100%;
  height: var(--plate-height);
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--surface);
}
.face.enamel {
  background: var(--enamel);
  border-color: var(--enamel);
  color: var(--plate-ink);
  box-shadow: 0 0 0 1px var(--plate-ink) inset;
}
.face.marked {
  outline: 2px dashed var(--live);
  outline-offset: 2px;
}
.face :deep(.plate) {
  min-width: 0;
  height: auto;
  padding: 0;
  border: 0;
  box-shadow: none;
  background: none;
  gap: 6px;
  font-size: var(--plate-type);
}
.face :deep(.plate .glyph),
.face :deep(.icon) {
  width: var(--plate-icon);
  height: var(--plate-icon);
}
.name {
  display: -webkit-box;
  overflow: hidden;
  overflow-wrap: anywhere;
  font: 600 13px/1.25 var(--plain);
  text-align: center;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
}
.state {
  max-width: 100%;
  font-size: 12px;
  line-height: 1.2;
}
</style>
