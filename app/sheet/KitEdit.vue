<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Kit } from '~~/core/sheets'
import type { Step } from '~~/core/steps'
import { countOf } from '~~/core/names'
import TextField from '~/form/TextField.vue'
import { focusFirst } from '~/page/focusFirst'
import { callApi } from '~/live/callApi'
import { useNotices } from '~/live/useNotices'
import { useUndo } from '~/live/useUndo'

/** A kit under another name, or with the rows that are marked in place of its own. Sheets that it was put into stay. */
const { kit, marked } = defineProps<{ kit: Kit; marked: readonly Step[] }>()
const emit = defineEmits<{ close: [] }>()

const notices = useNotices()
const { undo } = useUndo()
const name = ref(kit.name)
const rows = computed(() => countOf(marked.length, 'marked row'))

async function save(steps?: readonly Step[]): Promise<void> {
  const body = { version: kit.version, name: name.value, ...(steps ? { steps: [...steps] } : {}) }
  const saved = await notices.attempt(() => callApi('editKit', { id: kit.id, body }))
  if (!saved) return
  notices.say(`Changed the kit ${saved.name}.`, { label: 'Undo', act: undo })
  emit('close')
}
</script>

<template>
  <form
    class="kit-edit"
    aria-label="Change the kit"
    @vue:mounted="focusFirst"
    @submit.prevent="save()"
    @keydown.esc.prevent.stop="emit('close')"
  >
    <TextField v-model="name" label="Name of the kit" :hint="countOf(kit.steps.length, 'step')" />
    <ElButton size="small" type="primary" native-type="submit"> Save the name </ElButton>
    <ElButton v-if="marked.length > 0" size="small" @click="save(marked)"> Make it the {{ rows }} </ElButton>
    <ElButton size="small" @click="emit('close')"> Cancel </ElButton>
  </form>
</template>

<style scoped>
.kit-edit {
  display: flex;
  align-items: end;
  gap: 6px;
}
.kit-edit .el-button {
  margin: 0;
}
</style>
