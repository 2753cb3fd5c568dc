<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Control, Device } from '~~/core/bench'
import { DEVICE_KINDS, deviceKindWords, deviceSchema } from '~~/core/bench'
import AddButton from '~/form/AddButton.vue'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import FormField from '~/form/FormField.vue'
import IssueLine from '~/form/IssueLine.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import { useLeverActions } from '~/levers/useLeverActions'
import { ApiRefusal, callApi } from '~/live/callApi'
import OvertakenBar from '~/live/OvertakenBar.vue'
import { useKept } from '~/live/useKept'
import { useNotices } from '~/live/useNotices'
import { idFrom, joinList, splitList } from '~/programs/programDraft'
import { useMirror } from '~/live/useMirror'
import { draftOfDevice, freshControl, readDevice } from './deviceDraft'

/** The description of a device: its name, its kind and its controls. What it is now stays where it fits. */
const { device, isNew } = defineProps<{ device: Device; isNew: boolean }>()
const emit = defineEmits<{ close: [] }>()

const mirror = useMirror()
const notices = useNotices()
const actions = useLeverActions()
const { kept, isTouched, isOvertaken, restart, follow, forget } = useKept(
  `keen-lever.device.${isNew ? 'new' : device.id}`,
  draftOfDevice(device),
)
watch(
  () => device,
  (now) => follow(draftOfDevice(now)),
)
const wasTried = ref(false)
const refused = ref('')
const draft = computed(() => kept.value)
const whole = computed<Device>(() =>
  readDevice(draft.value, device, isNew ? idFrom(draft.value.name, mirror.bench.devices) : device.id),
)
const issues = computed(() => {
  const parsed = deviceSchema.safeParse(whole.value)
  const own = draft.value.controls.length === 0 ? [{ path: 'controls', message: 'Give it at least one control.' }] : []
  return [
    ...own,
    ...(parsed.success
      ? []
      : parsed.error.issues.map((issue) => ({ path: issue.path.map(String).join('.'), message: issue.message }))),
  ]
})
const kinds = [
  { value: 'switch', name: 'on or off' },
  { value: 'level', name: 'a number' },
  { value: 'choice', name: 'one of several' },
]

function alter(part: Partial<typeof kept.value>): void {
  kept.value = { ...draft.value, ...part }
}

function alterControl(index: number, part: Record<string, unknown>): void {
  const entry = draft.value.controls[index]!
  alter({ controls: draft.value.controls.with(index, { ...entry, control: { ...entry.control, ...part } as Control }) })
}

/** The field of the first issue below a path, once saving was tried. */
function issueOf(path: string): string | undefined {
  return wasTried.value
    ? issues.value.find((issue) => issue.path === path || issue.path.startsWith(`${path}.`))?.message
    : undefined
}

async function save(): Promise<void> {
  wasTried.value = true
  refused.value = ''
  if (issues.value.length > 0 || isOvertaken.value) return
  try {
    const saved = await callApi('putDevice', { id: whole.value.id, body: whole.value })
    notices.say(`Saved the description of ${saved.name}.`, { label: 'Undo', act: actions.undo })
    forget()
    emit('close')
  } catch (error) {
    if (!(error instanceof ApiRefusal)) throw error
    refused.value = error.message
  }
}

async function remove(): Promise<void> {
  const done = await notices.attempt(() => callApi('deleteDevice', { id: device.id }))
  if (!done) return
  forget()
  notices.say(`${device.name} is off the bench.`, { label: 'Undo', act: actions.undo })
  emit('close')
}
</script>

<template>
  <form
    class="device-form"
    aria-label="Description of a device"
    @submit.prevent="save"
    @keydown.esc.stop="emit('close')"
  >
    <div class="tools">
      <h2>{{ isNew ? 'A device of your own' : device.name }}</h2>
      <span class="gap" />
      <ElButton v-if="!isNew" @click="remove"> Take off the bench </ElButton>
      <ElButton @click="emit('close')">
        {{ isTouched ? 'Keep for later' : 'Close' }}
      </ElButton>
      <ElButton v-if="isTouched" @click="restart(draftOfDevice(device))"> Discard </ElButton>
      <ElButton type="primary" native-type="submit" :disabled="!isTouched || isOvertaken"> Save </ElButton>
    </div>
    <OvertakenBar
      v-if="isOvertaken"
      :what="`The description of ${device.name}`"
      @theirs="restart(draftOfDevice(device))"
      @mine="restart(draftOfDevice(device), { ...kept, version: device.version })"
    />
    <IssueLine :issue="refused" />
    <div class="pair">
      <FormField label="Name" :issue="issueOf('name')">
        <template #default="{ fieldId, invalid }">
          <ElInput
            :id="fieldId"
            :model-value="draft.name"
            :aria-invalid="invalid"
            placeholder="Roof heater"
            @update:model-value="alter({ name: $event })"
          />
        </template>
      </FormField>
      <FormField label="What it is">
        <template #default="{ fieldId }">
          <ChoiceSelect
            :id="fieldId"
            :model-value="draft.kind"
            label="What it is"
            :options="DEVICE_KINDS.map((kind) => ({ value: kind, name: deviceKindWords[kind].one }))"
            @update:model-value="alter({ kind: $event })"
          />
        </template>
      </FormField>
    </div>
    <fieldset v-for="(entry, i) in draft.controls" :key="i" class="control">
      <legend>Control {{ i + 1 }}</legend>
      <ElInput
        :model-value="entry.control.name"
        :aria-label="`Name of control ${i + 1}`"
        placeholder="Name"
        @update:model-value="alterControl(i, { name: $event })"
      />
      <ChoiceSelect
        :model-value="entry.control.kind"
        :label="`Kind of control ${i + 1}`"
        :options="kinds"
        @update:model-value="
          alter({
            controls: draft.controls.with(i, {
              ...entry,
              control: freshControl($event as Control['kind'], entry.control.name),
            }),
          })
        "
      />
      <template v-if="entry.control.kind === 'switch'">
        <ElInput
          v-for="part in ['on', 'off'] as const"
          :key="part"
          :model-value="entry.control[part]"
          :aria-label="`Word for ${part} of control ${i + 1}`"
          :placeholder="`Word for ${part}`"
          @update:model-value="alterControl(i, { [part]: $event })"
        />
      </template>
      <template v-else-if="entry.control.kind === 'level'">
        <ElInputNumber
          v-for="part in ['min', 'max', 'step'] as const"
          :key="part"
          :model-value="entry.control[part]"
          controls-position="right"
          :aria-label="`${part === 'min' ? 'Lowest' : part === 'max' ? 'Highest' : 'Step'} of control ${i + 1}`"
          @update:model-value="alterControl(i, { [part]: $event ?? 0 })"
        />
        <ElInput
          :model-value="entry.control.unit"
          :aria-label="`Unit of control ${i + 1}`"
          placeholder="Unit"
          @update:model-value="alterControl(i, { unit: $event })"
        />
      </template>
      <ElInput
        v-else
        class="wide"
        :model-value="joinList(entry.control.choices.map((choice) => choice.name))"
        :aria-label="`Values of control ${i + 1}, separated by commas`"
        placeholder="Low, Medium, High"
        @change="
          alterControl(i, {
            choices: splitList($event).map((name) => ({
              id:
                entry.control.kind === 'choice'
                  ? (entry.control.choices.find((choice) => choice.name === name)?.id ?? idFrom(name, {}))
                  : name,
              name,
            })),
          })
        "
      />
      <RemoveButton :label="`Remove control ${i + 1}`" @click="alter({ controls: draft.controls.toSpliced(i, 1) })" />
      <IssueLine :issue="issueOf(`controls.${Object.keys(whole.controls)[i]}`)" />
    </fieldset>
    <IssueLine :issue="wasTried ? issues.find((issue) => issue.path === 'controls')?.message : undefined" />
    <AddButton @click="alter({ controls: [...draft.controls, { id: '', control: freshControl('switch', '') }] })">
      Control
    </AddButton>
  </form>
</template>

<style scoped>
.device-form {
  overflow: auto;
  padding: 14px 16px 24px;
  display: grid;
  gap: 12px;
  align-content: start;
}
.gap {
  flex: 1;
}
.device-form > .el-button {
  justify-self: start;
}
.tools {
  display: flex;
  gap: 8px;
  align-items: center;
}
.tools .el-button {
  margin: 0;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
}
.control {
  border: 1px solid var(--line);
  border-radius: var(--radius);
  margin: 0;
  padding: 6px 12px 12px;
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) 140px repeat(4, minmax(0, 1fr)) 28px;
  gap: 8px;
  align-items: center;
}
.control .wide {
  grid-column: span 4;
}
.control .el-button {
  grid-column: -2;
  padding: 0;
}
.control p {
  grid-column: 1 / -1;
}
.control .el-input-number {
  width: 100%;
}
</style>
