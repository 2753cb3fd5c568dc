<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import { computed, nextTick, ref, shallowRef, toRef, watch } from 'vue'
import { useDraggable } from 'vue-draggable-plus'
import type { Kit, Row, Spot } from '~~/core/sheets'
import { spotOf } from '~~/core/sheets'
import type { Step } from '~~/core/steps'
import InsertRow from './InsertRow.vue'
import type { RunMark } from './runMarks'
import SheetRow from './SheetRow.vue'
import { trackLines } from './trackLines'
import type { Sheet } from './useSheet'
import { useSheetKeys } from './useSheetKeys'

/**
 * The rows of a run sheet. The list has the focus and says which row is at hand; letters that are typed begin a new row
 * behind it.
 */
const { sheet, marks, faults, pauses } = defineProps<{
  sheet: Sheet
  marks: ReadonlyMap<string, RunMark>
  /** Ids of steps with which something is wrong. */
  faults: ReadonlySet<string>
  pauses: ReadonlySet<string>
}>()
const emit = defineEmits<{
  tryRows: []
  rehearseRows: []
  pause: []
  step: []
  stepBack: []
  say: []
  find: []
  kit: [kit: Kit]
  editKit: [kit: Kit]
  saveKit: []
}>()

const ROW_PX = 34
/** Sheets of usual size are drawn whole. */
const USUAL_SIZE = 60
const BEYOND = 10

const scroller = ref<HTMLElement>()
const list = ref<HTMLElement>()
/** The insert row stands within the rows or behind them. */
const inserter = shallowRef<InstanceType<typeof InsertRow>>()
const setInserter = (row: unknown) => {
  if (row) inserter.value = row as InstanceType<typeof InsertRow>
}
const drawnRows = ref<InstanceType<typeof SheetRow>[]>([])
/** The spot where the insert row stands; at the end of the sheet when undefined. */
const insertAt = ref<{ key: string; spot: Spot }>()
const rows = computed(() => sheet.rows.value)
const lines = computed(() => trackLines(rows.value))
const virtualizer = useVirtualizer(
  computed(() => ({
    count: rows.value.length,
    getScrollElement: () => scroller.value ?? null,
    estimateSize: () => ROW_PX,
    getItemKey: (i: number) => rows.value[i]!.key,
    overscan: rows.value.length <= USUAL_SIZE ? USUAL_SIZE : BEYOND,
  })),
)
const items = computed(() => virtualizer.value.getVirtualItems())
const drawn = computed(() =>
  items.value.flatMap(({ index }) => {
    const row = rows.value[index]
    return row ? [{ index, row, line: lines.value[index]! }] : []
  }),
)
const spaceBefore = computed(() => items.value[0]?.start ?? 0)
const spaceAfter = computed(() => virtualizer.value.getTotalSize() - (items.value.at(-1)?.end ?? 0))

/** The row where a run, or a rehearsal that is walked through, stands. */
const litKey = computed(() => [...marks].find(([, { state }]) => state === 'now')?.[0])

watch([() => sheet.atKey.value, litKey], ([at, lit], [atBefore]) =>
  nextTick(() => {
    const key = at === atBefore ? lit : at
    const index = rows.value.findIndex((row) => row.key === key)
    if (index >= 0) virtualizer.value.scrollToIndex(index, { align: 'auto' })
  }),
)

function focus(): void {
  list.value?.focus({ preventScroll: true })
}

/** Opens the insert row behind the row at hand, with what was typed so far. */
async function openInsert(letters = ''): Promise<void> {
  const row = sheet.at.value
  const last = rows.value.at(-1)
  const isEnd = row === undefined || (row === last && row.depth === 0 && !(row.kind === 'step' && row.isBlock))
  insertAt.value = isEnd ? undefined : { key: row.key, spot: sheet.spotAfter(row) }
  await nextTick()
  await inserter.value?.focus(letters)
}

async function openEnd(): Promise<void> {
  insertAt.value = undefined
  await nextTick()
  await inserter.value?.focus()
}

function take(step: Step): void {
  const spot = insertAt.value?.spot ?? {
    list: '',
    index: sheet.rows.value.filter(({ depth, kind }) => depth === 0 && kind === 'step').length,
  }
  sheet.insert([step], spot)
  insertAt.value = undefined
  void nextTick(focus)
}

function editKit(kit: Kit): void {
  insertAt.value = undefined
  emit('editKit', kit)
}

function takeKit(kit: Kit): void {
  emit('kit', kit)
  insertAt.value = undefined
}

function leaveInsert(): void {
  insertAt.value = undefined
  void nextTick(focus)
}

/** The clipboard is given by the browser with the event; it is not asked for otherwise. */
function onCopy(event: ClipboardEvent, isCut: boolean): void {
  const text = document.activeElement === list.value ? sheet.copied() : undefined
  if (text === undefined) return
  event.clipboardData?.setData('text/plain', text)
  event.preventDefault()
  if (isCut) sheet.remove()
}

/** Edits the first part of the row at hand in place. */
function editInPlace(): void {
  const place = drawn.value.findIndex(({ row }) => row.key === sheet.atKey.value)
  const element = drawnRows.value.find((_, i) => i === place)
  if (place >= 0) element?.edit()
}

const { onKey } = useSheetKeys(sheet, {
  isOwn: (event) => event.target === list.value,
  insert: openInsert,
  insertAtEnd: openEnd,
  edit: editInPlace,
  try: () => emit('tryRows'),
  rehearse: () => emit('rehearseRows'),
  step: () => emit('step'),
  stepBack: () => emit('stepBack'),
  pause: () => emit('pause'),
  say: () => emit('say'),
  find: () => emit('find'),
  saveKit: () => emit('saveKit'),
})

function onPaste(event: ClipboardEvent): void {
  if (document.activeElement !== list.value) return
  const text = event.clipboardData?.getData('text/plain')
  if (!text) return
  event.preventDefault()
  sheet.paste(text)
}

function choose(event: MouseEvent, row: Row): void {
  sheet.select(row.key, event.shiftKey ? 'range' : event.ctrlKey ? 'add' : 'only')
  focus()
}

/** Rows are put back by the package where they were, and moved in the sheet instead. */
const dragged = ref<typeof drawn.value>([])
watch(drawn, (now) => (dragged.value = [...now]), { immediate: true })
useDraggable(
  toRef(() => list.value ?? null),
  dragged,
  {
    handle: '.grip',
    draggable: '.line',
    animation: 100,
    onEnd({ oldIndex, newIndex, originalEvent }: { oldIndex?: number; newIndex?: number; originalEvent?: Event }) {
      const moved = oldIndex === undefined ? undefined : drawn.value[oldIndex]
      dragged.value = [...drawn.value]
      if (!moved || newIndex === undefined || moved.row.kind !== 'step') return
      const others = drawn.value.filter(({ row }) => row !== moved.row)
      const spot = spotBetween(others[newIndex - 1]?.row, others[newIndex]?.row, depthAt(originalEvent))
      const paths = sheet.markedIds.value.has(moved.row.key) ? sheet.chosenPaths.value : [moved.row.path]
      sheet.moveTo(paths, spot)
    },
  },
)

/** How deep a row shall stand that is let go at a place: further to the right is deeper. */
function depthAt(event: Event | undefined): number {
  const box = list.value?.getBoundingClientRect()
  const x = event instanceof MouseEvent ? event.clientX : undefined
  return box && x !== undefined ? Math.floor((x - box.left - 48) / 18) : 0
}

/** The spot between two rows; at the end of a block the depth says whether it is in it or behind it. */
function spotBetween(above: Row | undefined, below: Row | undefined, depth: number): Spot {
  if (below?.kind === 'empty') return { list: below.list, index: 0 }
  const belowSpot = below?.kind === 'step' ? spotOf(below.path) : undefined
  if (!above) return belowSpot ?? { list: '', index: 0 }
  const isEnd = above.depth > (below?.depth ?? 0)
  if (belowSpot && !(isEnd && depth >= above.depth)) return belowSpot
  if (isEnd && depth < above.depth && !belowSpot) return { list: '', index: Number.MAX_SAFE_INTEGER }
  return sheet.spotAfter(above)
}

defineExpose({ focus, openInsert })
</script>

<template>
  <div ref="scroller" class="sheet" @copy="onCopy($event, false)" @cut="onCopy($event, true)" @paste="onPaste">
    <div
      ref="list"
      class="rows"
      role="tree"
      tabindex="0"
      aria-label="Steps of the run sheet"
      aria-multiselectable="true"
      :aria-activedescendant="sheet.atKey.value === undefined ? undefined : `row-${sheet.atKey.value}`"
      :style="{ paddingTop: `${spaceBefore}px`, paddingBottom: `${spaceAfter}px` }"
      @keydown="onKey"
    >
      <div
        v-for="{ row, line } in drawn"
        :id="`row-${row.key}`"
        :key="row.key"
        class="line"
        role="treeitem"
        :aria-level="row.depth + 1"
        :aria-selected="row.key === sheet.atKey.value || sheet.markedIds.value.has(row.key)"
        :aria-expanded="row.kind === 'step' && row.isBlock ? !row.isFolded : undefined"
        :aria-current="row.key === litKey ? 'step' : undefined"
        @click="choose($event, row)"
      >
        <SheetRow
          ref="drawnRows"
          :row="row"
          :line="line"
          :mark="row.kind === 'step' ? marks.get(row.key) : undefined"
          :is-at="row.key === sheet.atKey.value"
          :is-marked="sheet.markedIds.value.has(row.key)"
          :has-fault="row.kind === 'step' && faults.has(row.key)"
          :pauses="row.kind === 'step' && pauses.has(row.key)"
          @replace="'path' in row && sheet.replace(row.path, $event)"
          @fold="sheet.fold(row.key)"
          @leave="focus"
        />
        <InsertRow
          v-if="insertAt?.key === row.key"
          :ref="setInserter"
          :next-id="sheet.nextId"
          @take="take"
          @kit="takeKit"
          @edit-kit="editKit"
          @leave="leaveInsert"
        />
      </div>
    </div>
    <InsertRow
      v-if="!insertAt"
      :ref="setInserter"
      :next-id="sheet.nextId"
      @take="take"
      @kit="takeKit"
      @edit-kit="editKit"
      @leave="leaveInsert"
    />
  </div>
</template>

<style scoped>
.sheet {
  border: 1px solid var(--line-strong);
  background: var(--surface);
  overflow: auto;
  min-height: 120px;
}
.rows:focus-visible {
  outline: none;
}
.sheet:has(.rows:focus-visible) {
  outline: 2px solid var(--live);
  outline-offset: -2px;
}
</style>
