<script setup lang="ts">
import { computed } from 'vue'
import { describeStep, lintStep, STEP_KINDS } from '~~/core/steps'
import type { Step, StepFinding } from '~~/core/steps'
import AddButton from '~/form/AddButton.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import { partId } from '~/levers/leverDraft'
import { useMirror } from '~/live/useMirror'
import IconDown from '~icons/tabler/arrow-down'
import IconUp from '~icons/tabler/arrow-up'
import StepForm from './StepForm.vue'
import { useCopiedStep } from './useCopiedStep'

/** The steps of a lever, in order, each with its second way. One step is the common case and shows no numbers. */
const { issueOf, frameId } = defineProps<{ issueOf: (path: string) => string | undefined; frameId: string }>()
const steps = defineModel<Step[]>({ required: true })
const emit = defineEmits<{ several: [stepId: string, name: string, values: string[]]; sheet: [] }>()

const mirror = useMirror()
const { copied } = useCopiedStep()
const findings = computed(() =>
  steps.value.map((step) => {
    const all = lintStep(step, mirror.bench, mirror.tableOf(frameId))
    return {
      first: all.filter((finding) => !finding.at.startsWith(SECOND)),
      second: all.filter((finding) => finding.at.startsWith(SECOND)).map(secondOf),
    }
  }),
)
/** What was altered by the last step for a while is put back at the end. */
const canPutBack = computed(() => STEP_KINDS.some((entry) => entry.isState && entry.kind === steps.value.at(-1)?.kind))

const SECOND = 'alternative.'
const FOR_A_WHILE_MS = 600_000

function secondOf({ mend, ...finding }: StepFinding): StepFinding {
  return {
    ...finding,
    at: finding.at.slice(SECOND.length),
    ...(mend?.step.alternative ? { mend: { label: mend.label, step: mend.step.alternative } } : {}),
  }
}

function fresh(kind: Step['kind']): Step {
  return STEP_KINDS.find((entry) => entry.kind === kind)!.fresh(partId())
}

function set(index: number, step: Step): void {
  steps.value = steps.value.with(index, step)
}

function setSecond(index: number, alternative: Step | undefined): void {
  const { alternative: _before, ...step } = steps.value[index]!
  const { alternative: _none, ...second } = alternative ?? {}
  set(index, (alternative ? { ...step, alternative: second } : step) as Step)
}

function paste(): void {
  if (!copied.value) return
  const step = { ...copied.value, id: partId() } as Step
  const [only] = steps.value
  // An empty first step is what the user came to fill in.
  const isEmpty = steps.value.length === 1 && only !== undefined && 'programId' in only && only.programId === ''
  steps.value = isEmpty ? [step] : [...steps.value, step]
}

function move(index: number, by: number): void {
  steps.value = steps.value.toSpliced(index, 1).toSpliced(index + by, 0, steps.value[index]!)
}
</script>

<template>
  <fieldset v-for="(step, i) in steps" :key="step.id" class="step">
    <legend>{{ steps.length > 1 ? `Step ${i + 1}` : 'What it does' }}</legend>
    <StepForm
      :model-value="step"
      :name="`step ${i + 1}`"
      :index="i"
      :findings="findings[i]!.first"
      :issue-of="(path) => issueOf(`steps.${i}.${path}`)"
      :frame-id="frameId"
      @update:model-value="set(i, $event)"
      @several="(stepId, name, values) => emit('several', stepId, name, values)"
    >
      <div v-if="steps.length > 1" class="order">
        <ElButton size="small" :disabled="i === 0" :aria-label="`Move step ${i + 1} up`" @click="move(i, -1)">
          <IconUp class="icon" />
        </ElButton>
        <ElButton
          size="small"
          :disabled="i === steps.length - 1"
          :aria-label="`Move step ${i + 1} down`"
          @click="move(i, 1)"
        >
          <IconDown class="icon" />
        </ElButton>
        <RemoveButton :label="`Remove step ${i + 1}`" @click="steps = steps.toSpliced(i, 1)" />
      </div>
    </StepForm>
    <div v-if="step.alternative" class="second">
      <h3>
        If that fails
        <RemoveButton :label="`Remove the second way of step ${i + 1}`" @click="setSecond(i, undefined)" />
      </h3>
      <StepForm
        :model-value="step.alternative"
        :name="`the second way of step ${i + 1}`"
        :index="i"
        :findings="findings[i]!.second"
        :issue-of="(path) => issueOf(`steps.${i}.alternative.${path}`)"
        :frame-id="frameId"
        @update:model-value="setSecond(i, $event)"
      />
    </div>
    <div class="line">
      <label v-if="steps.length > 1" class="line"
        ><ElSwitch
          size="small"
          :model-value="step.onFailure === 'go-on'"
          @update:model-value="set(i, { ...step, onFailure: $event ? 'go-on' : 'stop' } as Step)"
        />
        {{ step.onFailure === 'go-on' ? 'If it fails, go on with the next step' : 'If it fails, stop here' }}</label
      >
      <ElButton
        v-if="!step.alternative && step.kind !== 'wait' && step.kind !== 'run.put-back'"
        size="small"
        class="other"
        @click="setSecond(i, fresh(step.kind))"
      >
        Another way if it fails
      </ElButton>
    </div>
  </fieldset>
  <div class="line">
    <AddButton @click="steps = [...steps, fresh('program.open')]"> Step </AddButton>
    <ElButton size="small" @click="emit('sheet')"> Write it as a run sheet </ElButton>
    <ElButton
      v-if="canPutBack"
      size="small"
      @click="steps = [...steps, { ...fresh('wait'), ms: FOR_A_WHILE_MS } as Step, fresh('run.put-back')]"
    >
      For a while, then put back
    </ElButton>
    <ElButton
      v-if="steps[0] && steps[0].kind !== 'wait'"
      size="small"
      @click="steps = [{ ...fresh('wait'), ms: FOR_A_WHILE_MS } as Step, ...steps]"
    >
      After a while
    </ElButton>
    <ElButton v-if="copied" size="small" class="paste" :title="describeStep(copied, mirror.names)" @click="paste">
      Paste: {{ describeStep(copied, mirror.names) }}
    </ElButton>
  </div>
</template>

<style scoped>
.step {
  border: 1px solid var(--line);
  border-radius: var(--radius);
  margin: 0;
  padding: 8px 12px 12px;
  display: grid;
  gap: 10px;
  min-width: 0;
}
.step legend {
  font: 600 14px var(--engraved);
  padding: 0 4px;
}
.second {
  display: grid;
  gap: 8px;
  padding-left: 12px;
  border-left: 3px solid var(--line-strong);
}
.second h3 {
  display: flex;
  align-items: center;
  gap: 8px;
}
.order {
  display: flex;
  gap: 4px;
}
.order .el-button {
  padding: 0;
  width: 28px;
  margin: 0;
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}
.line .el-button {
  margin: 0;
}
.other {
  margin-left: auto !important;
}
.paste {
  max-width: 420px;
  overflow: hidden;
}
</style>
