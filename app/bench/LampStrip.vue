<script setup lang="ts">
import { own } from '~~/core/result'
import { computed } from 'vue'
import type { Lamp } from '~~/core/bench'
import { lampNow } from '~~/core/bench'
import type { Lever } from '~~/core/levers'
import { controlFields } from '~~/core/steps'
import { useLeverActions } from '~/levers/useLeverActions'
import { useMirror } from '~/live/useMirror'
import LampLight from '~/plates/LampLight.vue'
import { useBenchActs } from './useBenchActs'
import { usePointing } from './usePointing'

/** The lamps, each with its device and state in words. Pressing one switches it by hand, where it is a switch. */
const { narrow = false } = defineProps<{ narrow?: boolean }>()

const mirror = useMirror()
const acts = useBenchActs()
const pointing = usePointing()
const actions = useLeverActions()
const handWords = '. Press to switch by hand.'
const titleOf = (name: string, words: string, lever: Lever | undefined, isSwitch: boolean) =>
  `${name}: ${words}${lever ? `. Press to pull ${lever.plate} ${lever.name}.` : isSwitch ? handWords : ''}`
const lamps = computed(() =>
  mirror.equipment.lamps.map((lamp) => {
    const control = own(own(mirror.equipment.devices, lamp.deviceId)?.controls ?? {}, lamp.controlId)
    const lever = leverOf.value.get(`${lamp.deviceId} ${lamp.controlId}`)
    return {
      lamp,
      ...lampNow(lamp, mirror.equipment),
      lever,
      isSwitch: pointing.wanted === 'device' || control?.kind === 'switch' || lever !== undefined,
      value: control?.value ?? null,
    }
  }),
)

/** The levers that are pulled by a click on a lamp. */
const leverOf = computed(
  () =>
    new Map(
      mirror.levers.flatMap((lever) =>
        (lever.doors ?? []).flatMap((door) =>
          door.kind === 'lamp' ? [[`${door.deviceId} ${door.controlId}`, lever] as const] : [],
        ),
      ),
    ),
)

function switchLamp({ deviceId, controlId }: Lamp, value: unknown): void {
  if (pointing.wanted === 'device') return pointing.point(deviceId)
  const lever = leverOf.value.get(`${deviceId} ${controlId}`)
  if (lever) return void actions.pull(lever, 'lamp')
  const control = own(own(mirror.bench.devices, deviceId)?.controls ?? {}, controlId)
  if (control?.readOnly) return acts.change({ kind: 'device.set', deviceId, controlId, value: !value })
  void acts.act(controlFields(deviceId, controlId, { kind: 'set', value: !value }))
}
</script>

<template>
  <ul class="lamps" :class="{ narrow }">
    <li
      v-for="{ lamp, lever, state, words, name, isSwitch, value } in lamps"
      :key="`${lamp.deviceId} ${lamp.controlId}`"
    >
      <component
        :is="isSwitch ? 'button' : 'span'"
        :type="isSwitch ? 'button' : undefined"
        class="lamp-line"
        :title="pointing.wanted === 'device' ? `Take ${name}` : titleOf(name, words, lever, isSwitch)"
        :role="isSwitch ? undefined : 'img'"
        :aria-label="
          pointing.wanted === 'device'
            ? `Take ${name}`
            : `${name}: ${words}.${lever ? ` Pull ${lever.name}.` : isSwitch ? ' Switch it.' : ''}`
        "
        @click="isSwitch ? switchLamp(lamp, value) : undefined"
      >
        <LampLight :state="state" />
        <template v-if="!narrow">
          <span class="cut">{{ name }}</span>{{ ' ' }}
          <span class="soft cut">{{ words }}</span>
        </template>
      </component>
    </li>
  </ul>
</template>

<style scoped>
.lamps {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0 12px;
}
.lamps.narrow {
  display: flex;
  gap: 4px;
}
.lamp-line {
  display: grid;
  grid-template-columns: 14px minmax(0, auto) minmax(40px, 1fr);
  align-items: center;
  gap: 6px;
  width: 100%;
  height: 23px;
  padding: 0 2px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
}
button.lamp-line {
  cursor: pointer;
}
.narrow .lamp-line {
  display: flex;
  width: auto;
}
button.lamp-line:hover {
  background: var(--sunken);
}
</style>
