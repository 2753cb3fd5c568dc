<script setup lang="ts">
import { ref, shallowRef } from 'vue'
import type { ExportAnswer } from '~~/contract'
import { countOf } from '~~/core/names'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { saveFile } from '~/files/saveFile'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'

/** Levers of a frame out, as Desktop Entry files. */
const mirror = useMirror()
const notices = useNotices()
const exported = shallowRef<ExportAnswer>()
const exportFrame = ref(mirror.frames[0]?.id ?? '')

async function makeFiles(): Promise<void> {
  const leverIds = mirror.levers.filter((lever) => lever.frameId === exportFrame.value).map((lever) => lever.id)
  if (leverIds.length === 0) return notices.show({ text: 'This frame has no levers.', tone: 'fault' })
  exported.value = (await notices.attempt(() => callApi('exportEntries', { body: { leverIds } }))) ?? exported.value
}

function nameOf(leverId: string): string {
  const lever = mirror.leverById.get(leverId)
  return lever ? `${lever.plate} ${lever.name}` : leverId
}
</script>

<template>
  <section class="half" aria-label="Export">
    <div class="tools">
      <h2>Export</h2>
      <ChoiceSelect v-model="exportFrame" label="Frame to export" class="short" :options="mirror.frameChoices" />
      <ElButton type="primary" @click="makeFiles"> Make the files </ElButton>
    </div>
    <template v-if="exported">
      <div class="tools">
        <span>{{ countOf(exported.files.length, 'file') }}</span>
        <span v-if="exported.skipped.length > 0" class="soft"
          >{{ countOf(exported.skipped.length, 'lever') }} left out</span
        >
        <span class="gap" />
        <ElButton
          v-if="exported.files.length > 0"
          @click="exported.files.forEach((file) => saveFile(file.name, file.text))"
        >
          Save all
        </ElButton>
      </div>
      <ul class="items">
        <li v-for="file in exported.files" :key="file.name">
          <details>
            <summary>
              <code>{{ file.name }}</code>
            </summary>
            <pre>{{ file.text }}</pre>
          </details>
          <ElButton size="small" @click="saveFile(file.name, file.text)"> Save </ElButton>
        </li>
        <li v-for="entry in exported.skipped" :key="entry.leverId" class="left-out">
          <strong class="cut">{{ nameOf(entry.leverId) }}</strong>
          <span class="soft">{{ entry.because }}</span>
        </li>
      </ul>
    </template>
    <p v-else class="soft">
      A lever that starts one program, or opens one address, becomes a file that any desktop of the standard can use.
      Values are filled in as they are now.
    </p>
  </section>
</template>

<style scoped>
.items > li {
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: start;
}
.items > li.left-out {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
}
pre {
  margin: 4px 0 0;
  padding: 6px 8px;
  background: var(--ground);
  border: 1px solid var(--line);
  font: 12px var(--mono);
  overflow: auto;
}
summary {
  cursor: pointer;
}
</style>
