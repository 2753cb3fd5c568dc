<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import type { AnswerOf } from '~~/contract'
import { countOf } from '~~/core/names'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { saveFile } from '~/files/saveFile'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'

/** A frame or a lever as a script of the POSIX shell, to be saved and used where there is no Keen Lever. */
const mirror = useMirror()
const notices = useNotices()
const { copy, copied } = useClipboard()
const frameId = ref(mirror.frames[0]?.id ?? '')
const ALL = 'all'
const leverId = ref(ALL)
const script = shallowRef<AnswerOf<'writeScript'>>()

const levers = computed(() => [
  { value: ALL, name: 'all of its levers' },
  ...mirror.levers
    .filter((lever) => lever.frameId === frameId.value)
    .map(({ id, plate, name }) => ({ value: id, name: `${plate} ${name}` })),
])
const gives = { nothing: 'does something', value: 'prints a value', condition: 'ends with 0 where it holds' } as const

watch(frameId, () => (leverId.value = ALL))
watch(
  [frameId, leverId, () => mirror.leverRevision] as const,
  async ([frame, lever]) => {
    if (frame === '') return
    const body = lever === ALL ? ({ of: 'frame', id: frame } as const) : ({ of: 'lever', id: lever } as const)
    const answer = await notices.attempt(() => callApi('writeScript', { body }))
    if (frame === frameId.value && lever === leverId.value) script.value = answer
  },
  { immediate: true },
)
</script>

<template>
  <div class="halves">
    <section class="half" aria-label="The script">
      <div class="tools">
        <ChoiceSelect v-model="frameId" label="Frame" :options="mirror.frameChoices" />
        <ChoiceSelect v-model="leverId" label="Levers of the script" :options="levers" />
        <span class="gap" />
        <ElButton :disabled="!script?.text" @click="copy(script!.text)">{{ copied ? 'Copied' : 'Copy' }}</ElButton>
        <ElButton
          type="primary"
          :disabled="!script?.text"
          @click="saveFile(script!.name, script!.text, 'text/x-shellscript')"
        >
          Save {{ script?.name }}
        </ElButton>
      </div>
      <!-- eslint-disable-next-line vuejs-accessibility/no-noninteractive-tabindex, vue/valid-v-on -- it scrolls -->
      <pre v-if="script?.text" tabindex="0" aria-label="Text of the script">{{ script.text }}</pre>
      <p v-else-if="script" class="soft">Nothing of it can be said as a script.</p>
    </section>
    <!-- eslint-disable-next-line vuejs-accessibility/no-noninteractive-tabindex -- it scrolls -->
    <aside class="half" aria-label="What the script needs" tabindex="0">
      <h2>To be filled in</h2>
      <p v-if="script && script.byHand.length === 0" class="soft">Nothing: any POSIX shell does all of it.</p>
      <p v-else-if="script" class="soft">
        {{ countOf(script.byHand.length, 'command', 'commands') }} that only your desktop has. Each stands at the top of
        the script; until it is filled in, it is told and passed over.
      </p>
      <ul class="items">
        <li v-for="command in script?.byHand" :key="command.name">
          <code class="cut">{{ command.name }}</code>
          <span
            >{{ command.says }} <span class="soft">({{ gives[command.gives] }})</span></span
          >
        </li>
      </ul>
      <template v-if="script && script.left.length > 0">
        <h2>Not in it</h2>
        <ul class="items" aria-label="Not in the script">
          <li v-for="lever in script.left" :key="lever.plate">
            <strong class="cut">{{ lever.plate }} {{ lever.name }}</strong>
            <span class="soft">{{ lever.because }}</span>
          </li>
        </ul>
      </template>
    </aside>
  </div>
</template>

<style scoped>
section {
  grid-template-rows: auto minmax(0, 1fr);
}
.tools :deep(.el-select) {
  width: 190px;
}
pre {
  margin: 0;
  padding: 10px 12px;
  overflow: auto;
  font: 12px/1.5 var(--mono);
  background: var(--surface);
  border: 1px solid var(--line);
}
.items > li {
  display: grid;
  gap: 2px;
  padding: 5px 0;
  border-top: 1px solid var(--line);
}
</style>
