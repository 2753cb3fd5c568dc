<script setup lang="ts">
import { own } from '~~/core/result'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { canonicalJson } from '~~/core/bench'
import { evaluate } from '~~/core/conditions'
import type { Frame } from '~~/core/levers'
import { useLeverActions } from '~/levers/useLeverActions'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useSettingEdits } from '~/live/useSettingEdits'
import LampLight from '~/plates/LampLight.vue'
import FrameForm from './FrameForm.vue'

/**
 * The frames: on, off, or on while a condition holds; and what keys do by rules of theirs. In force at the next key.
 */
const mirror = useMirror()
const edits = useSettingEdits()
const notices = useNotices()
const actions = useLeverActions()
const route = useRoute()
const frameId = ref(mirror.frames[0]?.id ?? '')
watch(
  () => route.query.frame,
  (id) => {
    if (typeof id === 'string' && mirror.frameById.has(id)) frameId.value = id
  },
  { immediate: true },
)
const frame = computed<Frame | undefined>(() => mirror.frameById.get(frameId.value))
const timing = ref({ ...edits.keys.timing })

// Every live event brings the settings anew; only what is another value replaces what is being typed.
watch(
  () => canonicalJson(edits.keys.timing),
  () => {
    timing.value = { ...edits.keys.timing }
  },
)

const live = computed(() => new Map(mirror.framesLive.map((entry) => [entry.id, entry.on])))
function stateWords(entry: Frame): string {
  const switched = own(mirror.bench.frameSwitches ?? {}, entry.id) ?? entry.on
  if (!switched)
    return own(mirror.bench.frameSwitches ?? {}, entry.id) === undefined ? 'off' : 'switched off by a lever'
  if (!entry.condition)
    return own(mirror.bench.frameSwitches ?? {}, entry.id) === undefined ? 'on' : 'switched on by a lever'
  const verdict = evaluate(entry.condition, mirror.bench)
  return `${verdict.holds ? 'on' : 'waiting'}: ${verdict.because}`
}

async function addFrame(): Promise<void> {
  const made = await actions.createFrame('New frame')
  if (made) frameId.value = made.id
}

function saveTiming(): void {
  void notices.attempt(() => edits.editKeys((before) => ({ ...before, timing: { ...timing.value } })))
}
const times = [
  { key: 'holdMs', label: 'A key counts as held after' },
  { key: 'gapMs', label: 'The next chord may take' },
  { key: 'togetherMs', label: 'Keys go together within' },
] as const
</script>

<template>
  <div class="frames">
    <div class="rows">
      <div
        role="listbox"
        tabindex="0"
        aria-label="Frames"
        @keydown.down.prevent="
          frameId = mirror.frames.at(
            Math.min(mirror.frames.length - 1, mirror.frames.findIndex((entry) => entry.id === frameId) + 1),
          )!.id
        "
        @keydown.up.prevent="
          frameId = mirror.frames.at(Math.max(0, mirror.frames.findIndex((entry) => entry.id === frameId) - 1))!.id
        "
      >
        <div
          v-for="entry in mirror.frames"
          :key="entry.id"
          class="row frame"
          role="option"
          :aria-selected="entry.id === frameId"
          @click="frameId = entry.id"
        >
          <LampLight :state="live.get(entry.id) ? 'lit' : 'dark'" />
          <strong class="cut">{{ entry.name }}</strong>
          <span class="soft cut" :title="stateWords(entry)">{{ stateWords(entry) }}</span>
        </div>
      </div>
      <div class="foot">
        <ElButton size="small" @click="addFrame"> New frame </ElButton>
      </div>
      <section class="timing">
        <h2 class="head">Timing of all keys</h2>
        <label v-for="time in times" :key="time.key"
          ><span>{{ time.label }}</span>
          <ElInputNumber
            v-model="timing[time.key]"
            size="small"
            :min="20"
            :max="5000"
            :step="10"
            :aria-label="`${time.label}, in ms`"
            @change="saveTiming"
          />
          ms</label
        >
      </section>
    </div>
    <FrameForm
      v-if="frame"
      :key="frame.id"
      :frame="frame"
      :on="live.get(frame.id) ?? false"
      :state-words="stateWords(frame)"
      @gone="frameId = mirror.frames[0]?.id ?? ''"
    />
  </div>
</template>

<style scoped>
.frames {
  display: grid;
  grid-template-columns: 340px minmax(0, 1fr);
  min-height: 0;
}
.frame {
  grid-template-columns: 16px minmax(0, 1fr) minmax(0, 1.2fr);
}
.foot {
  padding: 8px 16px;
}
.timing {
  padding: 8px 16px;
  display: grid;
  gap: 6px;
}
.timing label {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 6px;
  align-items: center;
}
.timing .el-input-number {
  width: 110px;
}
</style>
