<script setup lang="ts">
import { useNotices } from '~/live/useNotices'

const notices = useNotices()

function act(): void {
  const action = notices.current?.action
  notices.dismiss()
  action?.act()
}
</script>

<template>
  <div role="status" aria-live="polite">
    <p v-if="notices.current" class="notice" :class="notices.current.tone">
      <span>{{ notices.current.text }}</span>
      <ElButton v-if="notices.current.action" size="small" @click="act">
        {{ notices.current.action.label }}
      </ElButton>
      <ElButton size="small" @click="notices.dismiss"> Dismiss </ElButton>
    </p>
  </div>
</template>

<style scoped>
.notice {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 5px 16px;
  border-top: 1px solid var(--line-strong);
  background: var(--sunken);
}
.notice span {
  flex: 1;
}
.fault {
  background: var(--fault-soft);
  color: var(--fault);
}
</style>
