<script setup lang="ts">
import { own } from '~~/core/result'
import { computed, ref } from 'vue'
import { createIndex } from '~~/core/search'
import PinMark from '~/form/PinMark.vue'
import { useMirror } from '~/live/useMirror'
import { usePins } from '~/live/usePins'
import SetIcon from '~/icons/SetIcon.vue'

/** One program of the bench, or several, searched by name or initials. */
const {
  label,
  multiple = false,
  invalid = false,
  placeholder = 'Search the programs of the bench',
} = defineProps<{ label: string; multiple?: boolean; invalid?: boolean; placeholder?: string }>()
const chosen = defineModel<string | string[]>({ required: true })

const mirror = useMirror()
const pins = usePins()
const query = ref('')
const select = ref<{ blur: () => void }>()
const index = computed(() =>
  createIndex(Object.values(mirror.bench.programs).map((program) => ({ ...program, detail: program.executable }))),
)
const programs = computed(() => {
  const found = index.value.search(query.value, { limit: 100 }).map((hit) => hit.entry)
  return query.value.trim() === '' ? pins.first('names', found, ({ id }) => `program:${id}`) : found
})
/**
 * Once the arrows are used, the list says which one Enter takes; before that it is the best one found, however fast one
 * types.
 */
let isBrowsing = false

function filter(text: string): void {
  query.value = text
  isBrowsing = false
}

function onKey(event: KeyboardEvent): void {
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp') isBrowsing = true
  const [best] = programs.value
  if (event.key !== 'Enter' || isBrowsing || query.value === '' || !best) return
  event.preventDefault()
  event.stopPropagation()
  if (multiple) chosen.value = [...new Set([...chosen.value, best.id])]
  else chosen.value = best.id
  select.value?.blur()
}

const missing = computed(() => [chosen.value].flat().filter((id) => id !== '' && !own(mirror.bench.programs, id)))
</script>

<template>
  <ElSelect
    ref="select"
    v-model="chosen"
    :multiple="multiple"
    filterable
    default-first-option
    :filter-method="filter"
    :aria-label="label"
    :aria-invalid="invalid"
    :placeholder="placeholder"
    no-match-text="No program of that name"
    @visible-change="filter('')"
    @keydown.capture="onKey"
  >
    <ElOption v-for="program in programs" :key="program.id" :value="program.id" :label="program.name">
      <span class="option"
        ><SetIcon :name="program.icon" /> {{ program.name }} <code class="soft">{{ program.executable }}</code>
        <PinMark :id="`program:${program.id}`" list="names"
      /></span>
    </ElOption>
    <ElOption v-for="id in missing" :key="id" :value="id" :label="`${id} (not on the bench)`" />
  </ElSelect>
</template>

<style scoped>
.option {
  display: flex;
  align-items: center;
  gap: 8px;
}
.option code {
  margin-left: auto;
  font-size: 12px;
}
</style>
