<script setup lang="ts" generic="W extends string">
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import NameSelect from '~/form/NameSelect.vue'
import { useMirror } from '~/live/useMirror'
import FindingLines from '../FindingLines.vue'
import type { StepFormProps } from './stepForm'

/** Frames of levers, several at once, and which way they go: all that a step about frames says. */
const { name, findings, issueOf, ways } = defineProps<
  StepFormProps & { ways: readonly { readonly value: W; readonly name: string }[] }
>()
const frameIds = defineModel<string[]>('frameIds', { required: true })
const way = defineModel<W>('way', { required: true })
const mirror = useMirror()
</script>

<template>
  <div class="first-line choosing">
    <NameSelect
      v-model="frameIds"
      of="frame"
      multiple
      :label="`Frames of ${name}`"
      :aria-invalid="issueOf('frameIds') !== undefined"
      placeholder="Choose frames"
      :options="mirror.frameChoices"
    />
    <ChoiceSelect v-model="way" :label="`Which way ${name} switches`" :options="ways" />
  </div>
  <IssueLine :issue="issueOf('frameIds')" />
  <FindingLines :findings="findings" />
</template>

<style scoped>
.choosing {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 170px;
  gap: 8px;
}
</style>
