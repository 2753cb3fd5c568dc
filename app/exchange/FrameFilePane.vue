<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import type { AnswerOf } from '~~/contract'
import { countOf } from '~~/core/names'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { saveFile } from '~/files/saveFile'
import FolderFiles from './FolderFiles.vue'
import { mappingOf } from './mappingOf'
import MissingHere from './MissingHere.vue'
import PlannedClashes from './PlannedClashes.vue'
import { callApi } from '~/live/callApi'
import { useKept } from '~/live/useKept'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useUndo } from '~/live/useUndo'

/** A frame as a file: written out, altered, and read in after a look at what would change. */
const { given } = defineProps<{
  /** A file that was chosen elsewhere. */
  given?: File
}>()
const mirror = useMirror()
const notices = useNotices()
const { undo } = useUndo()
const frameId = ref(mirror.frames[0]?.id ?? '')
const { kept: typed } = useKept('frame-file', { text: '', notInFile: 'keep' })
const preview = shallowRef<AnswerOf<'previewFrameFile'>>()
const isWorking = ref(false)
/** What shall stand for what is not here. */
const mapped = ref<Record<string, string>>({})
const area = ref<{ textarea: HTMLTextAreaElement }>()
const chooser = ref<HTMLInputElement>()
const settled = refDebounced(
  computed(() => typed.value.text),
  300,
)

const frames = computed(() => mirror.frames.map(({ id, name }) => ({ value: id, name })))
const choices = [
  { value: 'keep', name: 'keep what the file does not have' },
  { value: 'delete', name: 'delete what the file does not have' },
]
const FATES = { new: 'new', changed: 'changed', same: 'as it is', 'only-here': 'not in the file' } as const
/** So many rows are shown. */
const MOST = 200

const plan = computed(() => preview.value?.plan ?? undefined)
const rows = computed(() => (plan.value?.levers ?? []).filter(({ fate }) => fate !== 'same'))
const toDo = computed(() => {
  if (!plan.value) return 0
  const all = [...plan.value.levers, ...plan.value.values]
  const counted = all.filter(
    ({ fate }) => fate === 'new' || fate === 'changed' || (fate === 'only-here' && typed.value.notInFile === 'delete'),
  )
  return counted.length + (plan.value.isFrameChanged ? 1 : 0)
})

watch(
  () => [settled.value, mirror.leverRevision] as const,
  async ([text]) => {
    if (text.trim() === '') {
      preview.value = undefined
      return
    }
    const answer = await notices.attempt(() => callApi('previewFrameFile', { body: { text } }))
    if (text === settled.value) preview.value = answer
  },
  { immediate: true },
)

async function writeOut(): Promise<void> {
  const file = await notices.attempt(() => callApi('writeFrameFile', { id: frameId.value }))
  if (file) begin(file.text)
}

/** Another file: what was chosen for the one before says nothing of it. */
function begin(text: string): void {
  typed.value = { ...typed.value, text }
  mapped.value = {}
}

function save(): void {
  const name = mirror.frames.find(({ id }) => id === frameId.value)?.name ?? 'frame'
  saveFile(`${plan.value?.name ?? name}.frame.yaml`, typed.value.text, 'application/yaml')
}

async function open(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  input.value = ''
  if (file) await openFile(file)
}

async function openFile(file: File): Promise<void> {
  begin(await file.text())
}
onMounted(() => given && openFile(given))

async function readIn(): Promise<void> {
  isWorking.value = true
  const body = {
    text: typed.value.text,
    notInFile: typed.value.notInFile === 'delete' ? ('delete' as const) : ('keep' as const),
  }
  const done = await notices.attempt(() => callApi('readFrameFile', { body }))
  isWorking.value = false
  if (done)
    notices.say(`Read in ${done.plan.name}: ${countOf(toDo.value, 'thing')} altered.`, { label: 'Undo', act: undo })
}

/** Alters the text so that a clash is none any more; its comments stay. */
async function takeWayOut({ lever, says }: { lever: string; says: string }, label: string): Promise<void> {
  const { text } = typed.value
  const altered = await notices.attempt(() => callApi('takeWayOut', { body: { text, lever, says, label } }))
  if (altered && typed.value.text === text) typed.value = { ...typed.value, text: altered.text }
}

/** The text says it from then on, and its comments stay. */
const mapping = computed(() => mappingOf(preview.value?.missing ?? [], mapped.value))
async function mapText(): Promise<void> {
  const { text } = typed.value
  const altered = await notices.attempt(() => callApi('mapFrameFile', { body: { text, mapping: mapping.value } }))
  if (altered && typed.value.text === text) typed.value = { ...typed.value, text: altered.text }
}

/** Puts the cursor where something is wrong. */
function goTo(line: number, column: number): void {
  const field = area.value?.textarea
  if (!field) return
  const lines = typed.value.text.split('\n')
  const at = lines.slice(0, line - 1).reduce((sum, one) => sum + one.length + 1, 0) + column - 1
  field.focus()
  field.setSelectionRange(at, at)
}
</script>

<template>
  <div class="file" aria-label="Frame file">
    <section class="text">
      <div class="tools">
        <ChoiceSelect v-model="frameId" class="frame" label="Frame" :options="frames" />
        <ElButton @click="writeOut"> Write it out </ElButton>
        <ElButton @click="chooser?.click()"> Open a file… </ElButton>
        <ElButton :disabled="typed.text === ''" @click="save"> Save as a file </ElButton>
        <input ref="chooser" type="file" accept=".yaml,.yml" hidden aria-label="Frame file" @change="open" />
      </div>
      <ElInput
        ref="area"
        v-model="typed.text"
        type="textarea"
        class="mono"
        :rows="24"
        :spellcheck="false"
        aria-label="Text of the frame file"
        placeholder="keen-lever: 1&#10;frame: Desk&#10;levers:&#10;  Night Book:&#10;    keys: Ctrl+Alt+B&#10;    open: night-book"
      />
    </section>
    <section class="plan" aria-label="What reading it in does">
      <FolderFiles />
      <p v-if="!preview" class="soft">
        Write a frame out, open a file, or type one. What reading it in would do stands here before anything is done.
      </p>
      <div v-else-if="preview.issues.length > 0" role="alert">
        <ul class="issues">
          <li v-for="issue in preview.issues" :key="`${issue.line} ${issue.column} ${issue.message}`">
            <button type="button" class="place" @click="goTo(issue.line, issue.column)">
              Line {{ issue.line }}, column {{ issue.column }}
            </button>
            <span class="fault">{{ issue.message }}</span>
          </li>
        </ul>
      </div>
      <template v-else-if="plan">
        <p role="status">
          <strong>{{ plan.name }}</strong>{{ plan.isNew ? ', a new frame' : '' }}:
          {{ countOf(plan.levers.length, 'lever') }},
          {{ toDo === 0 ? 'all as they are' : `${countOf(toDo, 'thing')} to alter` }}.
        </p>
        <p v-for="one in plan.lost" :key="one.lever + one.message" class="fault">{{ one.lever }}: {{ one.message }}</p>
        <ul class="rows">
          <li v-if="plan.isFrameChanged">{{ plan.isNew ? 'new' : 'changed' }}: the frame itself</li>
          <li v-for="value in plan.values.filter(({ fate }) => fate !== 'same')" :key="value.name">
            {{ FATES[value.fate] }}: the value {{ value.name }}
          </li>
          <li v-for="row in rows.slice(0, MOST)" :key="row.name">
            {{ FATES[row.fate] }}: {{ row.plate }} {{ row.name }}
          </li>
          <li v-if="rows.length > MOST" class="soft">and {{ rows.length - MOST }} more</li>
        </ul>
        <MissingHere v-if="preview.missing.length > 0" v-model="mapped" :missing="preview.missing">
          <ElButton v-if="mapping.length > 0" size="small" type="primary" @click="mapText">
            Put {{ countOf(mapping.length, 'thing') }} into the text
          </ElButton>
        </MissingHere>
        <PlannedClashes :clashes="preview.clashes" :take="takeWayOut" />
        <div class="tools">
          <ChoiceSelect v-model="typed.notInFile" class="left" label="What is not in the file" :options="choices" />
          <ElButton type="primary" :disabled="toDo === 0 || plan.lost.length > 0" :loading="isWorking" @click="readIn">
            Read it in
          </ElButton>
        </div>
      </template>
    </section>
  </div>
</template>

<style scoped>
.file {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  min-height: 0;
}
.text,
.plan {
  display: grid;
  gap: 10px;
  align-content: start;
  padding: 12px 16px;
  overflow: auto;
}
.plan {
  border-left: 1px solid var(--line);
  background: var(--surface);
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.tools .el-button {
  margin: 0;
}
.frame {
  width: 160px;
}
.left {
  width: 280px;
}
.issues,
.rows {
  margin: 0;
  padding: 0;
  list-style: none;
}
.issues li {
  display: grid;
  gap: 2px;
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}
.place {
  justify-self: start;
  padding: 0;
  border: 0;
  background: none;
  font: inherit;
  color: inherit;
  text-decoration: underline;
  cursor: pointer;
}
.rows li {
  padding: 3px 0;
}
</style>
