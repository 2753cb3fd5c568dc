<script setup lang="ts">
import { pulledAgainWords, whileRunningWords } from '~~/core/levers'
import type { LeverDraft, PulledAgain } from '~~/core/levers'
import ChoiceField from '~/form/ChoiceField.vue'
import { optionsOf } from '~/form/optionsOf'

/** What another pull does while a run of the lever still goes on, and when it has ended. */
const draft = defineModel<LeverDraft>({ required: true })

function setAgain(value: PulledAgain): void {
  const { pulledAgain: _before, ...rest } = draft.value
  draft.value = value === 'again' ? rest : { ...rest, pulledAgain: value }
}
</script>

<template>
  <div class="form-pair">
    <ChoiceField
      :model-value="draft.whileRunning"
      label="While it still runs, another pull"
      :options="optionsOf(whileRunningWords)"
      @update:model-value="draft = { ...draft, whileRunning: $event }"
    />
    <ChoiceField
      :model-value="draft.pulledAgain ?? 'again'"
      label="When it has ended, another pull"
      :options="optionsOf(pulledAgainWords)"
      @update:model-value="setAgain"
    />
  </div>
</template>
