<script setup lang="ts">
import { computed } from 'vue'
import type { MarkedRun } from '~~/contract'
import { timeOfDay } from '~/page/instants'

/** The run whose way the rows show, and how it is taken on: step by step, on, stopped, put back, or turned round. */
const { run, markedCount, canTurn, only } = defineProps<{
  run: MarkedRun | undefined
  markedCount: number
  /** Whether a rehearsal would change something that a way back takes back. */
  canTurn: boolean
  /** What the rehearsal that the rows show goes through, where that is not the whole. */
  only: string | undefined
}>()
const emit = defineEmits<{
  pull: []
  slowly: []
  marked: []
  rehearse: []
  whole: []
  step: []
  on: []
  pause: []
  stop: []
  putBack: []
  reverse: []
}>()

const isOpen = computed(() => run !== undefined && run.phase !== 'ended')
const words = computed(() => {
  if (only !== undefined) return only
  if (!run) return ''
  const at = timeOfDay(run.startedAtMs)
  switch (run.phase) {
    case 'ended':
      if (run.putBack !== 'no') return `The run of ${at} was put back.`
      return `Last run at ${at}: ${run.outcome}, ${run.changeCount} changes.`
    case 'paused':
      return 'It pauses before the lit row.'
    case 'asking':
      return 'It asks, on the board.'
    case 'waiting':
      return 'It waits.'
    default:
      return 'It runs.'
  }
})
</script>

<template>
  <div class="trial" role="toolbar" aria-label="Trying the sheet">
    <template v-if="!isOpen">
      <ElButton size="small" @click="emit('pull')"> Pull it all </ElButton>
      <ElButton v-if="markedCount > 0" size="small" @click="emit('marked')">
        Pull the {{ markedCount }} marked
      </ElButton>
      <ElButton v-if="markedCount > 0" size="small" title="Ctrl+Shift+Enter" @click="emit('rehearse')">
        Rehearse the marked
      </ElButton>
      <ElButton size="small" @click="emit('slowly')"> Step by step </ElButton>
    </template>
    <template v-else>
      <ElButton size="small" :disabled="run?.phase !== 'paused'" @click="emit('step')"> One step </ElButton>
      <ElButton size="small" :disabled="run?.phase !== 'paused'" @click="emit('on')"> Go on </ElButton>
      <ElButton v-if="run?.phase !== 'paused'" size="small" @click="emit('pause')"> Pause </ElButton>
      <ElButton size="small" @click="emit('stop')"> Stop </ElButton>
    </template>
    <span class="soft cut" role="status">{{ words }}</span>
    <ElButton v-if="only !== undefined" size="small" @click="emit('whole')"> Rehearse it all </ElButton>
    <ElButton
      v-if="run?.phase === 'ended' && run.changeCount > 0 && run.putBack === 'no'"
      size="small"
      @click="emit('putBack')"
    >
      Put back
    </ElButton>
    <ElButton
      v-if="run ? run.phase === 'ended' && run.changeCount > 0 : canTurn"
      size="small"
      title="A second lever that does the opposite"
      @click="emit('reverse')"
    >
      Way back…
    </ElButton>
  </div>
</template>

<style scoped>
.trial {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
}
.trial .el-button {
  margin: 0;
}
.trial .soft {
  flex: 1;
  min-width: 120px;
}
</style>
