<script setup lang="ts">
import { computed } from 'vue'
import { nextTime } from '~~/core/doors'
import { DEFAULT_SETTINGS } from '~~/core/settings'
import { useMirror } from '~/live/useMirror'
import { timeOfDay } from '~/page/instants'
import SettingRow from './SettingRow.vue'
import { useSettings } from './useSettings'

/** Latitude and longitude, from which dusk and dawn are worked out. */
const mirror = useMirror()
const { saveSettings } = useSettings()
const usual = DEFAULT_SETTINGS.place
const place = computed(() => mirror.settings.place)
const isUsual = computed(() => place.value.latitude === usual.latitude && place.value.longitude === usual.longitude)
const hint = computed(() => {
  const at = (when: 'dawn' | 'dusk') => {
    const next = nextTime({ kind: 'sun', when, offsetMinutes: 0 }, mirror.moment.nowMs, place.value)
    return next === undefined ? 'never' : timeOfDay(next).slice(0, 5)
  }
  return `Levers can be pulled at dusk, next at ${at('dusk')}, and dawn, next at ${at('dawn')}.`
})
</script>

<template>
  <SettingRow
    id="setting-place"
    label="Latitude and longitude"
    :hint="hint"
    :usual="`${usual.latitude}°, ${usual.longitude}°`"
    :is-usual="isUsual"
    @back="saveSettings({ place: usual })"
  >
    <div class="place">
      <ElInputNumber
        :model-value="place.latitude"
        :min="-90"
        :max="90"
        :step="0.1"
        controls-position="right"
        aria-label="Latitude, north is positive"
        @change="saveSettings({ place: { ...place, latitude: $event ?? 0 } })"
      />
      <ElInputNumber
        :model-value="place.longitude"
        :min="-180"
        :max="180"
        :step="0.1"
        controls-position="right"
        aria-label="Longitude, east is positive"
        @change="saveSettings({ place: { ...place, longitude: $event ?? 0 } })"
      />
    </div>
  </SettingRow>
</template>

<style scoped>
.place {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
.place :deep(.el-input-number) {
  width: 100%;
}
</style>
