<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { isOnShownDesktop, stackedWindows } from '~~/core/bench'
import type { Frame } from '~~/core/levers'
import { own } from '~~/core/result'
import LampStrip from '~/bench/LampStrip.vue'
import { usePointing } from '~/bench/usePointing'
import { useWindowTitles } from '~/bench/useWindowTitles'
import KeyExplanation from '~/keys/KeyExplanation.vue'
import KeyTrail from '~/keys/KeyTrail.vue'
import { useLiveKeys } from '~/keys/useLiveKeys'
import { useLeverActions } from '~/levers/useLeverActions'
import { useMirror } from '~/live/useMirror'
import LampLight from '~/plates/LampLight.vue'
import SetIcon from '~/icons/SetIcon.vue'
import IconDown from '~icons/tabler/chevron-down'
import IconUp from '~icons/tabler/chevron-up'

/** The bench in small, at the foot of every view: last keys, windows from the front backwards, lamps. */
const mirror = useMirror()
const pointing = usePointing()
const { titleOf } = useWindowTitles()
const liveKeys = useLiveKeys()
const actions = useLeverActions()
const folded = useLocalStorage('keen-lever.strip-folded', false)
const explainedId = ref<number>()
const explained = computed(() => mirror.keys.find((entry) => entry.id === explainedId.value))

const isAtWindows = computed(() => pointing.wanted === 'program' || pointing.wanted === 'place')
const windows = computed(() => {
  const { bench } = mirror
  return stackedWindows(bench)
    .filter((window) => window.mode !== 'hidden' && window.mode !== 'minimized' && isOnShownDesktop(bench, window))
    .reverse()
    .slice(0, isAtWindows.value ? 40 : folded.value ? 1 : 4)
    .map((window) => ({
      id: window.id,
      title: titleOf(window),
      program: own(bench.programs, window.programId),
      fault: Boolean(window.content.error),
      meant: pointing.meant(window),
      isFront: window.id === mirror.front?.id,
    }))
})
/** Pointed at where a frame is asked for; otherwise switched. */
function pressFrame({ id, on }: Frame): void {
  if (pointing.wanted === 'frame') pointing.point(id)
  else void actions.switchFrame(id, !on)
}

const keyboardName = computed(() => own(mirror.bench.devices, liveKeys.keyboardId)?.name)
const latestMessage = computed(() => mirror.bench.messages.findLast(({ board }) => !board)?.text)
</script>

<template>
  <KeyExplanation v-if="explained" :entry="explained" @close="explainedId = undefined" />
  <section class="strip" :class="{ folded }" aria-label="Bench strip">
    <div class="part keys" role="log" aria-label="Last keys">
      <h2 v-if="!folded" class="head">Last keys{{ keyboardName ? ` · from ${keyboardName}` : '' }}</h2>
      <KeyTrail :count="folded ? 1 : 3" @explain="explainedId = $event" />
    </div>
    <div class="part" :class="{ pointing: isAtWindows }">
      <h2 v-if="!folded" class="head">
        {{ isAtWindows ? 'Point at a window' : 'In front' }}{{ latestMessage ? ` · message: ${latestMessage}` : '' }}
      </h2>
      <ol class="windows" aria-label="Windows, front first">
        <li
          v-for="window in windows"
          :key="window.id"
          :class="{ front: window.isFront, fault: window.fault, pointed: window.meant !== undefined }"
          :title="window.title"
        >
          <button
            v-if="window.meant !== undefined"
            type="button"
            class="point"
            :aria-label="`Take ${pointing.wanted === 'place' ? window.meant : window.program?.name}`"
            @click="pointing.point(window.meant)"
          />
          <SetIcon :name="window.program?.icon" />
          <span class="cut">{{ window.title }}</span>
        </li>
        <li v-if="windows.length === 0" class="none">No window is shown.</li>
      </ol>
    </div>
    <div class="part">
      <h2 v-if="!folded" class="head lamps-head">
        {{
          pointing.wanted === 'device' ? 'Point at a lamp' : pointing.wanted === 'frame' ? 'Point at a frame' : 'Lamps'
        }}
        <span class="frames" role="group" aria-label="Frames">
          <button
            v-for="frame in mirror.framesLive"
            :key="frame.id"
            type="button"
            :aria-pressed="frame.on"
            :title="
              pointing.wanted === 'frame'
                ? `Take the frame ${frame.name}`
                : `Frame ${frame.name}: ${frame.on ? 'on' : 'off'}. Switch it.`
            "
            @click="pressFrame(frame)"
          >
            <LampLight :state="frame.on ? 'lit' : 'dark'" /> {{ frame.name }}
          </button>
        </span>
      </h2>
      <LampStrip :narrow="folded" />
    </div>
    <ElButton
      class="fold"
      size="small"
      :aria-label="folded ? 'Unfold the bench strip' : 'Fold the bench strip'"
      :aria-expanded="!folded"
      @click="folded = !folded"
    >
      <component :is="folded ? IconUp : IconDown" class="icon" />
    </ElButton>
  </section>
</template>

<style scoped>
.strip {
  display: grid;
  grid-template-columns: 330px minmax(0, 1fr) minmax(0, 390px) 32px;
  gap: 16px;
  height: 108px;
  padding: 6px 12px 6px 16px;
  border-top: 2px solid var(--ink);
  background: var(--ground);
}
.strip.folded {
  height: 34px;
  padding-block: 3px;
  align-items: center;
}
.part {
  min-width: 0;
  overflow: hidden;
}
.part.pointing {
  overflow: auto;
}
.part h2 {
  margin-bottom: 3px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.windows {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 4px 6px;
}
.folded .windows {
  grid-template-columns: 1fr;
}
.windows li {
  display: flex;
  align-items: center;
  gap: 6px;
  height: 30px;
  padding: 0 8px;
  min-width: 0;
  border: 1px solid var(--line);
  border-top-width: 3px;
  border-radius: 2px;
  background: var(--surface);
  color: var(--ink-soft);
}
.folded .windows li {
  height: 26px;
}
.windows li.front {
  border-color: var(--live);
  color: var(--ink);
}
.windows li.fault {
  border-color: var(--fault);
  color: var(--fault);
}
.windows li {
  position: relative;
}
.windows li.pointed {
  border-color: var(--live);
  border-style: dashed;
}
.point {
  position: absolute;
  inset: 0;
  border: 0;
  background: none;
  cursor: crosshair;
}
.windows li.none {
  border-style: dashed;
}
.lamps-head {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}
.frames {
  display: flex;
  gap: 8px;
}
.frames button {
  display: flex;
  align-items: center;
  gap: 4px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  cursor: pointer;
  padding: 0 2px;
}
.frames button:hover {
  background: var(--sunken);
}
.fold {
  padding: 0;
  width: 28px;
  align-self: start;
}
</style>
