<script setup lang="ts">
import { countOf } from '~~/core/names'
import { computed, ref } from 'vue'
import type { Lever } from '~~/core/levers'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { useMirror } from '~/live/useMirror'
import NumberPlate from '~/plates/NumberPlate.vue'
import FormField from '~/form/FormField.vue'
import { useTableMaking } from '~/turntables/useTableMaking'
import { useLeverActions } from './useLeverActions'

/** What can be done with several levers at once; each act is one edit. */
const { levers } = defineProps<{ levers: readonly Lever[] }>()
const emit = defineEmits<{ clear: [] }>()

const NEW_FRAME = ' new'
const MOST_SHOWN = 12

const mirror = useMirror()
const actions = useLeverActions()
const making = useTableMaking()
const template = ref('{name}')
const firstPlate = ref(Math.min(...levers.map((lever) => lever.plate)))
const frameId = ref('')
const newFrame = ref('')
const example = computed(() =>
  levers
    .slice(0, 2)
    .map((lever, i) =>
      template.value
        .replaceAll('{name}', lever.name)
        .replaceAll('{plate}', String(lever.plate))
        .replaceAll('{n}', String(i + 1)),
    )
    .join(', '),
)

async function move(): Promise<void> {
  if (frameId.value !== NEW_FRAME) return void actions.batch({ act: 'move', frameId: frameId.value }, levers)
  const frame = await actions.createFrame(newFrame.value)
  if (!frame) return
  newFrame.value = ''
  frameId.value = frame.id
  await actions.batch({ act: 'move', frameId: frame.id }, levers)
}
</script>

<template>
  <aside class="inspector" :aria-label="`${countOf(levers.length, 'lever')}`">
    <header>
      <h2>{{ countOf(levers.length, 'lever') }}</h2>
      <ElButton size="small" @click="emit('clear')"> Unmark </ElButton>
    </header>
    <ul class="chosen">
      <li v-for="lever in levers.slice(0, MOST_SHOWN)" :key="lever.id">
        <NumberPlate :plate="lever.plate" :steps="lever.steps" :off="!lever.enabled" />
        <span class="cut">{{ lever.name }}</span>
      </li>
      <li v-if="levers.length > MOST_SHOWN" class="soft">and {{ levers.length - MOST_SHOWN }} more</li>
    </ul>
    <div class="actions">
      <ElButton @click="actions.batch({ act: 'enable', enabled: true }, levers)"> Enable </ElButton>
      <ElButton @click="actions.batch({ act: 'enable', enabled: false }, levers)"> Disable </ElButton>
      <ElButton @click="actions.batch({ act: 'duplicate' }, levers)"> Duplicate </ElButton>
      <ElButton @click="actions.batch({ act: 'delete' }, levers)"> Delete </ElButton>
      <ElButton @click="making.fromLevers(levers)"> Put on a turntable </ElButton>
    </div>
    <FormField label="Move to a frame">
      <template #default="{ fieldId }">
        <div class="line">
          <ChoiceSelect
            :id="fieldId"
            v-model="frameId"
            label="Frame to move to"
            placeholder="Choose a frame"
            :options="[...mirror.frameChoices, { value: NEW_FRAME, name: 'A new frame…' }]"
          />
          <ElButton :disabled="frameId === '' || (frameId === NEW_FRAME && newFrame.trim() === '')" @click="move">
            Move
          </ElButton>
        </div>
        <ElInput
          v-if="frameId === NEW_FRAME"
          v-model="newFrame"
          aria-label="Name of the new frame"
          placeholder="Name of the new frame"
          @keydown.enter="move"
        />
      </template>
    </FormField>
    <FormField label="Rename" hint="{name}, {plate} and {n} are filled in">
      <template #default="{ fieldId }">
        <div class="line">
          <ElInput :id="fieldId" v-model="template" />
          <ElButton
            :disabled="template.trim() === '' || template === '{name}'"
            @click="actions.batch({ act: 'rename', template }, levers)"
          >
            Rename
          </ElButton>
        </div>
        <span class="soft cut">{{ example }}…</span>
      </template>
    </FormField>
    <FormField label="Renumber from" hint="who has one of the numbers changes places">
      <template #default="{ fieldId }">
        <div class="line">
          <ElInputNumber :id="fieldId" v-model="firstPlate" :min="1" :max="99999" />
          <ElButton @click="actions.batch({ act: 'renumber', from: firstPlate }, levers)"> Renumber </ElButton>
        </div>
      </template>
    </FormField>
  </aside>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
.chosen {
  display: grid;
  gap: 3px;
}
.chosen li {
  display: grid;
  grid-template-columns: 48px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
}
.line {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 6px;
}
</style>
