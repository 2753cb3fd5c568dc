<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from 'vue'
import { byName, folderOf, namesIn, pathIn } from '~~/core/bench'
import type { BenchDocument, BenchWindow, FileNode } from '~~/core/bench'
import { escapeVariables } from '~~/core/command'
import { countOf } from '~~/core/names'
import { choiceOf } from '~~/core/steps'
import RenameInput from '~/form/RenameInput.vue'
import { useMirror } from '~/live/useMirror'
import { dayAndTime } from '~/page/instants'
import { plainRows } from '~/rows/listRow'
import RowList from '~/rows/RowList.vue'
import IconFile from '~icons/tabler/file'
import IconFolder from '~icons/tabler/folder'
import IconText from '~icons/tabler/file-text'
import FolderTools from './FolderTools.vue'
import { useBenchActs } from './useBenchActs'
import { meant, useFileDrag } from './useFileDrag'

/**
 * A folder in a window: what is in it, marked and opened as in a list; moved by hand into another folder, renamed,
 * thrown into the bin, taken out of it.
 */
const { window, document } = defineProps<{ window: BenchWindow; document: BenchDocument }>()

interface Row {
  readonly id: string
  readonly name: string
  readonly node: FileNode
}

const mirror = useMirror()
const acts = useBenchActs()
const list = useTemplateRef<{ focus: () => void }>('list')
const folder = computed(() => document.path)
const isBin = computed(() => folder.value === mirror.bench.folders.bin)
const rows = computed(() =>
  namesIn(mirror.bench.files, folder.value)
    .map(([name, node]): Row => ({ id: name, name, node }))
    .sort(
      (a, b) => Number(b.node.kind === 'folder') - Number(a.node.kind === 'folder') || byName.compare(a.name, b.name),
    ),
)
const nothingHere = computed(() => {
  if (!mirror.hasAllFiles) return 'Its files are on their way.'
  return isBin.value ? 'The bin is empty.' : 'Nothing is in this folder.'
})
const listRows = computed(() => plainRows(rows.value))
/** What was marked here, before the bench says so: an act right after it is about this. */
const markedHere = ref<readonly string[]>()
watch(
  () => window.content.selected,
  () => (markedHere.value = undefined),
)
const namesHere = computed(() => new Set(rows.value.map(({ name }) => name)))
const marked = computed(
  () => new Set((markedHere.value ?? window.content.selected)?.filter((name) => namesHere.value.has(name))),
)
const paths = computed(() => [...marked.value].map((name) => pathIn(folder.value, name)))
/** Where marking goes on from; the row at hand. */
const atHand = ref<string>()
const renaming = ref<string>()

function show(content: Partial<BenchWindow['content']>): void {
  acts.change({ kind: 'window.show', windowId: window.id, content: { ...window.content, ...content } })
}

function select(names: readonly string[]): void {
  markedHere.value = names
  show({ selected: [...names] })
}

function choose(event: MouseEvent, { name }: Row): void {
  if (event.shiftKey && atHand.value !== undefined) {
    const [from, to] = [atHand.value, name].map((one) => rows.value.findIndex((row) => row.name === one))
    select(rows.value.slice(Math.min(from!, to!), Math.max(from!, to!) + 1).map((row) => row.name))
    return
  }
  atHand.value = name
  if (event.ctrlKey || event.metaKey)
    select(marked.value.has(name) ? [...marked.value].filter((one) => one !== name) : [...marked.value, name])
  else select([name])
}

/** A folder is gone into in the same window; anything else opens in its program. */
function open({ name, node }: Row): void {
  const path = pathIn(folder.value, name)
  if (node.kind === 'folder') goTo(path)
  else void acts.act({ kind: 'place.open', places: meant([path]) })
}

function goTo(path: string): void {
  void acts.act({ kind: 'window.show', which: choiceOf(mirror.bench, window), shows: escapeVariables(path) })
  atHand.value = undefined
}

function move(by: number, extend: boolean): void {
  const at = rows.value.findIndex(({ name }) => name === atHand.value)
  const next = rows.value[Math.max(0, Math.min(rows.value.length - 1, at + by))]
  if (!next) return
  atHand.value = next.name
  select(extend ? [...new Set([...marked.value, next.name])] : [next.name])
}

const keys: Record<string, (event: KeyboardEvent) => unknown> = {
  ArrowDown: (event) => move(1, event.shiftKey),
  ArrowUp: (event) => move(-1, event.shiftKey),
  Home: (event) => move(-Infinity, event.shiftKey),
  End: (event) => move(Infinity, event.shiftKey),
  Enter: () => rows.value.filter(({ name }) => name === atHand.value).forEach(open),
  Backspace: () => folder.value !== '/' && goTo(folderOf(folder.value)),
  Delete: () => throwAway(),
}

function onKey(event: KeyboardEvent): void {
  const act = event.ctrlKey && event.key === 'a' ? () => select(rows.value.map(({ name }) => name)) : keys[event.key]
  if (!act || (event.ctrlKey && event.key !== 'a') || event.altKey || event.metaKey) return
  event.preventDefault()
  event.stopPropagation()
  act(event)
}

function throwAway(): void {
  if (paths.value.length > 0 && !isBin.value) void acts.act({ kind: 'files.bin', paths: meant(paths.value) })
}

function restore(): void {
  if (marked.value.size > 0) void acts.act({ kind: 'files.restore', names: meant([...marked.value]) })
}

function makeFolder(): void {
  const taken = new Set(rows.value.map(({ name }) => name))
  let name = 'new folder'
  for (let n = 2; taken.has(name); n++) name = `new folder ${n}`
  void acts.act({ kind: 'files.folder', path: escapeVariables(pathIn(folder.value, name)) }).then(() => {
    atHand.value = name
    renaming.value = name
  })
}

function rename(from: string, to: string): void {
  renaming.value = undefined
  list.value?.focus()
  void acts.act({
    kind: 'files.rename',
    paths: meant([pathIn(folder.value, from)]),
    pattern: escapeVariables(to),
    startAt: 1,
    digits: 1,
    taken: 'both',
  })
}

const { dropAt, drag, over, drop } = useFileDrag()

function dragRow(event: DragEvent, { name }: Row): void {
  const dragged = marked.value.has(name) ? paths.value : [pathIn(folder.value, name)]
  if (!marked.value.has(name)) select([name])
  drag(event, dragged)
}

const sizeWords = (bytes: number) =>
  bytes < 1000 ? `${bytes} B` : bytes < 1e6 ? `${(bytes / 1e3).toFixed(1)} kB` : `${(bytes / 1e6).toFixed(1)} MB`
</script>

<template>
  <div class="folder" @dragover="over($event, folder)" @dragleave="dropAt = undefined" @drop="drop($event, folder)">
    <FolderTools
      :folder="folder"
      :is-bin="isBin"
      :marked-count="marked.size"
      @up="goTo(folderOf(folder))"
      @make="makeFolder"
      @rename="renaming = [...marked][0]"
      @bin="throwAway"
      @restore="restore"
    />
    <RowList
      ref="list"
      class="files"
      :class="{ target: dropAt === folder }"
      :rows="listRows"
      :label="`Files in ${folder}`"
      :prefix="`file-${window.id}`"
      :selected-id="atHand"
      :marked-ids="marked"
      :row-height="26"
      @key="onKey"
      @choose="choose"
      @open="open"
    >
      <template #entry="{ entry, isMarked, attrs }">
        <div
          v-bind="attrs"
          class="file"
          :class="{ marked: isMarked, target: dropAt === entry.name }"
          draggable="true"
          @dragstart="dragRow($event, entry)"
          @dragover="entry.node.kind === 'folder' && over($event, entry.name)"
          @drop="entry.node.kind === 'folder' && drop($event, pathIn(folder, entry.name))"
        >
          <IconFolder v-if="entry.node.kind === 'folder'" class="icon" aria-label="Folder" />
          <IconText v-else-if="entry.node.text !== undefined" class="icon" aria-label="Text" />
          <IconFile v-else class="icon" aria-label="File" />
          <RenameInput
            v-if="renaming === entry.name"
            class="name"
            :value="entry.name"
            :label="`New name of ${entry.name}`"
            @take="rename(entry.name, $event)"
            @leave="renaming = undefined"
          />
          <span v-else class="name cut" :title="entry.node.binnedFrom ?? entry.name">{{ entry.name }}</span>
          <span class="soft size">{{
            entry.node.kind === 'folder'
              ? countOf(entry.node.entries.size, 'entry', 'entries')
              : sizeWords(entry.node.sizeBytes)
          }}</span>
          <span class="soft when cut">{{
            entry.node.binnedFrom !== undefined
              ? `from ${folderOf(entry.node.binnedFrom)}`
              : entry.node.kind === 'file' && entry.node.changedAtMs !== undefined
                ? dayAndTime(entry.node.changedAtMs)
                : ''
          }}</span>
        </div>
      </template>
      <template #empty>
        <p class="soft none">{{ nothingHere }}</p>
      </template>
    </RowList>
  </div>
</template>

<style scoped>
.folder {
  container-type: inline-size;
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
  height: 100%;
}
.files {
  overflow: auto;
  min-height: 0;
}
.files.target {
  outline: 2px dashed var(--live);
  outline-offset: -2px;
}
.file {
  display: grid;
  grid-template-columns: 18px minmax(0, 1fr) 70px 130px;
  gap: 6px;
  align-items: center;
  padding: 0 8px;
  font-size: 13px;
}
.file.marked {
  background: var(--press-soft);
}
.file.target {
  outline: 2px dashed var(--live);
  outline-offset: -2px;
}
.size {
  text-align: right;
  font-size: 12px;
}
.when {
  font-size: 12px;
}
input.name {
  width: 100%;
  font: inherit;
}
.none {
  padding: 12px;
}
@container (max-width: 420px) {
  .file {
    grid-template-columns: 18px minmax(0, 1fr) 70px;
  }
  .when {
    display: none;
  }
}
</style>
