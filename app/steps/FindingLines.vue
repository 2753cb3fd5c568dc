<script setup lang="ts">
import type { Step, StepFinding } from '~~/core/steps'
import IconFault from '~icons/tabler/alert-triangle'
import IconNote from '~icons/tabler/info-circle'

/** What would not go as meant, each as a sentence, with the mend where there is one. */
const { findings } = defineProps<{ findings: readonly StepFinding[] }>()
const emit = defineEmits<{ mend: [step: Step] }>()
</script>

<template>
  <ul v-if="findings.length > 0" class="findings">
    <li v-for="(finding, i) in findings" :key="i" :class="finding.severity">
      <component :is="finding.severity === 'fault' ? IconFault : IconNote" class="icon" aria-hidden="true" />
      <span>{{ finding.message }}</span>
      <ElButton v-if="finding.mend" size="small" @click="emit('mend', finding.mend.step)">
        {{ finding.mend.label }}
      </ElButton>
    </li>
  </ul>
</template>

<style scoped>
.findings {
  display: grid;
  gap: 3px;
}
li {
  display: grid;
  grid-template-columns: 18px minmax(0, 1fr) auto;
  gap: 6px;
  align-items: center;
  font-size: 13px;
}
li.fault {
  color: var(--fault);
}
li.note {
  color: var(--ink-soft);
}
</style>
