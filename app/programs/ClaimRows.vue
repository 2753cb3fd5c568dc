<script setup lang="ts">
import type { Program } from '~~/core/bench'
import IssueLine from '~/form/IssueLine.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import RowsField from '~/form/RowsField.vue'

/** The keys that a program answers itself, one a row. */
type Claim = Program['claims'][number]
const { issueOf } = defineProps<{ issueOf: (path: string) => string | undefined }>()
const claims = defineModel<Claim[]>({ required: true })

function alter(index: number, part: Partial<Claim>): void {
  claims.value = claims.value.with(index, { ...claims.value[index]!, ...part })
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
      <RemoveButton :label="`Remove key ${i + 1}`" @click="claims = claims.toSpliced(i, 1)" />
      <IssueLine :issue="issueOf(String(i))" />
    </div>
  </RowsField>
</template>

<style scoped>
.claim {
  grid-template-columns: 160px minmax(0, 1fr) 28px;
}
</style>
