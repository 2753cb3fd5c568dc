<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { Clash } from '~~/core/clash'
import { describeScope, describeTrigger, triggerKeys, withRows } from '~~/core/levers'
import { useMirror } from '~/live/useMirror'
import KeyPlates from '~/plates/KeyPlates.vue'
import NumberPlate from '~/plates/NumberPlate.vue'

/** Every trigger of every lever, one a row, filtered by what is searched for on the keyboard. */
const { query, clashes } = defineProps<{ query: string; clashes: readonly Clash[] }>()

const MOST_SHOWN = 200
const mirror = useMirror()
const router = useRouter()
const chosenId = ref<string>()

const worst = computed(() => new Map(clashes.map((clash) => [`${clash.leverId} ${clash.triggerId}`, clash.severity])))
const rows = computed(() =>
  withRows(mirror.levers, mirror.framesLive).flatMap((lever) =>
    lever.triggers.map((trigger) => ({
      id: `${lever.id} ${trigger.id}`,
      lever,
      trigger,
      words: describeTrigger(trigger),
      scope: describeScope(lever.scope, mirror.bench),
      clash: worst.value.get(`${lever.id} ${trigger.id}`),
      state: !lever.enabled
        ? 'disabled'
        : mirror.framesLive.find((frame) => frame.id === lever.frameId)?.on
          ? 'live'
          : 'frame off',
    })),
  ),
)
const shown = computed(() => {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean)
  return rows.value.filter((row) =>
    words.every((word) =>
      `${row.words} ${row.lever.plate} ${row.lever.name} ${row.scope} ${row.state} ${row.clash ?? ''}`
        .toLowerCase()
        .includes(word),
    ),
  )
})
const clashWords: Record<string, string> = { lost: 'lost', ambiguous: 'taken', late: 'late' }

function move(by: number): void {
  const at = shown.value.findIndex((row) => row.id === chosenId.value)
  chosenId.value = shown.value[Math.min(Math.max(0, at + by), shown.value.length - 1)]?.id
  document.getElementById(`trigger-${chosenId.value}`)?.scrollIntoView({ block: 'nearest' })
}

function open(): void {
  const row = shown.value.find((entry) => entry.id === chosenId.value)
  if (row) void router.push(`/levers/${row.lever.id}`)
}
</script>

<template>
  <div
    class="rows"
    role="listbox"
    tabindex="0"
    aria-label="All triggers"
    @keydown.down.prevent="move(1)"
    @keydown.up.prevent="move(-1)"
    @keydown.enter.prevent="open"
  >
    <div class="row row-head trigger" role="presentation">
      <span>{{ shown.length }} triggers</span><span>Lever</span><span>Keys</span><span>Live</span><span>State</span>
    </div>
    <div
      v-for="row in shown.slice(0, MOST_SHOWN)"
      :id="`trigger-${row.id}`"
      :key="row.id"
      class="row trigger"
      role="option"
      :aria-selected="row.id === chosenId"
      @click="chosenId = row.id"
      @dblclick="router.push(`/levers/${row.lever.id}`)"
    >
      <NumberPlate :plate="row.lever.plate" :steps="row.lever.steps" :off="row.state !== 'live'" />
      <strong class="cut">{{ row.lever.name }}</strong>
      <span class="keys"
        ><KeyPlates :chord="triggerKeys(row.trigger)" />
        <span v-if="row.trigger.kind !== 'chord'" class="soft cut">{{ row.words }}</span></span
      >
      <span class="soft cut">{{ row.scope }}</span>
      <span :class="{ fault: row.clash && row.clash !== 'late' }">{{
        row.clash ? clashWords[row.clash] : row.state
      }}</span>
    </div>
    <p v-if="shown.length === 0" class="empty">No trigger has “{{ query }}” in it.</p>
  </div>
</template>

<style scoped>
.rows {
  border-top: 1px solid var(--line);
  margin: 0 -16px;
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
