<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { useRoute } from 'vue-router'
import { KEYBOARDS, LEGEND_IDS, legendNames } from '~~/core/keys'
import type { KeySettings } from '~~/core/levers'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useSettingEdits } from '~/live/useSettingEdits'
import { useViewKeys } from '~/page/useViewKeys'
import ViewTabs from '~/page/ViewTabs.vue'
import FrameKeys from './FrameKeys.vue'
import KeyHistory from './KeyHistory.vue'
import KeyMap from './KeyMap.vue'

/** Everything about keys: who owns them, what every press came to, rules of frames, and timing on evidence. */
const TimingLab = defineAsyncComponent(() => import('./TimingLab.vue'))

const tabs = [
  { id: 'map', name: 'Who owns them' },
  { id: 'history', name: 'Last keys' },
  { id: 'frames', name: 'Frames and rules' },
  { id: 'lab', name: 'Timing lab' },
] as const
const route = useRoute()
const mirror = useMirror()
const edits = useSettingEdits()
const notices = useNotices()
const tab = computed(() => tabs.find((entry) => entry.id === route.query.tab)?.id ?? 'map')

useViewKeys('Keys', [
  { keys: 'Left', does: 'on the drawn keyboard: goes to the next key; Enter chooses it' },
  { keys: 'A', does: 'in the list: any letter filters' },
])

function set(part: Partial<KeySettings>): void {
  void notices.attempt(() => edits.editKeys((before) => ({ ...before, ...part })))
}
</script>

<template>
  <section class="view">
    <header class="view-head">
      <h1>Keys</h1>
      <ViewTabs :tabs="tabs" :model-value="tab" label="Parts of Keys" />
      <span class="gap" />
      <label
        >Your keyboard
        <ChoiceSelect
          :model-value="mirror.keySettings.keyboard"
          label="Your keyboard"
          :options="KEYBOARDS.map((keyboard) => ({ value: keyboard.id, name: keyboard.name }))"
          @update:model-value="set({ keyboard: $event })"
      /></label>
      <ChoiceSelect
        :model-value="mirror.keySettings.legends"
        label="What is engraved on it"
        :options="LEGEND_IDS.map((id) => ({ value: id, name: legendNames[id] }))"
        @update:model-value="set({ legends: $event })"
      />
    </header>
    <KeyMap v-if="tab === 'map'" />
    <KeyHistory v-else-if="tab === 'history'" />
    <FrameKeys v-else-if="tab === 'frames'" />
    <TimingLab v-else />
  </section>
</template>

<style scoped>
.gap {
  flex: 1;
}
label {
  display: flex;
  align-items: center;
  gap: 8px;
  font: 600 14px var(--engraved);
  white-space: nowrap;
}
.view-head .el-select {
  width: 150px;
}
</style>
