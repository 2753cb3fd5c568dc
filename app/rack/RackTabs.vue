<script setup lang="ts">
import { nextTick, ref } from 'vue'
import { ALL_PAGE, withoutPage } from '~~/core/rack'
import type { RackPage } from '~~/core/rack'
import RenameInput from '~/form/RenameInput.vue'
import { useRack } from '~/live/useRack'
import IconPlus from '~icons/tabler/plus'

/** The pages of the rack by name; one’s own can be renamed, taken away and added to. */
const { pages, page } = defineProps<{ pages: readonly RackPage[]; page: RackPage }>()
const emit = defineEmits<{
  show: [pageId: string]
  /** Keys belong to the plates again. */
  leave: []
}>()

const rack = useRack()
/** The page that is being given a name. */
const namingId = ref<string>()

async function add(): Promise<void> {
  const made = rack.addPage(`Page ${pages.length}`)
  await nextTick()
  emit('show', made.id)
  namingId.value = made.id
}

function name(to: string): void {
  leave()
  void rack.savePage({ ...page, name: to.slice(0, 60) })
}

function leave(): void {
  namingId.value = undefined
  emit('leave')
}

function remove(): void {
  emit('leave')
  void rack.save((now) => withoutPage(now, page.id), `Took the page ${page.name} away.`)
  emit('show', ALL_PAGE)
}
</script>

<template>
  <nav aria-label="Pages of the rack">
    <template v-for="entry in pages" :key="entry.id">
      <RenameInput
        v-if="entry.id === namingId && entry.id === page.id"
        :value="entry.name"
        label="Name of the page"
        @take="name"
        @leave="leave"
      />
      <button
        v-else
        type="button"
        :class="{ here: entry.id === page.id }"
        :aria-current="entry.id === page.id ? 'page' : undefined"
        @click="(emit('show', entry.id), emit('leave'))"
        @dblclick="entry.id !== ALL_PAGE && (namingId = entry.id)"
      >
        {{ entry.name }}
      </button>
    </template>
    <button type="button" aria-label="Add a page" title="Add a page" @click="add"><IconPlus class="icon" /></button>
  </nav>
  <span v-if="page.id !== ALL_PAGE" class="own">
    <ElButton size="small" @click="namingId = page.id"> Rename </ElButton>
    <ElButton size="small" @click="rack.addRow(page)"> Add a row </ElButton>
    <ElButton size="small" @click="remove"> Take the page away </ElButton>
  </span>
</template>

<style scoped>
nav {
  display: flex;
  gap: 2px;
  align-items: center;
}
nav button {
  height: 30px;
  padding: 0 10px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  color: var(--ink);
  font: 600 14px var(--engraved);
  cursor: pointer;
}
nav button.here {
  border-bottom-color: var(--live-fill);
}
nav button:hover {
  background: var(--sunken);
}
.own :deep(.el-button) {
  margin: 0 0 0 4px;
}
</style>
