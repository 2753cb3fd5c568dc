<script setup lang="ts">
import { nextTick, onMounted, ref, shallowRef } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { countOf } from '~~/core/names'
import { replaySteps } from '~~/core/recorder'
import type { Kit } from '~~/core/sheets'
import type { Step } from '~~/core/steps'
import TextField from '~/form/TextField.vue'
import { useLeverActions } from '~/levers/useLeverActions'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { focusFirst } from '~/page/focusFirst'
import { useViewKeys } from '~/page/useViewKeys'
import { useRecorder, useRecordingGoal } from '~/recorder/useRecorder'
import FindBar from './FindBar.vue'
import KitBar from './KitBar.vue'
import SayBar from './SayBar.vue'
import KitEdit from './KitEdit.vue'
import SheetEditor from './SheetEditor.vue'
import TrialBar from './TrialBar.vue'
import type { SheetDesk } from './useSheetDesk'

/** The run sheet of a lever with what can be done with it. */
const { desk, leverId } = defineProps<{ desk: SheetDesk; leverId: string | undefined }>()
const steps = defineModel<Step[]>({ required: true })

const actions = useLeverActions()
const editor = ref<InstanceType<typeof SheetEditor>>()
const sayBar = ref<InstanceType<typeof SayBar>>()
const kitName = ref('')
const kitEdited = shallowRef<Kit>()
const { sheet, trial, kit, isFinding, isSavingKit } = desk

useViewKeys('A run sheet', [
  { keys: 'Insert', does: 'a new row by a few words; so does any letter' },
  {
    keys: 'F4',
    does: 'says in sentences what it shall do; Ctrl+Enter puts the steps in',
  },
  { keys: 'Enter', does: 'edits the row in place' },
  { keys: 'Alt+Up', does: 'moves rows up; Alt+Down moves them down' },
  { keys: 'Alt+Right', does: 'takes rows into the block before them; Alt+Left takes them out' },
  { keys: 'Shift+Down', does: 'marks rows; Space marks one more' },
  { keys: 'Ctrl+C', does: 'copies rows, also for other levers; Ctrl+X cuts, Ctrl+V pastes, Ctrl+D doubles' },
  { keys: 'Ctrl+E', does: 'switches rows off or on' },
  { keys: 'Ctrl+G', does: 'puts rows into a group' },
  { keys: 'Ctrl+Z', does: 'takes back; Ctrl+Y does it again' },
  { keys: 'Ctrl+Enter', does: 'pulls the row, or what is marked' },
  { keys: 'Ctrl+Shift+Enter', does: 'rehearses the row, or what is marked, and nothing else' },
  { keys: 'F9', does: 'a pause before this row' },
  {
    keys: 'F10',
    does: 'rehearses one step, or goes on by one where a run pauses; Ctrl+F10 takes a rehearsed step back',
  },
  { keys: 'F8', does: 'saves the rows as a kit; in the offers F2 changes one, Ctrl+Delete deletes it' },
  { keys: 'Alt+P', does: 'pins what is chosen to the top of its list' },
  { keys: 'Ctrl+F', does: 'finds and replaces' },
  { keys: 'Left', does: 'folds a block; Right unfolds it' },
])

function takeKit(added: Step[]): void {
  sheet.insert(added, sheet.spotAfter(sheet.at.value))
  kit.value = undefined
  void nextTick(() => editor.value?.focus())
}

const mirror = useMirror()
const notices = useNotices()
const recorder = useRecorder()
const goal = useRecordingGoal()
const router = useRouter()
const route = useRoute()

/** What is done by hand from here on comes below the row at hand; the editor keeps what was written meanwhile. */
async function recordHere(): Promise<void> {
  const rowKey = sheet.atKey.value
  await recorder.turn('on')
  if (mirror.recorder.phase !== 'on') return
  goal.value = { path: route.fullPath, ...(rowKey === undefined ? {} : { rowKey }) }
  await router.push('/bench')
}

/** Back from the bench: what was recorded is put below the row that was at hand. */
onMounted(async () => {
  if (goal.value.path !== route.fullPath || mirror.recorder.phase !== 'off') return
  const { rowKey } = goal.value
  goal.value = { path: '' }
  const said = await notices.attempt(() => callApi('readRecording'))
  if (!said || said.steps.length === 0) return
  const row = sheet.rows.value.find(({ key }) => key === rowKey)
  const rows = said.steps.map((step) => ({ step }))
  sheet.insert(replaySteps(rows, 'at-once', sheet.nextId), sheet.spotAfter(row))
  notices.say(`Put in ${countOf(said.steps.length, 'recorded step')}.`)
})

function turnRound(): void {
  void desk.turnRound()
}

function leaveBar(): void {
  isFinding.value = false
  isSavingKit.value = false
  kit.value = undefined
  kitEdited.value = undefined
  void nextTick(() => editor.value?.focus())
}
</script>

<template>
  <section class="panel" aria-label="What it does">
    <div class="head-line">
      <h2 class="head">What it does</h2>
      <ElButton size="small" title="Insert" @click="editor?.openInsert()"> Step </ElButton>
      <ElButton size="small" :disabled="!sheet.canUndo.value" title="Ctrl+Z" @click="sheet.undo()"> Undo </ElButton>
      <ElButton size="small" :disabled="!sheet.canRedo.value" title="Ctrl+Y" @click="sheet.redo()"> Redo </ElButton>
      <ElButton size="small" :disabled="mirror.recorder.phase !== 'off'" @click="recordHere"> Record here </ElButton>
      <ElButton size="small" title="Ctrl+F" @click="isFinding = !isFinding"> Find </ElButton>
      <ElButton size="small" :disabled="sheet.chosenPaths.value.length === 0" title="F8" @click="isSavingKit = true">
        Save as kit
      </ElButton>
    </div>
    <SayBar ref="sayBar" :key="leverId ?? 'new'" :sheet="sheet" :steps="steps" :lever-id="leverId" @leave="leaveBar" />
    <FindBar v-if="isFinding" v-model="steps" :lever-id="leverId" @close="leaveBar" />
    <KitBar
      v-if="kit"
      :key="kit.id"
      :kit="kit"
      :is-known="desk.isKnownName"
      :next-id="sheet.nextId"
      @take="takeKit"
      @close="leaveBar"
    />
    <KitEdit v-if="kitEdited" :key="kitEdited.id" :kit="kitEdited" :marked="desk.markedSteps.value" @close="leaveBar" />
    <form
      v-if="isSavingKit"
      class="saving"
      aria-label="Save as kit"
      @vue:mounted="focusFirst"
      @submit.prevent="desk.saveKit(kitName)"
      @keydown.esc.prevent.stop="leaveBar"
    >
      <TextField v-model="kitName" label="Name of the kit" />
      <ElButton size="small" type="primary" native-type="submit"> Save </ElButton>
      <ElButton size="small" @click="leaveBar"> Cancel </ElButton>
    </form>
    <SheetEditor
      ref="editor"
      class="rows-of-sheet"
      :sheet="sheet"
      :marks="desk.marks.value"
      :faults="desk.faults.value"
      :pauses="desk.pauses.value"
      @try-rows="desk.tryRows()"
      @rehearse-rows="desk.rehearseRows()"
      @pause="desk.togglePause()"
      @step="desk.step()"
      @step-back="desk.rehearsing.back()"
      @say="sayBar?.focus()"
      @find="isFinding = true"
      @kit="kit = $event"
      @edit-kit="kitEdited = $event"
      @save-kit="isSavingKit = true"
    />
    <TrialBar
      :run="trial.report.value"
      :marked-count="sheet.markedIds.value.size"
      :rehearsing="desk.rehearsing"
      @pull="desk.tryAll(false)"
      @slowly="desk.tryAll(true)"
      @marked="desk.tryRows()"
      @rehearse="desk.rehearseRows()"
      @step="desk.step()"
      @on="trial.act('goOnRun', 'run')"
      @walk-on="desk.goOn()"
      @pause="trial.act('goOnRun', 'pause')"
      @stop="trial.act('stopRun')"
      @put-back="trial.runId.value && actions.putBack(trial.runId.value)"
      @reverse="turnRound"
    />
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 6px;
  min-width: 0;
}
.head-line,
.saving {
  display: flex;
  align-items: center;
  gap: 6px;
}
.saving {
  align-items: end;
}
.head-line h2 {
  flex: 1;
}
.head-line .el-button,
.saving .el-button {
  margin: 0;
}
.rows-of-sheet {
  max-height: max(260px, calc(100vh - 420px));
}
</style>
