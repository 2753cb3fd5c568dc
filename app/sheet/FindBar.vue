<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue'
import { countOf } from '~~/core/names'
import { findTexts, replaceTexts } from '~~/core/sheets'
import type { Step } from '~~/core/steps'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useUndo } from '~/live/useUndo'

/** Finds and replaces texts, in this sheet or in those of all levers. */
const { leverId } = defineProps<{ leverId: string | undefined }>()
const steps = defineModel<Step[]>({ required: true })
const emit = defineEmits<{ close: [] }>()

const mirror = useMirror()
const notices = useNotices()
const { undo } = useUndo()
const find = ref('')
const by = ref('')
const isExact = ref(false)
const isReplacing = ref(false)
const field = ref<{ focus: () => void }>()
onMounted(() => nextTick(() => field.value?.focus()))

const search = computed(() => ({ find: find.value, isExact: isExact.value }))
const hits = computed(() => findTexts(steps.value, search.value).length)
const others = computed(() =>
  find.value === ''
    ? []
    : mirror.levers.filter(({ id, steps: theirs }) => id !== leverId && findTexts(theirs, search.value).length > 0),
)

function replaceHere(): void {
  const count = hits.value
  steps.value = replaceTexts(steps.value, search.value, by.value)
  notices.say(`Replaced in ${countOf(count, 'text')} of this sheet.`)
}

/** The other levers as one edit, all or none of them; this sheet with them. */
async function replaceInAll(): Promise<void> {
  if (others.value.length === 0) return replaceHere()
  const [wanted, text] = [search.value, by.value]
  isReplacing.value = true
  const done = await notices.attempt(() =>
    callApi('batchLevers', {
      body: {
        act: 'replace',
        levers: others.value.map(({ id, version }) => ({ id, version })),
        ...wanted,
        by: text,
      },
    }),
  )
  isReplacing.value = false
  if (!done) return
  mirror.adopt(done.levers)
  // What was typed meanwhile is not replaced by something else than in the others.
  const count = findTexts(steps.value, wanted).length
  const here = count === 0 ? '' : ` and in ${countOf(count, 'text')} of this sheet`
  if (count > 0) steps.value = replaceTexts(steps.value, wanted, text)
  notices.say(`Replaced in ${countOf(done.levers.length, 'other lever')}${here}.`, {
    label: 'Undo in others',
    act: undo,
  })
}
</script>

<template>
  <div class="find" role="search" aria-label="Find and replace" @keydown.esc.prevent.stop="emit('close')">
    <ElInput ref="field" v-model="find" size="small" aria-label="Find in the texts of the steps" placeholder="Find" />
    <ElInput v-model="by" size="small" aria-label="Replace by" placeholder="Replace by" />
    <label class="check"><ElSwitch v-model="isExact" size="small" /> capitals count</label>
    <span class="soft" role="status">{{
      find === '' ? '' : `${hits} here, ${countOf(others.length, 'other lever')}`
    }}</span>
    <ElButton size="small" :disabled="hits === 0" @click="replaceHere"> Replace here </ElButton>
    <ElButton size="small" :disabled="others.length + hits === 0 || isReplacing" @click="replaceInAll">
      In all levers
    </ElButton>
    <ElButton size="small" @click="emit('close')"> Close </ElButton>
  </div>
</template>

<style scoped>
.find {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 6px 0;
}
.find .el-input {
  flex: 0 1 160px;
}
.find .el-button {
  margin: 0;
}
.check {
  flex: none;
  white-space: nowrap;
}
.soft {
  flex: 1;
  white-space: nowrap;
}
</style>
