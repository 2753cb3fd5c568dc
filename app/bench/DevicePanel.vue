<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { Change, Control, ControlValue, Device } from '~~/core/bench'
import { valueInWords } from '~~/core/bench'
import { deviceKindWords } from '~~/core/steps'
import type { Step } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { useMirror } from '~/live/useMirror'
import LampLight from '~/plates/LampLight.vue'
import IconLamp from '~icons/tabler/bulb'
import IconLever from '~icons/tabler/plus'

/** Every device with its controls: what it is, its identifier, the value and how it may change; each can become a lever or a lamp. */
const emit = defineEmits<{ change: [change: Change] }>()

const mirror = useMirror()
const router = useRouter()
const filter = ref('')
const users = computed(() => {
  const used = new Map<string, string[]>()
  for (const lever of mirror.levers) {
    for (const step of lever.steps) {
      if (step.kind === 'device.control' && step.target.kind === 'devices') for (const id of step.target.deviceIds) used.set(id, [...used.get(id) ?? [], String(lever.plate)])
    }
  }
  return used
})
const devices = computed(() => {
  const words = filter.value.toLowerCase().split(/\s+/).filter(Boolean)
  return Object.values(mirror.bench.devices).map(device => ({
    device, kind: deviceKindWords[device.kind].one, usedBy: users.value.get(device.id) ?? [],
    rows: Object.entries(device.controls).map(([id, control]) => ({ id, control, words: valueInWords(control), isLamp: mirror.bench.lamps.some(lamp => lamp.deviceId === device.id && lamp.controlId === id) })),
  })).filter(({ device, kind, rows }) => words.every(word => `${device.name} ${device.id} ${kind} ${rows.map(row => `${row.control.name} ${row.words}`).join(' ')}`.toLowerCase().includes(word)))
})

function set(device: Device, controlId: string, value: ControlValue): void {
  emit('change', { kind: 'device.set', deviceId: device.id, controlId, value })
}

/** The usual way to change a control of its kind. */
function usualWay(control: Control): Extract<Step, { kind: 'device.control' }>['to'] {
  switch (control.kind) {
    case 'switch': return { kind: 'toggle', whenUnknown: true }
    case 'level': return { kind: 'step', by: control.step }
    case 'choice': return { kind: 'cycle', values: control.choices.map(choice => choice.id) }
  }
}

function makeLever(device: Device, controlId: string, control: Control): void {
  const step: Step = { id: 's1', kind: 'device.control', target: { kind: 'devices', deviceIds: [device.id] }, controlId, to: usualWay(control), onFailure: 'stop' }
  void router.push({ path: '/levers/new', query: { step: JSON.stringify(step), name: `${device.name}: ${control.name}` } })
}
</script>

<template>
  <aside
    class="inspector"
    aria-label="Devices"
  >
    <ElInput
      v-model="filter"
      size="small"
      clearable
      placeholder="Filter the devices"
      aria-label="Filter the devices"
    />
    <section
      v-for="{ device, kind, rows, usedBy } in devices"
      :key="device.id"
    >
      <h3 :title="`${device.id}${usedBy.length > 0 ? `, used by ${usedBy.join(', ')}` : ''}`">
        {{ device.name }} <span class="soft">{{ kind }}{{ device.isDefault ? ', in use' : '' }}{{ device.plugged === false ? ', unplugged' : '' }}</span>
        <ElButton
          v-if="device.kind === 'usb' || device.plugged === false"
          size="small"
          @click="emit('change', { kind: 'device.plug', deviceId: device.id, plugged: device.plugged === false })"
        >
          {{ device.plugged === false ? 'Plug in' : 'Unplug' }}
        </ElButton>
      </h3>
      <code class="soft">{{ device.id }}</code>
      <ul>
        <li
          v-for="row in rows"
          :key="row.id"
          class="control"
        >
          <LampLight
            v-if="row.control.kind === 'switch'"
            :value="row.control.value"
          />
          <span v-else />
          <span
            class="cut"
            :title="row.id"
          >{{ row.control.name }}</span>
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
            :options="row.control.choices.map(choice => ({ value: choice.id, name: choice.name, detail: choice.id }))"
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
            :aria-pressed="row.isLamp"
            :title="row.isLamp ? 'No longer a lamp' : 'Watch as a lamp'"
            :aria-label="`${row.control.name} of ${device.name} as a lamp`"
            @click="emit('change', { kind: 'lamp.watch', deviceId: device.id, controlId: row.id, watched: !row.isLamp })"
          >
            <IconLamp class="icon" />
          </button>
          <button
            type="button"
            title="Make a lever of it"
            :aria-label="`Make a lever of ${row.control.name} of ${device.name}`"
            @click="makeLever(device, row.id, row.control)"
          >
            <IconLever class="icon" />
          </button>
        </li>
      </ul>
    </section>
    <p
      v-if="devices.length === 0"
      class="soft"
    >
      No device has “{{ filter }}” in its name, identifier or controls.
    </p>
  </aside>
</template>

<style scoped>
.inspector { gap: 10px; }
h3 { display: flex; gap: 6px; align-items: center; }
h3 .soft { font-weight: 400; }
h3 .el-button { margin-left: auto; }
code { font-size: 11px; }
.control { display: grid; grid-template-columns: 14px minmax(0, 1fr) 112px 22px 22px; gap: 4px; align-items: center; min-height: 28px; }
.control > button:not(.el-button) { border: 0; background: none; color: var(--ink-soft); padding: 0; cursor: pointer; line-height: 0; }
.control > button[aria-pressed='true'] { color: var(--live); }
.control .el-input-number { width: 112px; }
</style>
