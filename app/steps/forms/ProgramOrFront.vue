<script setup lang="ts">
import { ref } from 'vue'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import ProgramSelect from '~/programs/ProgramSelect.vue'

/** The program in front, or one by name. */
const { name, invalid = false } = defineProps<{ name: string; invalid?: boolean }>()
const programId = defineModel<string>({ required: true })
/** Chosen by name, and not said yet which. */
const isNamed = ref(false)

const ways = [
  { value: 'front', name: 'the program in front' },
  { value: 'named', name: 'a program by name' },
] as const

function choose(way: 'front' | 'named'): void {
  isNamed.value = way === 'named'
  if (way === 'front') programId.value = ''
}
</script>

<template>
  <div class="choosing">
    <ChoiceSelect
      :model-value="programId !== '' || isNamed ? 'named' : 'front'"
      :label="`Where ${name} goes`"
      :options="ways"
      @update:model-value="choose"
    />
    <ProgramSelect
      v-if="programId !== '' || isNamed"
      :model-value="programId"
      :label="`Program of ${name}`"
      :invalid="invalid"
      @update:model-value="programId = $event as string"
    />
  </div>
</template>

<style scoped>
.choosing {
  display: grid;
  grid-template-columns: 210px minmax(0, 1fr);
  gap: 8px;
}
</style>
