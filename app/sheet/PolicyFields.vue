<script setup lang="ts">
import { computed } from 'vue'
import { FAILURE_POLICIES, STEP_KINDS } from '~~/core/steps'
import type { FailurePolicy, Step, StepFinding } from '~~/core/steps'
import ChoiceField from '~/form/ChoiceField.vue'
import FormField from '~/form/FormField.vue'
import { optionsOf } from '~/form/optionsOf'
import RemoveButton from '~/form/RemoveButton.vue'
import StepForm from '~/steps/StepForm.vue'

/** What happens when a step or block fails: other tries, a second way, and what becomes of the rest. */
const { name, issueOf, frameId, findings } = defineProps<{
  name: string
  issueOf: (path: string) => string | undefined
  frameId: string
  /** Those of the second way. */
  findings: readonly StepFinding[]
}>()
const step = defineModel<Step>({ required: true })

const words: Record<FailurePolicy, string> = {
  stop: 'stop the lever, or fail the block around it',
  'go-on': 'go on with the next step',
  'put-back': 'put everything back',
}
const policies = optionsOf(words).filter(({ value }) => FAILURE_POLICIES.includes(value))
const second = computed(() => step.value.alternative as Step | undefined)

function set(part: Partial<Step>): void {
  step.value = { ...step.value, ...part } as Step
}

function setSecond(alternative: Step | undefined): void {
  const { alternative: _before, ...plain } = step.value
  const { alternative: _none, ...given } = alternative ?? {}
  step.value = (alternative ? { ...plain, alternative: given } : plain) as Step
}

function setRetry(times: number | null | undefined): void {
  const { retry, ...plain } = step.value
  step.value = (times ? { ...plain, retry: { afterMs: 1000, ...retry, times } } : plain) as Step
}

function addSecond(): void {
  const fresh = STEP_KINDS.find(({ kind }) => kind === 'message.show')!
  setSecond(fresh.fresh(`${step.value.id}-b`))
}
</script>

<template>
  <div class="policy">
    <ChoiceField
      :model-value="step.onFailure"
      label="If it fails"
      :options="policies"
      @update:model-value="set({ onFailure: $event })"
    />
    <div class="form-pair">
      <FormField label="Tries again" hint="times" :issue="issueOf('retry.times')">
        <template #default="{ fieldId }">
          <ElInputNumber
            :id="fieldId"
            size="small"
            :min="0"
            :max="100"
            :model-value="step.retry?.times ?? 0"
            @update:model-value="setRetry($event)"
          />
        </template>
      </FormField>
      <FormField v-if="step.retry" label="After" hint="seconds" :issue="issueOf('retry.afterMs')">
        <template #default="{ fieldId }">
          <ElInputNumber
            :id="fieldId"
            size="small"
            :min="0"
            :max="3600"
            :model-value="step.retry.afterMs / 1000"
            @update:model-value="
              set({ retry: { times: step.retry?.times ?? 1, afterMs: Math.round(($event ?? 0) * 1000) } })
            "
          />
        </template>
      </FormField>
    </div>
    <template v-if="second">
      <h3>
        The second way
        <RemoveButton :label="`Remove the second way of ${name}`" @click="setSecond(undefined)" />
      </h3>
      <StepForm
        :model-value="second"
        :name="`the second way of ${name}`"
        :index="0"
        :findings="findings"
        :issue-of="(path) => issueOf(`alternative.${path}`)"
        :frame-id="frameId"
        blocks
        @update:model-value="setSecond($event)"
      />
    </template>
    <ElButton v-else size="small" @click="addSecond"> Another way if it fails </ElButton>
  </div>
</template>

<style scoped>
.policy {
  display: grid;
  gap: 10px;
  justify-items: start;
}
.policy > * {
  width: 100%;
}
.policy > .el-button {
  width: auto;
}
h3 {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
