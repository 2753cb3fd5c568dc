<script setup lang="ts">
import { computed, ref } from 'vue'
import { KEYS, keyOfName, MODIFIER_CODES, modifierOfCode } from '~~/core/keys'
import { keyName } from '~~/core/levers'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import PressButton from './PressButton.vue'

/** One key, modifiers included: pressed while “Press” is on, or chosen by its name. */
const {
  label,
  issue = undefined,
  modifiersOnly = false,
} = defineProps<{ label: string; issue?: string; modifiersOnly?: boolean }>()
const code = defineModel<string>({ required: true })

const isCapturing = ref(false)
const all = computed(() => (modifiersOnly ? MODIFIER_CODES : [...MODIFIER_CODES, ...KEYS.map((key) => key.code)]))

function capture(event: KeyboardEvent): void {
  if (!isCapturing.value) return
  event.preventDefault()
  event.stopPropagation()
  if (event.type !== 'keydown' || event.repeat) return
  if (modifierOfCode(event.code) || (!modifiersOnly && keyOfName(event.code))) code.value = event.code
  isCapturing.value = false
}
</script>

<template>
  <div>
    <div class="key">
      <ChoiceSelect
        v-model="code"
        filterable
        :label="label"
        :aria-invalid="issue !== undefined"
        placeholder="A key"
        :options="all.map((id) => ({ value: id, name: keyName(id) }))"
      />
      <PressButton v-model="isCapturing" :label="label" @keydown="capture" @keyup="capture"> Press it… </PressButton>
    </div>
    <IssueLine :issue="issue" />
  </div>
</template>

<style scoped>
.key {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 72px;
  gap: 4px;
}
</style>
