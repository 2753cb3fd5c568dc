<script setup lang="ts">
import { ref } from 'vue'
import { formatChord, formatSequence, keyOfCode, LONGEST_SEQUENCE, modifierOfCode, parseSequence } from '~~/core/keys'
import type { Modifier } from '~~/core/keys'
import IssueLine from '~/form/IssueLine.vue'
import { useMirror } from '~/live/useMirror'
import IconKeyboard from '~icons/tabler/keyboard'
import KeyboardDrawing from './KeyboardDrawing.vue'
import PressButton from './PressButton.vue'

/** A chord, or several of a sequence: typed as text, pressed while “Press” is on, or chosen on a drawn keyboard. */
const {
  label,
  issue = undefined,
  several = false,
} = defineProps<{ label: string; issue?: string; several?: boolean }>()
const chord = defineModel<string>({ required: true })

/** A sequence is pressed chord by chord; it ends with four, or when nothing follows for a while. */
const NEXT_CHORD_MS = 1500
let ending: ReturnType<typeof setTimeout> | undefined
const isDrawn = ref(false)
const drawnModifiers = ref<Modifier[]>([])
const mirror = useMirror()

const isCapturing = ref(false)
/** Keys that the drawn keyboard lacks and others have. */
const elsewhere = [
  'F13',
  'F14',
  'F15',
  'F16',
  'F17',
  'F18',
  'F19',
  'F20',
  'F21',
  'F22',
  'F23',
  'F24',
  'AudioVolumeMute',
  'AudioVolumeUp',
  'AudioVolumeDown',
  'MediaPlayPause',
  'MediaTrackNext',
  'MediaTrackPrevious',
  'Mouse3',
  'Mouse4',
  'Mouse5',
  'WheelUp',
  'WheelDown',
]
const held = ref<Modifier[]>([])

function modifiersOf(event: KeyboardEvent | MouseEvent): Modifier[] {
  const flags: [Modifier, boolean][] = [
    ['Ctrl', event.ctrlKey],
    ['Alt', event.altKey],
    ['Shift', event.shiftKey],
    ['Meta', event.metaKey],
  ]
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
  take(formatChord({ modifiers: modifiersOf(event), code: event.code }))
}

function take(pressed: string): void {
  clearTimeout(ending)
  const before = several && isCapturing.value && hasBegun ? `${chord.value} ` : ''
  chord.value = before + pressed
  hasBegun = true
  if (!several || chord.value.split(' ').length === LONGEST_SEQUENCE) stop()
  else ending = setTimeout(stop, NEXT_CHORD_MS)
}

/** On the drawn keyboard modifiers stay down until they are pressed again. */
function choose(code: string): void {
  const modifier = modifierOfCode(code)
  if (modifier)
    drawnModifiers.value = drawnModifiers.value.includes(modifier)
      ? drawnModifiers.value.filter((entry) => entry !== modifier)
      : [...drawnModifiers.value, modifier]
  else {
    const pressed = formatChord({ modifiers: drawnModifiers.value, code })
    chord.value =
      several && chord.value.trim() !== '' && chord.value.trim().split(/\s+/).length < LONGEST_SEQUENCE
        ? `${chord.value.trim()} ${pressed}`
        : pressed
  }
}

/** Extra buttons of the mouse and its wheel can be pressed on the button, too. */
function captureButton(event: MouseEvent): void {
  const code = { 1: 'Mouse3', 3: 'Mouse4', 4: 'Mouse5' }[event.button]
  if (!isCapturing.value || !code) return
  event.preventDefault()
  take(formatChord({ modifiers: modifiersOf(event), code }))
}

function captureWheel(event: WheelEvent): void {
  if (!isCapturing.value) return
  event.preventDefault()
  take(formatChord({ modifiers: modifiersOf(event), code: event.deltaY < 0 ? 'WheelUp' : 'WheelDown' }))
}

let hasBegun = false

function start(): void {
  isCapturing.value = true
  hasBegun = false
  held.value = []
}

function stop(): void {
  clearTimeout(ending)
  isCapturing.value = false
}

/** Typed text is put into its usual spelling once it is a chord. */
function tidy(): void {
  const parsed = parseSequence(chord.value)
  if (parsed.ok) chord.value = formatSequence(parsed.value)
}
</script>

<template>
  <div>
    <div class="chord">
      <ElInput
        v-model="chord"
        :aria-label="label"
        :aria-invalid="issue !== undefined"
        :placeholder="several ? 'Meta+O E' : 'Ctrl+Alt+M'"
        spellcheck="false"
        @blur="tidy"
      />
      <PressButton
        :model-value="isCapturing"
        :label="label"
        @update:model-value="$event ? start() : stop()"
        @keydown="capture"
        @keyup="capture"
        @mousedown="captureButton"
        @wheel="captureWheel"
      >
        {{ held.length > 0 ? `${held.join('+')}+…` : 'Press the keys…' }}
      </PressButton>
      <ElButton
        :aria-label="`Choose ${label.toLowerCase()} on a drawn keyboard`"
        :aria-expanded="isDrawn"
        title="Choose on a drawn keyboard"
        @click="isDrawn = !isDrawn"
      >
        <IconKeyboard class="icon" />
      </ElButton>
    </div>
    <div v-if="isDrawn" class="drawn">
      <KeyboardDrawing :settings="mirror.keySettings" :modifiers="drawnModifiers" @choose="choose" />
      <p class="others">
        <span class="soft">Not on it:</span>
        <ElButton v-for="code in elsewhere" :key="code" size="small" @click="choose(code)">
          {{ keyOfCode(code)!.name }}
        </ElButton>
      </p>
    </div>
    <IssueLine :issue="issue" />
  </div>
</template>

<style scoped>
.chord {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 118px 34px;
  gap: 4px;
}
.chord .el-button {
  padding: 0;
}
.drawn {
  margin-top: 6px;
  display: grid;
  gap: 4px;
  grid-column: 1 / -1;
}
.others {
  display: flex;
  flex-wrap: wrap;
  gap: 3px;
  align-items: center;
}
.others .el-button {
  margin: 0;
  padding: 0 5px;
  height: 22px;
}
.chord :deep(.el-input__inner) {
  font-family: var(--mono);
  font-size: 13px;
}
</style>
