<script setup lang="ts">
import { ref } from 'vue'
import type { AnyStep } from '~~/core/steps'

/** Whether a block has steps for all other cases. What stood there comes back when it is switched on again. */
const steps = defineModel<AnyStep[] | undefined>({ required: true })
const kept = ref<AnyStep[]>([])

function turn(isOn: boolean): void {
  if (!isOn && steps.value) kept.value = steps.value
  steps.value = isOn ? kept.value : undefined
}
</script>

<template>
  <label class="check"
    ><ElSwitch size="small" :model-value="steps !== undefined" @update:model-value="turn($event as boolean)" />
    {{ steps === undefined ? 'Nothing otherwise' : 'Else, other steps' }}</label
  >
</template>
