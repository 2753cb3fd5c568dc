<script setup lang="ts">
import { computed } from 'vue'
import { DEVICE_KINDS, deviceKindWords } from '~~/core/bench'
import { entryKindWords, fileOrderWords, freshSource, sourceWords } from '~~/core/steps'
import type { Source, SourceKind } from '~~/core/steps'
import AddButton from '~/form/AddButton.vue'
import ChoiceField from '~/form/ChoiceField.vue'
import FormField from '~/form/FormField.vue'
import { optionsOf } from '~/form/optionsOf'
import RemoveButton from '~/form/RemoveButton.vue'
import TextField from '~/form/TextField.vue'
import { useMirror } from '~/live/useMirror'
import ProgramSelect from '~/programs/ProgramSelect.vue'
import ResolvedText from '../ResolvedText.vue'

/** What a loop goes over, a question offers, or something is looked up in. */
const {
  label,
  at = 'source',
  issueOf,
  values,
} = defineProps<{
  label: string
  /** The path of the source in its step. */
  at?: string
  issueOf: (path: string) => string | undefined
  values: Readonly<Record<string, string>>
}>()
const source = defineModel<Source>({ required: true })

const mirror = useMirror()
const kinds = optionsOf(sourceWords)
const issue = (path: string) => issueOf(`${at}.${path}`)
const frames = computed(() => [{ value: '', name: 'of all frames' }, ...mirror.frameChoices])
const deviceKinds = [
  { value: '', name: 'of every kind' },
  ...DEVICE_KINDS.map((kind) => ({ value: kind as string, name: deviceKindWords[kind].all })),
]
const HOUR_MS = 3_600_000
const LIMITS = [
  { key: 'newerThanMs', label: 'Changed within', unit: 'hours', unitOf: HOUR_MS },
  { key: 'olderThanMs', label: 'Older than', unit: 'hours', unitOf: HOUR_MS },
  { key: 'largerThan', label: 'Larger than', unit: 'bytes', unitOf: 1 },
  { key: 'smallerThan', label: 'Smaller than', unit: 'bytes', unitOf: 1 },
] as const

function set(part: object): void {
  source.value = { ...source.value, ...part } as Source
}

function inUnits(value: number | undefined, unitOf: number): number | undefined {
  return value === undefined ? undefined : value / unitOf
}

/** Nothing typed is no limit. */
function setLimit(key: string, value: number | null | undefined, unitOf: number): void {
  set({ [key]: value === null || value === undefined ? undefined : Math.round(value * unitOf) })
}

function setRow(row: number, column: number, text: string): void {
  if (source.value.kind !== 'table') return
  set({ rows: source.value.rows.with(row, source.value.rows[row]!.with(column, text)) })
}

function addColumn(): void {
  if (source.value.kind !== 'table') return
  const { columns, rows } = source.value
  set({ columns: [...columns, `part ${columns.length + 1}`], rows: rows.map((row) => [...row, '']) })
}

function addRow(): void {
  if (source.value.kind === 'table') set({ rows: [...source.value.rows, source.value.columns.map(() => '')] })
}
</script>

<template>
  <div class="source">
    <ChoiceField
      :model-value="source.kind"
      :label="label"
      :options="kinds"
      @update:model-value="source = freshSource($event as SourceKind)"
    />
    <template v-if="source.kind === 'files'">
      <TextField
        :model-value="source.folder"
        label="Folder"
        mono
        :issue="issue('folder')"
        @update:model-value="set({ folder: $event })"
      >
        <ResolvedText :text="source.folder" :values="values" />
      </TextField>
      <div class="two">
        <TextField
          :model-value="source.pattern"
          label="Names that fit"
          mono
          placeholder="*.exposure"
          :issue="issue('pattern')"
          @update:model-value="set({ pattern: $event })"
        />
        <ChoiceField
          :model-value="source.what"
          label="Which"
          :options="optionsOf(entryKindWords)"
          @update:model-value="set({ what: $event })"
        />
        <ChoiceField
          :model-value="source.order"
          label="In this order"
          :options="optionsOf(fileOrderWords)"
          @update:model-value="set({ order: $event })"
        />
        <FormField label="Folders in it">
          <label class="switch"
            ><ElSwitch
              size="small"
              :model-value="source.isDeep ?? false"
              @update:model-value="set({ isDeep: $event ? true : undefined })"
            />
            {{ source.isDeep ? 'too' : 'not' }}</label
          >
        </FormField>
        <FormField v-for="limit in LIMITS" :key="limit.key" :label="limit.label" :hint="limit.unit">
          <template #default="{ fieldId }">
            <ElInputNumber
              :id="fieldId"
              size="small"
              :min="0"
              :value-on-clear="null"
              :model-value="inUnits(source[limit.key], limit.unitOf)"
              @update:model-value="setLimit(limit.key, $event, limit.unitOf)"
            />
          </template>
        </FormField>
      </div>
    </template>
    <FormField v-else-if="source.kind === 'lines'" label="Text" hint="one entry a line" :issue="issue('text')">
      <template #default="{ fieldId }">
        <ElInput
          :id="fieldId"
          type="textarea"
          :autosize="{ minRows: 2, maxRows: 8 }"
          :model-value="source.text"
          @update:model-value="set({ text: $event })"
        />
      </template>
    </FormField>
    <FormField v-else-if="source.kind === 'list'" label="Entries" hint="one a line">
      <template #default="{ fieldId }">
        <ElInput
          :id="fieldId"
          type="textarea"
          :autosize="{ minRows: 2, maxRows: 10 }"
          :model-value="source.items.join('\n')"
          @update:model-value="set({ items: $event.split('\n') })"
        />
      </template>
    </FormField>
    <TextField
      v-else-if="source.kind === 'value'"
      :model-value="source.name"
      label="Name of the list"
      hint="such as group.members"
      mono
      :issue="issue('name')"
      @update:model-value="set({ name: $event })"
    />
    <TextField
      v-else-if="source.kind === 'csv'"
      :model-value="source.path"
      label="File"
      hint="with the names of its columns in the first row"
      mono
      :issue="issue('path')"
      @update:model-value="set({ path: $event })"
    >
      <ResolvedText :text="source.path" :values="values" />
    </TextField>
    <div v-else-if="source.kind === 'table'" class="table">
      <table>
        <thead>
          <tr>
            <th v-for="(column, c) in source.columns" :key="c">
              <ElInput
                size="small"
                :model-value="column"
                :aria-label="`Name of column ${c + 1}`"
                @update:model-value="set({ columns: source.columns.with(c, $event) })"
              />
            </th>
            <th><span class="unseen">Acts</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, r) in source.rows" :key="r">
            <td v-for="(column, c) in source.columns" :key="c">
              <ElInput
                size="small"
                :model-value="row[c] ?? ''"
                :aria-label="`${column} of row ${r + 1}`"
                @update:model-value="setRow(r, c, $event)"
              />
            </td>
            <td>
              <RemoveButton :label="`Remove row ${r + 1}`" @click="set({ rows: source.rows.toSpliced(r, 1) })" />
            </td>
          </tr>
        </tbody>
      </table>
      <AddButton @click="addRow"> Row </AddButton>
      <AddButton @click="addColumn"> Column </AddButton>
    </div>
    <ProgramSelect
      v-else-if="source.kind === 'windows' || source.kind === 'tabs'"
      :model-value="source.programId ?? ''"
      label="Of which program"
      placeholder="of any program"
      @update:model-value="set({ programId: $event || undefined })"
    />
    <ChoiceField
      v-else-if="source.kind === 'devices'"
      :model-value="source.deviceKind ?? ''"
      label="Which devices"
      :options="deviceKinds"
      @update:model-value="set({ deviceKind: $event || undefined })"
    />
    <ChoiceField
      v-else-if="source.kind === 'levers'"
      :model-value="source.frameId ?? ''"
      label="Of which frame"
      :options="frames"
      @update:model-value="set({ frameId: $event || undefined })"
    />
  </div>
</template>

<style scoped>
.source {
  display: grid;
  gap: 10px;
  min-width: 0;
}
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 10px 12px;
}
.switch {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 28px;
}
.table {
  display: block;
  overflow-x: auto;
}
table {
  border-spacing: 4px;
  margin-bottom: 6px;
}
th .el-input,
td .el-input {
  min-width: 96px;
}
</style>
