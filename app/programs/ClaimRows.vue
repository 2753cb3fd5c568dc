<script setup lang="ts">
import { computed } from 'vue'
import type { Program, Verb } from '~~/core/bench'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import RowsField from '~/form/RowsField.vue'

/** The keys that a program answers itself, one a row: what each does, in words or as one of its verbs. */
type Claim = Program['claims'][number]
const { issueOf, verbs } = defineProps<{
  issueOf: (path: string) => string | undefined
  verbs: readonly Verb[]
}>()
const claims = defineModel<Claim[]>({ required: true })

const choices = computed(() => [
  { value: '', name: 'in words only' },
  ...verbs.map(({ id, name }) => ({ value: id, name: name || id })),
])

function alter(index: number, part: Partial<Claim>): void {
  claims.value = claims.value.with(index, { ...claims.value[index]!, ...part })
}

/** A key that does what a verb does is called so too. */
function choose(index: number, verbId: string): void {
  const { verb: _before, ...claim } = claims.value[index]!
  const verb = verbs.find(({ id }) => id === verbId)
  claims.value = claims.value.with(index, verb ? { ...claim, does: verb.name || claim.does, verb: verb.id } : claim)
}
</script>

<template>
  <RowsField legend="Keys it answers itself" add-word="Key" @add="claims = [...claims, { chord: '', does: '' }]">
    <div v-for="(claim, i) in claims" :key="i" class="part claim">
      <ElInput
        :model-value="claim.chord"
        class="mono"
        :aria-label="`Key ${i + 1}`"
        placeholder="Ctrl+S"
        @update:model-value="alter(i, { chord: $event })"
      />
      <ElInput
        :model-value="claim.does"
        :aria-label="`What key ${i + 1} does`"
        placeholder="What it does"
        @update:model-value="alter(i, { does: $event })"
      />
      <ChoiceSelect
        :model-value="claim.verb ?? ''"
        :label="`Verb of key ${i + 1}`"
        :options="choices"
        @update:model-value="choose(i, $event)"
      />
      <RemoveButton :label="`Remove key ${i + 1}`" @click="claims = claims.toSpliced(i, 1)" />
      <IssueLine :issue="issueOf(String(i))" />
    </div>
  </RowsField>
</template>

<style scoped>
.claim {
  grid-template-columns: 160px minmax(0, 1fr) 180px 28px;
}
</style>
