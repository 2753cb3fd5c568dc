<script setup lang="ts">
import { computed } from 'vue'
import type { BenchEvent } from '~~/core/levers'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import NameSelect from '~/form/NameSelect.vue'
import { useMirror } from '~/live/useMirror'

/** What has to happen on the bench, beside its kind. */
defineProps<{ name: string }>()
const event = defineModel<BenchEvent>({ required: true })

const mirror = useMirror()
const programs = computed(() => Object.values(mirror.bench.programs).map(({ id, name }) => ({ value: id, name })))
const devices = computed(() => Object.values(mirror.bench.devices).map(({ id, name }) => ({ value: id, name })))

function set(part: object): void {
  event.value = { ...event.value, ...part } as BenchEvent
}
</script>

<template>
  <NameSelect
    v-if="event.kind === 'program-starts' || event.kind === 'program-ends'"
    of="program"
    :model-value="event.programId"
    :label="`Program of ${name}`"
    placeholder="Choose a program"
    :options="programs"
    @update:model-value="set({ programId: $event })"
  />
  <NameSelect
    v-else-if="event.kind === 'front-changes'"
    of="program"
    clearable
    :model-value="event.programId ?? ''"
    :label="`Program of ${name}`"
    placeholder="any program"
    :options="programs"
    @update:model-value="set({ programId: $event || undefined })"
  />
  <NameSelect
    v-else-if="event.kind === 'plugged-in' || event.kind === 'plugged-out'"
    of="device"
    :model-value="event.deviceId"
    :label="`Device of ${name}`"
    placeholder="Choose a device"
    :options="devices"
    @update:model-value="set({ deviceId: $event })"
  />
  <ChoiceSelect
    v-else-if="event.kind === 'frame-on'"
    :model-value="event.frameId"
    :label="`Frame of ${name}`"
    :options="mirror.frameChoices"
    @update:model-value="set({ frameId: $event })"
  />
  <template v-else-if="event.kind === 'file-appears'">
    <ElInput
      class="mono"
      :model-value="event.folder"
      :aria-label="`Folder of ${name}`"
      @update:model-value="set({ folder: $event })"
    />
    <ElInput
      class="mono narrow"
      :model-value="event.pattern"
      :aria-label="`Pattern of ${name}`"
      @update:model-value="set({ pattern: $event })"
    />
  </template>
</template>

<style scoped>
.narrow {
  max-width: 160px;
}
</style>
