<script setup lang="ts">
import SetIcon from '~/icons/SetIcon.vue'
import NumberPlate from '~/plates/NumberPlate.vue'
import type { LineIcon } from './foundLine'

/** What stands before something that was found: a plate, or an icon of one family. */
const { icon } = defineProps<{ icon: LineIcon }>()
</script>

<template>
  <NumberPlate
    v-if="icon.is === 'plate'"
    :plate="icon.lever.plate"
    :steps="icon.lever.steps"
    :off="icon.off"
    :lamp="icon.lamp"
  />
  <SetIcon v-else-if="icon.is === 'set'" :name="icon.name" />
  <component :is="icon.icon" v-else class="icon" />
</template>
