<script setup lang="ts">
import { computed } from 'vue'
import type { ToldFinding } from '~~/contract'
import { useMirror } from '~/live/useMirror'
import NumberPlate from '~/plates/NumberPlate.vue'
import { aboutName } from './aboutWords'

/** What the findings below it are about. */
const { about } = defineProps<{ about: ToldFinding['about'] }>()
const mirror = useMirror()
const lever = computed(() => (about.kind === 'lever' ? mirror.leverById.get(about.id) : undefined))
</script>

<template>
  <div class="about">
    <template v-if="lever">
      <NumberPlate :plate="lever.plate" :steps="lever.steps" :off="!lever.enabled" />
      <strong class="cut">{{ lever.name }}</strong>
    </template>
    <strong v-else class="cut">{{ aboutName(about, mirror) }}</strong>
  </div>
</template>

<style scoped>
.about {
  display: flex;
  align-items: center;
  gap: 8px;
  height: 100%;
  padding: 0 16px;
}
</style>
