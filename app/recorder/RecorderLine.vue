<script setup lang="ts">
import { computed } from 'vue'
import { countOf } from '~~/core/names'
import { useMirror } from '~/live/useMirror'
import KeyPlates from '~/plates/KeyPlates.vue'
import IconRecord from '~icons/tabler/writing'
import { useRecorder } from './useRecorder'

/** Says in every view that what is done by hand is being written down, and ends it. */
const mirror = useMirror()
const recorder = useRecorder()
const isOn = computed(() => mirror.recorder.phase === 'on')
</script>

<template>
  <div v-if="mirror.recorder.phase !== 'off'" class="line" role="status">
    <IconRecord class="icon" aria-hidden="true" />
    <strong>{{ isOn ? 'Recording' : 'Recording paused' }}</strong>
    <span class="soft">{{ countOf(mirror.recorder.count, 'step') }}</span>
    <ElButton size="small" @click="recorder.pause()"> {{ isOn ? 'Pause' : 'Go on' }} </ElButton>
    <KeyPlates chord="Ctrl+Shift+F8" />
    <ElButton size="small" type="primary" @click="recorder.turn('off')"> Stop </ElButton>
    <KeyPlates chord="Ctrl+F8" />
  </div>
</template>

<style scoped>
.line {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 4px 16px;
  border-top: 2px solid var(--live);
  background: var(--surface);
}
</style>
