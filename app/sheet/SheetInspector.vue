<script setup lang="ts">
import { computed, provide } from 'vue'
import type { MarkedRun } from '~~/contract'
import { stepAt } from '~~/core/sheets'
import { NO_NAMES, placesIn } from '~~/core/steps'
import type { KnownNames, PlaceFinding, Step } from '~~/core/steps'
import type { Scope, Value } from '~~/core/values'
import { NAMES_HERE, SCOPE_HERE } from '~/steps/script/scopeHere'
import StepForm from '~/steps/StepForm.vue'
import PolicyFields from './PolicyFields.vue'
import type { RunMark } from './runMarks'
import ValuesHere from './ValuesHere.vue'

/** The row at hand in full: its form, what happens when it fails, what names stand for there, and what it did. */
const { steps, path, number, findings, issueOf, frameId, known, run, rehearsed, mark, foretold, isBusy } = defineProps<{
  steps: readonly Step[]
  path: string
  number: string
  findings: readonly PlaceFinding[]
  issueOf: (path: string) => string | undefined
  frameId: string
  known: KnownNames
  run: MarkedRun | undefined
  /** What names stand for there in a rehearsal. */
  rehearsed: Scope
  mark: RunMark | undefined
  foretold: RunMark | undefined
  isBusy: boolean
}>()
const emit = defineEmits<{
  replace: [step: Step]
  tryRow: []
  tryOn: []
  rehearseRow: []
  rehearseOn: []
  slowly: []
  name: [name: string, value: Value]
  several: [stepId: string, name: string, values: string[]]
}>()

const step = computed(() => stepAt(steps, path))
const here = computed(() => findings.filter((entry) => entry.path === path).map(({ finding }) => finding))
const second = computed(() =>
  findings.filter((entry) => entry.path === `${path}.alternative`).map(({ finding }) => finding),
)
const isPaused = computed(() => run?.phase === 'paused')
const names = computed<Scope>(() => (isPaused.value || run?.phase === 'asking' ? (run?.names ?? {}) : rehearsed))
const unknown = computed(() => {
  for (const place of placesIn(steps, known)) {
    if (place.path === path) return [...place.known.keys()].filter((name) => !Object.hasOwn(names.value, name))
  }
  return [...NO_NAMES.keys()]
})
provide(SCOPE_HERE, names)
provide(NAMES_HERE, unknown)
</script>

<template>
  <section v-if="step" class="row-inspector" :aria-label="`Row ${number}`">
    <h2 class="head">Row {{ number }}</h2>
    <StepForm
      :model-value="step"
      :name="`row ${number}`"
      :index="0"
      :findings="here"
      :issue-of="issueOf"
      :frame-id="frameId"
      blocks
      @update:model-value="emit('replace', $event)"
      @several="(stepId, name, values) => emit('several', stepId, name, values)"
    />
    <PolicyFields
      v-if="step.kind !== 'note' && !path.endsWith('.alternative')"
      :model-value="step"
      :name="`row ${number}`"
      :issue-of="issueOf"
      :frame-id="frameId"
      :findings="second"
      @update:model-value="emit('replace', $event)"
    />
    <ValuesHere
      :names="names"
      :unknown="unknown"
      :can-set="isPaused || !isBusy"
      @set="(name, value) => emit('name', name, value)"
    />
    <section v-if="mark || foretold" aria-label="What this row did">
      <h3>What it did</h3>
      <p v-if="mark" :class="{ fault: mark.isFailed }">
        {{ mark.times > 1 ? `${mark.times.toLocaleString('en')} times; the last: ` : '' }}{{ mark.note || 'Done.' }}
      </p>
      <p v-if="foretold" class="soft">
        Rehearsed as things stand: {{ foretold.note || foretold.text || 'change nothing' }}
      </p>
    </section>
    <div v-if="!path.endsWith('.alternative')" class="tries">
      <ElButton size="small" :disabled="isBusy" title="Ctrl+Enter" @click="emit('tryRow')"> Pull this row </ElButton>
      <ElButton size="small" :disabled="isBusy" @click="emit('tryOn')"> From here on </ElButton>
      <ElButton size="small" :disabled="isBusy" @click="emit('slowly')"> Step by step from here </ElButton>
      <ElButton size="small" title="Ctrl+Shift+Enter" @click="emit('rehearseRow')"> Rehearse only this </ElButton>
      <ElButton size="small" @click="emit('rehearseOn')"> Rehearse from here </ElButton>
    </div>
  </section>
</template>

<style scoped>
.row-inspector {
  container: inspector / inline-size;
  display: grid;
  gap: 12px;
  align-content: start;
}
.tries {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.tries .el-button {
  margin: 0;
}
</style>
