<script setup lang="ts" generic="W extends string">
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { useMirror } from '~/live/useMirror'

/** Frames of levers, several at once, and which way they go. */
const { name, invalid, ways, frameIds, way } = defineProps<{
  name: string
  invalid: boolean
  ways: readonly { readonly value: W; readonly name: string }[]
  frameIds: string[]
  way: W
}>()
const emit = defineEmits<{ 'update:frameIds': [ids: string[]]; 'update:way': [way: W] }>()
const mirror = useMirror()
</script>

<template>
  <div class="first-line choosing">
    <ChoiceSelect
      :model-value="frameIds"
      multiple
      :label="`Frames of ${name}`"
      :aria-invalid="invalid"
      placeholder="Choose frames"
      :options="mirror.frameChoices"
      @update:model-value="emit('update:frameIds', $event)"
    />
    <ChoiceSelect
      :model-value="way"
      :label="`Which way ${name} switches`"
      :options="ways"
      @update:model-value="emit('update:way', $event)"
    />
  </div>
</template>

<style scoped>
.choosing {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 170px;
  gap: 8px;
}
</style>
