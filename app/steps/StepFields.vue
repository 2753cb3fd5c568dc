<script setup lang="ts">
import { computed } from 'vue'
import { lintStep, namesFor, STEP_KINDS, UNSAVED_POLICIES, unsavedWords } from '~~/core/steps'
import type { Step, StepKind } from '~~/core/steps'
import AddButton from '~/form/AddButton.vue'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import FormField from '~/form/FormField.vue'
import { partId } from '~/levers/useLeverDraft'
import { useMirror } from '~/live/useMirror'
import ProgramSelect from '~/programs/ProgramSelect.vue'
import IconDown from '~icons/tabler/arrow-down'
import IconUp from '~icons/tabler/arrow-up'
import ArgumentList from './ArgumentList.vue'
import DeviceFields from './DeviceFields.vue'
import FindingLines from './FindingLines.vue'
import OpenProgramFields from './OpenProgramFields.vue'
import PlacesFields from './PlacesFields.vue'
import ResolvedText from './ResolvedText.vue'

/** The steps of a lever, in order, with what would not go as meant. One is the common case and shows no numbers. */
const { issueOf, frameId } = defineProps<{ issueOf: (path: string) => string | undefined, frameId: string }>()
const steps = defineModel<Step[]>({ required: true })
const emit = defineEmits<{ several: [stepId: string, name: string, values: string[]] }>()

const mirror = useMirror()
const table = computed(() => mirror.tableOf(frameId))
const names = computed(() => namesFor(mirror.bench, table.value).values)
const findings = computed(() => steps.value.map(step => lintStep(step, mirror.bench, table.value)))

function kindOf(kind: StepKind) {
  return STEP_KINDS.find(entry => entry.kind === kind)!
}

/** A step of another kind keeps the program, where both kinds have one. */
function changeKind(index: number, kind: StepKind): void {
  const before = steps.value[index]!
  const fresh = kindOf(kind).fresh(before.id)
  steps.value = steps.value.with(index, 'programId' in before && before.programId && kind.startsWith('program.') ? { ...fresh, programId: before.programId } as Step : fresh)
}

function alter(index: number, part: Partial<Step>): void {
  steps.value = steps.value.with(index, { ...steps.value[index]!, ...part } as Step)
}

function add(): void {
  steps.value = [...steps.value, kindOf('program.open').fresh(partId())]
}

function move(index: number, by: number): void {
  steps.value = steps.value.toSpliced(index, 1).toSpliced(index + by, 0, steps.value[index]!)
}
</script>

<template>
  <fieldset
    v-for="(step, i) in steps"
    :key="step.id"
    class="step"
  >
    <legend>{{ steps.length > 1 ? `Step ${i + 1}` : 'What it does' }}</legend>
    <div class="kind">
      <ChoiceSelect
        :model-value="step.kind"
        :label="`Kind of step ${i + 1}`"
        :options="STEP_KINDS.map(entry => ({ value: entry.kind, name: entry.label }))"
        @update:model-value="changeKind(i, $event)"
      />
      <ProgramSelect
        v-if="'programId' in step"
        :model-value="step.programId ?? ''"
        :label="`Program of step ${i + 1}`"
        :invalid="issueOf(`steps.${i}.programId`) !== undefined"
        @update:model-value="alter(i, { programId: $event as string })"
      />
      <span v-else-if="step.kind === 'place.open' || step.kind === 'device.control'" />
      <div
        v-else-if="step.kind === 'frame.switch'"
        class="switching"
      >
        <ChoiceSelect
          :model-value="step.frameIds"
          multiple
          :label="`Frames of step ${i + 1}`"
          :aria-invalid="issueOf(`steps.${i}.frameIds`) !== undefined"
          placeholder="Choose frames"
          :options="mirror.frameChoices"
          @update:model-value="alter(i, { frameIds: $event })"
        />
        <ChoiceSelect
          :model-value="step.to"
          :label="`Which way step ${i + 1} switches`"
          :options="[{ value: 'toggle', name: 'the other way' }, { value: 'on', name: 'on' }, { value: 'off', name: 'off' }]"
          @update:model-value="alter(i, { to: $event })"
        />
      </div>
      <ElInput
        v-else-if="step.kind === 'message.show'"
        :model-value="step.text"
        :aria-label="`Message of step ${i + 1}`"
        :aria-invalid="issueOf(`steps.${i}.text`) !== undefined"
        placeholder="What it says"
        @update:model-value="alter(i, { text: $event })"
      />
      <label
        v-else-if="step.kind === 'wait'"
        class="wait"
      ><ElInputNumber
        :model-value="step.ms / 1000"
        :min="0"
        :max="86400"
        :step="0.1"
        :aria-label="`Seconds of step ${i + 1}`"
        @update:model-value="alter(i, { ms: Math.round(($event ?? 0) * 1000) })"
      /> seconds</label>
      <div
        v-if="steps.length > 1"
        class="order"
      >
        <ElButton
          size="small"
          :disabled="i === 0"
          :aria-label="`Move step ${i + 1} up`"
          @click="move(i, -1)"
        >
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
        <RemoveButton
          :label="`Remove step ${i + 1}`"
          @click="steps = steps.toSpliced(i, 1)"
        />
      </div>
    </div>
    <p
      v-for="part in ['programId', 'text', 'frameIds'].filter(part => issueOf(`steps.${i}.${part}`))"
      :key="part"
      class="fault"
      role="alert"
    >
      {{ issueOf(`steps.${i}.${part}`) }}
    </p>
    <OpenProgramFields
      v-if="step.kind === 'program.open'"
      :model-value="step"
      :index="i"
      :findings="findings[i]!"
      :issue-of="path => issueOf(`steps.${i}.${path}`)"
      :values="names"
      @update:model-value="steps = steps.with(i, $event)"
      @mend="steps = steps.with(i, $event)"
      @several="(name, chosen) => emit('several', step.id, name, chosen)"
    />
    <PlacesFields
      v-else-if="step.kind === 'place.open'"
      :model-value="step"
      :findings="findings[i]!"
      :issue-of="path => issueOf(`steps.${i}.${path}`)"
      :values="names"
      @update:model-value="steps = steps.with(i, $event)"
      @mend="steps = steps.with(i, $event)"
    />
    <template v-else-if="step.kind === 'device.control'">
      <DeviceFields
        :model-value="step"
        :issue-of="path => issueOf(`steps.${i}.${path}`)"
        @update:model-value="steps = steps.with(i, $event)"
      />
      <FindingLines :findings="step.controlId === '' ? [] : findings[i]!" />
    </template>
    <template v-else-if="step.kind === 'program.switch'">
      <ArgumentList
        :model-value="step.args"
        :program="mirror.bench.programs[step.programId]"
        :findings="findings[i]!"
        :issue-of="path => issueOf(`steps.${i}.args.${path}`)"
        :values="names"
        @update:model-value="alter(i, { args: $event })"
        @mend="steps = steps.with(i, $event)"
      />
      <FormField
        label="and back to"
        :issue="issueOf(`steps.${i}.otherId`)"
      >
        <ProgramSelect
          :model-value="step.otherId"
          :label="`Other program of step ${i + 1}`"
          :invalid="issueOf(`steps.${i}.otherId`) !== undefined"
          @update:model-value="alter(i, { otherId: $event as string })"
        />
      </FormField>
      <ArgumentList
        :model-value="step.otherArgs"
        :program="mirror.bench.programs[step.otherId]"
        label="Other argument"
        at="otherArgs"
        :findings="findings[i]!"
        :issue-of="path => issueOf(`steps.${i}.otherArgs.${path}`)"
        :values="names"
        @update:model-value="alter(i, { otherArgs: $event })"
        @mend="steps = steps.with(i, $event)"
      />
    </template>
    <template v-else>
      <ResolvedText
        v-if="step.kind === 'message.show'"
        :text="step.text"
        :values="names"
      />
      <FindingLines
        :findings="findings[i]!.filter(finding => !('programId' in step && step.programId === ''))"
        @mend="steps = steps.with(i, $event)"
      />
    </template>
    <FormField
      v-if="step.kind === 'program.close'"
      label="Unsaved work"
    >
      <ChoiceSelect
        :model-value="step.unsaved"
        label="What happens to unsaved work"
        :options="UNSAVED_POLICIES.map(policy => ({ value: policy, name: unsavedWords[policy] }))"
        @update:model-value="alter(i, { unsaved: $event })"
      />
    </FormField>
    <label
      v-if="steps.length > 1"
      class="wait"
    ><ElSwitch
      size="small"
      :model-value="step.onFailure === 'go-on'"
      @update:model-value="alter(i, { onFailure: $event ? 'go-on' : 'stop' })"
    /> {{ step.onFailure === 'go-on' ? 'If it fails, go on with the next step' : 'If it fails, stop here' }}</label>
  </fieldset>
  <div>
    <AddButton
      @click="add"
    >
      Step
    </AddButton>
  </div>
</template>

<style scoped>
.step { border: 1px solid var(--line); border-radius: var(--radius); margin: 0; padding: 8px 12px 12px; display: grid; gap: 10px; min-width: 0; }
.step legend { font: 600 14px var(--engraved); padding: 0 4px; }
.kind { display: grid; grid-template-columns: 240px minmax(0, 1fr) auto; gap: 8px; align-items: center; }
.switching { display: grid; grid-template-columns: minmax(0, 1fr) 150px; gap: 8px; }
.order { display: flex; gap: 4px; }
.order .el-button { padding: 0; width: 28px; margin: 0; }
.wait { display: flex; align-items: center; gap: 8px; }
</style>
