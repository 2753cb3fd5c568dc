<script setup lang="ts">
import type { Door, TimeRule } from '~~/core/levers'
import ChoiceSelect from '~/form/ChoiceSelect.vue'

type TimeDoor = Extract<Door, { kind: 'time' }>

/** When it is time, on which days, and what is done about a time that was missed. */
defineProps<{ name: string }>()
const door = defineModel<TimeDoor>({ required: true })

const dayNames = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'].map((name, i) => ({ value: String(i + 1), name }))

function setTime(part: object): void {
  door.value = { ...door.value, time: { ...door.value.time, ...part } as TimeRule }
}

/** All days are no days of its own. */
function setDays(days: readonly string[]): void {
  const { days: _days, ...rest } = door.value.time as Extract<TimeRule, { kind: 'daily' }>
  const isAll = days.length === 0 || days.length === dayNames.length
  door.value = { ...door.value, time: isAll ? rest : { ...rest, days: days.map(Number).sort() } }
}
</script>

<template>
  <input
    v-if="door.time.kind === 'once'"
    type="datetime-local"
    :value="door.time.at"
    :aria-label="`Time of ${name}`"
    @change="setTime({ at: ($event.target as HTMLInputElement).value })"
  />
  <input
    v-else-if="door.time.kind === 'daily'"
    type="time"
    :value="door.time.at"
    :aria-label="`Time of ${name}`"
    @change="setTime({ at: ($event.target as HTMLInputElement).value })"
  />
  <template v-else-if="door.time.kind === 'every'">
    <ElInputNumber
      :model-value="door.time.minutes"
      :min="1"
      :max="1440"
      :precision="0"
      :aria-label="`Minutes of ${name}`"
      @update:model-value="setTime({ minutes: $event ?? 1 })"
    />
    minutes
  </template>
  <template v-else>
    <ChoiceSelect
      :model-value="door.time.when"
      :label="`Dusk or dawn of ${name}`"
      :options="[
        { value: 'dusk' as const, name: 'dusk' },
        { value: 'dawn' as const, name: 'dawn' },
      ]"
      @update:model-value="setTime({ when: $event })"
    />
    <ElInputNumber
      :model-value="door.time.offsetMinutes"
      :min="-360"
      :max="360"
      :precision="0"
      :aria-label="`Minutes after, of ${name}`"
      @update:model-value="setTime({ offsetMinutes: $event ?? 0 })"
    />
    min later
  </template>
  <ChoiceSelect
    v-if="door.time.kind === 'daily' || door.time.kind === 'sun'"
    class="days"
    :model-value="(door.time.days ?? []).map(String)"
    :label="`Days of ${name}`"
    multiple
    collapse-tags
    placeholder="every day"
    :options="dayNames"
    @update:model-value="setDays($event)"
  />
  <ChoiceSelect
    :model-value="door.missed"
    :label="`What happens when ${name} was missed`"
    :options="[
      { value: 'skip' as const, name: 'missed: not at all' },
      { value: 'at-once' as const, name: 'missed: at once' },
    ]"
    @update:model-value="door = { ...door, missed: $event }"
  />
</template>

<style scoped>
input[type] {
  height: 32px;
  padding: 0 8px;
  border: 1px solid var(--line-strong);
  border-radius: var(--radius);
  background: var(--surface);
  color: var(--ink);
  font: inherit;
}
</style>
