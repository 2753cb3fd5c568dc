<script setup lang="ts">
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'

/** Runs that wait for an answer are asked about in every view. */
const mirror = useMirror()
const notices = useNotices()
</script>

<template>
  <section
    v-for="run in mirror.openQuestions"
    :key="run.id"
    class="question"
    :aria-label="`Question of ${run.leverName}`"
  >
    <p>
      <strong>{{ run.leverName }}</strong> {{ run.question?.choices.length === 1 ? 'warns' : 'asks' }}:
      {{ run.question?.text }}
    </p>
    <div class="actions">
      <ElButton
        v-for="choice in run.question?.choices"
        :key="choice.id"
        size="small"
        @click="
          notices.attempt(() =>
            callApi('answerRun', { id: run.id, body: { choice: choice.id, questionId: run.question?.id } }),
          )
        "
      >
        {{ choice.label }}
      </ElButton>
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
  padding: 6px 16px;
  border-top: 2px solid var(--live-fill);
  background: var(--surface);
}
.question p {
  flex: 1;
}
</style>
