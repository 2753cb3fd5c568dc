<script setup lang="ts">
import { computed } from 'vue'
import type { Device } from '~~/core/bench'
import { DEVICE_KINDS, deviceKindWords, deviceSchema } from '~~/core/bench'
import AddButton from '~/form/AddButton.vue'
import ChoiceField from '~/form/ChoiceField.vue'
import IssueLine from '~/form/IssueLine.vue'
import TextField from '~/form/TextField.vue'
import { callApi } from '~/live/callApi'
import EditorHead from '~/live/EditorHead.vue'
import { useEditor } from '~/live/useEditor'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useUndo } from '~/live/useUndo'
import { idFrom } from '~/programs/programDraft'
import ControlRow from './ControlRow.vue'
import { draftOfDevice, freshControl, readDevice } from './deviceDraft'
import type { DeviceDraft } from './deviceDraft'

/** The description of a device: its name, its kind and its controls. What it is now stays where it fits. */
const { device = undefined } = defineProps<{ device?: Device }>()
const emit = defineEmits<{ close: [] }>()

const blank: Device = { id: '', name: '', kind: 'other', controls: {}, origin: 'described' }

const mirror = useMirror()
const notices = useNotices()
const { undo } = useUndo()
const editor = useEditor<Device, DeviceDraft>({
  key: `keen-lever.edit.device.${device?.id ?? 'new'}`,
  subject: () => device,
  begun: (subject) => draftOfDevice(subject ?? blank),
  issuesOf: (draft) => {
    const parsed = deviceSchema.safeParse(wholeOf(draft))
    return [
      ...(draft.controls.length === 0 ? [{ path: 'controls', message: 'Give it at least one control.' }] : []),
      ...(parsed.error?.issues ?? []).map(({ path, message }) => ({ path: path.map(String).join('.'), message })),
    ]
  },
  save: (draft, version) => {
    const { version: _version, ...whole } = wholeOf(draft)
    return callApi('putDevice', { id: whole.id, body: { ...whole, ...(version > 0 ? { version } : {}) } })
  },
  saved: (saved) => {
    notices.say(`Saved the description of ${saved.name}.`, { label: 'Undo', act: undo })
    emit('close')
  },
})
const controls = computed(() => editor.draft.controls)
const controlIds = computed(() => Object.keys(wholeOf(editor.draft).controls))

function wholeOf(draft: DeviceDraft): Device {
  return readDevice(draft, device ?? blank, device?.id ?? idFrom(draft.name, mirror.bench.devices))
}

async function remove(): Promise<void> {
  const { id, name } = device!
  if (await editor.remove(() => callApi('deleteDevice', { id }), `${name} is off the bench.`)) emit('close')
}
</script>

<template>
  <form
    ref="form"
    class="device-form"
    aria-label="Description of a device"
    @submit.prevent="editor.save"
    @keydown.esc.stop="emit('close')"
  >
    <EditorHead
      :editor="editor"
      :what="`The description of ${editor.draft.name}`"
      :remove-word="device && 'Take off the bench'"
      @remove="remove"
    >
      <h2>{{ device?.name ?? 'A device of your own' }}</h2>
      <template #buttons>
        <ElButton @click="emit('close')">
          {{ editor.isTouched ? 'Keep for later' : 'Close' }}
        </ElButton>
      </template>
    </EditorHead>
    <div class="pair">
      <TextField
        :model-value="editor.draft.name"
        label="Name"
        placeholder="Roof heater"
        :issue="editor.issueIn('name')"
        @update:model-value="editor.alter({ name: $event })"
      />
      <ChoiceField
        :model-value="editor.draft.kind"
        label="What it is"
        :options="DEVICE_KINDS.map((kind) => ({ value: kind, name: deviceKindWords[kind].one }))"
        @update:model-value="editor.alter({ kind: $event })"
      />
    </div>
    <ControlRow
      v-for="(entry, i) in controls"
      :key="i"
      :model-value="entry.control"
      :place="i + 1"
      :issue="editor.issueIn(`controls.${controlIds[i]}`)"
      @update:model-value="editor.alter({ controls: controls.with(i, { ...entry, control: $event }) })"
      @remove="editor.alter({ controls: controls.toSpliced(i, 1) })"
    />
    <IssueLine :issue="editor.wasTried ? editor.issueOf('controls') : undefined" />
    <AddButton @click="editor.alter({ controls: [...controls, { id: '', control: freshControl('switch', '') }] })">
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
.device-form > .el-button {
  justify-self: start;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
}
</style>
