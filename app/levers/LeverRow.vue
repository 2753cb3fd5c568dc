<script setup lang="ts">
import { computed } from 'vue'
import { lampNow } from '~~/core/bench'
import { describeScope, describeTrigger, goesTo, lampOf, triggerKeys } from '~~/core/levers'
import type { Lever } from '~~/core/levers'
import { describeSteps } from '~~/core/steps'
import { describeOwn } from '~~/core/variants'
import LeverIcon from '~/icons/LeverIcon.vue'
import { useMirror } from '~/live/useMirror'
import KeyPlates from '~/plates/KeyPlates.vue'
import NumberPlate from '~/plates/NumberPlate.vue'
import { leverState } from './leverState'

const {
  lever,
  frameOn,
  marked = false,
} = defineProps<{
  lever: Lever
  frameOn: boolean
  marked?: boolean
}>()

const mirror = useMirror()
const sentence = computed(() => describeSteps(lever.steps, mirror.names))
const pattern = computed(() => lever.variant && mirror.leverById.get(lever.variant.patternId))
const scope = computed(() => describeScope(lever.scope, mirror.equipment))
const lamp = computed(() => {
  const watched = lampOf(lever, mirror.equipment)
  return watched && lampNow(watched, mirror.equipment)
})
const goal = computed(() => goesTo(lever, mirror.equipment))
const state = computed(() => leverState(lever, frameOn, mirror.openRuns.get(lever.id), mirror.equipment))
/** Where a pull would lead is worth more than that it can be pulled. */
const stateWords = computed(() =>
  goal.value && state.value.tone === 'soft'
    ? {
        words: `→ ${goal.value}`,
        title: `Ready. ${lamp.value ? `Now ${lamp.value.words}; a` : 'A'} pull leads to: ${goal.value}`,
      }
    : { words: state.value.words, title: state.value.words },
)
const following = computed(() => {
  if (!lever.variant) return ''
  const name = pattern.value ? `${pattern.value.plate} ${pattern.value.name}` : 'a lever that is gone'
  return `Follows ${name}. Its own: ${describeOwn(lever.variant).join('; ')}`
})
</script>

<template>
  <div class="row lever" :class="{ off: state.tone === 'off', marked }">
    <NumberPlate :plate="lever.plate" :steps="lever.steps" :off="state.tone === 'off'" :lamp="lamp" />
    <span class="name cut"
      ><LeverIcon :lever="lever" /> <strong :title="lever.name">{{ lever.name }}</strong><span
        v-if="lever.variant"
        class="soft"
        :title="following"
      >
        of {{ pattern?.plate ?? '?' }}</span
      ></span
    >
    <span class="cut soft" :title="sentence">{{ sentence }}</span>
    <span class="triggers">
      <KeyPlates
        v-for="trigger in lever.triggers"
        :key="trigger.id"
        :chord="triggerKeys(trigger)"
        :plain="trigger.kind === 'word'"
        :title="describeTrigger(trigger)"
      />
    </span>
    <span class="cut soft" :title="scope">{{ scope }}</span>
    <span class="cut" :class="state.tone" :title="stateWords.title">{{ stateWords.words }}</span>
  </div>
</template>

<style scoped>
.lever {
  grid-template-columns: 58px minmax(130px, 1fr) minmax(150px, 1.35fr) minmax(100px, max-content) 96px 62px;
}
.triggers {
  white-space: nowrap;
}
/* Further apart than the keys of a sequence, so that two triggers do not read as one. */
.triggers > :deep(* + *) {
  margin-left: 14px;
}
.name {
  display: flex;
  align-items: center;
  gap: 7px;
}
.name strong {
  overflow: hidden;
  text-overflow: ellipsis;
}
.lever.marked {
  box-shadow: 3px 0 0 var(--live-fill) inset;
  background: var(--press-soft);
}
.lever.off strong {
  color: var(--ink-soft);
  font-weight: 400;
}
.live {
  color: var(--live);
  font-weight: 600;
}
</style>
