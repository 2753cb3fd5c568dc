<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { Act } from '~~/contract'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { timeOfDay } from '~/page/instants'
import { useCopiedStep } from '~/steps/useCopiedStep'

/** What was done by hand, newest first, as the steps a lever would do: each can become one. */
const SHOWN = 200

const mirror = useMirror()
const notices = useNotices()
const router = useRouter()
const { copy } = useCopiedStep()
const acts = ref<readonly Act[]>()

async function load(): Promise<void> {
  const answer = await notices.attempt(() => callApi('listActs', { query: { limit: SHOWN } }))
  if (answer) acts.value = answer.acts
}

async function forget(): Promise<void> {
  await notices.attempt(() => callApi('forgetActs'))
  await load()
}

function makeLever(act: Act): void {
  void router.push({ path: '/levers/new', query: { step: JSON.stringify(act.step), name: '' } })
}

function take(act: Act): void {
  copy(act.step)
  notices.say('Copied as a step. Paste it below the steps of any lever.')
}

onMounted(load)
watch(() => mirror.benchVersion, useDebounceFn(load, 300))
</script>

<template>
  <aside class="inspector" aria-label="Done by hand">
    <p class="soft head">
      What you do here is a step. <button v-if="acts?.length" type="button" @click="forget">Forget all</button>
    </p>
    <ol>
      <li v-for="act in acts" :key="act.seq">
        <span class="soft when">{{ timeOfDay(act.atMs) }}</span>
        <span>{{ act.sentence }}</span>
        <span class="acts">
          <button type="button" @click="makeLever(act)">Make a lever</button>
          <button type="button" @click="take(act)">Copy as a step</button>
        </span>
      </li>
    </ol>
    <p v-if="acts?.length === 0" class="soft">
      Nothing was done by hand yet, or nothing is kept (Settings say how many). Open, move, type or set something.
    </p>
  </aside>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
}
li {
  display: grid;
  grid-template-columns: 62px minmax(0, 1fr);
  gap: 2px 6px;
  padding: 5px 0;
  border-bottom: 1px solid var(--line);
  font-size: 13px;
}
.when {
  font: 12px var(--mono);
}
.acts {
  grid-column: 2;
  display: flex;
  gap: 12px;
}
button {
  border: 0;
  background: none;
  padding: 0;
  color: var(--press);
  font: 600 12px var(--engraved);
  cursor: pointer;
}
</style>
