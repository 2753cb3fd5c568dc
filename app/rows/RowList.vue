<script setup lang="ts" generic="T extends { id: string }">
import { useVirtualizer } from '@tanstack/vue-virtual'
import { useTimeoutFn } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import type { ListRow } from './listRow'

/**
 * A list of any length of which only the rows near what is seen are drawn. The list has the focus and says which entry
 * is at hand; keys come to whoever holds it. Heads stand between the entries without being of them, so that they may
 * hold switches.
 */
const {
  rows,
  label,
  prefix,
  selectedId,
  markedIds,
  rowHeight = 34,
  headHeight = 28,
} = defineProps<{
  rows: readonly ListRow<T>[]
  label: string
  /** The beginning of the ids of the rows in the page. */
  prefix: string
  selectedId?: string
  /** Given where several can be marked. */
  markedIds?: ReadonlySet<string>
  rowHeight?: number
  headHeight?: number
}>()
const emit = defineEmits<{
  key: [event: KeyboardEvent]
  choose: [event: MouseEvent, entry: T]
  open: [entry: T]
  /** The last rows there are come into sight. */
  end: []
}>()

/** A list of usual size is drawn whole, so that the browser's own search finds what is in it. */
const USUAL_SIZE = 60
/** So many rows are drawn beyond what is seen of a longer one. */
const BEYOND = 4

const BEYOND_AFTER_MS = 150

const hasJumped = ref(false)
const scroller = ref<HTMLElement>()
const list = ref<HTMLElement>()
/** Where each entry stands: among the rows, and among the entries, counted from 1. */
const places = computed(() => {
  const found = new Map<string, { row: number; position: number }>()
  rows.forEach((row, i) => row.kind === 'entry' && found.set(row.entry.id, { row: i, position: found.size + 1 }))
  return found
})
/** The same functions as long as the rows are the same: others have all rows measured anew. */
const measured = computed(() => {
  const all = rows
  return {
    count: all.length,
    estimateSize: (i: number) => (all[i]?.kind === 'head' ? headHeight : rowHeight),
    getItemKey: (i: number) => keyOf(all[i]!),
  }
})
const virtualizer = useVirtualizer(
  computed(() => ({
    ...measured.value,
    getScrollElement: () => scroller.value ?? null,
    overscan: rows.length <= USUAL_SIZE ? USUAL_SIZE : hasJumped.value ? 0 : BEYOND,
  })),
)

type Place = Readonly<Record<'top', string>>

interface Drawn {
  readonly row: ListRow<T>
  readonly key: string
  readonly start: number
  readonly style: Place
}
/** What stands where it stood is the same, so that nothing of it is drawn again. */
const drawn = computed<Drawn[]>((before = []) => {
  const known = new Map(before.map((each) => [each.key, each]))
  return virtualizer.value.getVirtualItems().flatMap(({ index, start }) => {
    const row = rows[index]
    if (!row) return []
    const key = keyOf(row)
    const old = known.get(key)
    if (old?.start !== start) return { row, key, start, style: { top: `${start}px` } }
    return old.row === row ? old : { ...old, row }
  })
})
const entries = computed(() => drawn.value.filter(({ row }) => row.kind === 'entry'))
const heads = computed(() => drawn.value.filter(({ row }) => row.kind === 'head'))

function keyOf(row: ListRow<T>): string {
  return row.kind === 'head' ? `head ${row.id}` : row.entry.id
}

function isSelected(id: string): boolean {
  return id === selectedId || (markedIds?.has(id) ?? false)
}

/** What makes an element the row of an entry. */
function attrsOf(entry: T, style: Place) {
  return {
    id: `${prefix}-${entry.id}`,
    role: 'option',
    'aria-selected': isSelected(entry.id),
    'aria-posinset': places.value.get(entry.id)?.position,
    'aria-setsize': places.value.size,
    style,
  }
}

/** The entry in whose row something happens. */
function entryOf({ target }: Event): T | undefined {
  const id = target instanceof Element ? target.closest('[role="option"]')?.id : undefined
  const place = id === undefined ? undefined : places.value.get(id.slice(prefix.length + 1))
  const row = place && rows[place.row]
  return row?.kind === 'entry' ? row.entry : undefined
}

function onClick(event: MouseEvent): void {
  const entry = entryOf(event)
  if (entry) emit('choose', event, entry)
}

function onDblclick(event: MouseEvent): void {
  const entry = entryOf(event)
  if (entry) emit('open', entry)
}

/** More are wanted in time before the end of those that are there. */
const MORE_BEFORE = 20
watch(
  () => [virtualizer.value.getVirtualItems().at(-1)?.index ?? -1, rows.length] as const,
  ([last, count]) => {
    if (count > 0 && last >= count - MORE_BEFORE) emit('end')
  },
)

/** Shows the entry at hand, also where it is far from what is seen. */
watch(
  () => [selectedId, rows] as const,
  ([id, all], [idBefore, allBefore]) => {
    if (id === undefined || id === idBefore) return
    // While nothing else differs yet the browser knows how far it can scroll, and need not lay out the page for it.
    if (all === allBefore) bringIntoSight(id)
    else void nextTick(() => bringIntoSight(id))
  },
)

function bringIntoSight(id: string): void {
  const place = places.value.get(id)
  const { measurementsCache, scrollOffset, scrollRect } = virtualizer.value
  const item = place && measurementsCache[place.row]
  if (!item || !scroller.value || scrollOffset === null || !scrollRect) return
  const lowest = item.end - scrollRect.height
  if (scrollOffset >= lowest && scrollOffset <= item.start) return
  if (item.start > scrollOffset + 2 * scrollRect.height || item.end < scrollOffset - scrollRect.height) jump()
  scroller.value.scrollTop = scrollOffset < lowest ? lowest : item.start
  // The rows there are drawn with what else is drawn now, and not a frame later.
  scroller.value.dispatchEvent(new Event('scroll'))
}

/** After a jump, or when others stand there, what is in sight is drawn first, and what is beyond it a moment later. */
const { start: endJump } = useTimeoutFn(() => (hasJumped.value = false), BEYOND_AFTER_MS, { immediate: false })
function jump(): void {
  hasJumped.value = true
  endJump()
}
watch(() => rows.length, jump)

defineExpose({ focus: () => list.value?.focus({ preventScroll: true }) })
</script>

<template>
  <div ref="scroller" class="rows">
    <slot name="top" />
    <div
      class="space"
      :style="{
        height: `${virtualizer.getTotalSize()}px`,
        '--row-height': `${rowHeight}px`,
        '--head-height': `${headHeight}px`,
      }"
    >
      <div
        ref="list"
        class="entries"
        role="listbox"
        :aria-multiselectable="markedIds !== undefined"
        tabindex="0"
        :aria-label="label"
        :aria-activedescendant="selectedId === undefined ? undefined : `${prefix}-${selectedId}`"
        @keydown="emit('key', $event)"
        @click="onClick"
        @dblclick="onDblclick"
      >
        <template v-for="{ row, key, style } in entries" :key="key">
          <slot
            v-if="row.kind === 'entry'"
            name="entry"
            :entry="row.entry"
            :is-marked="markedIds?.has(key) ?? false"
            :attrs="attrsOf(row.entry, style)"
          />
        </template>
      </div>
      <template v-for="{ row, key, style } in heads" :key="key">
        <div v-if="row.kind === 'head'" class="head" :style="style"><slot :id="row.id" name="head" /></div>
      </template>
    </div>
    <slot v-if="rows.length === 0" name="empty" />
  </div>
</template>

<style scoped>
.space {
  position: relative;
}
.entries {
  position: absolute;
  inset: 0;
}
.entries > :deep(*),
.head {
  position: absolute;
  left: 0;
  right: 0;
}
.entries > :deep(*) {
  height: var(--row-height);
}
.head {
  height: var(--head-height);
}
.entries:focus-visible {
  outline: none;
}
.rows:has(.entries:focus-visible) {
  outline: 2px solid var(--live);
  outline-offset: -2px;
}
</style>
