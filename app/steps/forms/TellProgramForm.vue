<script setup lang="ts">
import { computed } from 'vue'
import { chordOfVerb, frontProgram } from '~~/core/bench'
import { own } from '~~/core/result'
import type { StepOf } from '~~/core/steps'
import ChoiceField from '~/form/ChoiceField.vue'
import { useMirror } from '~/live/useMirror'
import FindingLines from '../FindingLines.vue'
import ProgramOrFront from './ProgramOrFront.vue'
import type { StepFormProps } from './stepForm'

const { name, findings, issueOf } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'program.tell'>>({ required: true })

const mirror = useMirror()
const program = computed(() =>
  step.value.programId === '' ? frontProgram(mirror.bench) : own(mirror.bench.programs, step.value.programId),
)
const verbs = computed(() =>
  (program.value?.verbs ?? []).map((verb) => ({
    value: verb.id,
    name: verb.name,
    detail: chordOfVerb(program.value!, verb) ?? '',
  })),
)
</script>

<template>
  <ProgramOrFront
    class="first-line"
    :model-value="step.programId"
    :name="name"
    :invalid="issueOf('programId') !== undefined"
    @update:model-value="step = { ...step, programId: $event }"
  />
  <ChoiceField
    :model-value="step.verb"
    label="What it is told"
    :hint="
      program
        ? `${program.name} knows ${verbs.length === 0 ? 'no verb' : `these ${verbs.length}`}`
        : 'no program is in front now'
    "
    :issue="issueOf('verb')"
    filterable
    allow-create
    placeholder="Choose a verb"
    :options="verbs"
    @update:model-value="step = { ...step, verb: $event }"
  />
  <FindingLines :findings="findings" />
</template>
