<script setup lang="ts">
import { ref } from 'vue'
import { formatChord, keyOfCode, modifierOfCode, parseChord } from '~~/core/keys'
import type { Modifier } from '~~/core/keys'

/** A chord, typed as text or pressed while “Press” is on. */
const { label, issue = undefined } = defineProps<{ label: string, issue?: string }>()
const chord = defineModel<string>({ required: true })

const isCapturing = ref(false)
const held = ref<Modifier[]>([])

function modifiersOf(event: KeyboardEvent): Modifier[] {
  const flags: [Modifier, boolean][] = [['Ctrl', event.ctrlKey], ['Alt', event.altKey], ['Shift', event.shiftKey], ['Meta', event.metaKey]]
  return flags.filter(([, isDown]) => isDown).map(([modifier]) => modifier)
}

function capture(event: KeyboardEvent): void {
  if (!isCapturing.value) return
  // Tab alone leaves the field, so that the keyboard is never trapped.
  if (event.key === 'Tab' && modifiersOf(event).length === 0) return
  event.preventDefault()
  event.stopPropagation()
  held.value = modifiersOf(event)
  if (event.type !== 'keydown' || modifierOfCode(event.code) || event.repeat) return
  if (!keyOfCode(event.code)) return
  chord.value = formatChord({ modifiers: modifiersOf(event), code: event.code })
  stop()
}

function start(): void {
  isCapturing.value = true
  held.value = []
}

function stop(): void {
  isCapturing.value = false
}

/** Typed text is put into its usual spelling once it is a chord. */
function tidy(): void {
  const parsed = parseChord(chord.value)
  if (parsed.ok) chord.value = formatChord(parsed.value)
}
</script>

<template>
  <div>
    <div class="chord">
      <ElInput
        v-model="chord"
        :aria-label="label"
        :aria-invalid="issue !== undefined"
        placeholder="Ctrl+Alt+M"
        spellcheck="false"
        @blur="tidy"
      />
      <button
        type="button"
        class="press"
        :class="{ on: isCapturing }"
        :data-captures-keys="isCapturing || undefined"
        :aria-pressed="isCapturing"
        :aria-label="`Press ${label.toLowerCase()}`"
        @click="isCapturing ? stop() : start()"
        @keydown="capture"
        @keyup="capture"
        @blur="stop"
      >
        {{ isCapturing ? (held.length > 0 ? `${held.join('+')}+…` : 'Press the keys…') : 'Press' }}
      </button>
    </div>
    <p
      v-if="issue"
      class="fault"
      role="alert"
    >
      {{ issue }}
    </p>
  </div>
</template>

<style scoped>
.chord { display: grid; grid-template-columns: 1fr 128px; gap: 4px; }
.chord :deep(.el-input__inner) { font-family: var(--mono); font-size: 13px; }
.press { border: 1px solid var(--line-strong); border-bottom-width: 2px; border-radius: var(--radius); background: var(--surface); color: var(--ink); font: 600 14px var(--engraved); cursor: pointer; }
.press.on { border-color: var(--live); background: var(--sunken); color: var(--live); }
</style>
