<script setup lang="ts">
import { computed } from 'vue'
import { describeDoor, nextTime, setsItselfOff } from '~~/core/doors'
import type { Door, Lever } from '~~/core/levers'
import { own } from '~~/core/result'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import RowsField from '~/form/RowsField.vue'
import { useMirror } from '~/live/useMirror'
import { useRehearsal } from '~/live/useRehearsal'
import { dayAndTime } from '~/page/instants'
import DoorEventFields from './DoorEventFields.vue'
import DoorTimeFields from './DoorTimeFields.vue'
import { freshDoor, wayOf, ways } from './doorWays'
import { partId } from './leverDraft'

/** Ways to pull a lever that are no keys: a tile, a lamp that is clicked, what happens on the bench, the time. */
const { lever, issueOf } = defineProps<{ lever: Lever; issueOf: (path: string) => string | undefined }>()
const doors = defineModel<Door[] | null | undefined>({ required: true })

const mirror = useMirror()
const lamps = computed(() =>
  mirror.bench.lamps.map(({ deviceId, controlId }) => {
    const device = own(mirror.bench.devices, deviceId)
    const control = own(device?.controls ?? {}, controlId)
    return { value: `${deviceId} ${controlId}`, name: `${device?.name ?? deviceId}, ${control?.name ?? controlId}` }
  }),
)
function set(at: number, door: Door): void {
  doors.value = (doors.value ?? []).with(at, door)
}
const add = () => {
  doors.value = [...(doors.value ?? []), { id: partId(), kind: 'tile' }]
}
function remove(at: number): void {
  const after = (doors.value ?? []).toSpliced(at, 1)
  doors.value = after.length > 0 ? after : undefined
}
const startOf = (id: string) => ({ id, frameId: lever.frameId, nowMs: mirror.moment.nowMs })

/** What the lever would do is looked at only where it waits for something that it might do itself. */
const waits = computed(() => (doors.value ?? []).some(({ kind }) => kind === 'event'))
const { rehearsal } = useRehearsal(() => (waits.value ? lever : undefined))
const circles = computed(() => {
  const changes = (rehearsal.value?.run.log ?? []).flatMap((entry) => entry.changes.map(({ change }) => change))
  return new Set(setsItselfOff(doors.value ?? [], changes, mirror.bench).map(({ id }) => id))
})

function toldOf(door: Door): string {
  const words = describeDoor(door, mirror.names)
  if (door.kind !== 'time') return `${words}.`
  const next = nextTime(door.time, mirror.moment.nowMs, mirror.settings.place)
  return `${words}; ${next === undefined ? 'never again' : `next ${dayAndTime(next).slice(0, -3)}`}.`
}
</script>

<template>
  <RowsField
    legend="Without a key"
    hint="by pointing, by what happens, by the time; scope and interlock hold as for keys"
    add-word="Way"
    @add="add"
  >
    <div v-for="(door, i) in doors ?? []" :key="door.id" class="part door">
      <ChoiceSelect
        :model-value="wayOf(door)"
        :label="`Way ${i + 1}`"
        :options="ways"
        @update:model-value="set(i, freshDoor($event, startOf(door.id)))"
      />
      <div class="what">
        <ChoiceSelect
          v-if="door.kind === 'lamp'"
          :model-value="door.deviceId ? `${door.deviceId} ${door.controlId}` : ''"
          :label="`Lamp of way ${i + 1}`"
          placeholder="Choose a lamp"
          :options="lamps"
          @update:model-value="set(i, { ...door, deviceId: $event.split(' ')[0]!, controlId: $event.split(' ')[1]! })"
        />
        <DoorEventFields
          v-else-if="door.kind === 'event'"
          :model-value="door.event"
          :name="`way ${i + 1}`"
          @update:model-value="set(i, { ...door, event: $event })"
        />
        <DoorTimeFields
          v-else-if="door.kind === 'time'"
          :model-value="door"
          :name="`way ${i + 1}`"
          @update:model-value="set(i, $event)"
        />
      </div>
      <RemoveButton :label="`Remove way ${i + 1}`" @click="remove(i)" />
      <p v-if="circles.has(door.id)" class="fault" role="alert">
        {{ toldOf(door) }} The lever does that itself: it would set itself off again, and is stopped then.
      </p>
      <p v-else class="soft">{{ toldOf(door) }}</p>
      <IssueLine
        :issue="
          issueOf(`doors.${i}.controlId`) ??
          issueOf(`doors.${i}.event.programId`) ??
          issueOf(`doors.${i}.event.deviceId`) ??
          issueOf(`doors.${i}.event.folder`) ??
          issueOf(`doors.${i}.time.at`)
        "
      />
    </div>
  </RowsField>
</template>

<style scoped>
.door {
  grid-template-columns: 220px minmax(0, 1fr) auto;
}
.what {
  display: flex;
  gap: 8px;
  align-items: center;
  min-width: 0;
}
</style>
