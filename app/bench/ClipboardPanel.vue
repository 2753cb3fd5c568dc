<script setup lang="ts">
import { computed } from 'vue'
import { escapeVariables } from '~~/core/command'
import { own } from '~~/core/result'
import { useMirror } from '~/live/useMirror'
import { timeOfDay } from '~/page/instants'
import { useBenchActs } from './useBenchActs'

/** What was copied on the bench, newest first; the first is what is pasted. What comes from secrets is not shown. */
const mirror = useMirror()
const acts = useBenchActs()
const clips = computed(() =>
  (mirror.bench.clipboard ?? []).map((clip) => {
    const program = clip.programId === undefined ? undefined : own(mirror.bench.programs, clip.programId)
    return { ...clip, program: program?.name, isSecret: program?.secret === true }
  }),
)
</script>

<template>
  <aside class="inspector" aria-label="Clipboard">
    <ol>
      <li v-for="(clip, i) in clips" :key="clip.id">
        <pre v-if="!clip.isSecret" class="text">{{ clip.text }}</pre>
        <p v-else class="soft text">A text of {{ clip.text.length }} letters from a program that holds secrets.</p>
        <p class="soft line">
          {{ i === 0 ? 'pasted next' : timeOfDay(clip.atMs) }}{{ clip.program ? ` · from ${clip.program}` : '' }}
          <span class="acts">
            <button
              v-if="i > 0 && !clip.isSecret"
              type="button"
              @click="acts.act({ kind: 'clipboard.use', act: 'put', programId: '', text: escapeVariables(clip.text) })"
            >
              Paste next
            </button>
            <button type="button" @click="acts.change({ kind: 'clipboard.take', clipId: clip.id })">Forget</button>
          </span>
        </p>
      </li>
    </ol>
    <p v-if="clips.length === 0" class="soft">
      Nothing was copied yet. Copy in a window, by its menu or with Ctrl+C, and it stands here.
    </p>
  </aside>
</template>

<style scoped>
li {
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}
.text {
  margin: 0;
  max-height: 84px;
  overflow: auto;
  font: 13px/1.4 var(--mono);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.line {
  display: flex;
  justify-content: space-between;
  font-size: 12px;
}
.acts {
  display: flex;
  gap: 8px;
}
button {
  border: 0;
  background: none;
  padding: 0;
  color: var(--press);
  font: 600 12px var(--engraved);
  cursor: pointer;
}
</style>
