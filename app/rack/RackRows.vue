<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import { computed, useTemplateRef } from 'vue'
import type { RackFolder, RackItem, RackPage, RackPlace, RackRow } from '~~/core/rack'
import IconDown from '~icons/tabler/chevron-down'
import IconUp from '~icons/tabler/chevron-up'
import IconX from '~icons/tabler/x'
import type { PlateSpot } from './plateLines'
import RackName from './RackName.vue'
import RackShelf from './RackShelf.vue'
import type { Naming } from './useArranging'
import type { ShelfLook } from './usePlates'

/**
 * The rows of a page with their plates. A page that arranges itself may have thousands: of that only the lines near what
 * is seen are drawn.
 */
const { page, columns, size, isLong, renaming, shelf } = defineProps<{
  page: RackPage
  columns: number
  size: { readonly cell: number; readonly height: number }
  isLong: boolean
  /** What every shelf of the page is drawn with. */
  shelf: ShelfLook
  renaming: Naming | undefined
}>()
const emit = defineEmits<{
  choose: [spot: PlateSpot, event: MouseEvent]
  drop: [key: string, place: RackPlace]
  rename: [name: string]
  leave: []
  askName: [naming: Naming]
  moveRow: [rowId: string, by: number]
  removeRow: [rowId: string]
  dissolve: [folderId: string]
}>()

/** What a shelf tells is passed on as it is. */
const told = {
  choose: (spot: PlateSpot, event: MouseEvent) => emit('choose', spot, event),
  drop: (key: string, place: RackPlace) => emit('drop', key, place),
}
const naming = (of: Naming) => ({
  isNaming: JSON.stringify(of) === JSON.stringify(renaming),
  onAsk: () => emit('askName', of),
})

const HEAD = 30
/** A plate with its name in two lines and how it is. */
const lineHeight = computed(() => size.height + 76)

type Line =
  | { readonly kind: 'head'; readonly row: RackRow }
  | { readonly kind: 'plates'; readonly row: RackRow; readonly items: readonly RackItem[]; readonly from: number }

const lines = computed<Line[]>(() =>
  page.rows.flatMap((row): Line[] => {
    const parts: Line[] = []
    for (let from = 0; from < row.items.length; from += columns)
      parts.push({ kind: 'plates', row, items: row.items.slice(from, from + columns), from })
    return [{ kind: 'head', row }, ...parts]
  }),
)
const holder = useTemplateRef<HTMLElement>('holder')
const virtualizer = useVirtualizer(
  computed(() => ({
    count: isLong ? lines.value.length : 0,
    getScrollElement: () => holder.value?.parentElement ?? null,
    estimateSize: (i: number) => (lines.value[i]?.kind === 'head' ? HEAD : lineHeight.value),
    getItemKey: (i: number) => {
      const line = lines.value[i]!
      return line.kind === 'head' ? line.row.id : `${line.row.id} ${line.from}`
    },
    overscan: 4,
  })),
)
const drawn = computed(() =>
  virtualizer.value.getVirtualItems().flatMap(({ index, start }) => {
    const line = lines.value[index]
    return line ? [{ line, start, index }] : []
  }),
)

const openFolders = (row: RackRow) =>
  row.items.filter((item): item is RackFolder => item.kind === 'folder' && shelf.open.has(item.id))
const platesIn = (folder: RackFolder): RackItem[] => folder.entryIds.map((entryId) => ({ kind: 'plate', entryId }))
</script>

<template>
  <div v-if="isLong" ref="holder" class="long" :style="{ height: `${virtualizer.getTotalSize()}px` }">
    <div
      v-for="{ line, start, index } in drawn"
      :key="index"
      class="line"
      :style="{ transform: `translateY(${start}px)` }"
    >
      <h2 v-if="line.kind === 'head'" class="name">
        {{ line.row.name }} <span class="soft">{{ line.row.items.length }}</span>
      </h2>
      <RackShelf
        v-else
        v-bind="shelf"
        :style="{ height: `${lineHeight}px`, overflow: 'hidden' }"
        :name="line.row.name"
        :items="line.items"
        :row-id="line.row.id"
        v-on="told"
      />
    </div>
  </div>
  <template v-else>
    <section v-for="row in page.rows" :key="row.id" :aria-label="row.name">
      <RackName
        v-bind="naming({ rowId: row.id })"
        :name="row.name"
        of="row"
        @take="emit('rename', $event)"
        @leave="emit('leave')"
      >
        <span v-if="shelf.canArrange" class="of-row">
          <button type="button" tabindex="-1" :aria-label="`Move ${row.name} up`" @click="emit('moveRow', row.id, -1)">
            <IconUp class="icon" />
          </button>
          <button type="button" tabindex="-1" :aria-label="`Move ${row.name} down`" @click="emit('moveRow', row.id, 1)">
            <IconDown class="icon" />
          </button>
          <button type="button" tabindex="-1" :aria-label="`Take ${row.name} off`" @click="emit('removeRow', row.id)">
            <IconX class="icon" />
          </button>
        </span>
      </RackName>
      <RackShelf v-bind="shelf" :name="row.name" :items="row.items" :row-id="row.id" v-on="told" />
      <div v-for="folder in openFolders(row)" :key="folder.id">
        <RackName
          v-bind="naming({ folderId: folder.id })"
          :name="folder.name"
          of="folder"
          @take="emit('rename', $event)"
          @leave="emit('leave')"
        >
          <button v-if="shelf.canArrange" type="button" tabindex="-1" @click="emit('dissolve', folder.id)">
            Dissolve it
          </button>
        </RackName>
        <RackShelf
          v-bind="shelf"
          :name="folder.name"
          :items="platesIn(folder)"
          :row-id="row.id"
          :folder-id="folder.id"
          v-on="told"
        />
      </div>
    </section>
  </template>
</template>

<style scoped>
.long {
  position: relative;
}
.line {
  position: absolute;
  inset: 0 0 auto;
}
.name {
  height: 30px;
  padding: 7px 16px 0;
  border-bottom: 1px solid var(--line);
  font: 600 14px/1.2 var(--engraved);
}
.of-row {
  visibility: hidden;
  display: flex;
}
section:hover .of-row {
  visibility: visible;
}
button {
  border: 0;
  background: none;
  padding: 0 3px;
  color: var(--press);
  font: 600 12px var(--engraved);
  cursor: pointer;
}
</style>
