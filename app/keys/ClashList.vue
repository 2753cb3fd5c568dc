<script setup lang="ts">
import { computed } from 'vue'
import { bySeverity, describeClash } from '~~/core/clash'
import type { Clash, WayOut } from '~~/core/clash'
import IconLost from '~icons/tabler/alert-triangle'
import IconNote from '~icons/tabler/info-circle'

/** Clashes as sentences, with their weight told by icon, word and colour. */
const { clashes, waysOf = () => [] } = defineProps<{
  clashes: readonly Clash[]
  waysOf?: (clash: Clash) => readonly WayOut[]
}>()
const emit = defineEmits<{ way: [way: WayOut] }>()
const shown = computed(() => [...clashes].sort(bySeverity))

const words = { lost: 'Lost', ambiguous: 'Taken', late: 'Late', note: 'Note' }
</script>

<template>
  <ul v-if="clashes.length > 0" class="clashes" aria-label="Clashes">
    <li v-for="(clash, i) in shown" :key="i" :class="clash.severity">
      <component :is="clash.severity === 'note' ? IconNote : IconLost" class="icon" aria-hidden="true" />
      <span
        ><strong>{{ words[clash.severity] }}.</strong> {{ describeClash(clash) }}
        <ElButton v-for="way in waysOf(clash)" :key="way.label" size="small" @click="emit('way', way)">{{
          way.label
        }}</ElButton></span
      >
    </li>
  </ul>
</template>

<style scoped>
.clashes {
  display: grid;
  gap: 4px;
  margin-top: 6px;
}
li {
  display: grid;
  grid-template-columns: 18px 1fr;
  gap: 6px;
}
li .el-button {
  margin: 0 0 0 4px;
  height: 22px;
  padding: 0 6px;
}
li.lost,
li.ambiguous {
  color: var(--fault);
}
li.late {
  color: var(--live);
}
li.note {
  color: var(--ink-soft);
}
</style>
