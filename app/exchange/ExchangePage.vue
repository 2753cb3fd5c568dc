<script setup lang="ts">
import { useViewKeys } from '~/page/useViewKeys'
import { useLocalStorage } from '@vueuse/core'
import { ref, watch } from 'vue'
import BackupPane from './BackupPane.vue'
import CarryPane from './CarryPane.vue'
import ExportPane from './ExportPane.vue'
import FrameFilePane from './FrameFilePane.vue'
import ImportPane from './ImportPane.vue'
import ScriptPane from './ScriptPane.vue'

/** Desktop Entries, frame files, scripts and backups, in and out. */
type Pane = 'carry' | 'entries' | 'frames' | 'scripts' | 'backups'
const pane = useLocalStorage<Pane>('keen-lever.exchange-pane', 'carry')
/** A file that another pane was given and knew to be of this one. */
const given = ref<File>()

function show(other: Pane, file: File): void {
  pane.value = other
  given.value = file
}
// Chosen again by hand, a pane begins with nothing.
watch(pane, () => (given.value = undefined), { flush: 'sync' })
useViewKeys('Exchange', [{ keys: 'Tab', does: 'goes through import and export' }])
</script>

<template>
  <section class="view">
    <header class="view-head">
      <h1>Exchange</h1>
      <ElRadioGroup v-model="pane" aria-label="What is exchanged" size="small">
        <ElRadioButton value="carry"> Any file </ElRadioButton>
        <ElRadioButton value="entries"> Desktop Entries </ElRadioButton>
        <ElRadioButton value="frames"> Frame files </ElRadioButton>
        <ElRadioButton value="scripts"> Scripts </ElRadioButton>
        <ElRadioButton value="backups"> Backups </ElRadioButton>
      </ElRadioGroup>
      <span v-if="pane === 'carry'" class="soft">Files of any kind in; documents and tables out.</span>
      <span v-else-if="pane === 'entries'" class="soft"
        >Desktop Entry files, by the freedesktop standard 1.5: programs and levers in, levers out.</span
      >
      <span v-else-if="pane === 'scripts'" class="soft"
        >Levers as a script of the POSIX shell, for where there is no Keen Lever.</span
      >
      <span v-else-if="pane === 'backups'" class="soft">All that stands, in one file, to be put back whole.</span>
      <span v-else class="soft">A frame in one readable file: YAML 1.2, to be kept, sent and edited.</span>
    </header>
    <CarryPane v-if="pane === 'carry'" @other="show" />
    <FrameFilePane v-else-if="pane === 'frames'" :given="given" />
    <ScriptPane v-else-if="pane === 'scripts'" />
    <BackupPane v-else-if="pane === 'backups'" :given="given" />
    <div v-else class="halves">
      <ImportPane :given="given" />
      <ExportPane />
    </div>
  </section>
</template>

<style scoped>
.halves {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  min-height: 0;
}
.halves :deep(.half) {
  padding: 12px 16px;
  overflow: auto;
  display: grid;
  gap: 10px;
  align-content: start;
}
.halves :deep(.half + .half) {
  border-left: 1px solid var(--line);
  background: var(--surface);
}
.halves :deep(.tools) {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.halves :deep(.tools .el-button) {
  margin: 0;
}
.halves :deep(.tools label) {
  display: flex;
  gap: 6px;
  align-items: center;
}
.halves :deep(.gap) {
  flex: 1;
}
.halves :deep(.short) {
  width: 150px;
}
.halves :deep(.items > li) {
  display: grid;
  gap: 2px 10px;
  padding: 5px 0;
  border-top: 1px solid var(--line);
}
</style>
