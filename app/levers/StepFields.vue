<script setup lang="ts">
import { useMirror } from '~/live/useMirror'
import { STEP_KINDS, UNSAVED_POLICIES, unsavedWords } from '~~/core/steps'
import type { Step, StepKind } from '~~/core/steps'
import IconDown from '~icons/tabler/arrow-down'
import IconUp from '~icons/tabler/arrow-up'
import IconPlus from '~icons/tabler/plus'
import IconX from '~icons/tabler/x'
import ArgumentList from './ArgumentList.vue'
import FormField from './FormField.vue'
import ProgramSelect from './ProgramSelect.vue'
import { partId } from './useLeverDraft'

/** The steps of a lever, in order. One is the common case and shows no numbers. */
const { issueOf } = defineProps<{ issueOf: (path: string) => string | undefined }>()
const steps = defineModel<Step[]>({ required: true })

const mirror = useMirror()

const placeExample = `${variable('captures')} or https://…`

function variable(name: string): string {
  return '${' + name + '}'
}

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
      <ElSelect
        :model-value="step.kind"
        :aria-label="`Kind of step ${i + 1}`"
        @update:model-value="changeKind(i, $event)"
      >
        <ElOption
          v-for="entry in STEP_KINDS"
          :key="entry.kind"
          :value="entry.kind"
          :label="entry.label"
        />
      </ElSelect>
      <ProgramSelect
        v-if="step.kind === 'program.open' || step.kind === 'program.raise' || step.kind === 'program.close'"
        :model-value="step.programId"
        :label="`Program of step ${i + 1}`"
        :invalid="issueOf(`steps.${i}.programId`) !== undefined"
        @update:model-value="alter(i, { programId: $event as string })"
      />
      <ElInput
        v-else-if="step.kind === 'place.open'"
        :model-value="step.place"
        class="mono"
        :aria-label="`Folder or address of step ${i + 1}`"
        :aria-invalid="issueOf(`steps.${i}.place`) !== undefined"
        :placeholder="placeExample"
        @update:model-value="alter(i, { place: $event })"
      />
      <ElInput
        v-else-if="step.kind === 'message.show'"
        :model-value="step.text"
        :aria-label="`Message of step ${i + 1}`"
        :aria-invalid="issueOf(`steps.${i}.text`) !== undefined"
        placeholder="What it says"
        @update:model-value="alter(i, { text: $event })"
      />
      <label
        v-else
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
        <ElButton
          size="small"
          :aria-label="`Remove step ${i + 1}`"
          @click="steps = steps.toSpliced(i, 1)"
        >
          <IconX class="icon" />
        </ElButton>
      </div>
    </div>
    <p
      v-for="part in ['programId', 'place', 'text'].filter(part => issueOf(`steps.${i}.${part}`))"
      :key="part"
      class="fault"
      role="alert"
    >
      {{ issueOf(`steps.${i}.${part}`) }}
    </p>
    <ArgumentList
      v-if="step.kind === 'program.open'"
      :model-value="step.args"
      :program="mirror.bench.programs[step.programId]"
      :issue-of="path => issueOf(`steps.${i}.args.${path}`)"
      @update:model-value="alter(i, { args: $event })"
    />
    <p
      v-else-if="step.kind === 'place.open'"
      class="soft"
    >
      Known folders: <code
        v-for="name in Object.keys(mirror.bench.folders)"
        :key="name"
      >{{ variable(name) }} </code>
    </p>
    <FormField
      v-else-if="step.kind === 'program.close'"
      label="Unsaved work"
    >
      <ElSelect
        :model-value="step.unsaved"
        aria-label="What happens to unsaved work"
        @update:model-value="alter(i, { unsaved: $event })"
      >
        <ElOption
          v-for="policy in UNSAVED_POLICIES"
          :key="policy"
          :value="policy"
          :label="unsavedWords[policy]"
        />
      </ElSelect>
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
    <ElButton
      size="small"
      @click="add"
    >
      <IconPlus class="icon" /> Step
    </ElButton>
  </div>
</template>

<style scoped>
.step { border: 1px solid var(--line); border-radius: var(--radius); margin: 0; padding: 8px 12px 12px; display: grid; gap: 10px; min-width: 0; }
legend { font: 600 14px var(--engraved); padding: 0 4px; }
.kind { display: grid; grid-template-columns: 210px 1fr auto; gap: 8px; align-items: center; }
.order { display: flex; gap: 2px; }
.order .el-button { margin: 0; padding: 0; width: 28px; }
.wait { display: flex; align-items: center; gap: 8px; }
.mono :deep(.el-input__inner) { font-family: var(--mono); font-size: 13px; }
</style>
