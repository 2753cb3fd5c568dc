<script setup lang="ts">
import { onMounted, ref, useTemplateRef } from 'vue'

/** A name that is altered where it stands: Enter or leaving takes it, Escape lets it be. */
const { value, label } = defineProps<{ value: string; label: string }>()
const emit = defineEmits<{ take: [name: string]; leave: [] }>()

const field = useTemplateRef<HTMLInputElement>('field')
const text = ref(value)
let isOver = false

onMounted(() => {
  field.value?.focus()
  field.value?.select()
})

function end(takes: boolean): void {
  if (isOver) return
  isOver = true
  const name = text.value.trim()
  if (takes && name !== '' && name !== value) emit('take', name)
  else emit('leave')
}
</script>

<template>
  <input
    ref="field"
    v-model="text"
    :aria-label="label"
    @keydown.stop
    @keydown.enter="end(true)"
    @keydown.esc="end(false)"
    @blur="end(true)"
  />
</template>
