<script setup lang="ts">
import { own } from '~~/core/result'
import { computed, onMounted, ref } from 'vue'
import type { Change } from '~~/core/bench'
import { frontWindow, stackedWindows, windowTitle } from '~~/core/bench'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import SetIcon from '~/icons/SetIcon.vue'
import { useViewKeys } from '~/page/useViewKeys'
import IconX from '~icons/tabler/x'
import BenchWindow from './BenchWindow.vue'
import DeviceEditor from './DeviceEditor.vue'
import DevicePanel from './DevicePanel.vue'
import { useLiveKeys } from '~/keys/useLiveKeys'

const mirror = useMirror()
const notices = useNotices()
const liveKeys = useLiveKeys()

const screen = ref<HTMLElement>()
onMounted(() => screen.value?.focus({ preventScroll: true }))

const stacked = computed(() => stackedWindows(mirror.bench))
const shown = computed(() => stacked.value.filter((window) => window.mode === 'normal' || window.mode === 'maximized'))
const shelved = computed(() =>
  stacked.value.filter((window) => window.mode === 'minimized' || window.mode === 'hidden'),
)
/**
 * The displays with what they show: windows stand on the one they name, or on the first where that shows none of its
 * own.
 */
const displays = computed(() => {
  const present = Object.values(mirror.bench.devices)
    .filter((device) => device.kind === 'display' && device.plugged !== false)
    .map((device, i) => ({
      device,
      isFirst: i === 0,
      isAsleep: device.controls.power?.value === false,
      use: i === 0 ? 'extended' : String(device.controls.use?.value ?? 'extended'),
      brightness: device.controls.brightness?.value ?? '?',
    }))
  const own = new Set(
    present.filter((entry) => !entry.isFirst && entry.use === 'extended').map((entry) => entry.device.id),
  )
  const onFirst = shown.value.filter((window) => !own.has(window.displayId ?? ''))
  return present.map(({ device, isFirst, isAsleep, use, brightness }) => ({
    id: device.id,
    name: device.name,
    isFirst,
    use,
    brightness,
    isDark: isAsleep || use === 'off',
    state:
      use === 'off' ? 'switched off' : isAsleep ? 'asleep' : use === 'mirrored' ? 'a mirror of the first' : 'awake',
    windows: isFirst || use === 'mirrored' ? onFirst : shown.value.filter((window) => window.displayId === device.id),
  }))
})
const described = ref<string | null>()
const describedDevice = computed(() => (described.value ? own(mirror.bench.devices, described.value) : undefined))

const frontId = computed(() => frontWindow(mirror.bench)?.id)
useViewKeys('Bench', [
  { keys: 'Tab', does: 'goes to the screen; with live keys on, what you press there goes to the bench' },
  { keys: 'Escape', does: 'gives the keys back to this application' },
])

function change(...changes: Change[]): void {
  void notices.attempt(() => callApi('changeBench', { body: { changes } }))
}

function leave(event: KeyboardEvent): void {
  if (event.currentTarget === document.activeElement && event.currentTarget instanceof HTMLElement)
    event.currentTarget.blur()
}
</script>

<template>
  <section class="view">
    <header class="view-head">
      <h1>Bench</h1>
      <span class="soft"
        >The simulated workstation of the control room.
        {{
          liveKeys.on
            ? 'Put the focus on its screen and press keys: they go to the levers first, then to the program in front.'
            : 'Live keys are off: keys stay in this application.'
        }}</span
      >
    </header>
    <div class="view-body bench">
      <DeviceEditor
        v-if="described === null || describedDevice"
        :key="described ?? 'new'"
        :device="describedDevice"
        @close="described = undefined"
      />
      <div
        v-else
        ref="screen"
        class="screen"
        tabindex="0"
        role="group"
        aria-label="Screen of the bench"
        data-bench-screen
        @keydown.esc="leave"
      >
        <section
          v-for="display in displays"
          :key="display.id"
          class="display"
          :class="{ second: !display.isFirst }"
          :aria-label="display.name"
          :inert="display.use === 'mirrored'"
        >
          <BenchWindow
            v-for="(window, i) in display.windows"
            :key="window.id"
            :window="window"
            :depth="i"
            :front="window.id === frontId"
            :is-narrow="!display.isFirst"
            @raise="change({ kind: 'window.raise', windowId: window.id })"
            @minimize="change({ kind: 'window.mode', windowId: window.id, mode: 'minimized' })"
            @maximize="
              change({
                kind: 'window.mode',
                windowId: window.id,
                mode: window.mode === 'maximized' ? 'normal' : 'maximized',
              })
            "
            @close="change({ kind: 'window.close', windowId: window.id })"
          />
          <p class="caption" :class="{ asleep: display.isDark }">
            {{ display.name }}: {{ display.state }}, {{ display.brightness }} %
          </p>
          <p v-if="display.isDark" class="sleep" role="status">
            {{ display.name }} is {{ display.state }}.{{
              display.use === 'off' ? '' : ' A key or the pointer wakes it.'
            }}
          </p>
        </section>
        <p v-if="shown.length === 0" class="bare">
          No window is open. Pull a lever, or open a program from the launcher with F2.
        </p>
        <ul class="messages" aria-label="Messages on screen">
          <li v-for="message in mirror.bench.messages" :key="message.id">
            <span>{{ message.text }}</span>
            <button
              type="button"
              aria-label="Dismiss the message"
              @click="change({ kind: 'message.dismiss', messageId: message.id })"
            >
              <IconX class="icon" />
            </button>
          </li>
        </ul>
        <ul class="shelf" aria-label="Minimized and hidden windows">
          <li v-for="window in shelved" :key="window.id">
            <button
              type="button"
              :title="`Bring back ${windowTitle(mirror.bench, window)}`"
              @click="change({ kind: 'window.raise', windowId: window.id })"
            >
              <SetIcon :name="own(mirror.bench.programs, window.programId)?.icon" />
              <span class="cut">{{ windowTitle(mirror.bench, window) }}</span>
              <span class="soft">{{ window.mode }}</span>
            </button>
          </li>
        </ul>
      </div>
      <DevicePanel @change="change" @describe="described = $event ?? null" />
    </div>
  </section>
</template>

<style scoped>
.bench {
  grid-template-columns: minmax(0, 1fr) 320px;
}
.screen {
  position: relative;
  display: flex;
  overflow: hidden;
  background: var(--desk);
  min-height: 0;
  outline-offset: -3px;
}
.bare {
  position: absolute;
  inset: 40% 0 auto;
  text-align: center;
  color: var(--ink-soft);
}
.display {
  position: relative;
  flex: 2;
  min-width: 0;
  overflow: hidden;
}
.display.second {
  flex: 1;
  border-left: 4px solid var(--line-strong);
}
.caption {
  position: absolute;
  bottom: 44px;
  left: 8px;
  padding: 2px 8px;
  background: var(--surface);
  border: 1px solid var(--line-strong);
  border-top-width: 3px;
  font-size: 12px;
  z-index: 390;
}
.caption.asleep {
  border-style: dashed;
  border-top-style: solid;
}
.sleep {
  position: absolute;
  inset: 0;
  display: grid;
  place-items: center;
  padding: 16px;
  text-align: center;
  background: #0b0f0d;
  color: #b9c4bd;
  z-index: 540;
}
.messages {
  position: absolute;
  right: 12px;
  bottom: 12px;
  width: 280px;
  display: grid;
  gap: 6px;
  z-index: 500;
}
.messages li {
  display: flex;
  gap: 8px;
  align-items: start;
  padding: 8px 10px;
  background: var(--surface);
  border: 1px solid var(--live);
  border-left-width: 4px;
}
.messages span {
  flex: 1;
}
.messages button {
  border: 0;
  background: none;
  color: inherit;
  cursor: pointer;
  padding: 0 2px;
}
.shelf {
  position: absolute;
  left: 8px;
  right: 310px;
  bottom: 8px;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  z-index: 400;
}
.shelf button {
  display: flex;
  align-items: center;
  gap: 6px;
  max-width: 260px;
  height: 28px;
  padding: 0 8px;
  border: 1px dashed var(--line-strong);
  background: var(--surface);
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
</style>
