<script setup lang="ts">
import { own } from '~~/core/result'
import { computed } from 'vue'
import type { Condition } from '~~/core/conditions'
import { clockTime, describeCondition, evaluate } from '~~/core/conditions'
import PlugInButton from '~/bench/PlugInButton.vue'
import { usePlugIn } from '~/bench/usePlugIn'
import AddButton from '~/form/AddButton.vue'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { useMirror } from '~/live/useMirror'
import ProgramSelect from '~/programs/ProgramSelect.vue'
import IconX from '~icons/tabler/x'
import BenchConditionFields from './BenchConditionFields.vue'
import ValueConditionFields from './ValueConditionFields.vue'
import { conditionKinds, freshCondition, isBenchCondition } from './conditionKinds'

/** A condition, its parts chosen by name, with how it stands now. */
const { label, inner = false } = defineProps<{ label: string; inner?: boolean }>()
const condition = defineModel<Condition>({ required: true })

const mirror = useMirror()
const devices = computed(() => Object.values(mirror.bench.devices))
const controls = computed(() =>
  'controlId' in condition.value
    ? Object.entries(own(mirror.bench.devices, condition.value.deviceId)?.controls ?? {})
    : [],
)
const values = computed(() => {
  if (condition.value.kind !== 'control-is') return []
  const control = own(own(mirror.bench.devices, condition.value.deviceId)?.controls ?? {}, condition.value.controlId)
  switch (control?.kind) {
    case 'switch':
      return [
        { id: 'true', name: control.on, value: true },
        { id: 'false', name: control.off, value: false },
        { id: 'null', name: 'unknown', value: null },
      ]
    case 'choice':
      return [
        ...control.choices.map((choice) => ({ id: choice.id, name: choice.name, value: choice.id as string | null })),
        { id: 'null', name: 'unknown', value: null },
      ]
    default:
      return undefined
  }
})
const verdict = computed(() => evaluate(condition.value, mirror.bench, mirror.moment))
const plugIn = usePlugIn((deviceId) => ('deviceId' in condition.value ? setDevice(deviceId) : undefined))

function setPart(part: Record<string, unknown>): void {
  condition.value = { ...condition.value, ...part } as Condition
}

/** Another device has other controls: its first one is taken, with the value it has now. */
function setDevice(deviceId: string): void {
  const [controlId, control] = Object.entries(own(mirror.bench.devices, deviceId)?.controls ?? {})[0] ?? ['', undefined]
  switch (condition.value.kind) {
    case 'control-is':
      return setPart({ deviceId, controlId, value: control?.value ?? null })
    case 'lamp-is':
      return setPart({ deviceId, controlId })
    default:
      return setPart({ deviceId })
  }
}

/** `22:15` as a minute of the day. */
function minuteOf(time: string): number {
  const [hours, minutes] = time.split(':').map(Number)
  return hours! * 60 + minutes!
}

function setControl(controlId: string): void {
  if (condition.value.kind === 'lamp-is') setPart({ controlId })
  else if (condition.value.kind === 'control-is')
    setPart({
      controlId,
      value: own(own(mirror.bench.devices, condition.value.deviceId)?.controls ?? {}, controlId)?.value ?? null,
    })
}
</script>

<template>
  <div class="condition">
    <div class="line">
      <ChoiceSelect
        :model-value="condition.kind"
        size="small"
        :label="`${label}: kind`"
        :options="conditionKinds.map((kind) => ({ value: kind.kind, name: kind.label }))"
        @update:model-value="condition = freshCondition($event, mirror.bench)"
      />
      <ProgramSelect
        v-if="condition.kind === 'program-runs' || condition.kind === 'program-front'"
        :model-value="condition.programId"
        :label="`${label}: program`"
        @update:model-value="setPart({ programId: $event })"
      />
      <ChoiceSelect
        v-else-if="
          condition.kind === 'device-present' || condition.kind === 'control-is' || condition.kind === 'lamp-is'
        "
        :model-value="condition.deviceId"
        size="small"
        filterable
        :label="`${label}: device`"
        :options="devices.map((device) => ({ value: device.id, name: device.name }))"
        @update:model-value="setDevice"
      />
      <BenchConditionFields v-if="isBenchCondition(condition)" v-model="condition" :label="label" />
      <ValueConditionFields v-else-if="condition.kind === 'value-is'" v-model="condition" :label="label" />
      <PlugInButton v-if="condition.kind === 'device-present'" :plug-in="plugIn" />
      <template v-else-if="condition.kind === 'time-of-day'">
        <span>from</span>
        <ElTimeSelect
          v-for="(part, i) in ['fromMinute', 'toMinute'] as const"
          :key="part"
          :model-value="clockTime(condition[part])"
          size="small"
          start="00:00"
          end="23:45"
          step="00:15"
          :clearable="false"
          :aria-label="`${label}: ${i === 0 ? 'from' : 'to'}`"
          @update:model-value="setPart({ [part]: minuteOf($event) })"
        />
      </template>
      <template v-if="condition.kind === 'control-is' || condition.kind === 'lamp-is'">
        <ChoiceSelect
          :model-value="condition.controlId"
          size="small"
          :label="`${label}: control`"
          :options="controls.map(([id, control]) => ({ value: id, name: control.name }))"
          @update:model-value="setControl"
        />
        <span>is</span>
        <ChoiceSelect
          v-if="condition.kind === 'lamp-is'"
          :model-value="condition.state"
          size="small"
          :label="`${label}: state of the lamp`"
          :options="['lit', 'dark', 'unknown'].map((state) => ({ value: state, name: state }))"
          @update:model-value="setPart({ state: $event })"
        />
        <ChoiceSelect
          v-else-if="values"
          :model-value="String(condition.value)"
          size="small"
          :label="`${label}: value`"
          :options="values.map((value) => ({ value: value.id, name: value.name }))"
          @update:model-value="setPart({ value: values.find((entry) => entry.id === $event)?.value ?? null })"
        />
        <ElInputNumber
          v-else
          size="small"
          :model-value="Number(condition.value ?? 0)"
          :aria-label="`${label}: value`"
          @update:model-value="setPart({ value: $event ?? 0 })"
        />
      </template>
      <slot />
    </div>
    <ConditionFields
      v-if="condition.kind === 'not'"
      :model-value="condition.condition"
      :label="`${label}, not`"
      inner
      class="part"
      @update:model-value="setPart({ condition: $event })"
    />
    <template v-if="condition.kind === 'all' || condition.kind === 'any'">
      <ConditionFields
        v-for="(part, i) in condition.conditions"
        :key="i"
        :model-value="part"
        :label="`${label}, part ${i + 1}`"
        inner
        class="part"
        @update:model-value="
          condition.kind === 'all' || condition.kind === 'any'
            ? setPart({ conditions: condition.conditions.with(i, $event) })
            : undefined
        "
      >
        <ElButton
          v-if="condition.conditions.length > 1"
          size="small"
          :aria-label="`Remove part ${i + 1}`"
          @click="
            condition.kind === 'all' || condition.kind === 'any'
              ? setPart({ conditions: condition.conditions.toSpliced(i, 1) })
              : undefined
          "
        >
          <IconX class="icon" />
        </ElButton>
      </ConditionFields>
      <AddButton
        class="part"
        @click="
          condition.kind === 'all' || condition.kind === 'any'
            ? setPart({ conditions: [...condition.conditions, freshCondition('program-runs', mirror.bench)] })
            : undefined
        "
      >
        Part
      </AddButton>
    </template>
    <p v-if="!inner" class="soft">
      {{ verdict.holds ? 'Holds now' : 'Does not hold now' }}: {{ verdict.because }}.
      <span class="unseen">{{ describeCondition(condition, mirror.bench) }}</span>
    </p>
  </div>
</template>

<style scoped>
.condition {
  display: grid;
  gap: 5px;
  justify-items: start;
  min-width: 0;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.line .el-select {
  width: 180px;
}
.part {
  margin-left: 18px;
}
</style>
