<script setup lang="ts">
import { own } from '~~/core/result'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { Change, Control, ControlValue, Device } from '~~/core/bench'
import { deviceKindWords, lampIndex, lampNow, rangeInWords, valueInWords } from '~~/core/bench'
import { devicesNamed } from '~~/core/levers'
import { areAboutDevices, controlFields, devicesMeant, everyStep, usualControlStep } from '~~/core/steps'
import type { Step } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { useMirror } from '~/live/useMirror'
import { hasWords } from '~/page/hasWords'
import { useNotices } from '~/live/useNotices'
import LampLight from '~/plates/LampLight.vue'
import { useCopiedStep } from '~/steps/useCopiedStep'
import DeviceMore from './DeviceMore.vue'
import type { HandStep } from './useBenchActs'
import IconLamp from '~icons/tabler/bulb'
import IconCopy from '~icons/tabler/copy'
import IconLever from '~icons/tabler/plus'

/**
 * Every device with its controls: what it is, its identifier, the value and how it may change; each can become a lever
 * or a lamp.
 */
const emit = defineEmits<{
  change: [change: Change]
  act: [step: HandStep]
  describe: [deviceId: string | undefined]
}>()

const mirror = useMirror()
const router = useRouter()
const notices = useNotices()
const { copy } = useCopiedStep()
const filter = ref('')
/** Few levers are about devices, however many there are. */
const leversAboutDevices = computed(() =>
  mirror.levers.filter((lever) => areAboutDevices(lever.steps) || devicesNamed(lever).length > 0),
)
const users = computed(() => {
  const used = new Map<string, string[]>()
  for (const lever of leversAboutDevices.value) {
    const meant = [...everyStep(lever.steps)].flatMap(({ step }) => devicesMeant(step, mirror.equipment))
    for (const id of new Set([...devicesNamed(lever), ...meant]))
      used.set(id, [...(used.get(id) ?? []), `${lever.plate} ${lever.name}`])
  }
  return used
})
const devices = computed(() => {
  const has = hasWords(filter.value)
  return Object.values(mirror.equipment.devices)
    .map((device) => ({
      device,
      kind: deviceKindWords[device.kind].one,
      usedBy: users.value.get(device.id) ?? [],
      rows: Object.entries(device.controls).map(([id, control]) => ({
        id,
        control,
        words: valueInWords(control),
        lamp: mirror.equipment.lamps[lampIndex(mirror.equipment, { deviceId: device.id, controlId: id })],
        light: lampNow({ deviceId: device.id, controlId: id }, mirror.equipment).state,
      })),
    }))
    .filter(({ device, kind, rows, usedBy }) =>
      has(
        `${device.name} ${device.id} ${kind} ${usedBy.join(' ')} ${rows.map((row) => `${row.control.name} ${row.words}`).join(' ')}`,
      ),
    )
})

function set(device: Device, controlId: string, value: ControlValue): void {
  if (own(device.controls, controlId)?.readOnly)
    emit('change', { kind: 'device.set', deviceId: device.id, controlId, value })
  else emit('act', controlFields(device.id, controlId, { kind: 'set', value }))
}

/** The usual way to change a control of its kind. */
const stepOf = (device: Device, controlId: string, control: Control): Step =>
  usualControlStep('s1', device.id, controlId, control)

function makeLever(device: Device, controlId: string, control: Control): void {
  void router.push({
    path: '/levers/new',
    query: { step: JSON.stringify(stepOf(device, controlId, control)), name: `${device.name}: ${control.name}` },
  })
}

function copyStep(device: Device, controlId: string, control: Control): void {
  copy(stepOf(device, controlId, control))
  notices.say(`Copied ${control.name} of ${device.name} as a step. Paste it below the steps of any lever.`)
}
</script>

<template>
  <aside class="inspector" aria-label="Devices">
    <div class="head">
      <ElInput
        v-model="filter"
        size="small"
        clearable
        placeholder="Filter the devices"
        aria-label="Filter the devices"
      />
      <ElButton size="small" @click="emit('describe', undefined)"> <IconLever class="icon" /> Device </ElButton>
    </div>
    <section v-for="{ device, kind, rows, usedBy } in devices" :key="device.id">
      <h2 class="head" :title="`${device.id}${usedBy.length > 0 ? `, used by ${usedBy.join(', ')}` : ''}`">
        {{ device.name }}
        <span class="soft"
          >{{ kind }}{{ device.isDefault ? ', in use' : '' }}{{ device.plugged === false ? ', unplugged' : '' }}</span
        >
        <ElButton
          v-if="device.kind === 'usb' || device.plugged === false"
          size="small"
          @click="emit('change', { kind: 'device.plug', deviceId: device.id, plugged: device.plugged === false })"
        >
          {{ device.plugged === false ? 'Plug in' : 'Unplug' }}
        </ElButton>
      </h2>
      <p class="soft what">
        <code>{{ device.id }}</code>{{
          usedBy.length > 0
            ? ` · used by ${usedBy.slice(0, 2).join(', ')}${usedBy.length > 2 ? ` and ${usedBy.length - 2} more` : ''}`
            : ''
        }}
      </p>
      <p v-if="device.fault" class="fault">
        {{ device.fault.kind === 'refuses' ? 'Refuses' : 'Does not follow' }}: {{ device.fault.because }}.
      </p>
      <ul>
        <li v-for="row in rows" :key="row.id" class="control">
          <LampLight v-if="row.control.kind === 'switch'" :state="row.light" />
          <span v-else />
          <span
            class="cut"
            :title="`${row.id}: ${rangeInWords(row.control)}${row.control.readOnly ? '. Changes with the world; no lever sets it.' : ''}`"
            >{{ row.control.name }}</span
          >
          <ElButton
            v-if="row.control.kind === 'switch'"
            size="small"
            :disabled="device.plugged === false"
            :aria-label="`${device.name}, ${row.control.name}: ${row.words}. Switch it.`"
            @click="set(device, row.id, !row.control.value)"
          >
            {{ row.words }}
          </ElButton>
          <ChoiceSelect
            v-else-if="row.control.kind === 'choice'"
            size="small"
            :disabled="device.plugged === false"
            :model-value="row.control.value ?? ''"
            placeholder="unknown"
            :label="`${row.control.name} of ${device.name}`"
            :options="row.control.choices.map((choice) => ({ value: choice.id, name: choice.name, detail: choice.id }))"
            @update:model-value="set(device, row.id, $event)"
          />
          <ElInputNumber
            v-else
            size="small"
            :disabled="device.plugged === false"
            :model-value="row.control.value ?? undefined"
            :min="row.control.min"
            :max="row.control.max"
            :step="row.control.step"
            :placeholder="row.words"
            :aria-label="`${row.control.name} of ${device.name}, in ${row.control.unit}`"
            controls-position="right"
            @change="set(device, row.id, $event ?? null)"
          />
          <button
            type="button"
            :aria-pressed="Boolean(row.lamp)"
            :title="row.lamp ? 'No longer a lamp' : 'Watch as a lamp'"
            :aria-label="`${row.control.name} of ${device.name} as a lamp`"
            @click="emit('change', { kind: 'lamp.watch', deviceId: device.id, controlId: row.id, watched: !row.lamp })"
          >
            <IconLamp class="icon" />
          </button>
          <button
            type="button"
            title="Copy as a step"
            :disabled="row.control.readOnly"
            :aria-label="`Copy ${row.control.name} of ${device.name} as a step`"
            @click="copyStep(device, row.id, row.control)"
          >
            <IconCopy class="icon" />
          </button>
          <button
            type="button"
            :disabled="row.control.readOnly"
            title="Make a lever of it"
            :aria-label="`Make a lever of ${row.control.name} of ${device.name}`"
            @click="makeLever(device, row.id, row.control)"
          >
            <IconLever class="icon" />
          </button>
        </li>
      </ul>
      <DeviceMore :device="device" @change="emit('change', $event)" @describe="emit('describe', device.id)" />
    </section>
    <p v-if="devices.length === 0" class="soft">No device has “{{ filter }}” in its name, identifier or controls.</p>
  </aside>
</template>

<style scoped>
/* What of a long panel is out of sight is neither laid out nor painted with every frame. */
section {
  content-visibility: auto;
  contain-intrinsic-size: auto 160px;
  overflow-clip-margin: 6px;
}
.inspector {
  gap: 10px;
}
h3 {
  display: flex;
  gap: 6px;
  align-items: center;
}
h3 .soft {
  font-weight: 400;
}
h3 .el-button {
  margin-left: auto;
}
code {
  font-size: 11px;
}
.head {
  display: flex;
  gap: 6px;
}
.what {
  font-size: 12px;
}
.control > button:disabled {
  visibility: hidden;
}
.control {
  display: grid;
  grid-template-columns: 14px minmax(0, 1fr) 112px 20px 20px 20px;
  gap: 4px;
  align-items: center;
  min-height: 28px;
}
.control > button:not(.el-button) {
  border: 0;
  background: none;
  color: var(--ink-soft);
  padding: 0;
  cursor: pointer;
  line-height: 0;
}
/* Pressed is told by shape too: a line below. */
.control > button[aria-pressed='true'] {
  color: var(--live);
  box-shadow: 0 2px 0 var(--live-fill);
}
.control .el-input-number {
  width: 112px;
}
</style>
