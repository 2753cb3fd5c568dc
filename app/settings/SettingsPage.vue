<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { KEYBOARDS, LEGEND_IDS, legendNames } from '~~/core/keys'
import { DEFAULT_KEYS, FEEDBACKS, feedbackWords, USUAL_FEEDBACK } from '~~/core/levers'
import type { Feedback } from '~~/core/levers'
import { countOf } from '~~/core/names'
import { DEFAULT_SETTINGS, THEMES } from '~~/core/settings'
import { NATURES } from '~~/core/steps'
import type { Nature } from '~~/core/steps'
import { useMirror } from '~/live/useMirror'
import { themeNames } from '~/page/useTheme'
import { useViewKeys } from '~/page/useViewKeys'
import ChoiceSetting from './ChoiceSetting.vue'
import NumberSetting from './NumberSetting.vue'
import PlaceSetting from './PlaceSetting.vue'
import IndexSettings from '~/launcher/IndexSettings.vue'
import { feedbackLabel, LIMIT_SETTINGS, settingHint, settingsFound, TIMING_SETTINGS } from './settingNames'
import { useSettings } from './useSettings'

/** Everything that holds for the whole product, each with its value as delivered and a way back to it. */
const mirror = useMirror()
const { saveKeys, saveSettings } = useSettings()

useViewKeys('Settings', [
  { keys: '/', does: 'finds a setting by its name or what it affects' },
  { keys: 'Enter', does: 'in a field: saves it; Escape takes it back' },
])
const query = ref('')
const found = computed(() => settingsFound(query.value))
const hasAny = (...ids: readonly string[]) => ids.some((id) => found.value.has(id))
const filterField = ref<{ focus: () => void }>()
useEventListener('keydown', (event) => {
  const isWriting = event.target instanceof HTMLElement && event.target.closest('input, textarea, [role=combobox]')
  if (event.key !== '/' || isWriting || event.ctrlKey || event.altKey || event.metaKey) return
  event.preventDefault()
  filterField.value?.focus()
})

const keyboards = KEYBOARDS.map((keyboard) => ({ value: keyboard.id, name: keyboard.name }))
const legends = LEGEND_IDS.map((id) => ({ value: id, name: legendNames[id] }))
const themes = [
  { value: 'browser' as const, name: 'Chosen in each browser' },
  ...THEMES.map((id) => ({ value: id, name: themeNames[id] })),
]
const feedbacks = FEEDBACKS.map((value) => ({ value, name: feedbackWords[value] }))
const route = useRoute()
/** A setting that was looked for is shown, with the focus on it. */
watch(
  () => route.hash,
  async (hash) => {
    query.value = ''
    await nextTick()
    const row = /^#setting-[\w-]+$/.test(hash) ? document.querySelector<HTMLElement>(hash) : null
    row?.scrollIntoView({ block: 'center' })
    row?.querySelector<HTMLElement>('input, button, [tabindex]')?.focus()
  },
  { immediate: true, flush: 'post' },
)

function saveFeedback(nature: Nature, feedback: Feedback): void {
  const { [nature]: _before, ...others } = mirror.keySettings.feedback ?? {}
  void saveKeys({ feedback: feedback === USUAL_FEEDBACK[nature] ? others : { ...others, [nature]: feedback } })
}
</script>

<template>
  <section class="view">
    <header class="view-head">
      <h1>Settings</h1>
      <span class="soft cut">In force at once, in every tab; each change can be undone.</span>
      <ElInput
        ref="filterField"
        v-model="query"
        class="filter"
        aria-label="Find a setting"
        placeholder="Find a setting"
        clearable
        @keydown.esc="query = ''"
      />
    </header>
    <div class="body">
      <p v-if="found.size === 0" class="empty" role="status">
        No setting has “{{ query.trim() }}” in its name or in what it affects.
        <ElButton size="small" @click="query = ''">Show all</ElButton>
      </p>
      <section v-show="hasAny('theme')" aria-labelledby="settings-look">
        <h2 id="settings-look">Look</h2>
        <ChoiceSetting
          v-show="found.has('theme')"
          id="setting-theme"
          label="Theme"
          :hint="settingHint('theme')"
          :value="mirror.settings.theme"
          :usual="DEFAULT_SETTINGS.theme"
          :options="themes"
          @choose="saveSettings({ theme: $event })"
        />
      </section>
      <section v-show="hasAny('keyboard', 'legends')" aria-labelledby="settings-keyboard">
        <h2 id="settings-keyboard">Keyboard</h2>
        <ChoiceSetting
          v-show="found.has('keyboard')"
          id="setting-keyboard"
          label="Your keyboard"
          :hint="settingHint('keyboard')"
          :value="mirror.keySettings.keyboard"
          :usual="DEFAULT_KEYS.keyboard"
          :options="keyboards"
          @choose="saveKeys({ keyboard: $event })"
        />
        <ChoiceSetting
          v-show="found.has('legends')"
          id="setting-legends"
          label="What is engraved on it"
          :hint="settingHint('legends')"
          :value="mirror.keySettings.legends"
          :usual="DEFAULT_KEYS.legends"
          :options="legends"
          @choose="saveKeys({ legends: $event })"
        />
      </section>
      <section v-show="hasAny(...TIMING_SETTINGS.map(({ id }) => id))" aria-labelledby="settings-timing">
        <h2 id="settings-timing">Timing of keys</h2>
        <NumberSetting
          v-for="entry in TIMING_SETTINGS"
          v-show="found.has(entry.id)"
          :id="`setting-${entry.id}`"
          :key="entry.id"
          :label="entry.label"
          :hint="entry.hint"
          :value="mirror.keySettings.timing[entry.id]"
          :usual="DEFAULT_KEYS.timing[entry.id]"
          unit="ms"
          :save="(ms) => saveKeys({ timing: { ...mirror.keySettings.timing, [entry.id]: ms } })"
        />
      </section>
      <section v-show="hasAny(...NATURES.map((nature) => `feedback-${nature}`))" aria-labelledby="settings-feedback">
        <h2 id="settings-feedback">What a pull by a key tells, beside its lamp</h2>
        <p class="soft">{{ settingHint(`feedback-${NATURES[0]}`) }}</p>
        <ChoiceSetting
          v-for="nature in NATURES"
          v-show="found.has(`feedback-${nature}`)"
          :id="`setting-feedback-${nature}`"
          :key="nature"
          :label="feedbackLabel(nature)"
          :value="mirror.keySettings.feedback?.[nature] ?? USUAL_FEEDBACK[nature]"
          :usual="USUAL_FEEDBACK[nature]"
          :options="feedbacks"
          @choose="saveFeedback(nature, $event)"
        />
      </section>
      <section v-show="hasAny('place')" aria-labelledby="settings-place">
        <h2 id="settings-place">Where the bench stands</h2>
        <PlaceSetting />
      </section>
      <section v-show="hasAny('scan', 'shortWords')" aria-labelledby="settings-launcher">
        <h2 id="settings-launcher">Launcher</h2>
        <IndexSettings />
      </section>
      <section v-show="hasAny(...LIMIT_SETTINGS.map(({ id }) => id))" aria-labelledby="settings-kept">
        <h2 id="settings-kept">What is kept</h2>
        <NumberSetting
          v-for="entry in LIMIT_SETTINGS"
          v-show="found.has(entry.id)"
          :id="`setting-${entry.id}`"
          :key="entry.id"
          :label="entry.label"
          :hint="entry.hint"
          :value="mirror.settings.retention[entry.id]"
          :usual="DEFAULT_SETTINGS.retention[entry.id]"
          :unit="entry.unit"
          :save="(most) => saveSettings({ retention: { ...mirror.settings.retention, [entry.id]: most } })"
        />
      </section>
      <section v-if="mirror.setAside.length > 0" aria-labelledby="settings-aside">
        <h2 id="settings-aside">{{ countOf(mirror.setAside.length, 'entry', 'entries') }} set aside</h2>
        <p class="soft">
          These could not be read when the store was opened. They are kept in it as they were, and not in use.
        </p>
        <ul>
          <li v-for="(entry, i) in mirror.setAside" :key="i" class="aside">
            <code>{{ entry.origin }} {{ entry.key }}</code> <span>{{ entry.because }}</span>
          </li>
        </ul>
      </section>
    </div>
  </section>
</template>

<style scoped>
.body {
  padding: 12px 16px 24px;
  display: grid;
  gap: 20px;
  align-content: start;
  overflow: auto;
}
.body > section {
  max-width: 1100px;
}
h2 {
  margin-bottom: 2px;
}
.filter {
  width: 260px;
  margin-left: auto;
}
.body > .empty {
  display: flex;
  gap: 12px;
  align-items: center;
}
.aside {
  display: grid;
  grid-template-columns: 260px minmax(0, 1fr);
  gap: 16px;
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}
</style>
