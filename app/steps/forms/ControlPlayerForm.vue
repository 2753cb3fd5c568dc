<script setup lang="ts">
import { computed } from 'vue'
import { playerOf } from '~~/core/steps'
import type { StepOf } from '~~/core/steps'
import ChoiceField from '~/form/ChoiceField.vue'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { useMirror } from '~/live/useMirror'
import FindingLines from '../FindingLines.vue'
import type { StepFormProps } from './stepForm'

const { name, findings, issueOf } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'player.control'>>({ required: true })

const mirror = useMirror()
const acts = [
  { value: 'play', name: 'plays' },
  { value: 'pause', name: 'pauses' },
  { value: 'toggle', name: 'plays or pauses' },
  { value: 'next', name: 'goes to the next track' },
  { value: 'previous', name: 'goes to the previous track' },
  { value: 'playlist', name: 'plays a playlist' },
] as const
const players = computed(() => [
  { value: '', name: 'the first one that is there' },
  ...Object.values(mirror.bench.devices)
    .filter(({ kind }) => kind === 'player')
    .map(({ id, name: player }) => ({ value: id, name: player })),
])
const playlists = computed(() =>
  (playerOf(mirror.bench, step.value.deviceId)?.playlists ?? []).map(({ id, name: playlist }) => ({
    value: id,
    name: playlist,
  })),
)
</script>

<template>
  <ChoiceSelect
    class="first-line"
    :model-value="step.act"
    :label="`What the player does in ${name}`"
    :options="acts"
    @update:model-value="step = { ...step, act: $event }"
  />
  <div class="two">
    <ChoiceField
      :model-value="step.deviceId"
      label="Player"
      :issue="issueOf('deviceId')"
      :options="players"
      @update:model-value="step = { ...step, deviceId: $event }"
    />
    <ChoiceField
      v-if="step.act === 'playlist'"
      :model-value="step.playlistId ?? ''"
      label="Playlist"
      :issue="issueOf('playlistId')"
      :options="playlists"
      @update:model-value="step = { ...step, playlistId: $event }"
    />
  </div>
  <FindingLines :findings="findings" />
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 10px 14px;
  align-items: start;
}
</style>
