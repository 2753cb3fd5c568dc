<script setup lang="ts">
import { computed, nextTick } from 'vue'
import { sentenceOfRow } from '~~/core/sheets'
import type { Row } from '~~/core/sheets'
import type { Step } from '~~/core/steps'
import { useMirror } from '~/live/useMirror'
import IconPause from '~icons/tabler/player-pause'
import IconGrip from '~icons/tabler/grip-vertical'
import IconOpen from '~icons/tabler/chevron-down'
import IconFolded from '~icons/tabler/chevron-right'
import PartEdit from './PartEdit.vue'
import { fieldAt, withField } from './partValues'
import type { RunMark } from './runMarks'
import TrackGutter from './TrackGutter.vue'
import type { TrackLine } from './trackLines'

/** One row of a sheet: its number, the track, the sentence with parts that are edited in place, and what it did. */
const { row, line, mark, isAt, isMarked, hasFault, pauses } = defineProps<{
  row: Row
  line: TrackLine
  mark: RunMark | undefined
  isAt: boolean
  isMarked: boolean
  hasFault: boolean
  pauses: boolean
}>()
const emit = defineEmits<{ replace: [step: Step]; fold: []; leave: [] }>()

const mirror = useMirror()
const sentence = computed(() => sentenceOfRow(row, mirror.names))
/** The parts that can be chosen, counted. */
const placed = computed(() => {
  let count = 0
  return sentence.value.map((part) =>
    typeof part === 'string' ? { at: undefined, text: part } : { at: count++, part },
  )
})
const step = computed(() => (row.kind === 'empty' ? undefined : row.step))
const state = computed(() => (row.kind === 'step' ? (mark?.state ?? 'none') : 'none'))
/** The fields of the sentence, by their place in it. */
const parts = new Map<number, InstanceType<typeof PartEdit>>()

function setPart(at: number, part: unknown): void {
  if (part) parts.set(at, part as InstanceType<typeof PartEdit>)
  else parts.delete(at)
}

function set(at: string, value: unknown): void {
  if (step.value) emit('replace', withField(step.value as Step, at, value))
}

/** Edits a part in place, by its place in the sentence; `Tab` goes on to the others. */
function edit(at = 0): boolean {
  const part = parts.get(at)
  if (!part) return false
  void part.open()
  return true
}

function goOn(from: number, by: 1 | -1): void {
  void nextTick(() => edit(from + by) || emit('leave'))
}
defineExpose({ edit })
</script>

<template>
  <div class="sheet-row" :class="{ at: isAt, marked: isMarked, off: row.isOff, note: step?.kind === 'note' }">
    <span class="grip" :class="{ idle: row.kind !== 'step' }" aria-hidden="true"><IconGrip class="icon" /></span>
    <span class="number">{{ row.kind === 'step' ? row.number : '' }}</span>
    <TrackGutter :line="line" :state="state" />
    <button
      v-if="row.kind === 'step' && row.isBlock"
      type="button"
      class="fold"
      tabindex="-1"
      :aria-label="row.isFolded ? 'Unfold' : 'Fold'"
      @click.stop="emit('fold')"
    >
      <IconFolded v-if="row.isFolded" class="icon" /><IconOpen v-else class="icon" />
    </button>
    <IconPause v-if="pauses" class="icon pause" aria-label="Pauses here" />
    <span class="sentence" :class="{ soft: row.kind === 'empty' }">
      <template v-for="(part, i) in placed" :key="i">
        <template v-if="part.at === undefined">{{ part.text }}</template>
        <PartEdit
          v-else
          :ref="(field) => setPart(part.at, field)"
          :part="part.part"
          :value="fieldAt(step, part.part.at)"
          @set="set(part.part.at, $event)"
          @next="goOn(part.at, $event)"
          @leave="emit('leave')"
        />
      </template>
    </span>
    <span v-if="row.isOff" class="tag">off</span>
    <span v-if="hasFault" class="tag fault" title="Something is wrong with this step; it is told beside the sheet"
      >!</span
    >
    <span v-if="mark && row.kind === 'step'" class="did cut" :class="{ fault: mark.isFailed }" :title="mark.note">{{
      mark.text
    }}</span>
  </div>
</template>

<style scoped>
.sheet-row {
  display: flex;
  align-items: center;
  height: 34px;
  padding-right: 10px;
  border-bottom: 1px solid var(--line);
  background: var(--surface);
  white-space: nowrap;
  overflow: hidden;
}
.sheet-row.marked {
  background: var(--press-soft);
}
.sheet-row.at {
  background: var(--press-soft);
  box-shadow: 3px 0 0 var(--press) inset;
}
.grip {
  width: 18px;
  color: var(--ink-soft);
  cursor: grab;
  opacity: 0.5;
}
.grip.idle {
  visibility: hidden;
}
.number {
  width: 30px;
  text-align: right;
  padding-right: 6px;
  color: var(--ink-soft);
  font: 13px var(--engraved);
}
.fold {
  padding: 0 2px;
  border: 0;
  background: none;
  color: inherit;
  line-height: 1;
}
.sentence {
  flex: 1;
  min-width: 0;
  padding-left: 4px;
  overflow: hidden;
  text-overflow: ellipsis;
}
.off .sentence {
  text-decoration: line-through;
  color: var(--ink-soft);
}
.note .sentence {
  font-style: italic;
}
.pause {
  color: var(--live);
}
.did {
  max-width: 38%;
  padding-left: 12px;
  color: var(--ink-soft);
  font-size: 13px;
}
.did.fault {
  color: var(--fault);
}
.tag {
  margin-left: 8px;
  padding: 0 6px;
  border: 1px solid var(--line-strong);
  border-radius: 2px;
  font: 600 13px/18px var(--engraved);
}
.tag.fault {
  border-color: var(--fault);
}
</style>
