<script setup lang="ts">
import { useBenchActs } from './useBenchActs'

/** What an act by hand asks before it is done. */
const acts = useBenchActs()
</script>

<template>
  <section
    v-if="acts.question"
    class="asks"
    role="alertdialog"
    aria-label="Before that is done"
    @keydown.esc="acts.drop()"
  >
    <p>{{ acts.question.text }}</p>
    <div>
      <ElButton
        v-for="(choice, i) in acts.question.choices"
        :key="choice.id"
        size="small"
        :autofocus="i === 0"
        @click="acts.answer(choice.id)"
      >
        {{ choice.label }}
      </ElButton>
      <ElButton size="small" @click="acts.drop()"> Cancel </ElButton>
    </div>
  </section>
</template>

<style scoped>
.asks {
  position: absolute;
  inset: 0 0 auto;
  z-index: 600;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
  padding: 8px 14px;
  background: var(--surface);
  border-bottom: 2px solid var(--live-fill);
}
.asks p {
  flex: 1;
  min-width: 260px;
}
</style>
