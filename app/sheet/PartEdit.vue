<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { durationInWords } from '~~/core/steps'
import type { SentencePart } from '~~/core/steps'
import { optionsOf } from '~/form/optionsOf'
import { useMirror } from '~/live/useMirror'
import NameSelect from '~/form/NameSelect.vue'
import { readPart } from './partValues'

/** A part of a sentence that is chosen or typed in place: underlined, and a field once it is pressed. */
const { part, value } = defineProps<{ part: SentencePart; value: unknown }>()
const emit = defineEmits<{ set: [value: unknown]; leave: []; next: [by: 1 | -1] }>()

const mirror = useMirror()
const isOpen = ref(false)
const typed = ref('')
const because = ref<string>()
const field = ref<{ focus: () => void }>()

const options = computed<readonly { value: string; name: string }[] | undefined>(() => {
  const { input } = part
  switch (input.as) {
    case 'choice':
      return optionsOf(input.words)
    case 'switch':
      return [
        { value: 'true', name: input.on },
        { value: 'false', name: input.off },
      ]
    default:
      return undefined
  }
})

/** Things by their names, found by typing. */
const names = computed(() => {
  switch (part.input.as) {
    case 'any-program':
    case 'program': {
      const front = part.input.as === 'any-program' ? [{ value: '', name: 'the program in front' }] : []
      const programs = Object.values(mirror.bench.programs).map(({ id, name }) => ({ value: id, name }))
      return { of: 'program' as const, options: [...front, ...programs.sort((a, b) => a.name.localeCompare(b.name))] }
    }
    case 'device': {
      const options = Object.values(mirror.bench.devices).map(({ id, name }) => ({ value: id, name }))
      return { of: 'device' as const, options }
    }
    case 'frame':
      return { of: 'frame' as const, options: mirror.frameChoices }
    case 'lever':
      return { of: 'lever' as const, options: mirror.leverChoices }
    default:
      return undefined
  }
})

async function open(): Promise<void> {
  typed.value = part.input.as === 'duration' ? durationInWords(Number(value)) : String(value ?? '')
  because.value = undefined
  isOpen.value = true
  await nextTick()
  field.value?.focus()
  if (field.value instanceof HTMLInputElement) field.value.select()
}

function close(): void {
  isOpen.value = false
  // A list of names takes the focus back once more when one of them is chosen.
  void nextTick(() => emit('leave'))
}

/** What cannot be taken stays in the field, with what would do. */
function take(): void {
  if (!isOpen.value) return
  const read = readPart(part.input, typed.value)
  if (!read.ok) {
    because.value = read.because
    return
  }
  close()
  if (read.value !== value) emit('set', read.value)
}

function choose(chosen: string): void {
  close()
  const set = part.input.as === 'switch' ? chosen === 'true' : chosen
  if (set !== value) emit('set', set)
}

/** To the part before or behind, with what was typed taken. */
function goOn(event: KeyboardEvent): void {
  event.preventDefault()
  if (!names.value && !options.value) take()
  if (because.value !== undefined) return
  isOpen.value = false
  emit('next', event.shiftKey ? -1 : 1)
}

function onKey(event: KeyboardEvent): void {
  event.stopPropagation()
  if (event.key === 'Tab') goOn(event)
  else if (event.key === 'Escape') close()
  else if (event.key === 'Enter' && !options.value && !names.value) take()
  else return
  event.preventDefault()
}

defineExpose({ open })
</script>

<template>
  <button v-if="!isOpen" type="button" class="part" tabindex="-1" @click.stop="open" @dblclick.stop>
    {{ part.text === '' ? '…' : part.text }}
  </button>
  <span v-else-if="names" class="naming" @click.stop @dblclick.stop @keydown="onKey">
    <NameSelect
      ref="field"
      size="small"
      automatic-dropdown
      :model-value="String(value ?? '')"
      :of="names.of"
      :options="names.options"
      :label="`Choose instead of ${part.text}`"
      @update:model-value="choose"
      @visible-change="$event || close()"
    />
  </span>
  <select
    v-else-if="options"
    ref="field"
    class="field"
    :value="String(value ?? '')"
    :aria-label="`Choose instead of ${part.text}`"
    @change="choose(($event.target as HTMLSelectElement).value)"
    @keydown="onKey"
    @blur="close"
    @click.stop
  >
    <option v-if="!options.some((option) => option.value === value)" :value="String(value ?? '')">…</option>
    <option v-for="option in options" :key="option.value" :value="option.value">{{ option.name }}</option>
  </select>
  <span v-else class="typing" @click.stop @dblclick.stop>
    <input
      ref="field"
      v-model="typed"
      class="field"
      :class="{ mono: part.input.as === 'path' || part.input.as === 'name' }"
      :style="{ width: `${Math.min(48, Math.max(6, typed.length + 2))}ch` }"
      :aria-label="`Instead of ${part.text}`"
      :aria-invalid="because !== undefined"
      spellcheck="false"
      @keydown="onKey"
      @blur="take"
    />
    <span v-if="because" class="fault" role="alert">{{ because }}</span>
  </span>
</template>

<style scoped>
.part {
  padding: 0 1px;
  border: 0;
  border-bottom: 1px solid var(--press);
  background: none;
  color: inherit;
  font: inherit;
  white-space: nowrap;
  cursor: pointer;
}
.part:hover {
  background: var(--press-soft);
}
.field {
  height: 24px;
  max-width: 320px;
  padding: 0 4px;
  border: 1px solid var(--live);
  border-radius: var(--radius);
  background: var(--surface);
  color: var(--ink);
  font: inherit;
}
.field.mono {
  font: 13px var(--mono);
}
.naming {
  display: inline-block;
  width: 220px;
}
.typing {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
</style>
