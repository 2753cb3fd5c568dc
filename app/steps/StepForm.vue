<script setup lang="ts">
import { computed } from 'vue'
import { namesFor, STEP_KINDS } from '~~/core/steps'
import type { Step, StepFinding, StepKind } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { useMirror } from '~/live/useMirror'
import { stepForms } from './forms'

/** One step, of whatever kind, with what would not go as meant. What else belongs into its first line comes as slot. */
const {
  name,
  index,
  findings,
  issueOf,
  frameId,
  blocks = false,
} = defineProps<{
  name: string
  index: number
  findings: readonly StepFinding[]
  issueOf: (path: string) => string | undefined
  frameId: string
  /** Whether kinds that hold steps are offered: where there is a sheet for what they hold. */
  blocks?: boolean
}>()
const step = defineModel<Step>({ required: true })
const emit = defineEmits<{ several: [stepId: string, name: string, values: string[]] }>()

const mirror = useMirror()
const values = computed(() => namesFor(mirror.bench, mirror.tableOf(frameId)).values)
const kinds = computed(() =>
  STEP_KINDS.filter((entry) => blocks || !entry.isBlock || entry.kind === step.value.kind).map((entry) => ({
    value: entry.kind,
    name: entry.label,
  })),
)

/** A step of another kind keeps the program, where both kinds have one. */
function changeKind(kind: StepKind): void {
  const before = step.value
  const fresh = STEP_KINDS.find((entry) => entry.kind === kind)!.fresh(before.id)
  step.value =
    'programId' in before && before.programId && 'programId' in fresh
      ? ({ ...fresh, programId: before.programId } as Step)
      : fresh
}
</script>

<template>
  <div class="form">
    <ChoiceSelect
      class="kind"
      :model-value="step.kind"
      :label="`Kind of ${name}`"
      filterable
      default-first-option
      :options="kinds"
      @update:model-value="changeKind($event)"
    />
    <component
      :is="stepForms[step.kind]"
      v-model="step"
      :name="name"
      :index="index"
      :findings="findings"
      :issue-of="issueOf"
      :values="values"
      @several="(option: string, chosen: string[]) => emit('several', step.id, option, chosen)"
    />
    <div class="order"><slot /></div>
  </div>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: 240px minmax(0, 1fr) auto;
  gap: 10px 8px;
  align-items: center;
}
.form > :deep(*) {
  grid-column: 1 / -1;
}
.form > .kind {
  grid-area: 1 / 1;
}
.form > :deep(.first-line) {
  grid-area: 1 / 2;
}
.form > .order {
  grid-area: 1 / 3;
}
@container inspector (max-width: 560px) {
  .form {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .form > .kind {
    grid-area: 1 / 1;
  }
  .form > :deep(.first-line) {
    grid-area: 2 / 1 / auto / span 2;
  }
  .form > .order {
    grid-area: 1 / 2;
  }
}
</style>
