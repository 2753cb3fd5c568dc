<script setup lang="ts">
import type { Program } from '~~/core/bench'
import IssueLine from '~/form/IssueLine.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import RowsField from '~/form/RowsField.vue'

/** In which order a program wants what it takes, one rule a row. */
type OrderRule = Program['arguments']['order'][number]
const { issueOf } = defineProps<{ issueOf: (path: string) => string | undefined }>()
const order = defineModel<OrderRule[]>({ required: true })

function alter(index: number, part: Partial<OrderRule>): void {
  order.value = order.value.with(index, { ...order.value[index]!, ...part })
}
</script>

<template>
  <RowsField legend="Order" add-word="Order rule" @add="order = [...order, { role: '', after: '', because: '' }]">
    <div v-for="(rule, i) in order" :key="i" class="part order">
      <span>A</span>
      <ElInput
        :model-value="rule.role"
        :aria-label="`Role of rule ${i + 1}`"
        placeholder="overlay"
        @update:model-value="alter(i, { role: $event })"
      />
      <span>after the first</span>
      <ElInput
        :model-value="rule.after"
        :aria-label="`Role it must come before in rule ${i + 1}`"
        placeholder="base atlas"
        @update:model-value="alter(i, { after: $event })"
      />
      <span>is ignored:</span>
      <ElInput
        :model-value="rule.because"
        :aria-label="`Reason of rule ${i + 1}`"
        placeholder="Why, as a sentence."
        @update:model-value="alter(i, { because: $event })"
      />
      <RemoveButton :label="`Remove rule ${i + 1}`" @click="order = order.toSpliced(i, 1)" />
      <IssueLine :issue="issueOf(String(i))" />
    </div>
  </RowsField>
</template>

<style scoped>
.order {
  grid-template-columns: auto 130px auto 130px auto minmax(0, 1fr) 28px;
}
</style>
