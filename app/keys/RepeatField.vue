<script setup lang="ts">
/** Whether something goes on while its key is held, and how often. */
const { label } = defineProps<{ label: string }>()
const everyMs = defineModel<number | undefined>({ required: true })

const USUAL_MS = 120
</script>

<template>
  <label class="repeat"
    ><ElSwitch
      size="small"
      :model-value="everyMs !== undefined"
      :aria-label="`${label}: goes on while it is held`"
      @update:model-value="everyMs = $event ? USUAL_MS : undefined"
    />
    {{ everyMs === undefined ? 'goes on while held' : 'goes on while held, every' }}
    <template v-if="everyMs !== undefined">
      <ElInputNumber
        size="small"
        :model-value="everyMs"
        :min="30"
        :max="5000"
        :step="10"
        :aria-label="`${label}: ms from one to the next`"
        @update:model-value="everyMs = $event ?? USUAL_MS"
      />
      ms</template
    ></label
  >
</template>

<style scoped>
.repeat {
  display: flex;
  align-items: center;
  gap: 6px;
}
</style>
