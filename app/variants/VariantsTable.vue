<script setup lang="ts">
import { countOf } from '~~/core/names'
import { useEventListener } from '@vueuse/core'
import { reactive, ref } from 'vue'
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

const table = reactive(useVariantRows(() => pattern))
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
  table.forget()
  void router.push('/levers')
}

async function save(): Promise<void> {
  table.wasTried = true
  if (isSaving.value || !table.plan.ok) {
    if (!table.plan.ok) notices.show({ text: table.plan.issues[0]!.message, tone: 'fault' })
    return
  }
  isSaving.value = true
  try {
    const made = await callApi('createVariants', {
      id: pattern.id,
      body: { version: pattern.version, rows: table.wanted },
    })
    table.forget()
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
const fromQuery = table.columns.find((column) => column.id === queried)
if (fromQuery && typeof queriedValues === 'string' && !table.wasRestored)
  table.addFromList(fromQuery, queriedValues.split('\n'))

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
      <span v-if="table.wasRestored && table.isTouched" class="soft" role="status"
        >This is your table from before, not made yet.</span
      >
      <span class="gap" />
      <ElButton @click="discard">
        {{ table.isTouched ? 'Discard' : 'Cancel' }}
      </ElButton>
      <ElButton type="primary" :loading="isSaving" :disabled="table.rows.length === 0" @click="save">
        Make {{ countOf(table.rows.length, 'variant') }}
      </ElButton>
    </header>
    <div class="body">
      <div class="tools">
        <span class="tool">
          <label for="variant-columns">What differs</label>
          <ElSelect
            id="variant-columns"
            v-model="table.shownIds"
            multiple
            collapse-tags
            :max-collapse-tags="2"
            placeholder="Only name and chord"
            aria-label="What differs"
            class="columns"
          >
            <ElOption
              v-for="column in table.columns"
              :key="column.id"
              :value="column.id"
              :label="columnHead(column, table.columns)"
            >
              <code>{{ column.key }}</code>
              <span class="soft">{{ column.kind === 'value' ? `as pattern: ${column.pattern}` : 'there or not' }}</span>
            </ElOption>
          </ElSelect>
        </span>
        <span class="tool">
          <label for="variant-template">Names</label>
          <ElInput id="variant-template" v-model="table.template" class="template" />
          <ElButton :disabled="table.rows.length === 0" @click="table.nameRows(true)">Name all</ElButton>
        </span>
        <span class="tool">
          <label for="variant-chord">Chords from</label>
          <ElInput
            id="variant-chord"
            v-model="table.firstChord"
            class="first mono"
            :aria-invalid="!parsesChord(table.firstChord)"
          />
          <ElButton :disabled="table.rows.length === 0" @click="table.giveChords">In a row</ElButton>
        </span>
      </div>
      <div class="scroll">
        <table v-if="table.rows.length > 0">
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th v-for="column in table.shown" :key="column.id" scope="col">
                <code>{{ columnHead(column, table.columns) }}</code>
              </th>
              <th scope="col">Icon</th>
              <th scope="col">Chord</th>
              <th><span class="unseen">Remove</span></th>
            </tr>
          </thead>
          <tbody>
            <VariantRow
              v-for="(row, i) in table.rows"
              :key="row.id"
              :model-value="row"
              :columns="table.shown"
              :place="i + 1"
              :issues="{ name: table.issueOf(i, 'name'), chord: table.issueOf(i, 'chord') }"
              :clash="table.clashes[i]![0]"
              @update:model-value="table.rows = table.rows.with(i, $event)"
              @remove="table.rows = table.rows.toSpliced(i, 1)"
            />
          </tbody>
        </table>
        <p v-else class="soft none">
          One row for each variant. Each follows {{ pattern.plate }} {{ pattern.name }} in all that it does not change.
          Take the rows from a list of the program, paste them as CSV, or add them by hand.
        </p>
      </div>
      <div class="tools">
        <ElButton @click="table.add()"> <IconPlus class="icon" /> Row </ElButton>
        <ElButton v-for="column in table.valueColumns" :key="column.id" @click="table.addFromList(column)">
          A row for each <code class="inline">{{ columnHead(column, table.columns) }}</code> ({{
            column.choices!.length
          }})
        </ElButton>
        <ElButton :aria-expanded="isPasting" @click="isPasting = !isPasting"> Paste CSV </ElButton>
      </div>
      <PasteRows v-if="isPasting" v-model="table.csv" :columns="table.columns" @rows="takeRows" />
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
