<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import type { AnswerOf, BodyOf } from '~~/contract'
import { wholeTable } from '~~/contract/wholeTable'
import { recogniseFile } from '~~/core/exchange'
import type { Mapping } from '~~/core/exchange'
import { countOf } from '~~/core/names'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { mappingOf } from './mappingOf'
import MissingHere from './MissingHere.vue'
import PlannedClashes from './PlannedClashes.vue'
import { saveFile } from '~/files/saveFile'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useUndo } from '~/live/useUndo'

/** Any file in, known by what is in it; documents and tables out. */
type PlannedClash = AnswerOf<'previewText'>['clashes'][number]

const emit = defineEmits<{
  /** A file of another pane, which is to show it. */
  other: [pane: 'entries' | 'frames' | 'backups', file: File]
}>()
const mirror = useMirror()
const notices = useNotices()
const { undo } = useUndo()
const read = shallowRef<{ name: string; kind: BodyOf<'importText'>['kind']; text: string }>()
const preview = shallowRef<AnswerOf<'previewText'>>()
const isWorking = ref(false)
const isOver = ref(false)
const chooser = ref<HTMLInputElement>()
const NONE = 'none'
const frameId = ref(NONE)
const framesOut = ref<string[]>([])
/** So many rows are shown at first, and so many more each time. */
const PAGE = 200
const shown = ref(PAGE)

const kindWords = { document: 'a document of Keen Lever', bookmarks: 'bookmarks of a browser' } as const
const whatWords = {
  frame: 'frame',
  lever: 'lever',
  value: 'value',
  kit: 'kit',
  address: 'address',
  settings: 'settings',
} as const
const fateWords = { new: 'new', changed: 'changed', same: 'as it is' } as const
const tables = [
  { id: 'levers', label: 'Levers' },
  { id: 'triggers', label: 'Triggers' },
  { id: 'clashes', label: 'Clashes' },
  { id: 'ledger', label: 'Ledger' },
]

const targets = computed(() => [{ value: NONE, name: 'no levers, addresses only' }, ...mirror.frameChoices])
const body = computed((): BodyOf<'importText'> | undefined => {
  if (!read.value) return undefined
  const { kind, text } = read.value
  return {
    kind,
    text,
    ...(kind === 'bookmarks' && frameId.value !== NONE ? { frameId: frameId.value } : {}),
    ...(isMapped.value ? { mapping: JSON.parse(mapping.value) as Mapping[] } : {}),
  }
})
/** What stands here for what is not, by kind and name. */
const mapped = ref<Record<string, string>>({})
/** All that was missing at first: what is mapped is missing no more. */
const missing = shallowRef<AnswerOf<'previewText'>['missing']>([])
/** As text, so that what comes to the same is no news to those who look at it. */
const mapping = computed(() => JSON.stringify(mappingOf(missing.value, mapped.value)))
const isMapped = computed(() => mapping.value !== '[]')
const toDo = computed(() => preview.value?.items.filter(({ fate }) => fate !== 'same') ?? [])
const saysOfRest = computed(() => {
  const same = (preview.value?.items.length ?? 0) - toDo.value.length
  if (toDo.value.length === 0) return `All of it stands here already: ${countOf(same, 'thing')}.`
  return `${same > 0 ? `${countOf(same, 'thing')} more as they are. ` : ''}It is one edit, undone as one.`
})

watch([body, () => mirror.leverRevision] as const, async ([wanted]) => {
  shown.value = PAGE
  if (!wanted) {
    preview.value = undefined
    return
  }
  isWorking.value = true
  const answer = await notices.attempt(() => callApi('previewText', { body: wanted }))
  isWorking.value = false
  if (wanted !== body.value) return
  preview.value = answer
  if (answer && !isMapped.value) missing.value = answer.missing
})

async function open(list: FileList | null | undefined): Promise<void> {
  const [file] = list ?? []
  if (!file) return
  const bytes = new Uint8Array(await file.arrayBuffer())
  const kind = recogniseFile(bytes)
  mapped.value = {}
  missing.value = []
  if (kind === 'document' || kind === 'bookmarks')
    read.value = { name: file.name, kind, text: new TextDecoder().decode(bytes) }
  else if (kind === 'unknown') {
    read.value = undefined
    const known = 'documents, frame files, backups, bookmarks and Desktop Entries'
    notices.show({ text: `${file.name} is none of the files that are known here: ${known}.`, tone: 'fault' })
  } else if (kind === 'desktop-entry') {
    // Such files are taken by their ending, whatever this one is called.
    emit('other', 'entries', new File([file], file.name.endsWith('.desktop') ? file.name : `${file.name}.desktop`))
  } else emit('other', ({ 'frame-file': 'frames', backup: 'backups' } as const)[kind], file)
}

function pick(event: Event): void {
  const input = event.target as HTMLInputElement
  void open(input.files).then(() => (input.value = ''))
}

function drop(event: DragEvent): void {
  isOver.value = false
  void open(event.dataTransfer?.files)
}

/** Alters what was read so that a clash is none any more; the file itself stays as it is. */
async function takeWayOut({ frame, lever, says }: PlannedClash, label: string): Promise<void> {
  const before = read.value!
  const given = { text: before.text, frame, lever, says, label, mapping: body.value?.mapping }
  const altered = await notices.attempt(() => callApi('takeWayOutOfDocument', { body: given }))
  if (altered && read.value === before) read.value = { ...before, text: altered.text }
}

async function take(): Promise<void> {
  isWorking.value = true
  const done = await notices.attempt(() => callApi('importText', { body: body.value! }))
  isWorking.value = false
  if (!done) return
  read.value = undefined
  notices.say(`${done.history.undo}.`, { label: 'Undo', act: undo })
}

async function saveDocument(): Promise<void> {
  const wanted = framesOut.value.length > 0 ? { frameIds: framesOut.value } : {}
  const document = await notices.attempt(() => callApi('writeDocument', { body: wanted }))
  if (document) saveFile(document.name, document.text, 'application/json')
}

async function saveTable(id: string): Promise<void> {
  const table = await notices.attempt(() => wholeTable((query) => callApi('writeTable', { id, query })))
  if (table) saveFile(table.name, table.parts, 'text/csv')
}
</script>

<template>
  <div class="halves">
    <section
      class="half"
      aria-label="In"
      :class="{ over: isOver }"
      @dragover.prevent="isOver = true"
      @dragleave="isOver = false"
      @drop.prevent="drop"
    >
      <div class="tools">
        <h2>In</h2>
        <ElButton type="primary" @click="chooser!.click()"> Choose a file </ElButton>
        <input ref="chooser" type="file" class="unseen" tabindex="-1" aria-label="A file of any kind" @change="pick" />
        <span v-if="read" class="cut" :title="read.name">{{ read.name }}: {{ kindWords[read.kind] }}</span>
      </div>
      <p v-if="!read" class="soft">
        Choose a file, or drop it here: a document, a frame file, a backup, bookmarks of a browser or a Desktop Entry.
        It is known by what is in it, and shown before anything is altered.
      </p>
      <template v-else>
        <label v-if="read.kind === 'bookmarks'" class="target"
          >They become named addresses, and levers of
          <ChoiceSelect v-model="frameId" size="small" label="Frame of the levers" :options="targets"
        /></label>
        <p v-if="isWorking && !preview" role="status">Reading {{ read.name }}…</p>
        <template v-if="preview">
          <ul v-if="preview.issues.length > 0" class="sentence-list fault issues" aria-label="What is wrong with it">
            <li v-for="(issue, i) in preview.issues" :key="i">
              <code v-if="issue.at">{{ issue.at }}</code> {{ issue.message }}
            </li>
          </ul>
          <template v-else>
            <div class="tools">
              <ElButton type="primary" :disabled="toDo.length === 0" :loading="isWorking" @click="take">
                Take {{ countOf(toDo.length, 'thing') }}
              </ElButton>
              <ElButton @click="read = undefined"> Leave it </ElButton>
              <span class="soft">{{ saysOfRest }}</span>
            </div>
            <MissingHere v-if="missing.length > 0" v-model="mapped" :missing="missing" />
            <PlannedClashes :clashes="preview.clashes" :take="takeWayOut" />
            <ul class="items" aria-label="What it brings">
              <li v-for="(item, i) in toDo.slice(0, shown)" :key="i">
                <strong>{{ fateWords[item.fate] }}</strong>
                <span>{{ whatWords[item.what] }}</span>
                <span class="cut">{{ item.plate }} {{ item.name }}</span>
                <span class="soft cut">{{ item.frame }}</span>
              </li>
            </ul>
            <ElButton v-if="toDo.length > shown" @click="shown += PAGE">Show more</ElButton>
          </template>
          <template v-if="preview.left.length > 0">
            <h3>Not taken</h3>
            <ul class="items left" aria-label="Not taken">
              <li v-for="(one, i) in preview.left.slice(0, shown)" :key="i">
                <span class="cut">{{ one.name }}</span><span class="soft">{{ one.because }}</span>
              </li>
            </ul>
          </template>
        </template>
      </template>
    </section>
    <aside class="half" aria-label="Out">
      <h2>Out</h2>
      <p class="soft">
        One JSON document with frames, their levers and values, shared values and kits; it is read in here, or anywhere
        by its published schema.
      </p>
      <div class="tools">
        <ElSelect
          v-model="framesOut"
          multiple
          collapse-tags
          placeholder="all frames"
          aria-label="Frames of the document"
          class="frames"
        >
          <ElOption v-for="{ value, name } in mirror.frameChoices" :key="value" :value="value" :label="name" />
        </ElSelect>
        <ElButton type="primary" @click="saveDocument"> Save the document </ElButton>
      </div>
      <h3>Tables</h3>
      <p class="soft">Comma-separated values, for a spreadsheet.</p>
      <div class="tools">
        <ElButton v-for="table in tables" :key="table.id" @click="saveTable(table.id)"> {{ table.label }} </ElButton>
      </div>
    </aside>
  </div>
</template>

<style scoped>
section.over {
  outline: 2px dashed var(--press);
  outline-offset: -6px;
}
.tools,
.target {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.target :deep(.el-select),
.frames {
  width: 220px;
}
.items > li {
  display: grid;
  grid-template-columns: 70px 70px minmax(0, 3fr) minmax(0, 1fr);
  gap: 10px;
  padding: 5px 0;
  border-top: 1px solid var(--line);
}
.items.left > li {
  grid-template-columns: minmax(0, 1fr) minmax(0, 2fr);
}
h3 {
  margin: 6px 0 0;
}
</style>
