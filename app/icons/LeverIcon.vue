<script setup lang="ts">
import { own } from '~~/core/result'
import { computed } from 'vue'
import type { Lever } from '~~/core/levers'
import { namedIn } from '~~/core/steps'
import { useMirror } from '~/live/useMirror'
import SetIcon from './SetIcon.vue'

/** The picture of a lever: the chosen one, or that of the only program it is about. */
const { lever } = defineProps<{ lever: Pick<Lever, 'icon' | 'steps'> }>()

const mirror = useMirror()
const programIcon = computed(() => {
  const [id, ...more] = namedIn(lever.steps, 'program')
  return id !== undefined && more.length === 0 ? own(mirror.bench.programs, id)?.icon : undefined
})
const name = computed(() => (lever.icon?.kind === 'set' ? lever.icon.name : programIcon.value))
const colour = computed(() => (lever.icon && lever.icon.kind !== 'upload' ? lever.icon.colour : 'ink'))
</script>

<template>
  <img
    v-if="lever.icon?.kind === 'upload'"
    class="icon lever-icon"
    :src="`/api/icons/uploads/${lever.icon.id}`"
    alt=""
  />
  <SetIcon v-else-if="name" :name="name" class="lever-icon" :style="{ color: `var(--icon-${colour})` }" />
  <span v-else class="icon lever-icon none" />
</template>

<style scoped>
.lever-icon {
  display: inline-block;
  object-fit: contain;
}
/* In a list names stand below each other; in a head there is nothing to keep a place for. */
header > .none {
  display: none;
}
</style>
