<script setup lang="ts">
import { computed } from 'vue'
import { describeScope } from '~~/core/levers'
import type { Lever } from '~~/core/levers'
import { describeSteps } from '~~/core/steps'
import { useMirror } from '~/live/useMirror'
import KeyPlates from '~/plates/KeyPlates.vue'
import NumberPlate from '~/plates/NumberPlate.vue'
import { leverState } from './leverState'

const { lever, frameOn } = defineProps<{ lever: Lever, frameOn: boolean }>()

const mirror = useMirror()
const sentence = computed(() => describeSteps(lever.steps, mirror.bench))
const scope = computed(() => describeScope(lever.scope, mirror.bench))
const state = computed(() => leverState(lever, frameOn, mirror.runs, mirror.bench))
</script>

<template>
  <div
    class="row lever"
    :class="{ off: state.tone === 'off' }"
  >
    <NumberPlate
      :plate="lever.plate"
      :steps="lever.steps"
      :off="state.tone === 'off'"
    />
    <strong class="cut">{{ lever.name }}</strong>
    <span
      class="cut soft"
      :title="sentence"
    >{{ sentence }}</span>
    <span class="triggers">
      <KeyPlates
        v-for="trigger in lever.triggers"
        :key="trigger.id"
        :chord="trigger.chord"
      />
    </span>
    <span
      class="cut soft"
      :title="scope"
    >{{ scope }}</span>
    <span
      class="cut"
      :class="state.tone"
      :title="state.words"
    >{{ state.words }}</span>
  </div>
</template>

<style scoped>
.lever { grid-template-columns: 48px minmax(120px, 210px) minmax(0, 1fr) 122px minmax(70px, 130px) 72px; }
.triggers { display: flex; gap: 6px; overflow: hidden; }
.lever.off strong { color: var(--ink-soft); font-weight: 400; }
.live { color: var(--live); font-weight: 600; }
</style>
