<script setup lang="ts">
import { ref } from 'vue'
import type { VariantColumn } from '~~/core/variants'
import { unknownIcons } from '~/icons/unknownIcons'
import { useNotices } from '~/live/useNotices'
import { columnHead, iconsIn, readCsv } from './readCsv'
import type { DraftRow } from './readCsv'

/** Rows of variants pasted as CSV; what cannot be read is said, and nothing is taken then. */
const { columns } = defineProps<{ columns: readonly VariantColumn[] }>()
const csv = defineModel<string>({ required: true })
const emit = defineEmits<{ rows: [rows: readonly Partial<DraftRow>[]] }>()

const notices = useNotices()
const problems = ref<readonly string[]>([])

async function take(): Promise<void> {
  const unknown = await notices.attempt(() => unknownIcons(iconsIn(csv.value)))
  if (!unknown) return
  const reading = readCsv(csv.value, columns, unknown)
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
