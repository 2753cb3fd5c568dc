<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Clip } from '~~/core/bench'
import { escapeVariables } from '~~/core/command'
import { countOf } from '~~/core/names'
import { own } from '~~/core/result'
import { createIndex } from '~~/core/search'
import { useMirror } from '~/live/useMirror'
import { timeOfDay } from '~/page/instants'
import SomeOf from '~/rows/SomeOf.vue'
import { useBenchActs } from './useBenchActs'

/** What was copied on the bench, newest first; the first is what is pasted. What comes from secrets is not shown. */
const mirror = useMirror()
const acts = useBenchActs()
const filter = ref('')

const kindWords = { address: 'address', files: 'files', picture: 'picture' }
const all = computed(() =>
  (mirror.bench.clipboard ?? []).map((clip, i) => {
    const program = clip.programId === undefined ? undefined : own(mirror.bench.programs, clip.programId)
    return { ...clip, nth: i + 1, program: program?.name, isSecret: clip.passing === true || program?.secret === true }
  }),
)
const index = computed(() =>
  createIndex(all.value.flatMap(({ id, text, isSecret }) => (isSecret ? [] : [{ id, name: text.slice(0, 2000) }]))),
)
const clips = computed(() => {
  if (filter.value.trim() === '') return all.value
  const byId = new Map(all.value.map((clip) => [clip.id, clip]))
  return index.value.search(filter.value, { limit: 500 }).flatMap(({ entry }) => byId.get(entry.id) ?? [])
})

function about({ nth, atMs, kind, program, pinned, passing }: (typeof all.value)[number]): string {
  const when = nth === 1 ? 'pasted next' : timeOfDay(atMs)
  const parts = [`${nth}`, when, kind && kindWords[kind], program && `from ${program}`, pinned && 'pinned']
  return [...parts, passing && 'goes with the next'].filter(Boolean).join(' · ')
}
const pin = (clip: Clip) => acts.change({ kind: 'clipboard.pin', clipId: clip.id, pinned: !clip.pinned })
</script>

<template>
  <aside class="inspector" aria-label="Clipboard">
    <div v-if="all.length > 1" class="head">
      <ElInput
        v-model="filter"
        size="small"
        clearable
        placeholder="Find what was copied"
        aria-label="Find what was copied"
      />
      <span class="soft" role="status">{{ countOf(clips.length, 'clip') }}</span>
    </div>
    <ol>
      <SomeOf v-slot="{ item: clip }" :items="clips" word="clips">
        <li>
          <pre v-if="!clip.isSecret" class="text">{{ clip.text }}</pre>
          <p v-else class="soft text">
            A text of {{ countOf(clip.text.length, 'letter') }} from a program that holds secrets.
          </p>
          <p class="soft line">
            {{ about(clip) }}
            <span class="acts">
              <button
                type="button"
                :aria-label="`Paste number ${clip.nth}`"
                @click="acts.act({ kind: 'clipboard.use', act: 'paste', programId: '', nth: clip.nth })"
              >
                Paste
              </button>
              <button
                v-if="clip.nth > 1 && !clip.isSecret"
                type="button"
                @click="
                  acts.act({ kind: 'clipboard.use', act: 'put', programId: '', text: escapeVariables(clip.text) })
                "
              >
                Paste next
              </button>
              <button v-if="!clip.isSecret" type="button" @click="pin(clip)">
                {{ clip.pinned ? 'Let go' : 'Pin' }}
              </button>
              <button type="button" @click="acts.change({ kind: 'clipboard.take', clipId: clip.id })">Forget</button>
            </span>
          </p>
        </li>
      </SomeOf>
    </ol>
    <p v-if="all.length === 0" class="soft">
      Nothing was copied yet. Copy in a window, by its menu or with Ctrl+C, and it stands here.
    </p>
    <p v-else-if="clips.length === 0" class="soft">Nothing that was copied has “{{ filter }}” in it.</p>
  </aside>
</template>

<style scoped>
.head {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
  align-items: center;
}
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
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0 8px;
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
