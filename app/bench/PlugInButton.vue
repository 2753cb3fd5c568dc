<script setup lang="ts">
import { computed } from 'vue'
import type { usePlugIn } from '~/bench/usePlugIn'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import IconPlug from '~icons/tabler/plug'

/**
 * “Plug it in now”: what is plugged in next is chosen. The devices of the bench that are not plugged in can be plugged
 * in right here.
 */
const { plugIn } = defineProps<{ plugIn: ReturnType<typeof usePlugIn> }>()

const mirror = useMirror()
const notices = useNotices()
const absent = computed(() => Object.values(mirror.bench.devices).filter((device) => device.plugged === false))
</script>

<template>
  <span class="plug-in" role="status">
    <ElButton size="small" :aria-pressed="plugIn.isWaiting.value" @click="plugIn.toggle()">
      <IconPlug class="icon" /> {{ plugIn.isWaiting.value ? 'Plug it in now…' : 'By plugging it in' }}
    </ElButton>
    <template v-if="plugIn.isWaiting.value">
      <span v-if="absent.length === 0" class="soft">Everything is plugged in: unplug it first.</span>
      <ElButton
        v-for="device in absent"
        :key="device.id"
        size="small"
        @click="
          notices.attempt(() =>
            callApi('changeBench', {
              body: { changes: [{ kind: 'device.plug', deviceId: device.id, plugged: true }] },
            }),
          )
        "
      >
        Plug in {{ device.name }}
      </ElButton>
    </template>
  </span>
</template>

<style scoped>
.plug-in {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.plug-in .el-button {
  margin: 0;
}
</style>
