<script setup lang="ts">
import { computed } from 'vue'
import { namesFor, STEP_KINDS, UNSAVED_POLICIES, unsavedWords } from '~~/core/steps'
import type { Step, StepFinding, StepKind } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import FormField from '~/form/FormField.vue'
import { useMirror } from '~/live/useMirror'
import ProgramSelect from '~/programs/ProgramSelect.vue'
import ArgumentList from './ArgumentList.vue'
import DeviceFields from './DeviceFields.vue'
import FindingLines from './FindingLines.vue'
import OpenProgramFields from './OpenProgramFields.vue'
import PlacesFields from './PlacesFields.vue'
import ResolvedText from './ResolvedText.vue'

/** One step, of whatever kind, with what would not go as meant. What else belongs into its first line comes as slot. */
const { name, findings, issueOf, frameId } = defineProps<{
  name: string
  index: number
  findings: readonly StepFinding[]
  issueOf: (path: string) => string | undefined
  frameId: string
}>()
const step = defineModel<Step>({ required: true })
const emit = defineEmits<{ several: [stepId: string, name: string, values: string[]] }>()

const mirror = useMirror()
const names = computed(() => namesFor(mirror.bench, mirror.tableOf(frameId)).values)

/** A step of another kind keeps the program, where both kinds have one. */
function changeKind(kind: StepKind): void {
  const before = step.value
  const fresh = STEP_KINDS.find((entry) => entry.kind === kind)!.fresh(before.id)
  step.value =
    'programId' in before && before.programId && kind.startsWith('program.')
      ? ({ ...fresh, programId: before.programId } as Step)
      : fresh
}

function alter(part: Partial<Step>): void {
  step.value = { ...step.value, ...part } as Step
}
</script>

<template>
  <div class="kind">
    <ChoiceSelect
      :model-value="step.kind"
      :label="`Kind of ${name}`"
      :options="STEP_KINDS.map((entry) => ({ value: entry.kind, name: entry.label }))"
      @update:model-value="changeKind($event)"
    />
    <ProgramSelect
      v-if="'programId' in step"
      :model-value="step.programId ?? ''"
      :label="`Program of ${name}`"
      :invalid="issueOf('programId') !== undefined"
      @update:model-value="alter({ programId: $event as string })"
    />
    <span v-else-if="step.kind === 'place.open' || step.kind === 'device.control' || step.kind === 'run.put-back'" />
    <div v-else-if="step.kind === 'frame.switch'" class="switching">
      <ChoiceSelect
        :model-value="step.frameIds"
        multiple
        :label="`Frames of ${name}`"
        :aria-invalid="issueOf('frameIds') !== undefined"
        placeholder="Choose frames"
        :options="mirror.frameChoices"
        @update:model-value="alter({ frameIds: $event })"
      />
      <ChoiceSelect
        :model-value="step.to"
        :label="`Which way ${name} switches`"
        :options="[
          { value: 'toggle', name: 'the other way' },
          { value: 'on', name: 'on' },
          { value: 'off', name: 'off' },
        ]"
        @update:model-value="alter({ to: $event })"
      />
    </div>
    <ElInput
      v-else-if="step.kind === 'message.show'"
      :model-value="step.text"
      :aria-label="`Message of ${name}`"
      :aria-invalid="issueOf('text') !== undefined"
      placeholder="What it says"
      @update:model-value="alter({ text: $event })"
    >
      <template #append>
        <label class="wait"
          ><ElCheckbox
            :model-value="step.sound ?? false"
            :aria-label="`Sound of ${name}`"
            @update:model-value="alter({ sound: $event ? true : undefined })"
          />
          with a sound</label
        >
      </template>
    </ElInput>
    <label v-else-if="step.kind === 'wait'" class="wait"
      ><ElInputNumber
        :model-value="step.ms / 1000"
        :min="0"
        :max="86400"
        :step="0.1"
        :aria-label="`Seconds of ${name}`"
        @update:model-value="alter({ ms: Math.round(($event ?? 0) * 1000) })"
      />
      seconds</label
    >
    <slot />
  </div>
  <p
    v-for="part in ['programId', 'text', 'frameIds'].filter((part) => issueOf(part))"
    :key="part"
    class="fault"
    role="alert"
  >
    {{ issueOf(part) }}
  </p>
  <OpenProgramFields
    v-if="step.kind === 'program.open'"
    :model-value="step"
    :index="index"
    :findings="findings"
    :issue-of="(path) => issueOf(path)"
    :values="names"
    @update:model-value="step = $event"
    @mend="step = $event"
    @several="(option, chosen) => emit('several', step.id, option, chosen)"
  />
  <PlacesFields
    v-else-if="step.kind === 'place.open'"
    :model-value="step"
    :findings="findings"
    :issue-of="(path) => issueOf(path)"
    :values="names"
    @update:model-value="step = $event"
    @mend="step = $event"
  />
  <template v-else-if="step.kind === 'device.control'">
    <DeviceFields :model-value="step" :issue-of="(path) => issueOf(path)" @update:model-value="step = $event" />
    <FindingLines :findings="step.controlId === '' ? [] : findings" />
  </template>
  <template v-else-if="step.kind === 'program.switch'">
    <ArgumentList
      :model-value="step.args"
      :program="mirror.bench.programs[step.programId]"
      :findings="findings"
      :issue-of="(path) => issueOf(`args.${path}`)"
      :values="names"
      @update:model-value="alter({ args: $event })"
      @mend="step = $event"
    />
    <FormField label="and back to" :issue="issueOf('otherId')">
      <ProgramSelect
        :model-value="step.otherId"
        :label="`Other program of ${name}`"
        :invalid="issueOf('otherId') !== undefined"
        @update:model-value="alter({ otherId: $event as string })"
      />
    </FormField>
    <ArgumentList
      :model-value="step.otherArgs"
      :program="mirror.bench.programs[step.otherId]"
      label="Other argument"
      at="otherArgs"
      :findings="findings"
      :issue-of="(path) => issueOf(`otherArgs.${path}`)"
      :values="names"
      @update:model-value="alter({ otherArgs: $event })"
      @mend="step = $event"
    />
  </template>
  <template v-else>
    <ResolvedText v-if="step.kind === 'message.show'" :text="step.text" :values="names" />
    <FindingLines
      :findings="findings.filter((finding) => !('programId' in step && step.programId === ''))"
      @mend="step = $event"
    />
  </template>
  <FormField v-if="step.kind === 'program.close'" label="Unsaved work">
    <ChoiceSelect
      :model-value="step.unsaved"
      label="What happens to unsaved work"
      :options="UNSAVED_POLICIES.map((policy) => ({ value: policy, name: unsavedWords[policy] }))"
      @update:model-value="alter({ unsaved: $event })"
    />
  </FormField>
</template>

<style scoped>
.kind {
  display: grid;
  grid-template-columns: 240px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
}
.switching {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 150px;
  gap: 8px;
}
.wait {
  display: flex;
  align-items: center;
  gap: 8px;
}
</style>
