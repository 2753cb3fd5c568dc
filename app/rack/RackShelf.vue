<script setup lang="ts">
import { computed } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import { itemKey } from '~~/core/rack'
import type { RackItem, RackPlace } from '~~/core/rack'
import IconFolder from '~icons/tabler/folder'
import IconFolderOpen from '~icons/tabler/folder-open'
import type { PlateSpot } from './plateLines'
import RackPlate from './RackPlate.vue'
import type { ShelfLook } from './usePlates'

/** Plates side by side, in a row or in an open folder; dragged within it and to others where the page can be arranged. */
const { items, name, rowId, folderId, plateOf, at, marked, open, query, canArrange } = defineProps<
  ShelfLook & {
    items: readonly RackItem[]
    /** Of the row or folder whose plates these are. */
    name: string
    rowId: string
    folderId?: string
  }
>()
const emit = defineEmits<{
  choose: [spot: PlateSpot, event: MouseEvent]
  /** What was dropped here, and before which place. */
  drop: [key: string, place: RackPlace]
}>()

/** The package works on its own list; what stands is what comes back from the store. */
const list = computed({ get: () => [...items], set: () => undefined })

function dropped({ item, newIndex }: { item: HTMLElement; newIndex?: number }): void {
  const key = item.dataset.key
  // Its place is counted without it; it is moved by what stands, and drawn from that.
  if (key !== undefined && newIndex !== undefined)
    emit('drop', key, { rowId, ...(folderId === undefined ? {} : { folderId }), at: newIndex })
}
const spotOf = (item: RackItem): PlateSpot => ({
  rowId,
  ...(folderId === undefined ? {} : { folderId }),
  key: itemKey(item),
})
const isAt = (item: RackItem) =>
  at !== undefined && at.rowId === rowId && at.folderId === folderId && at.key === itemKey(item)
</script>

<template>
  <VueDraggable
    v-model="list"
    class="shelf"
    :role="items.length > 0 ? 'listbox' : undefined"
    :aria-label="items.length > 0 ? name : undefined"
    :class="{ inside: folderId !== undefined }"
    :group="
      folderId === undefined
        ? 'row'
        : {
            name: 'row',
            put: (_to: unknown, _from: unknown, item: HTMLElement) => !item.dataset.key?.startsWith('folder '),
          }
    "
    :disabled="!canArrange"
    :animation="120"
    :delay="60"
    draggable=".cell"
    @add="dropped"
    @update="dropped"
  >
    <div
      v-for="item in items"
      :id="isAt(item) ? 'rack-at' : undefined"
      :key="itemKey(item)"
      class="cell"
      role="option"
      :aria-selected="isAt(item)"
      :class="{ at: isAt(item), open: item.kind === 'folder' && open.has(item.id) }"
      :data-key="itemKey(item)"
      @click="emit('choose', spotOf(item), $event)"
    >
      <template v-if="item.kind === 'folder'">
        <span class="folder" :class="{ marked: marked.has(itemKey(item)) }"
          ><component :is="open.has(item.id) ? IconFolderOpen : IconFolder" class="icon" />
          {{ item.entryIds.length }}</span
        >
        <span class="name"
          >{{ item.name }}<span class="unseen">, a folder, {{ open.has(item.id) ? 'open' : 'closed' }}</span></span
        >
      </template>
      <RackPlate
        v-else
        :entry-id="item.entryId"
        v-bind="plateOf(item.entryId)"
        :query="query"
        :at="isAt(item)"
        :marked="marked.has(item.entryId)"
      />
    </div>
    <p v-if="items.length === 0" class="soft none">Nothing stands here yet.</p>
  </VueDraggable>
</template>

<style scoped>
.shelf {
  display: grid;
  grid-template-columns: repeat(auto-fill, var(--cell));
  gap: 8px 10px;
  min-height: 40px;
  padding: 4px 16px 6px;
}
.shelf.inside {
  margin: 0 16px 10px;
  padding: 8px 10px;
  background: var(--sunken);
  border-left: 4px solid var(--line-strong);
}
.cell {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  grid-auto-rows: min-content;
  gap: 4px;
  justify-items: center;
  align-content: start;
  padding: 5px;
  border-radius: 3px;
  cursor: default;
}
.cell:hover {
  background: var(--sunken);
}
.cell.at {
  background: var(--press-soft);
  box-shadow: 0 0 0 2px var(--press) inset;
}
.folder {
  display: flex;
  gap: 6px;
  align-items: center;
  justify-content: center;
  width: 100%;
  height: var(--plate-height);
  border: 1px solid var(--line-strong);
  border-bottom-width: 4px;
  border-radius: 3px;
  background: var(--surface);
  font: 600 var(--plate-type) var(--engraved);
}
.folder.marked {
  outline: 2px dashed var(--live);
  outline-offset: 2px;
}
.folder .icon {
  width: var(--plate-icon);
  height: var(--plate-icon);
}
.name {
  font: 600 13px/1.25 var(--plain);
  text-align: center;
  overflow-wrap: anywhere;
}
.none {
  grid-column: 1 / -1;
}
</style>
