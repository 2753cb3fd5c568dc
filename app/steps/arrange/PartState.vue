<script setup lang="ts">
import { computed } from 'vue'
import type { PlannedPart } from '~~/core/arrangement'
import { countOf } from '~~/core/names'
import IconFault from '~icons/tabler/alert-triangle'
import IconHolds from '~icons/tabler/check'
import IconSteps from '~icons/tabler/arrow-narrow-right'

/** How a part of an arrangement stands: by its sign and in words. */
const { part } = defineProps<{ part: PlannedPart | undefined }>()
const words = computed(() => {
  if (!part) return ''
  if (part.state === 'holds') return 'is so'
  if (part.state === 'reached') return countOf(part.steps.length, 'step')
  return part.issues.map(({ message }) => message).join(' ')
})
const signs = { holds: IconHolds, reached: IconSteps, unreachable: IconFault }
</script>

<template>
  <span class="state" :class="part?.state">
    <component :is="signs[part.state]" v-if="part" class="icon" aria-hidden="true" />
    {{ words }}
  </span>
</template>

<style scoped>
.state {
  display: inline-flex;
  gap: 5px;
  align-items: baseline;
  font-size: 13px;
  min-width: 0;
}
.state .icon {
  flex: none;
  align-self: center;
}
.holds {
  color: var(--ink-soft);
}
.unreachable {
  color: var(--fault);
}
</style>
