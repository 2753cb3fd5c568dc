<script setup lang="ts">
import { computed, onUnmounted } from 'vue'
import type { Scope } from '~~/core/levers'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { usePointing } from '~/bench/usePointing'
import ProgramSelect from '~/programs/ProgramSelect.vue'
import FormField from '~/form/FormField.vue'

const { issue = undefined, label = 'Its keys are live' } = defineProps<{ issue?: string; label?: string }>()
const scope = defineModel<Scope>({ required: true })

const pointing = usePointing()
onUnmounted(pointing.stop)
const kinds: { id: Scope['kind']; name: string }[] = [
  { id: 'everywhere', name: 'Everywhere' },
  { id: 'only', name: 'Only in front of' },
  { id: 'except', name: 'Everywhere but in' },
]
const programIds = computed(() => (scope.value.kind === 'everywhere' ? [] : scope.value.programIds))

function take(programId: string): void {
  if (scope.value.kind !== 'everywhere' && !programIds.value.includes(programId))
    scope.value = { kind: scope.value.kind, programIds: [...programIds.value, programId] }
}

function changeKind(kind: Scope['kind']): void {
  scope.value = kind === 'everywhere' ? { kind } : { kind, programIds: programIds.value }
}
</script>

<template>
  <FormField :label="label" :issue="issue">
    <div class="scope">
      <ChoiceSelect
        :model-value="scope.kind"
        label="Where its keys are live"
        :options="kinds.map((kind) => ({ value: kind.id, name: kind.name }))"
        @update:model-value="changeKind"
      />
      <ProgramSelect
        v-if="scope.kind !== 'everywhere'"
        :model-value="programIds"
        multiple
        label="Programs of the scope"
        :invalid="issue !== undefined"
        @update:model-value="scope = { kind: scope.kind as 'only', programIds: $event as string[] }"
      />
      <ElButton
        v-if="scope.kind !== 'everywhere'"
        :aria-pressed="pointing.wanted === 'program'"
        @click="pointing.wanted ? pointing.stop() : pointing.start(take)"
      >
        {{ pointing.wanted === 'program' ? 'Point at a window below…' : 'Point at its window' }}
      </ElButton>
    </div>
  </FormField>
</template>

<style scoped>
.scope {
  display: grid;
  grid-template-columns: 210px minmax(0, 1fr) auto;
  gap: 8px;
}
</style>
