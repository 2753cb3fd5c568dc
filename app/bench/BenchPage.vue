<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, defineAsyncComponent, onMounted, ref } from 'vue'
import { own } from '~~/core/result'
import { useLiveKeys } from '~/keys/useLiveKeys'
import { useMirror } from '~/live/useMirror'
import { useRecorder } from '~/recorder/useRecorder'
import { useViewKeys } from '~/page/useViewKeys'
import ActQuestion from './ActQuestion.vue'
import BenchClock from './BenchClock.vue'
import BenchDisplays from './BenchDisplays.vue'
import DesktopStrip from './DesktopStrip.vue'
import DevicePanel from './DevicePanel.vue'
import MessageList from './MessageList.vue'
import { useArrangementTaking } from './useArrangementTaking'
import { useBenchActs } from './useBenchActs'
import WindowShelf from './WindowShelf.vue'

/** What is not seen at first is loaded when it is. */
const ActList = defineAsyncComponent(() => import('./ActList.vue'))
const ClipboardPanel = defineAsyncComponent(() => import('./ClipboardPanel.vue'))
const DeviceEditor = defineAsyncComponent(() => import('./DeviceEditor.vue'))
const PlayerPanel = defineAsyncComponent(() => import('./PlayerPanel.vue'))

/** The workstation as a desk: desktops, displays with their windows, and beside them devices, player, clipboard, acts. */
const mirror = useMirror()
const liveKeys = useLiveKeys()
const acts = useBenchActs()

const screen = ref<HTMLElement>()
onMounted(() => screen.value?.focus({ preventScroll: true }))

const PANELS = [
  { id: 'devices', name: 'Devices' },
  { id: 'player', name: 'Player' },
  { id: 'clipboard', name: 'Clipboard' },
  { id: 'acts', name: 'By hand' },
] as const
const panel = useLocalStorage<(typeof PANELS)[number]['id']>('keen-lever.bench-panel', 'devices')

const described = ref<string | null>()
const describedDevice = computed(() => (described.value ? own(mirror.bench.devices, described.value) : undefined))

const takeAsArrangement = useArrangementTaking()
const recorder = useRecorder()
useViewKeys('Bench', [
  { keys: 'Tab', does: 'goes to the screen; with live keys on, what you press there goes to the bench' },
  { keys: 'Escape', does: 'gives the keys back to this application' },
])

function leave(event: KeyboardEvent): void {
  if (event.currentTarget === document.activeElement && event.currentTarget instanceof HTMLElement)
    event.currentTarget.blur()
}
</script>

<template>
  <section class="view">
    <header class="view-head">
      <h1>Bench</h1>
      <DesktopStrip />
      <span class="soft cut words">{{
        liveKeys.on
          ? 'Keys on its screen go to levers first, then to programs.'
          : 'Live keys are off: keys stay in this application.'
      }}</span>
      <ElButton
        size="small"
        title="Makes a lever that brings the bench back to how it stands now"
        @click="takeAsArrangement"
      >
        Keep this arrangement
      </ElButton>
      <ElButton v-if="mirror.recorder.phase === 'off'" size="small" @click="recorder.toggle()"> Record </ElButton>
      <BenchClock />
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
        <BenchDisplays />
        <WindowShelf />
        <ActQuestion />
        <MessageList />
      </div>
      <div class="side">
        <div class="panels" role="tablist" aria-label="Beside the screen">
          <button
            v-for="entry in PANELS"
            :id="`panel-${entry.id}`"
            :key="entry.id"
            type="button"
            role="tab"
            :aria-selected="panel === entry.id"
            @click="panel = entry.id"
          >
            {{ entry.name }}
          </button>
        </div>
        <DevicePanel
          v-if="panel === 'devices'"
          @change="acts.change($event)"
          @act="acts.act($event)"
          @describe="described = $event ?? null"
        />
        <PlayerPanel v-else-if="panel === 'player'" />
        <ClipboardPanel v-else-if="panel === 'clipboard'" />
        <ActList v-else />
      </div>
    </div>
  </section>
</template>

<style scoped>
.bench {
  grid-template-columns: minmax(0, 1fr) 320px;
}
.words {
  flex: 1;
  min-width: 0;
}
.side {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
  contain: layout paint;
}
.panels {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  border-bottom: 1px solid var(--line-strong);
  border-left: 1px solid var(--line);
}
.panels button {
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  color: var(--ink-soft);
  font: 600 13px var(--engraved);
  padding: 6px 0 4px;
  cursor: pointer;
}
.panels button[aria-selected='true'] {
  color: var(--ink);
  border-bottom-color: var(--press);
}
.screen {
  position: relative;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  overflow: hidden;
  background: var(--desk);
  min-height: 0;
  outline-offset: -3px;
}
</style>
