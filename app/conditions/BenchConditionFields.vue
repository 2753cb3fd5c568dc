<script setup lang="ts">
import { computed } from 'vue'
import { desktopName } from '~~/core/bench'
import type { Condition, FileTest } from '~~/core/conditions'
import { own } from '~~/core/result'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { useMirror } from '~/live/useMirror'
import ProgramSelect from '~/programs/ProgramSelect.vue'
import type { BenchCondition } from './conditionKinds'
import PartInput from './PartInput.vue'

/** The parts of a condition about windows, files, texts, desktops, the clipboard or what plays. */
const { label } = defineProps<{ label: string }>()
const condition = defineModel<BenchCondition>({ required: true })

const mirror = useMirror()
const tests = [
  { value: 'there', name: 'is there' },
  { value: 'newer', name: 'was changed within' },
  { value: 'newer-than', name: 'is newer than' },
  { value: 'larger', name: 'is larger than' },
] as const
const desktops = computed(() =>
  (mirror.bench.desktops?.names ?? ['']).map((_, i) => ({
    value: String(i + 1),
    name: desktopName(mirror.bench, i + 1),
  })),
)
const players = computed(() =>
  Object.values(mirror.bench.devices)
    .filter(({ kind }) => kind === 'player')
    .map(({ id, name }) => ({ value: id, name })),
)
const playlists = computed(() => [
  { value: '', name: 'anything' },
  ...(condition.value.kind === 'plays'
    ? (own(mirror.bench.devices, condition.value.deviceId)?.playlists ?? []).map(({ id, name }) => ({
        value: id,
        name,
      }))
    : []),
])

function setPart(part: Record<string, unknown>): void {
  condition.value = { ...condition.value, ...part } as Condition as BenchCondition
}

function setTest(kind: FileTest['kind']): void {
  const fresh: Record<FileTest['kind'], FileTest> = {
    there: { kind: 'there' },
    newer: { kind: 'newer', withinMs: 3_600_000 },
    'newer-than': { kind: 'newer-than', path: '' },
    larger: { kind: 'larger', bytes: 0 },
  }
  setPart({ test: fresh[kind] })
}
</script>

<template>
  <template v-if="condition.kind === 'window-open'">
    <ProgramSelect
      :model-value="condition.programId ?? ''"
      :label="`${label}: program of the window`"
      placeholder="of any program"
      @update:model-value="setPart({ programId: $event || undefined })"
    />
    <span>with</span>
    <PartInput
      :model-value="condition.text"
      placeholder="a part of its title or address"
      :label="`${label}: title or address`"
      @update:model-value="setPart({ text: $event })"
    />
  </template>
  <template v-else-if="condition.kind === 'file-is'">
    <PartInput
      is-path
      :model-value="condition.path"
      placeholder="${downloads}/*.exposure"
      :label="`${label}: file or pattern`"
      @update:model-value="setPart({ path: $event })"
    />
    <ChoiceSelect
      :model-value="condition.test.kind"
      size="small"
      :label="`${label}: what is asked of it`"
      :options="tests"
      @update:model-value="setTest"
    />
    <template v-if="condition.test.kind === 'newer'">
      <ElInputNumber
        size="small"
        :model-value="condition.test.withinMs / 60000"
        :min="0"
        :max="527040"
        :aria-label="`${label}: minutes`"
        @update:model-value="setPart({ test: { kind: 'newer', withinMs: Math.round(($event ?? 0) * 60000) } })"
      />
      <span>minutes</span>
    </template>
    <PartInput
      v-else-if="condition.test.kind === 'newer-than'"
      is-path
      :model-value="condition.test.path"
      :label="`${label}: the other file`"
      @update:model-value="setPart({ test: { kind: 'newer-than', path: $event } })"
    />
    <template v-else-if="condition.test.kind === 'larger'">
      <ElInputNumber
        size="small"
        :model-value="condition.test.bytes"
        :min="0"
        :max="1000000000000"
        :aria-label="`${label}: bytes`"
        @update:model-value="setPart({ test: { kind: 'larger', bytes: $event ?? 0 } })"
      />
      <span>bytes</span>
    </template>
  </template>
  <PartInput
    v-else-if="condition.kind === 'folder-empty'"
    is-path
    :model-value="condition.path"
    placeholder="${downloads}"
    :label="`${label}: folder`"
    @update:model-value="setPart({ path: $event })"
  />
  <PartInput
    v-else-if="condition.kind === 'text-has' || condition.kind === 'clipboard-has'"
    :model-value="condition.text"
    :placeholder="condition.kind === 'text-has' ? 'a text' : 'anything at all'"
    :label="`${label}: text`"
    @update:model-value="setPart({ text: $event })"
  />
  <ChoiceSelect
    v-else-if="condition.kind === 'desktop-shown'"
    :model-value="String(condition.desktop)"
    size="small"
    :label="`${label}: desktop`"
    :options="desktops"
    @update:model-value="setPart({ desktop: Number($event) })"
  />
  <template v-else>
    <ChoiceSelect
      :model-value="condition.deviceId"
      size="small"
      :label="`${label}: player`"
      :options="players"
      @update:model-value="setPart({ deviceId: $event, playlistId: undefined })"
    />
    <span>plays</span>
    <ChoiceSelect
      :model-value="condition.playlistId ?? ''"
      size="small"
      :label="`${label}: playlist`"
      :options="playlists"
      @update:model-value="setPart({ playlistId: $event || undefined })"
    />
  </template>
</template>

<style scoped>
.el-select {
  width: 180px;
}
</style>
