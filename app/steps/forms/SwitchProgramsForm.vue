<script setup lang="ts">
import { own } from '~~/core/result'
import type { StepOf } from '~~/core/steps'
import FormField from '~/form/FormField.vue'
import { useMirror } from '~/live/useMirror'
import ProgramSelect from '~/programs/ProgramSelect.vue'
import ArgumentList from '../ArgumentList.vue'
import ProgramLine from './ProgramLine.vue'
import type { StepFormProps } from './stepForm'

type SwitchStep = StepOf<'program.switch'>

const { name, findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<SwitchStep>({ required: true })

const mirror = useMirror()

function alter(part: Partial<SwitchStep>): void {
  step.value = { ...step.value, ...part }
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
    :program="own(mirror.bench.programs, step.programId)"
    :findings="findings"
    :issue-of="(path) => issueOf(`args.${path}`)"
    :values="values"
    @update:model-value="alter({ args: $event })"
    @mend="step = $event as SwitchStep"
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
    :program="own(mirror.bench.programs, step.otherId)"
    label="Other argument"
    at="otherArgs"
    :findings="findings"
    :issue-of="(path) => issueOf(`otherArgs.${path}`)"
    :values="values"
    @update:model-value="alter({ otherArgs: $event })"
    @mend="step = $event as SwitchStep"
  />
</template>
