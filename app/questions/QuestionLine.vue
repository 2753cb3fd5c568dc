<script setup lang="ts">
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import NumberPlate from '~/plates/NumberPlate.vue'
import { useQuestions } from './useQuestions'

/** Questions that were left for later, in every view. */
const mirror = useMirror()
const notices = useNotices()
const questions = useQuestions()
</script>

<template>
  <section
    v-for="run in questions.later.value"
    :key="run.id"
    class="question"
    :aria-label="`Question of ${run.leverName}, left for later`"
  >
    <NumberPlate :plate="run.plate" :steps="mirror.leverById.get(run.leverId)?.steps ?? []" />
    <p class="cut">
      <strong>{{ run.leverName }}</strong> still asks: {{ run.question?.text }}
    </p>
    <div>
      <ElButton size="small" @click="questions.take(run)"> Answer </ElButton>
      <ElButton size="small" @click="notices.attempt(() => callApi('stopRun', { id: run.id }))">
        Stop the run
      </ElButton>
    </div>
  </section>
</template>

<style scoped>
.question {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 4px 16px;
  border-top: 2px solid var(--live-fill);
  background: var(--surface);
}
.question p {
  flex: 1;
}
</style>
