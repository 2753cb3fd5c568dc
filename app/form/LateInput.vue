<script setup lang="ts">
import { nextTick, ref, watch } from 'vue'

/** A line of text that counts when the field is left or Enter is pressed, for what is read as a whole. */
const settled = defineModel<string>({ required: true })
const typed = ref(settled.value)
watch(settled, (now) => {
  typed.value = now
})

async function settle(): Promise<void> {
  if (typed.value !== settled.value) settled.value = typed.value
  await nextTick()
  typed.value = settled.value
}
</script>

<template>
  <ElInput v-model="typed" @change="settle" />
</template>
