<script setup lang="ts">
import { describeClash } from '~~/core/clash'
import type { Clash } from '~~/core/clash'
import IconLost from '~icons/tabler/alert-triangle'
import IconNote from '~icons/tabler/info-circle'

/** Clashes as sentences, with their weight told by icon, word and colour. */
const { clashes } = defineProps<{ clashes: readonly Clash[] }>()

const words = { lost: 'Lost', ambiguous: 'Taken', note: 'Note' }
</script>

<template>
  <ul
    v-if="clashes.length > 0"
    class="clashes"
    aria-label="Clashes"
  >
    <li
      v-for="(clash, i) in clashes"
      :key="i"
      :class="clash.severity"
    >
      <component
        :is="clash.severity === 'note' ? IconNote : IconLost"
        class="icon"
        aria-hidden="true"
      />
      <span><strong>{{ words[clash.severity] }}.</strong> {{ describeClash(clash) }}</span>
    </li>
  </ul>
</template>

<style scoped>
.clashes { display: grid; gap: 4px; margin-top: 6px; }
li { display: grid; grid-template-columns: 18px 1fr; gap: 6px; }
li.lost, li.ambiguous { color: var(--fault); }
li.note { color: var(--ink-soft); }
</style>
