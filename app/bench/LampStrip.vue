<script setup lang="ts">
import { computed } from 'vue'
import { valueInWords } from '~~/core/bench'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import LampLight from '~/plates/LampLight.vue'

/** The lamps, each with its device and state in words. Pressing one switches it by hand, where it is a switch. */
const { narrow = false } = defineProps<{ narrow?: boolean }>()

const mirror = useMirror()
const notices = useNotices()
const lamps = computed(() => mirror.bench.lamps.flatMap(({ deviceId, controlId }) => {
  const device = mirror.bench.devices[deviceId]
  const control = device?.controls[controlId]
  return device && control ? [{ deviceId, controlId, name: device.name, control, words: valueInWords(control) }] : []
}))

function switchLamp(lamp: (typeof lamps.value)[number]): void {
  if (lamp.control.kind !== 'switch') return
  const change = { kind: 'device.set' as const, deviceId: lamp.deviceId, controlId: lamp.controlId, value: !lamp.control.value }
  void notices.attempt(() => callApi('changeBench', { body: { changes: [change] } }))
}
</script>

<template>
  <ul
    class="lamps"
    :class="{ narrow }"
  >
    <li
      v-for="lamp in lamps"
      :key="lamp.deviceId + lamp.controlId"
    >
      <button
        type="button"
        :title="`${lamp.name}: ${lamp.words}. Press to switch by hand.`"
        :aria-label="`${lamp.name}: ${lamp.words}. Switch it.`"
        @click="switchLamp(lamp)"
      >
        <LampLight :value="lamp.control.value" />
        <template v-if="!narrow">
          <span class="cut">{{ lamp.name }}</span>
          <span class="soft cut">{{ lamp.words }}</span>
        </template>
      </button>
    </li>
  </ul>
</template>

<style scoped>
.lamps { display: grid; grid-template-columns: repeat(2, minmax(0, 1fr)); gap: 0 12px; }
.lamps.narrow { display: flex; gap: 4px; }
button { display: grid; grid-template-columns: 14px minmax(0, auto) minmax(40px, 1fr); align-items: center; gap: 6px; width: 100%; height: 23px; padding: 0 2px; border: 0; background: none; color: inherit; font: inherit; text-align: left; cursor: pointer; }
.narrow button { display: flex; width: auto; }
button:hover { background: var(--sunken); }
</style>
