<script setup lang="ts" generic="T extends string | string[]">
/**
 * A choice among things by their names; what tells them apart beyond that stands beside. All else is as `ElSelect` has
 * it.
 */
const { label, options } = defineProps<{ label: string; options: readonly Choice[] }>()
const chosen = defineModel<T>({ required: true })

interface Choice {
  readonly value: string
  readonly name: string
  readonly detail?: string
}
</script>

<template>
  <ElSelect v-model="chosen" :aria-label="label">
    <ElOption v-for="option in options" :key="option.value" :value="option.value" :label="option.name">
      <span class="choice"
        ><span>{{ option.name }}</span> <code v-if="option.detail" class="soft">{{ option.detail }}</code></span
      >
    </ElOption>
  </ElSelect>
</template>

<style scoped>
.choice {
  display: flex;
  justify-content: space-between;
  gap: 16px;
}
code {
  font-size: 12px;
}
</style>
