<script setup lang="ts">
import { computed } from 'vue'
import { own } from '~~/core/result'
import { useMirror } from '~/live/useMirror'
import UninstallPanel from './UninstallPanel.vue'
import { useUninstall } from './useUninstall'

/** What uninstalling a program would come to, and whether it shall. */
const { programId } = defineProps<{ programId: string }>()
const emit = defineEmits<{ decided: [] }>()

const mirror = useMirror()
const uninstalling = useUninstall()
const name = computed(() => own(mirror.bench.programs, programId)?.name ?? programId)

function go(): void {
  emit('decided')
  void uninstalling.uninstall(programId)
}
</script>

<template>
  <div class="leaving" role="dialog" :aria-label="`Uninstall ${name}`">
    <UninstallPanel :program-id="programId" />
    <p>
      <ElButton v-if="uninstalling.canGo(programId)" size="small" type="primary" @click="go">
        Uninstall {{ name }}
      </ElButton>
      <ElButton size="small" @click="emit('decided')"> Leave it </ElButton>
    </p>
  </div>
</template>

<style scoped>
.leaving {
  background: var(--surface);
}
.leaving > p {
  padding: 0 16px 10px;
}
</style>
