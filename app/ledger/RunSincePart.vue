<script setup lang="ts">
import { computed, shallowRef } from 'vue'
import type { AnswerOf } from '~~/contract'
import { countOf } from '~~/core/names'
import { rowWords } from '~~/core/steps'
import { callApi } from '~/live/callApi'
import { useNotices } from '~/live/useNotices'
import SomeOf from '~/rows/SomeOf.vue'

/** What is different now from when a run was done, as soon as somebody wants to know. */
const { runId } = defineProps<{ runId: string }>()

const notices = useNotices()
const since = shallowRef<AnswerOf<'sinceRun'>>()
const isAsking = shallowRef(false)

async function ask(): Promise<void> {
  isAsking.value = true
  since.value = (await notices.attempt(() => callApi('sinceRun', { id: runId }))) ?? since.value
  isAsking.value = false
}

const leverWords = {
  same: 'Its lever is as it was.',
  altered: 'Its lever was altered:',
  gone: 'Its lever is no longer there.',
  unknown: 'What it did is kept no longer, so that its steps cannot be compared.',
}
const outcomeWords = {
  none: 'would not come to an end',
  done: 'would be done',
  failed: 'would fail',
  stopped: 'would be stopped',
  asks: 'would ask first',
}
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
const standing = computed(() => {
  const { stand, altered, gone } = since.value!.changes
  const count = stand + altered.length + gone.length
  if (count === 0) return 'There is nothing that it left behind.'
  return stand === count
    ? `All it changed stands as it left it: ${countOf(count, 'change')}.`
    : `Of ${countOf(count, 'change')} that it made, ${stand} ${stand === 1 ? 'stands' : 'stand'} as it left them.`
})
const again = computed(() => {
  const told = since.value?.again
  if (!told) return undefined
  const { alike, onlyThen, onlyNow } = told
  const words = `A pull now ${outcomeWords[told.outcome]}`
  if (onlyThen.length + onlyNow.length === 0)
    return alike === 0 ? `${words} and change nothing.` : `${words}, with the same ${countOf(alike, 'change')}.`
  return `${words}: ${countOf(alike, 'change')} as then, ${onlyThen.length} not again, ${onlyNow.length} new.`
})
</script>

<template>
  <section aria-label="Since then">
    <ElButton v-if="!since" :loading="isAsking" @click="ask"> What is different now </ElButton>
    <template v-else>
      <h3>
        Since then
        <ElButton size="small" text :loading="isAsking" @click="ask">Look again</ElButton>
      </h3>
      <p>{{ leverWords[since.lever] }}</p>
      <ul v-if="since.rows.length + since.values.length > 0" class="sentence-list">
        <SomeOf v-slot="{ item }" :items="since.rows" word="rows">
          <li>
            <span class="soft">{{ item.then === undefined ? '+' : item.now === undefined ? '−' : '≠' }}</span>
            <span
              >{{ capital(rowWords(item.path)) }}:
              <template v-if="item.then === undefined">new: {{ item.now }}</template>
              <template v-else-if="item.now === undefined">gone: {{ item.then }}</template>
              <template v-else-if="item.then === item.now">{{ item.now }} Its details differ.</template>
              <template v-else>{{ item.now }} It was: {{ item.then }}</template></span
            >
          </li>
        </SomeOf>
        <SomeOf v-slot="{ item }" :items="since.values" word="values">
          <li>
            <span class="soft">≠</span>
            <span
              ><code>{{ item.name }}</code> was {{ item.then === undefined ? 'not there' : `“${item.then}”` }}, and is
              {{ item.now === undefined ? 'not there' : `“${item.now}”` }}.</span
            >
          </li>
        </SomeOf>
      </ul>
      <p>{{ standing }}</p>
      <ul v-if="since.changes.altered.length + since.changes.gone.length > 0" class="sentence-list">
        <SomeOf v-slot="{ item }" :items="since.changes.altered" word="altered">
          <li>
            <span class="soft">≠</span
            ><span>{{ item.sentence }} It left {{ item.left }}; now it is {{ item.now }}.</span>
          </li>
        </SomeOf>
        <SomeOf v-slot="{ item }" :items="since.changes.gone" word="gone">
          <li>
            <span class="soft">−</span><span>No longer there: {{ item }}</span>
          </li>
        </SomeOf>
      </ul>
      <template v-if="again && since.again">
        <p :class="{ fault: since.again.outcome === 'failed' }">{{ again }}</p>
        <p v-if="since.again.outcome === 'failed'" class="soft">{{ since.again.note }}</p>
        <ul v-if="since.again.onlyThen.length + since.again.onlyNow.length > 0" class="sentence-list">
          <SomeOf v-slot="{ item }" :items="since.again.onlyThen" word="not again">
            <li>
              <span class="soft">−</span><span>Not again: {{ item }}</span>
            </li>
          </SomeOf>
          <SomeOf v-slot="{ item }" :items="since.again.onlyNow" word="new">
            <li>
              <span class="soft">+</span><span>New: {{ item }}</span>
            </li>
          </SomeOf>
        </ul>
      </template>
    </template>
  </section>
</template>
