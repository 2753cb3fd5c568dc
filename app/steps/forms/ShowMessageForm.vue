<script setup lang="ts">
import { computed } from 'vue'
import { momentValues } from '~~/core/bench'
import { BOARD_MS } from '~~/core/steps'
import type { StepOf } from '~~/core/steps'
import ChoiceField from '~/form/ChoiceField.vue'
import FormField from '~/form/FormField.vue'
import IssueLine from '~/form/IssueLine.vue'
import { useMirror } from '~/live/useMirror'
import FindingLines from '../FindingLines.vue'
import ResolvedText from '../ResolvedText.vue'
import type { StepFormProps } from './stepForm'

const { name, findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'message.show'>>({ required: true })

const mirror = useMirror()
const known = computed(() => ({ ...momentValues(mirror.moment.nowMs), ...values }))
const forms = [
  { value: 'notice', name: 'as a notice that stays on the screen' },
  { value: 'board', name: 'on the board, gone by itself' },
  { value: 'alert', name: 'as an alert that waits until it is read' },
] as const
</script>

<template>
  <ElInput
    class="first-line"
    :model-value="step.text"
    :aria-label="`Message of ${name}`"
    :aria-invalid="issueOf('text') !== undefined"
    placeholder="What it says"
    @update:model-value="step = { ...step, text: $event }"
  >
    <template v-if="step.as !== 'alert'" #append>
      <label class="sound"
        ><ElCheckbox
          :model-value="step.sound ?? false"
          :aria-label="`Sound of ${name}`"
          @update:model-value="step = { ...step, sound: $event ? true : undefined }"
        />
        with a sound</label
      >
    </template>
  </ElInput>
  <IssueLine :issue="issueOf('text')" />
  <ResolvedText :text="step.text" :values="known" />
  <div class="two">
    <ChoiceField
      :model-value="step.as ?? 'notice'"
      label="How it is said"
      :options="forms"
      @update:model-value="step = { ...step, as: $event === 'notice' ? undefined : $event }"
    />
    <FormField v-if="step.as === 'board'" label="It stands there for" hint="seconds" :issue="issueOf('forMs')">
      <template #default="{ fieldId }">
        <ElInputNumber
          :id="fieldId"
          :model-value="(step.forMs ?? BOARD_MS) / 1000"
          :min="1"
          :max="3600"
          @update:model-value="step = { ...step, forMs: Math.round(($event ?? 6) * 1000) }"
        />
      </template>
    </FormField>
  </div>
  <FindingLines :findings="findings" />
</template>

<style scoped>
.sound {
  color: var(--ink);
  display: flex;
  align-items: center;
  gap: 8px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 200px;
  gap: 10px 14px;
  align-items: start;
}
</style>
