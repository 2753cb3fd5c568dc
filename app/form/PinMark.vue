<script setup lang="ts">
import { computed } from 'vue'
import { usePins } from '~/live/usePins'
import type { PinList } from '~/live/usePins'
import IconPin from '~icons/tabler/pin'
import IconPinned from '~icons/tabler/pinned-filled'

/** Pins an entry of a list to the top of it, or takes it off again; `Alt+P` does it for the one that is chosen. */
const { list, id } = defineProps<{ list: PinList; id: string }>()

const pins = usePins()
const isPinned = computed(() => pins.has(list, id))
</script>

<template>
  <span
    class="pin"
    :class="{ pinned: isPinned }"
    :title="isPinned ? 'Pinned to the top (Alt+P)' : 'Pin to the top (Alt+P)'"
    @mousedown.prevent.stop="pins.toggle(list, id)"
    @click.stop
  >
    <IconPinned v-if="isPinned" class="icon" /><IconPin v-else class="icon" />
  </span>
</template>

<style scoped>
.pin {
  display: inline-flex;
  color: var(--ink-soft);
}
.pinned {
  color: var(--press);
}
</style>
