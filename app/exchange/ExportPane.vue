<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import type { ExportAnswer } from '~~/contract'
import { describeUnsaid, prevents, unsaidOf } from '~~/core/desktop'
import { countOf } from '~~/core/names'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { saveFile } from '~/files/saveFile'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'

/** Levers of a frame out, as Desktop Entry files. What no file can say is told before, and again with the files. */
const mirror = useMirror()
const notices = useNotices()
const exported = shallowRef<ExportAnswer>()
const exportFrame = ref(mirror.frames[0]?.id ?? '')
const isWorking = ref(false)

/** So many rows are shown at first, and so many more each time. */
const PAGE = 100
const shown = ref(PAGE)

const levers = computed(() => mirror.levers.filter((lever) => lever.frameId === exportFrame.value))
/** What is known to be left out, lever by lever: before the files are made by what a lever is, then by what they say. */
const leftOut = computed(() => {
  const { unsaid, skipped } = exported.value ?? foreseen()
  const sentences = new Map<string, { isSkipped: boolean; sentences: string[] }>()
  for (const { leverId, because } of skipped) sentences.set(leverId, { isSkipped: true, sentences: [because] })
  for (const { leverId, because } of unsaid) {
    const known = sentences.get(leverId)
    if (known) known.sentences.push(because)
    else sentences.set(leverId, { isSkipped: false, sentences: [because] })
  }
  return [...sentences].map(([leverId, entry]) => ({ leverId, ...entry }))
})
const skippedCount = computed(() => leftOut.value.filter(({ isSkipped }) => isSkipped).length)

function foreseen(): Pick<ExportAnswer, 'unsaid' | 'skipped'> {
  const all = levers.value.flatMap((lever) =>
    unsaidOf(lever, mirror.bench).map((fact) => ({
      leverId: lever.id,
      code: fact.code,
      because: describeUnsaid(fact),
      prevents: prevents(fact),
    })),
  )
  return { skipped: all.filter((entry) => entry.prevents), unsaid: all.filter((entry) => !entry.prevents) }
}

watch(exportFrame, () => {
  exported.value = undefined
  shown.value = PAGE
})

async function makeFiles(): Promise<void> {
  isWorking.value = true
  const leverIds = levers.value.map((lever) => lever.id)
  exported.value = (await notices.attempt(() => callApi('exportEntries', { body: { leverIds } }))) ?? exported.value
  isWorking.value = false
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
      <ElButton type="primary" :disabled="levers.length === 0" :loading="isWorking" @click="makeFiles">
        Make the files
      </ElButton>
    </div>
    <p v-if="levers.length === 0" class="soft">This frame has no levers.</p>
    <p v-else-if="!exported" class="soft">
      A lever that starts one program, or opens one address, becomes a file that any desktop of the standard can use;
      what came from a file goes back into it.
    </p>
    <template v-if="exported">
      <div class="tools">
        <span>{{ countOf(exported.files.length, 'file') }}</span>
        <span class="gap" />
        <ElButton
          v-if="exported.files.length > 0"
          @click="exported.files.forEach((file) => saveFile(file.name, file.text))"
        >
          Save all
        </ElButton>
      </div>
      <ul class="items files">
        <li v-for="file in exported.files.slice(0, shown)" :key="file.name">
          <details>
            <summary>
              <code>{{ file.name }}</code>
            </summary>
            <pre>{{ file.text }}</pre>
          </details>
          <ElButton size="small" @click="saveFile(file.name, file.text)"> Save </ElButton>
        </li>
      </ul>
    </template>
    <template v-if="leftOut.length > 0">
      <h3>Not in the files</h3>
      <p class="soft">
        {{ countOf(skippedCount, 'lever') }} without a file, {{ leftOut.length - skippedCount }} with something left
        out.
      </p>
      <ul class="items left-out" aria-label="Not in the files">
        <li v-for="{ leverId, isSkipped, sentences } in leftOut.slice(0, shown)" :key="leverId">
          <NuxtLink :to="`/levers/${leverId}`" class="cut">{{ nameOf(leverId) }}</NuxtLink>
          <span
            ><strong v-if="isSkipped">No file. </strong><span class="soft">{{ sentences.join(' ') }}</span></span
          >
        </li>
      </ul>
    </template>
    <ElButton v-if="Math.max(exported?.files.length ?? 0, leftOut.length) > shown" @click="shown += PAGE">
      Show more
    </ElButton>
  </section>
</template>

<style scoped>
.items.files > li {
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: start;
}
.items.left-out > li {
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
}
h3 {
  margin: 6px 0 0;
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
