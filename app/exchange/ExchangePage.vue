<script setup lang="ts">
import { countOf } from '~~/core/names'
import { useLocalStorage } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import type { ExportAnswer, ImportItem } from '~~/contract'
import { describeSteps } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useLeverActions } from '~/levers/useLeverActions'
import { useViewKeys } from '~/page/useViewKeys'
import { saveFile } from '~/files/saveFile'
import { readFiles } from '~/files/readFiles'
import type { ChosenFile } from '~/files/readFiles'

/** Desktop Entry files in and out: what an import would do is shown before, file by file. */
const mirror = useMirror()
const notices = useNotices()
const actions = useLeverActions()
const files = shallowRef<readonly ChosenFile[]>([])
const items = shallowRef<readonly ImportItem[]>()
const exported = shallowRef<ExportAnswer>()
const forced = ref<string[]>([])
const frameId = ref(mirror.frames[0]?.id ?? '')
const locale = useLocalStorage('keen-lever.import-locale', navigator.language.replace('-', '_'))
const desktop = useLocalStorage('keen-lever.import-desktop', '')
const exportFrame = ref(mirror.frames[0]?.id ?? '')
const isWorking = ref(false)
const isOver = ref(false)
const single = ref<HTMLInputElement>()
const folder = ref<HTMLInputElement>()

useViewKeys('Exchange', [{ keys: 'Tab', does: 'goes through import and export' }])

const fateWords: Record<ImportItem['fate'], string> = {
  create: 'new',
  change: 'changed',
  same: 'as it is',
  skip: 'skipped',
  fault: 'cannot be read',
}
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

async function take(): Promise<void> {
  isWorking.value = true
  const done = await notices.attempt(() => callApi('importEntries', { body: body.value }))
  isWorking.value = false
  if (!done) return
  files.value = []
  items.value = undefined
  notices.say(`${done.history.undo}.`, { label: 'Undo', act: actions.undo })
}

function force(file: string, on: boolean): void {
  forced.value = on ? [...forced.value, file] : forced.value.filter((name) => name !== file)
}

async function makeFiles(): Promise<void> {
  const leverIds = mirror.levers.filter((lever) => lever.frameId === exportFrame.value).map((lever) => lever.id)
  if (leverIds.length === 0) return notices.show({ text: 'This frame has no levers.', tone: 'fault' })
  exported.value = (await notices.attempt(() => callApi('exportEntries', { body: { leverIds } }))) ?? exported.value
}

function nameOf(leverId: string): string {
  const lever = mirror.leverById.get(leverId)
  return lever ? `${lever.plate} ${lever.name}` : leverId
}

function drop(event: DragEvent): void {
  isOver.value = false
  void choose(event.dataTransfer?.files ?? null)
}
</script>

<template>
  <section class="view">
    <header class="view-head">
      <h1>Exchange</h1>
      <span class="soft"
        >Desktop Entry files, by the freedesktop standard 1.5: programs and levers in, levers out.</span
      >
    </header>
    <div class="halves">
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
          <label
            >Names in <ElInput v-model="locale" size="small" aria-label="Locale, such as de_AT" class="tiny"
          /></label>
          <label
            >As desktop
            <ElInput
              v-model="desktop"
              size="small"
              aria-label="Desktop, for OnlyShowIn"
              placeholder="none"
              class="tiny"
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
      <section class="half" aria-label="Export">
        <div class="tools">
          <h2>Export</h2>
          <ChoiceSelect v-model="exportFrame" label="Frame to export" class="short" :options="mirror.frameChoices" />
          <ElButton type="primary" @click="makeFiles"> Make the files </ElButton>
        </div>
        <template v-if="exported">
          <div class="tools">
            <span>{{ countOf(exported.files.length, 'file') }}</span>
            <span v-if="exported.skipped.length > 0" class="soft"
              >{{ countOf(exported.skipped.length, 'lever') }} left out</span
            >
            <span class="gap" />
            <ElButton
              v-if="exported.files.length > 0"
              @click="exported.files.forEach((file) => saveFile(file.name, file.text))"
            >
              Save all
            </ElButton>
          </div>
          <ul class="items">
            <li v-for="file in exported.files" :key="file.name">
              <details>
                <summary>
                  <code>{{ file.name }}</code>
                </summary>
                <pre>{{ file.text }}</pre>
              </details>
              <ElButton size="small" @click="saveFile(file.name, file.text)"> Save </ElButton>
            </li>
            <li v-for="entry in exported.skipped" :key="entry.leverId" class="left-out">
              <strong class="cut">{{ nameOf(entry.leverId) }}</strong>
              <span class="soft">{{ entry.because }}</span>
            </li>
          </ul>
        </template>
        <p v-else class="soft">
          A lever that starts one program, or opens one address, becomes a file that any desktop of the standard can
          use. Values are filled in as they are now.
        </p>
      </section>
    </div>
  </section>
</template>

<style scoped>
.halves {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  min-height: 0;
}
.half {
  padding: 12px 16px;
  overflow: auto;
  display: grid;
  gap: 10px;
  align-content: start;
}
.half + .half {
  border-left: 1px solid var(--line);
  background: var(--surface);
}
.half.over {
  outline: 3px dashed var(--live);
  outline-offset: -6px;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.tools .el-button {
  margin: 0;
}
.tools label {
  display: flex;
  gap: 6px;
  align-items: center;
}
.gap {
  flex: 1;
}
.short {
  width: 150px;
}
.tiny {
  width: 100px;
}
.items > li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 110px minmax(0, 1fr);
  gap: 2px 10px;
  padding: 5px 0;
  border-top: 1px solid var(--line);
  align-items: center;
}
.half + .half .items > li {
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: start;
}
.half + .half .items > li.left-out {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
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
pre {
  margin: 4px 0 0;
  padding: 6px 8px;
  background: var(--ground);
  border: 1px solid var(--line);
  font: 12px var(--mono);
  overflow: auto;
}
summary {
  cursor: pointer;
}
</style>
