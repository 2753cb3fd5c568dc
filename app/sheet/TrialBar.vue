<script setup lang="ts">
import { computed } from 'vue'
import type { MarkedRun } from '~~/contract'
import { countOf } from '~~/core/names'
import { timeOfDay } from '~/page/instants'
import type { SheetRehearsal } from './useSheetRehearsal'

/** The run whose way the rows show, and how it is taken on: step by step, on, stopped, put back, or turned round. */
const { run, markedCount, rehearsing } = defineProps<{
  run: MarkedRun | undefined
  markedCount: number
  rehearsing: SheetRehearsal
}>()
const emit = defineEmits<{
  pull: []
  slowly: []
  marked: []
  rehearse: []
  step: []
  on: []
  walkOn: []
  pause: []
  stop: []
  putBack: []
  reverse: []
}>()

const isOpen = computed(() => run !== undefined && run.phase !== 'ended')
const isWalk = computed(() => rehearsing.walk.value !== undefined)
const isPart = computed(() => rehearsing.part.value !== undefined)
/** What a way back would take back: what the run changed, or what the rehearsal would. */
const changeCount = computed(() =>
  run && !isPart.value ? run.changeCount : (rehearsing.rehearsal.value?.changes.length ?? 0),
)
const words = computed(() => {
  if (!isOpen.value && rehearsing.words.value !== undefined) return rehearsing.words.value
  if (!run) return ''
  const at = timeOfDay(run.startedAtMs)
  switch (run.phase) {
    case 'ended':
      if (run.putBack !== 'no') return `The run of ${at} was put back.`
      return `Last run at ${at}: ${run.outcome}, ${countOf(run.changeCount, 'change')}.`
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
  <div class="trial" :class="{ going: isOpen || isWalk }" role="toolbar" aria-label="Trying the sheet">
    <template v-if="isOpen">
      <ElButton size="small" :disabled="run?.phase !== 'paused'" title="F10" @click="emit('step')"> One step </ElButton>
      <ElButton size="small" :disabled="run?.phase !== 'paused'" @click="emit('on')"> Go on </ElButton>
      <ElButton v-if="run?.phase !== 'paused'" size="small" @click="emit('pause')"> Pause </ElButton>
      <ElButton size="small" @click="emit('stop')"> Stop </ElButton>
    </template>
    <template v-else-if="isWalk">
      <ElButton size="small" :disabled="!rehearsing.isPaused.value" title="F10" @click="emit('step')">
        One step
      </ElButton>
      <ElButton size="small" :disabled="!rehearsing.canGoBack.value" title="Ctrl+F10" @click="rehearsing.back()">
        One step back
      </ElButton>
      <ElButton size="small" :disabled="!rehearsing.isPaused.value" @click="emit('walkOn')"> Go on </ElButton>
      <ElButton size="small" @click="rehearsing.leave()"> Leave the rehearsal </ElButton>
    </template>
    <template v-else>
      <ElButton size="small" @click="emit('pull')"> Pull it all </ElButton>
      <ElButton v-if="markedCount > 0" size="small" @click="emit('marked')">
        Pull the {{ markedCount }} marked
      </ElButton>
      <ElButton v-if="markedCount > 0" size="small" title="Ctrl+Shift+Enter" @click="emit('rehearse')">
        Rehearse the marked
      </ElButton>
      <ElButton size="small" @click="emit('slowly')"> Step by step </ElButton>
      <ElButton size="small" :disabled="!rehearsing.canBegin.value" title="F10" @click="emit('step')">
        Rehearse step by step
      </ElButton>
    </template>
    <span class="soft" role="status">{{ words }}</span>
    <ElButton
      v-if="!isOpen && rehearsing.isShown.value && rehearsing.question.value !== undefined"
      size="small"
      type="primary"
      @click="rehearsing.ask()"
    >
      Answer
    </ElButton>
    <ElButton
      v-if="!isOpen && rehearsing.isShown.value && rehearsing.answerCount.value > 0"
      size="small"
      @click="rehearsing.forget()"
    >
      Forget what was answered
    </ElButton>
    <template v-if="!isWalk">
      <ElButton v-if="isPart" size="small" @click="rehearsing.rehearseAll()"> Rehearse it all </ElButton>
      <ElButton
        v-if="run?.phase === 'ended' && run.changeCount > 0 && run.putBack === 'no'"
        size="small"
        @click="emit('putBack')"
      >
        Put back
      </ElButton>
      <ElButton
        v-if="!isOpen && changeCount > 0"
        size="small"
        title="A second lever that does the opposite"
        @click="emit('reverse')"
      >
        Way back…
      </ElButton>
    </template>
  </div>
</template>

<style scoped>
.trial {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  padding: 6px 0;
  background: var(--ground);
}
/* While something goes on, in sight however far the sheet goes down, at the very edge of what is scrolled. */
.trial.going {
  position: sticky;
  bottom: -24px;
  z-index: 5;
}
.trial .el-button {
  margin: 0;
}
.trial .soft {
  flex: 1 1 260px;
}
</style>
