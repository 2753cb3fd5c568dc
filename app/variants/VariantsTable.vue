<script setup lang="ts">
import { countOf } from '~~/core/names'
import { useEventListener } from '@vueuse/core'
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { parseChord } from '~~/core/keys'
import type { Lever } from '~~/core/levers'
import { ApiRefusal, callApi } from '~/live/callApi'
import { useNotices } from '~/live/useNotices'
import { useLeverActions } from '~/levers/useLeverActions'
import NumberPlate from '~/plates/NumberPlate.vue'
import { useViewKeys } from '~/page/useViewKeys'
import IconPlus from '~icons/tabler/plus'
import { columnHead } from './readCsv'
import type { DraftRow } from './readCsv'
import PasteRows from './PasteRows.vue'
import { useVariantRows } from './useVariantRows'
import VariantRow from './VariantRow.vue'

/** One row for each variant, one column for each part that differs; all is checked before anything is made. */
const { pattern } = defineProps<{ pattern: Lever }>()

const notices = useNotices()
const actions = useLeverActions()
const router = useRouter()
const route = useRoute()

const {
  columns,
  valueColumns,
  shownIds,
  shown,
  rows,
  template,
  firstChord,
  csv,
  isTouched,
  wasRestored,
  wasTried,
  forget,
  add,
  nameRows,
  addFromList,
  giveChords,
  wanted,
  plan,
  clashes,
  issueOf,
  ...table
} = useVariantRows(() => pattern)
const isPasting = ref(false)
const isSaving = ref(false)

useViewKeys('Variants', [
  { keys: 'Ctrl+S', does: 'makes all variants of the table' },
  { keys: 'Escape', does: 'goes back to the levers; the table is kept here' },
])

function takeRows(read: readonly Partial<DraftRow>[]): void {
  table.takeRows(read)
  isPasting.value = false
}

const parsesChord = (text: string) => parseChord(text).ok

function discard(): void {
  forget()
  void router.push('/levers')
}

async function save(): Promise<void> {
  wasTried.value = true
  if (isSaving.value || !plan.value.ok) {
    if (!plan.value.ok) notices.show({ text: plan.value.issues[0]!.message, tone: 'fault' })
    return
  }
  isSaving.value = true
  try {
    const made = await callApi('createVariants', {
      id: pattern.id,
      body: { version: pattern.version, rows: wanted.value },
    })
    forget()
    notices.say(`Made ${countOf(made.length, 'variant')} of ${pattern.plate} ${pattern.name}.`, {
      label: 'Undo',
      act: actions.undo,
    })
    await router.push('/levers')
  } catch (error) {
    if (!(error instanceof ApiRefusal)) throw error
    notices.show({ text: error.message, tone: 'fault' })
  } finally {
    isSaving.value = false
  }
}

const { column: queried, values: queriedValues } = route.query
const fromQuery = columns.value.find((column) => column.id === queried)
if (fromQuery && typeof queriedValues === 'string' && !wasRestored) addFromList(fromQuery, queriedValues.split('\n'))

useEventListener(window, 'keydown', (event) => {
  if (event.ctrlKey && event.key.toLowerCase() === 's') {
    event.preventDefault()
    void save()
  } else if (
    event.key === 'Escape' &&
    !event.defaultPrevented &&
    !document.activeElement?.closest('.el-select, [role="combobox"]')
  )
    void router.push('/levers')
})
</script>

<template>
  <section class="view">
    <header class="view-head">
      <NumberPlate :plate="pattern.plate" :steps="pattern.steps" />
      <h1>Variants of {{ pattern.name }}</h1>
      <span v-if="wasRestored && isTouched" class="soft" role="status"
        >This is your table from before, not made yet.</span
      >
      <span class="gap" />
      <ElButton @click="discard">
        {{ isTouched ? 'Discard' : 'Cancel' }}
      </ElButton>
      <ElButton type="primary" :loading="isSaving" :disabled="rows.length === 0" @click="save">
        Make {{ countOf(rows.length, 'variant') }}
      </ElButton>
    </header>
    <div class="body">
      <div class="tools">
        <span class="tool">
          <label for="variant-columns">What differs</label>
          <ElSelect
            id="variant-columns"
            v-model="shownIds"
            multiple
            collapse-tags
            :max-collapse-tags="2"
            placeholder="Only name and chord"
            aria-label="What differs"
            class="columns"
          >
            <ElOption
              v-for="column in columns"
              :key="column.id"
              :value="column.id"
              :label="columnHead(column, columns)"
            >
              <code>{{ column.key }}</code>
              <span class="soft">{{ column.kind === 'value' ? `as pattern: ${column.pattern}` : 'there or not' }}</span>
            </ElOption>
          </ElSelect>
        </span>
        <span class="tool">
          <label for="variant-template">Names</label>
          <ElInput id="variant-template" v-model="template" class="template" />
          <ElButton :disabled="rows.length === 0" @click="nameRows(true)">Name all</ElButton>
        </span>
        <span class="tool">
          <label for="variant-chord">Chords from</label>
          <ElInput
            id="variant-chord"
            v-model="firstChord"
            class="first mono"
            :aria-invalid="!parsesChord(firstChord)"
          />
          <ElButton :disabled="rows.length === 0" @click="giveChords">In a row</ElButton>
        </span>
      </div>
      <div class="scroll">
        <table v-if="rows.length > 0">
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th v-for="column in shown" :key="column.id" scope="col">
                <code>{{ columnHead(column, columns) }}</code>
              </th>
              <th scope="col">Icon</th>
              <th scope="col">Chord</th>
              <th><span class="unseen">Remove</span></th>
            </tr>
          </thead>
          <tbody>
            <VariantRow
              v-for="(row, i) in rows"
              :key="row.id"
              :model-value="row"
              :columns="shown"
              :place="i + 1"
              :issues="{ name: issueOf(i, 'name'), chord: issueOf(i, 'chord') }"
              :clash="clashes[i]![0]"
              @update:model-value="rows = rows.with(i, $event)"
              @remove="rows = rows.toSpliced(i, 1)"
            />
          </tbody>
        </table>
        <p v-else class="soft none">
          One row for each variant. Each follows {{ pattern.plate }} {{ pattern.name }} in all that it does not change.
          Take the rows from a list of the program, paste them as CSV, or add them by hand.
        </p>
      </div>
      <div class="tools">
        <ElButton @click="add()"> <IconPlus class="icon" /> Row </ElButton>
        <ElButton v-for="column in valueColumns" :key="column.id" @click="addFromList(column)">
          A row for each <code class="inline">{{ columnHead(column, columns) }}</code> ({{ column.choices!.length }})
        </ElButton>
        <ElButton :aria-expanded="isPasting" @click="isPasting = !isPasting"> Paste CSV </ElButton>
      </div>
      <PasteRows v-if="isPasting" v-model="csv" :columns="columns" @rows="takeRows" />
    </div>
  </section>
</template>

<style scoped>
.gap {
  flex: 1;
}
.body {
  padding: 12px 16px;
  display: grid;
  gap: 12px;
  align-content: start;
  overflow: auto;
  min-height: 0;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: center;
}
.tools > .el-button {
  margin: 0 -12px 0 0;
}
.tool {
  display: flex;
  gap: 6px;
  align-items: center;
}
.tool label {
  font: 600 14px var(--engraved);
}
.columns {
  width: 260px;
}
.template {
  width: 260px;
}
.first {
  width: 120px;
}
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th {
  text-align: left;
  font: 600 13px var(--engraved);
  color: var(--ink-soft);
  padding: 2px 6px;
}
.inline {
  margin: 0 4px;
}
.none {
  max-width: 640px;
}
.mono :deep(.el-input__inner) {
  font-family: var(--mono);
  font-size: 13px;
}
</style>
