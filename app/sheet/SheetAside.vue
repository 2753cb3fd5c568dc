<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed } from 'vue'
import type { Step } from '~~/core/steps'
import SheetInspector from './SheetInspector.vue'
import type { SheetDesk } from './useSheetDesk'

/** The row at hand in full, beside its sheet. */
const { desk, steps, frameId, issueOf } = defineProps<{
  desk: SheetDesk
  steps: readonly Step[]
  frameId: string
  issueOf: (path: string) => string | undefined
}>()
const emit = defineEmits<{ several: [stepId: string, name: string, values: string[]] }>()

/** Whoever goes through the rows quickly does not wait for the form of each. */
const PAUSE_MS = 70
const shownKey = refDebounced(desk.sheet.atKey, PAUSE_MS)
const row = computed(() => {
  const at = desk.sheet.rows.value.find(({ key }) => key === shownKey.value)
  return at?.kind === 'step' ? at : undefined
})
const names = computed(() => (row.value ? desk.rehearsing.scopeAt(row.value.path.replace(/\.alternative.*$/, '')) : {}))
const number = computed(() => (row.value?.number === undefined ? 'the second way' : String(row.value.number)))
</script>

<template>
  <SheetInspector
    v-if="row"
    :key="row.key"
    :steps="steps"
    :path="row.path"
    :number="number"
    :findings="desk.findings.value"
    :issue-of="(path) => issueOf(`steps.${row!.path}.${path}`)"
    :frame-id="frameId"
    :known="desk.known.value"
    :run="desk.trial.report.value"
    :rehearsed="names"
    :mark="desk.did.value.get(row.key)"
    :foretold="desk.rehearsing.foretold.value.get(row.key)"
    :is-busy="desk.isBusy.value"
    @replace="desk.sheet.replace(row!.path, $event)"
    @try-row="desk.tryRows()"
    @try-on="desk.tryFrom(false)"
    @rehearse-row="desk.rehearseRows()"
    @rehearse-on="desk.rehearseFrom()"
    @slowly="desk.tryFrom(true)"
    @name="desk.name"
    @several="(stepId, name, values) => emit('several', stepId, name, values)"
  />
  <p v-else class="soft">
    Choose a row to see all of it here. Arrows move, letters begin a new one, <kbd>?</kbd> shows all keys.
  </p>
</template>
