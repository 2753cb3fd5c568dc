<script setup lang="ts">
import LateInput from '~/form/LateInput.vue'
import { computed } from 'vue'
import type { Change, Device } from '~~/core/bench'
import { deviceKindWords, lampIndex, rangeInWords, valueInWords } from '~~/core/bench'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { useMirror } from '~/live/useMirror'

/**
 * What is done with a device more rarely: the one in use, the words of its lamps, what keeps it from following, its
 * description.
 */
const { device } = defineProps<{ device: Device }>()
const emit = defineEmits<{ change: [change: Change]; describe: [] }>()

const mirror = useMirror()
const ANY = 'any value'
const faults = [
  { value: 'follows', name: 'follows orders' },
  { value: 'refuses', name: 'refuses them' },
  { value: 'ignores', name: 'takes them and does nothing' },
]
const lamps = computed(() =>
  Object.entries(device.controls).flatMap(([controlId, control]) => {
    const lamp = mirror.bench.lamps[lampIndex(mirror.bench, { deviceId: device.id, controlId })]
    return lamp ? [{ lamp, control }] : []
  }),
)

function setFault(kind: string): void {
  const because = kind === 'refuses' ? 'it is held by another program' : 'its cable is loose'
  emit('change', {
    kind: 'device.fault',
    deviceId: device.id,
    fault: kind === 'follows' ? null : { kind: kind as 'refuses' | 'ignores', because },
  })
}

function reword({ lamp }: (typeof lamps.value)[number], part: { lit?: string; dark?: string; litWhen?: string }): void {
  const worded = { ...lamp, ...part }
  emit('change', {
    kind: 'lamp.watch',
    watched: true,
    deviceId: lamp.deviceId,
    controlId: lamp.controlId,
    ...(worded.litWhen === undefined || worded.litWhen === ANY ? {} : { litWhen: worded.litWhen }),
    ...(worded.lit?.trim() ? { lit: worded.lit.trim() } : {}),
    ...(worded.dark?.trim() ? { dark: worded.dark.trim() } : {}),
  })
}
</script>

<template>
  <details class="more">
    <summary>More</summary>
    <div class="rows">
      <ul class="soft ranges">
        <li v-for="(control, id) in device.controls" :key="id">
          {{ control.name }} (<code>{{ id }}</code
          >): {{ rangeInWords(control) }}{{ control.readOnly ? '; changes with the world, no lever sets it' : '' }}
        </li>
      </ul>
      <ElButton
        v-if="!device.isDefault"
        size="small"
        @click="emit('change', { kind: 'device.default', deviceKind: device.kind, deviceId: device.id })"
      >
        Make it the {{ deviceKindWords[device.kind].one }} in use
      </ElButton>
      <ElButton size="small" @click="emit('describe')"> Describe it </ElButton>
      <label
        >It
        <ChoiceSelect
          size="small"
          :model-value="device.fault?.kind ?? 'follows'"
          :label="`How ${device.name} takes orders`"
          :options="faults"
          @update:model-value="setFault"
      /></label>
      <fieldset v-for="entry in lamps" :key="entry.lamp.controlId">
        <legend>Lamp {{ entry.control.name }}</legend>
        <label v-if="entry.control.kind === 'choice'"
          >Lit at
          <ChoiceSelect
            size="small"
            :model-value="String(entry.lamp.litWhen ?? ANY)"
            :label="`Value of ${entry.control.name} at which the lamp is lit`"
            :options="[
              { value: ANY, name: 'any' },
              ...entry.control.choices.map((choice) => ({ value: choice.id, name: choice.name })),
            ]"
            @update:model-value="reword(entry, { litWhen: $event })"
        /></label>
        <label
          >Lit says
          <LateInput
            size="small"
            :model-value="entry.lamp.lit ?? ''"
            :placeholder="entry.control.kind === 'switch' ? entry.control.on : valueInWords(entry.control)"
            :aria-label="`What the lit lamp of ${entry.control.name} says`"
            @update:model-value="reword(entry, { lit: $event })"
        /></label>
        <label
          >Dark says
          <LateInput
            size="small"
            :model-value="entry.lamp.dark ?? ''"
            :placeholder="entry.control.kind === 'switch' ? entry.control.off : valueInWords(entry.control)"
            :aria-label="`What the dark lamp of ${entry.control.name} says`"
            @update:model-value="reword(entry, { dark: $event })"
        /></label>
      </fieldset>
    </div>
  </details>
</template>

<style scoped>
summary {
  color: var(--ink-soft);
  font-size: 12px;
  cursor: pointer;
}
.rows {
  display: grid;
  gap: 6px;
  padding: 4px 0 8px;
  justify-items: stretch;
}
.rows .el-button {
  margin: 0;
  justify-self: start;
}
.ranges {
  font-size: 12px;
}
label {
  display: grid;
  grid-template-columns: 70px minmax(0, 1fr);
  align-items: center;
  gap: 6px;
}
fieldset {
  border: 1px solid var(--line);
  margin: 0;
  padding: 4px 8px 8px;
  display: grid;
  gap: 4px;
}
legend {
  font-size: 12px;
  color: var(--ink-soft);
}
</style>
