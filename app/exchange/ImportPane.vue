<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import type { ImportItem } from '~~/contract'
import { countOf } from '~~/core/names'
import { describeSteps } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { readFiles } from '~/files/readFiles'
import type { ChosenFile } from '~/files/readFiles'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useUndo } from '~/live/useUndo'
import { fateWords } from './fateWords'

/** Desktop Entry files in: what an import would do is shown before, file by file. */
const { given } = defineProps<{
  /** A file that was chosen elsewhere. */
  given?: File
}>()
const mirror = useMirror()
const notices = useNotices()
const { undo } = useUndo()
const files = shallowRef<readonly ChosenFile[]>([])
const items = shallowRef<readonly ImportItem[]>()
const forced = ref<string[]>([])
const frameId = ref(mirror.frames[0]?.id ?? '')
const locale = useLocalStorage('keen-lever.import-locale', navigator.language.replace('-', '_'))
const desktop = useLocalStorage('keen-lever.import-desktop', '')
const isWorking = ref(false)
const isOver = ref(false)
const single = ref<HTMLInputElement>()
const folder = ref<HTMLInputElement>()

const counts = computed(() =>
  (Object.keys(fateWords) as ImportItem['fate'][])
    .map((fate) => ({ fate, count: items.value?.filter((item) => item.fate === fate).length ?? 0 }))
    .filter(({ count }) => count > 0),
)
const toDo = computed(() => items.value?.filter((item) => item.fate === 'create' || item.fate === 'change').length ?? 0)
const body = computed(() => ({
  files: files.value.map(({ name, base64 }) => ({ name, base64 })),
  frameId: frameId.value,
  locale: locale.value || 'en',
  desktop: desktop.value,
  forced: forced.value,
}))

async function choose(list: FileList | readonly File[] | null): Promise<void> {
  if (!list || list.length === 0) return
  const reading = await readFiles([...list])
  if (reading.problem) return notices.show({ text: reading.problem, tone: 'fault' })
  files.value = reading.files
  forced.value = []
  await preview()
}

/** The same files chosen again are read again: what is in them may have changed. */
function pick(event: Event): void {
  const input = event.target as HTMLInputElement
  void choose(input.files)
  input.value = ''
}

async function preview(): Promise<void> {
  if (files.value.length === 0) return
  isWorking.value = true
  items.value = (await notices.attempt(() => callApi('previewImport', { body: body.value }))) ?? items.value
  isWorking.value = false
}
watch([frameId, locale, desktop, forced], preview)
onMounted(() => given && choose([given]))

async function take(): Promise<void> {
  isWorking.value = true
  const done = await notices.attempt(() => callApi('importEntries', { body: body.value }))
  isWorking.value = false
  if (!done) return
  files.value = []
  items.value = undefined
  notices.say(`${done.history.undo}.`, { label: 'Undo', act: undo })
}

function force(file: string, on: boolean): void {
  forced.value = on ? [...forced.value, file] : forced.value.filter((name) => name !== file)
}

function drop(event: DragEvent): void {
  isOver.value = false
  void choose(event.dataTransfer?.files ?? null)
}
</script>

<template>
  <section
    class="half"
    aria-label="Import"
    :class="{ over: isOver }"
    @dragover.prevent="isOver = true"
    @dragleave="isOver = false"
    @drop.prevent="drop"
  >
    <div class="tools">
      <h2>Import</h2>
      <ElButton type="primary" @click="single?.click()"> Choose files </ElButton>
      <ElButton @click="folder?.click()"> Choose a folder </ElButton>
      <input
        ref="single"
        type="file"
        multiple
        accept=".desktop"
        class="unseen"
        tabindex="-1"
        aria-label="Desktop Entry files"
        @change="pick"
      />
      <input
        ref="folder"
        type="file"
        webkitdirectory
        class="unseen"
        tabindex="-1"
        aria-label="Folder of Desktop Entry files"
        @change="pick"
      />
    </div>
    <div class="tools">
      <label
        >Into
        <ChoiceSelect
          v-model="frameId"
          size="small"
          label="Frame to import into"
          class="short"
          :options="mirror.frameChoices"
      /></label>
      <label>Names in <ElInput v-model="locale" size="small" aria-label="Locale, such as de_AT" class="tiny" /></label>
      <label
        >As desktop
        <ElInput v-model="desktop" size="small" aria-label="Desktop, for OnlyShowIn" placeholder="none" class="tiny"
      /></label>
    </div>
    <p v-if="isWorking" role="status">Reading {{ countOf(files.length, 'file') }}…</p>
    <template v-if="items">
      <div class="tools">
        <span v-for="{ fate, count } in counts" :key="fate" :class="{ fault: fate === 'fault' }"
          >{{ count }} {{ fateWords[fate] }}</span
        >
        <span class="gap" />
        <ElButton type="primary" :disabled="toDo === 0 || isWorking" @click="take"> Import {{ toDo }} </ElButton>
      </div>
      <ul class="items" aria-label="What the import would do">
        <li v-for="item in items" :key="item.file" :class="item.fate">
          <strong class="cut">{{ item.name }}</strong>
          <span :class="{ fault: item.fate === 'fault' }">{{ fateWords[item.fate] }}</span>
          <code class="soft cut" :title="item.file">{{ item.file }}</code>
          <p v-if="item.program" class="detail">
            Program {{ item.program.name }}: <code>{{ item.program.executable }}</code>
          </p>
          <p v-for="(lever, i) in item.levers" :key="i" class="detail">
            Lever {{ lever.draft.name }}{{ lever.fate === 'create' ? '' : ` (${fateWords[lever.fate]})` }}:
            <span class="soft">{{
              describeSteps(lever.draft.steps, {
                programs: item.program
                  ? { ...mirror.bench.programs, [item.program.id]: item.program }
                  : mirror.bench.programs,
              })
            }}</span>
          </p>
          <p
            v-for="reason in item.reasons"
            :key="reason"
            class="detail"
            :class="item.fate === 'fault' ? 'fault' : 'soft'"
          >
            {{ reason }}
          </p>
          <label v-if="item.canForce || forced.includes(item.file)" class="detail"
            ><ElCheckbox
              :model-value="forced.includes(item.file)"
              @update:model-value="force(item.file, Boolean($event))"
            />
            Take it all the same</label
          >
        </li>
      </ul>
    </template>
    <p v-else-if="!isWorking" class="soft">
      Choose files, or drop them here. Nothing is altered before you have seen what would be created, changed and
      skipped.
    </p>
  </section>
</template>

<style scoped>
.over {
  outline: 3px dashed var(--live);
  outline-offset: -6px;
}
.items > li {
  grid-template-columns: minmax(0, 1fr) 110px minmax(0, 1fr);
  align-items: center;
}
.items > li.skip strong,
.items > li.same strong {
  font-weight: 400;
  color: var(--ink-soft);
}
.detail {
  grid-column: 1 / -1;
  padding-left: 12px;
  overflow-wrap: anywhere;
}
.tiny {
  width: 100px;
}
</style>
