<script setup lang="ts">
import { own } from '~~/core/result'
import { computed } from 'vue'
import type { Control, DeviceKind } from '~~/core/bench'
import { DEVICE_KINDS, deviceKindWords, valueInWords } from '~~/core/bench'
import type { ControlStep } from '~~/core/steps'
import PlugInButton from '~/bench/PlugInButton.vue'
import { usePlugIn } from '~/bench/usePlugIn'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import FormField from '~/form/FormField.vue'
import NameSelect from '~/form/NameSelect.vue'
import { useMirror } from '~/live/useMirror'
import FindingLines from '../FindingLines.vue'
import type { StepFormProps } from './stepForm'

/** Which control of which devices, and how it changes; only what can change is offered. */
const { findings, issueOf } = defineProps<StepFormProps>()
const step = defineModel<ControlStep>({ required: true })

const mirror = useMirror()
const devices = computed(() => Object.values(mirror.bench.devices))
const kinds = computed(() => DEVICE_KINDS.filter((kind) => devices.value.some((device) => device.kind === kind)))
const targets = computed(() => [
  { value: 'devices', name: 'these' },
  ...kinds.value.map((kind) => ({ value: `default ${kind}`, name: `the ${deviceKindWords[kind].one} in use` })),
  ...kinds.value.map((kind) => ({ value: `all ${kind}`, name: `all ${deviceKindWords[kind].all}` })),
  { value: 'named', name: 'the device of a value' },
])
const meant = computed(() => {
  const { target } = step.value
  return target.kind === 'devices'
    ? devices.value.filter((device) => target.deviceIds.includes(device.id))
    : target.kind === 'named'
      ? devices.value
      : devices.value.filter((device) => device.kind === target.deviceKind)
})
/** Controls that all the devices meant have. */
const controls = computed(() => {
  // Which device a value will mean is not known here: any control may be.
  if (step.value.target.kind === 'named')
    return Object.entries<Control>(Object.assign({}, ...meant.value.map((device) => device.controls)))
  return Object.entries(meant.value[0]?.controls ?? {}).filter(
    ([id, entry]) => !entry.readOnly && meant.value.every((device) => own(device.controls, id)),
  )
})
const control = computed<Control | undefined>(() => controls.value.find(([id]) => id === step.value.controlId)?.[1])
const ways = computed(
  () =>
    [
      { kind: 'set', label: 'to' },
      { kind: 'said', label: 'to what a value says' },
      ...(control.value?.kind === 'switch' ? [{ kind: 'toggle', label: 'the other way' }] : []),
      ...(control.value?.kind === 'choice' ? [{ kind: 'cycle', label: 'to the next of' }] : []),
      ...(control.value?.kind === 'level'
        ? [
            { kind: 'step', label: 'up or down by' },
            { kind: 'ramp', label: 'little by little to' },
          ]
        : []),
    ] as { kind: ControlStep['to']['kind']; label: string }[],
)
const values = computed(() => {
  const of = control.value
  if (of?.kind === 'switch')
    return [true, false].map((value) => ({
      id: String(value),
      value: value as boolean | string,
      name: valueInWords(of, value),
      detail: undefined,
    }))
  return of?.kind === 'choice'
    ? of.choices.map((choice) => ({
        id: choice.id,
        value: choice.id as boolean | string,
        name: choice.name,
        detail: choice.id,
      }))
    : []
})

const plugIn = usePlugIn((deviceId) =>
  set({
    target: { kind: 'devices', deviceIds: [deviceId] },
    controlId: own(own(mirror.bench.devices, deviceId)?.controls ?? {}, step.value.controlId)
      ? step.value.controlId
      : '',
  }),
)

function set(part: Partial<ControlStep>): void {
  step.value = { ...step.value, ...part }
}

function aim(id: string): void {
  if (id === 'named') return set({ target: { kind: 'named', text: '' }, controlId: '' })
  const [kind, deviceKind] = id.split(' ') as ['devices' | 'all' | 'default', DeviceKind]
  set({ target: kind === 'devices' ? { kind, deviceIds: [] } : { kind, deviceKind }, controlId: '' })
}

function choose(controlId: string): void {
  const of = controls.value.find(([id]) => id === controlId)?.[1]
  if (of)
    set({
      controlId,
      to:
        of.kind === 'switch'
          ? { kind: 'toggle', whenUnknown: true }
          : of.kind === 'choice'
            ? { kind: 'cycle', values: of.choices.map((choice) => choice.id) }
            : { kind: 'step', by: of.step },
    })
}

function go(kind: ControlStep['to']['kind']): void {
  const of = control.value
  if (!of) return
  switch (kind) {
    case 'set':
      return set({
        to: {
          kind,
          value: of.value ?? (of.kind === 'switch' ? true : of.kind === 'level' ? of.min : of.choices[0]!.id),
        },
      })
    case 'said':
      return set({ to: { kind, text: '' } })
    case 'toggle':
      return set({ to: { kind, whenUnknown: true } })
    case 'cycle':
      return set({ to: { kind, values: of.kind === 'choice' ? of.choices.map((choice) => choice.id) : [] } })
    case 'step':
      return set({ to: { kind, by: of.kind === 'level' ? of.step : 1 } })
    case 'ramp':
      return set({ to: { kind, value: of.kind === 'level' ? (of.value ?? of.min) : 0, overMs: 10_000 } })
  }
}

const valueOf = (id: string) => values.value.find((entry) => entry.id === id)?.value ?? null
</script>

<template>
  <div class="devices">
    <FormField label="Which devices" :issue="issueOf('target.deviceIds')">
      <ChoiceSelect
        :model-value="'deviceKind' in step.target ? `${step.target.kind} ${step.target.deviceKind}` : step.target.kind"
        label="Which devices"
        :options="targets"
        @update:model-value="aim"
      />
      <NameSelect
        v-if="step.target.kind === 'devices'"
        of="device"
        :model-value="step.target.deviceIds"
        multiple
        label="Devices"
        placeholder="Choose by name"
        :options="devices.map(({ id, name }) => ({ value: id, name }))"
        @update:model-value="set({ target: { kind: 'devices', deviceIds: $event } })"
      />
      <ElInput
        v-else-if="step.target.kind === 'named'"
        :model-value="step.target.text"
        aria-label="Name of the device"
        placeholder="${device.id}"
        @update:model-value="set({ target: { kind: 'named', text: $event } })"
      />
      <PlugInButton v-if="step.target.kind === 'devices'" :plug-in="plugIn" />
    </FormField>
    <FormField label="What changes" :issue="issueOf('controlId')">
      <ChoiceSelect
        :model-value="step.controlId"
        label="Control"
        placeholder="Choose a control"
        no-data-text="Choose devices that have a control in common"
        :options="controls.map(([id, entry]) => ({ value: id, name: entry.name }))"
        @update:model-value="choose"
      />
    </FormField>
    <FormField v-if="control" label="How" :issue="issueOf('to.values')">
      <ChoiceSelect
        :model-value="step.to.kind"
        label="How it changes"
        :options="ways.map((way) => ({ value: way.kind, name: way.label }))"
        @update:model-value="go"
      />
      <ChoiceSelect
        v-if="step.to.kind === 'set' && control.kind !== 'level'"
        :model-value="String(step.to.value)"
        label="Value"
        :options="values.map((value) => ({ value: value.id, name: value.name, detail: value.detail }))"
        @update:model-value="set({ to: { kind: 'set', value: valueOf($event) } })"
      />
      <ElInputNumber
        v-else-if="step.to.kind === 'set' && control.kind === 'level'"
        :model-value="Number(step.to.value)"
        :min="control.min"
        :max="control.max"
        aria-label="Value"
        @update:model-value="set({ to: { kind: 'set', value: $event ?? 0 } })"
      />
      <ElInput
        v-else-if="step.to.kind === 'said'"
        class="mono"
        :model-value="step.to.text"
        aria-label="Value, as a text"
        placeholder="${level}"
        :spellcheck="false"
        @update:model-value="set({ to: { kind: 'said', text: $event } })"
      />
      <ChoiceSelect
        v-else-if="step.to.kind === 'toggle'"
        :model-value="String(step.to.whenUnknown)"
        label="What an unknown state becomes"
        :options="[
          ...values.map((value) => ({ value: value.id, name: `unknown becomes ${value.name}` })),
          { value: 'ask', name: 'asks where it is unknown' },
        ]"
        @update:model-value="set({ to: { kind: 'toggle', whenUnknown: $event === 'ask' ? 'ask' : $event === 'true' } })"
      />
      <ChoiceSelect
        v-else-if="step.to.kind === 'cycle'"
        :model-value="step.to.values.map(String)"
        multiple
        label="Values in their order"
        :options="values.map((value) => ({ value: value.id, name: value.name, detail: value.detail }))"
        @update:model-value="set({ to: { kind: 'cycle', values: $event } })"
      />
      <div v-else-if="step.to.kind === 'ramp' && control.kind === 'level'" class="ramp">
        <ElInputNumber
          :model-value="step.to.value"
          :min="control.min"
          :max="control.max"
          controls-position="right"
          aria-label="Value at the end"
          @update:model-value="step.to.kind === 'ramp' ? set({ to: { ...step.to, value: $event ?? 0 } }) : undefined"
        />
        within
        <ElInputNumber
          :model-value="step.to.overMs / 1000"
          :min="0.1"
          :max="3600"
          controls-position="right"
          aria-label="Seconds it takes"
          @update:model-value="
            step.to.kind === 'ramp' ? set({ to: { ...step.to, overMs: Math.round(($event ?? 1) * 1000) } }) : undefined
          "
        />
        s
      </div>
      <ElInputNumber
        v-else-if="step.to.kind === 'step'"
        :model-value="step.to.by"
        aria-label="By how much"
        @update:model-value="set({ to: { kind: 'step', by: $event ?? 0 } })"
      />
    </FormField>
  </div>
  <FindingLines :findings="step.controlId === '' ? [] : findings" />
</template>

<style scoped>
.devices {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px 14px;
  align-items: start;
}
.ramp {
  display: flex;
  align-items: center;
  gap: 6px;
}
.ramp .el-input-number {
  width: 90px;
}
</style>
