<script setup lang="ts">
import type { Program } from '~~/core/bench'

/** What holds of a program or does not. */
type Held = Pick<Program, 'writes' | 'needed' | 'secret'>
const { program } = defineProps<{ program: Held }>()
const emit = defineEmits<{ alter: [part: Held] }>()

const switches = [
  { field: 'writes', says: 'Its documents are texts that can be written in' },
  { field: 'needed', says: 'The system needs it: it cannot be uninstalled' },
  { field: 'secret', says: 'It holds secrets: what is typed or copied there is written down nowhere' },
] as const satisfies { field: keyof Held; says: string }[]
</script>

<template>
  <div class="switches">
    <label v-for="{ field, says } in switches" :key="field">
      <ElSwitch
        size="small"
        :model-value="program[field] ?? false"
        @update:model-value="emit('alter', { [field]: $event ? true : undefined })"
      />
      {{ says }}
    </label>
  </div>
</template>

<style scoped>
.switches {
  display: grid;
  gap: 6px;
}
.switches label {
  display: flex;
  align-items: center;
  gap: 8px;
}
</style>
