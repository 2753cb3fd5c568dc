<script setup lang="ts">
import { computed, ref } from 'vue'
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
const step = computed(() => (row.kind === 'empty' ? undefined : row.step))
const state = computed(() => (row.kind === 'step' ? (mark?.state ?? 'none') : 'none'))
const parts = ref<InstanceType<typeof PartEdit>[]>([])

function set(at: string, value: unknown): void {
  if (step.value) emit('replace', withField(step.value as Step, at, value))
}

/** Edits the first part in place, or the one behind it. */
function edit(): boolean {
  const [first] = parts.value
  if (!first) return false
  void first.open()
  return true
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
      <template v-for="(part, i) in sentence" :key="i">
        <template v-if="typeof part === 'string'">{{ part }}</template>
        <PartEdit
          v-else
          ref="parts"
          :part="part"
          :value="fieldAt(step, part.at)"
          @set="set(part.at, $event)"
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
