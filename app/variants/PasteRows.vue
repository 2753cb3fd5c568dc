<script setup lang="ts">
import { ref } from 'vue'
import type { VariantColumn } from '~~/core/variants'
import { columnHead, readCsv } from './readCsv'
import type { DraftRow } from './readCsv'

/** Rows of variants pasted as CSV; what cannot be read is said, and nothing is taken then. */
const { columns } = defineProps<{ columns: readonly VariantColumn[] }>()
const csv = defineModel<string>({ required: true })
const emit = defineEmits<{ rows: [rows: readonly Partial<DraftRow>[]] }>()

const problems = ref<readonly string[]>([])

function take(): void {
  const reading = readCsv(csv.value, columns)
  problems.value = reading.problems
  if (reading.problems.length === 0) emit('rows', reading.rows)
}
</script>

<template>
  <div class="paste">
    <ElInput
      v-model="csv"
      type="textarea"
      :rows="5"
      aria-label="Rows as CSV"
      :placeholder="`name,chord,${columns
        .slice(0, 2)
        .map((column) => columnHead(column, columns))
        .join(',')}\n…`"
      spellcheck="false"
    />
    <ul v-if="problems.length > 0" class="fault" role="alert">
      <li v-for="problem in problems" :key="problem">
        {{ problem }}
      </li>
    </ul>
    <div>
      <ElButton type="primary" :disabled="csv.trim() === ''" @click="take"> Take these rows </ElButton>
    </div>
  </div>
</template>

<style scoped>
.paste {
  display: grid;
  gap: 8px;
}
.paste :deep(textarea) {
  font-family: var(--mono);
  font-size: 13px;
}
</style>
