<script setup lang="ts">
import { computed } from 'vue'
import { argvOf } from '~~/core/steps'
import type { Step } from '~~/core/steps'
import { useMirror } from '~/live/useMirror'

/** The argv a program will get, one argument per line, as it resolves now. */
const { step } = defineProps<{ step: Extract<Step, { kind: 'program.open' }> }>()

const mirror = useMirror()
const argv = computed(() => argvOf(step, mirror.bench))
</script>

<template>
  <section aria-label="Arguments it will get">
    <h3>It will get</h3>
    <ol
      v-if="argv.ok"
      class="argv"
      start="0"
    >
      <li
        v-for="(argument, i) in argv.value"
        :key="i"
      >
        <span class="soft">{{ i }}</span>
        <code>{{ argument === '' ? '(empty)' : argument }}</code>
      </li>
    </ol>
    <p
      v-for="issue in argv.ok ? [] : argv.issues"
      :key="issue.message"
      class="fault"
    >
      {{ issue.message }}
    </p>
  </section>
</template>

<style scoped>
.argv { margin-top: 4px; border: 1px solid var(--line); background: var(--ground); padding: 4px 8px; }
.argv li { display: grid; grid-template-columns: 20px 1fr; gap: 6px; }
code { overflow-wrap: anywhere; white-space: pre-wrap; }
</style>
