<script setup lang="ts">
import { own } from '~~/core/result'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Program } from '~~/core/bench'
import { countOf } from '~~/core/names'
import SetIcon from '~/icons/SetIcon.vue'
import { useMirror } from '~/live/useMirror'
import { hasWords } from '~/page/hasWords'
import { useViewKeys } from '~/page/useViewKeys'
import IconPlus from '~icons/tabler/plus'
import ProgramEditor from './ProgramEditor.vue'

/** The programs of the bench, and how each reads its arguments. */
const mirror = useMirror()
const filter = ref('')
const route = useRoute()
/** The one that was asked for in the address, to begin with. */
const chosenId = ref<string>()
watch(
  () => route.query.program,
  (id) => {
    if (typeof id === 'string') chosenId.value = id
  },
  { immediate: true },
)
const isNew = ref(false)

useViewKeys('Programs', [
  { keys: 'Up', does: 'chooses the program before; Down the next' },
  { keys: 'Ctrl+S', does: 'saves the description' },
])

const originWords = { described: 'described here', imported: 'imported' }
const all = computed(() => Object.values(mirror.bench.programs).sort((a, b) => a.name.localeCompare(b.name)))
const shown = computed(() => {
  const has = hasWords(filter.value)
  return all.value.filter(({ name, executable, categories }) => has(`${name} ${executable} ${categories.join(' ')}`))
})
const chosen = computed<Program | undefined>(() =>
  isNew.value ? undefined : (own(mirror.bench.programs, chosenId.value ?? '') ?? shown.value[0]),
)

function choose(program: Program | undefined): void {
  isNew.value = false
  if (program) chosenId.value = program.id
}

function move(by: number): void {
  const at = chosen.value ? shown.value.findIndex((program) => program.id === chosen.value!.id) : -1
  choose(shown.value[Math.min(Math.max(0, at + by), shown.value.length - 1)])
}

function saved(program: Program | undefined): void {
  isNew.value = false
  chosenId.value = program?.id
}
</script>

<template>
  <section class="view">
    <header class="view-head">
      <h1>Programs</h1>
      <ElInput
        v-model="filter"
        class="filter"
        clearable
        placeholder="Filter by name, path or category"
        aria-label="Filter the programs"
      />
      <span class="soft" role="status">{{ countOf(shown.length, 'program') }}</span>
      <span class="gap" />
      <ElButton type="primary" @click="isNew = true"> <IconPlus class="icon" /> Describe a program </ElButton>
    </header>
    <div class="programs">
      <div
        class="rows"
        role="listbox"
        tabindex="0"
        aria-label="Programs"
        @keydown.down.prevent="move(1)"
        @keydown.up.prevent="move(-1)"
      >
        <div
          v-for="program in shown"
          :key="program.id"
          class="row program"
          role="option"
          :aria-selected="program.id === chosen?.id"
          @click="choose(program)"
        >
          <SetIcon :name="program.icon" />
          <strong class="cut">{{ program.name }}</strong>
          <span class="soft cut">{{
            program.origin ? originWords[program.origin] : program.instances === 'single' ? 'runs once' : ''
          }}</span>
        </div>
        <p v-if="shown.length === 0" class="empty">No program has “{{ filter }}” in its name, path or categories.</p>
      </div>
      <ProgramEditor v-if="isNew || chosen" :key="isNew ? 'new' : chosen!.id" :program="chosen" @saved="saved" />
    </div>
  </section>
</template>

<style scoped>
.filter {
  width: 280px;
}
.gap {
  flex: 1;
}
.programs {
  display: grid;
  grid-template-columns: 330px minmax(0, 1fr);
  min-height: 0;
}
.program {
  grid-template-columns: 20px minmax(0, 1fr) 110px;
}
</style>
