<script setup lang="ts">
import { own } from '~~/core/result'
import { computed } from 'vue'
import type { WindowMode } from '~~/core/bench'
import type { Pasted } from '~~/core/command'
import { RUNNING_POLICIES, runningWords } from '~~/core/steps'
import type { StepOf } from '~~/core/steps'
import AddButton from '~/form/AddButton.vue'
import ChoiceField from '~/form/ChoiceField.vue'
import IssueLine from '~/form/IssueLine.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import TextField from '~/form/TextField.vue'
import { useMirror } from '~/live/useMirror'
import ArgumentList from '../ArgumentList.vue'
import CommandLineField from '../CommandLineField.vue'
import FindingLines from '../FindingLines.vue'
import ResolvedText from '../ResolvedText.vue'
import ProgramLine from './ProgramLine.vue'
import type { StepFormProps } from './stepForm'
import UnsavedField from './UnsavedField.vue'

type OpenStep = StepOf<'program.open'>

/**
 * All that a program is started with: arguments as a list and as a line, window, working directory, environment, and
 * what happens if it runs.
 */
const { name, index, findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<OpenStep>({ required: true })
const emit = defineEmits<{ several: [name: string, values: string[]] }>()

const mirror = useMirror()
const program = computed(() => own(mirror.bench.programs, step.value.programId))
const windowChoices: { value: WindowMode | ''; name: string }[] = [
  { value: '', name: 'As the program opens it' },
  { value: 'normal', name: 'Normal size' },
  { value: 'maximized', name: 'Maximized' },
  { value: 'minimized', name: 'Minimized' },
  { value: 'hidden', name: 'Hidden' },
]
const environment = computed(() => step.value.environment ?? [])
const elsewhere = computed(() =>
  findings.filter(
    (finding) =>
      !finding.at.startsWith('args.') && !finding.at.startsWith('environment') && finding.at !== 'workingDirectory',
  ),
)
const defaultWords = computed(() =>
  program.value?.instances === 'single'
    ? program.value.whenRunning === 'loads'
      ? 'as it does itself: comes to front and loads'
      : 'as it does itself: comes to front'
    : 'as it does itself: opens another',
)

function alter(part: Partial<OpenStep>): void {
  step.value = { ...step.value, ...part }
}

/** Takes over what a line says, at once; of environment values of one name the pasted one stays. */
function take(
  args: string[],
  programId = step.value.programId,
  beside?: Pick<Pasted, 'environment' | 'workingDirectory'>,
): void {
  const pasted = beside?.environment ?? []
  const names = new Set(pasted.map((entry) => entry.name))
  const kept = environment.value.filter((entry) => !names.has(entry.name))
  alter({
    args,
    programId,
    ...(pasted.length > 0 ? { environment: [...kept, ...pasted] } : {}),
    ...(beside?.workingDirectory === undefined ? {} : { workingDirectory: beside.workingDirectory }),
  })
}

function setEntry(at: number, part: { name?: string; value?: string }): void {
  alter({ environment: environment.value.with(at, { ...environment.value[at]!, ...part }) })
}
</script>

<template>
  <ProgramLine
    :model-value="step.programId"
    :name="name"
    :issue="issueOf('programId')"
    @update:model-value="alter({ programId: $event })"
  />
  <ArgumentList
    :model-value="step.args"
    :program="program"
    :findings="findings"
    :issue-of="(path) => issueOf(`args.${path}`)"
    :values="values"
    @update:model-value="alter({ args: $event })"
    @mend="step = $event as OpenStep"
    @several="(name, chosen) => emit('several', name, chosen)"
  />
  <CommandLineField
    :args="step.args"
    :program="program"
    :label="`Command line of step ${index + 1}`"
    :known="values"
    @read="take"
  />
  <FindingLines :findings="elsewhere" @mend="step = $event as OpenStep" />
  <div class="rest">
    <ChoiceField
      :model-value="step.whenRunning ?? 'program'"
      label="If it runs already"
      :options="
        RUNNING_POLICIES.map((policy) => ({
          value: policy,
          name: policy === 'program' ? defaultWords : runningWords[policy],
        }))
      "
      @update:model-value="alter({ whenRunning: $event === 'program' ? undefined : $event })"
    />
    <UnsavedField
      v-if="step.whenRunning === 'reopen'"
      :model-value="step.unsaved ?? 'ask'"
      @update:model-value="alter({ unsaved: $event })"
    />
    <ChoiceField
      :model-value="step.windowMode ?? ''"
      label="Window"
      :empty-values="[null, undefined]"
      :options="windowChoices"
      @update:model-value="alter({ windowMode: $event || undefined })"
    />
    <TextField
      :model-value="step.workingDirectory ?? ''"
      label="Working directory"
      mono
      placeholder="${home}"
      :issue="issueOf('workingDirectory')"
      @update:model-value="alter({ workingDirectory: $event || undefined })"
    >
      <ResolvedText :text="step.workingDirectory ?? ''" :values="values" />
      <FindingLines
        :findings="findings.filter((finding) => finding.at === 'workingDirectory')"
        @mend="step = $event as OpenStep"
      />
    </TextField>
  </div>
  <div v-for="(entry, i) in environment" :key="i" class="entry">
    <ElInput
      :model-value="entry.name"
      class="mono"
      :aria-label="`Name of environment value ${i + 1}`"
      placeholder="NAME"
      spellcheck="false"
      @update:model-value="setEntry(i, { name: $event })"
    />
    <span class="soft">=</span>
    <ElInput
      :model-value="entry.value"
      class="mono"
      :aria-label="`Environment value ${i + 1}`"
      spellcheck="false"
      @update:model-value="setEntry(i, { value: $event })"
    />
    <RemoveButton
      :label="`Remove environment value ${i + 1}`"
      @click="alter({ environment: environment.toSpliced(i, 1) })"
    />
    <div class="below">
      <ResolvedText :text="entry.value" :values="values" />
      <FindingLines
        :findings="findings.filter((finding) => finding.at.startsWith(`environment.${i}.`))"
        @mend="step = $event as OpenStep"
      />
      <IssueLine :issue="issueOf(`environment.${i}.name`)" />
    </div>
  </div>
  <div>
    <AddButton
      @click="
        alter({ environment: [...environment, { name: program?.arguments.environment?.[0]?.name ?? '', value: '' }] })
      "
    >
      Environment value
    </AddButton>
    <span v-if="program?.arguments.environment" class="soft reads"
      >It reads {{ program.arguments.environment.map((rule) => rule.name).join(', ') }}.</span
    >
  </div>
</template>

<style scoped>
.rest {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px 14px;
  align-items: start;
}
.entry {
  display: grid;
  grid-template-columns: 220px 10px minmax(0, 1fr) 28px;
  gap: 6px;
  align-items: center;
}
.entry .el-button {
  padding: 0;
}
.below {
  grid-column: 1 / -1;
  display: grid;
  gap: 2px;
}
.reads {
  margin-left: 8px;
}
</style>
