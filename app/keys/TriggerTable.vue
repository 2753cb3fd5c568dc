<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { Clash } from '~~/core/clash'
import { describeScope, describeTrigger, triggerKeys, withRows } from '~~/core/levers'
import { countOf } from '~~/core/names'
import { useMirror } from '~/live/useMirror'
import KeyPlates from '~/plates/KeyPlates.vue'
import NumberPlate from '~/plates/NumberPlate.vue'
import { plainRows } from '~/rows/listRow'
import RowList from '~/rows/RowList.vue'

/** Every trigger of every lever, one a row, filtered by what is searched for on the keyboard. */
const { query, clashes } = defineProps<{ query: string; clashes: readonly Clash[] }>()

const mirror = useMirror()
const router = useRouter()
const chosenId = ref<string>()

const worst = computed(() => new Map(clashes.map((clash) => [`${clash.leverId} ${clash.triggerId}`, clash.severity])))
const framesOn = computed(() => new Set(mirror.framesLive.filter((frame) => frame.on).map((frame) => frame.id)))
const all = computed(() =>
  withRows(mirror.levers, mirror.framesLive).flatMap((lever) =>
    lever.triggers.map((trigger) => ({ id: `${lever.id} ${trigger.id}`, lever, trigger })),
  ),
)
type Row = (typeof all.value)[number]

const shown = computed(() => {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean)
  return words.length === 0 ? all.value : all.value.filter((row) => words.every((word) => textOf(row).includes(word)))
})
const rows = computed(() => plainRows(shown.value))
const clashWords: Record<string, string> = { lost: 'lost', ambiguous: 'taken', late: 'late' }

function stateOf({ lever }: Row): string {
  return !lever.enabled ? 'disabled' : framesOn.value.has(lever.frameId) ? 'live' : 'frame off'
}

function textOf(row: Row): string {
  const { lever, trigger } = row
  const scope = describeScope(lever.scope, mirror.bench)
  const clash = worst.value.get(row.id) ?? ''
  return `${describeTrigger(trigger)} ${lever.plate} ${lever.name} ${scope} ${stateOf(row)} ${clash}`.toLowerCase()
}

function move(by: number): void {
  const at = shown.value.findIndex((row) => row.id === chosenId.value)
  chosenId.value = shown.value[Math.min(Math.max(0, at + by), shown.value.length - 1)]?.id
}

function open(row: Row | undefined): void {
  if (row) void router.push(`/levers/${row.lever.id}`)
}

function onKey(event: KeyboardEvent): void {
  if (event.key === 'ArrowDown') move(1)
  else if (event.key === 'ArrowUp') move(-1)
  else if (event.key === 'Enter') open(shown.value.find((entry) => entry.id === chosenId.value))
  else return
  event.preventDefault()
}
</script>

<template>
  <RowList
    class="table"
    :rows="rows"
    label="All triggers"
    prefix="trigger"
    :row-height="30"
    :selected-id="chosenId"
    @key="onKey"
    @choose="(_event, row) => (chosenId = row.id)"
    @open="open"
  >
    <template #top>
      <div class="row row-head trigger">
        <span /><span>{{ countOf(shown.length, 'trigger') }}</span
        ><span>Keys</span><span>Live</span><span>State</span>
      </div>
    </template>
    <template #entry="{ entry, attrs }">
      <div v-bind="attrs" class="row trigger">
        <NumberPlate :plate="entry.lever.plate" :steps="entry.lever.steps" :off="stateOf(entry) !== 'live'" />
        <strong class="cut">{{ entry.lever.name }}</strong>
        <span class="keys"
          ><KeyPlates :chord="triggerKeys(entry.trigger)" :plain="entry.trigger.kind === 'word'" />
          <span v-if="entry.trigger.kind !== 'chord'" class="soft cut">{{ describeTrigger(entry.trigger) }}</span></span
        >
        <span class="soft cut">{{ describeScope(entry.lever.scope, mirror.bench) }}</span>
        <span :class="{ fault: worst.get(entry.id) && worst.get(entry.id) !== 'late' }">{{
          clashWords[worst.get(entry.id) ?? ''] ?? stateOf(entry)
        }}</span>
      </div>
    </template>
    <template #empty>
      <div class="empty">
        <p v-if="query !== ''">No trigger has “{{ query }}” in it.</p>
        <template v-else>
          <p>No lever has a key yet. Every key that pulls one stands here, with where it is live.</p>
          <NuxtLink to="/levers/new">Make a lever with a key</NuxtLink>
        </template>
      </div>
    </template>
  </RowList>
</template>

<style scoped>
.table {
  border-top: 1px solid var(--line);
  margin: 0 -16px;
  min-height: 180px;
}
.trigger {
  grid-template-columns: 60px minmax(100px, 1fr) minmax(160px, 1.2fr) minmax(80px, 0.8fr) 70px;
  height: 30px;
}
.keys {
  display: flex;
  gap: 8px;
  align-items: center;
  overflow: hidden;
}
</style>
