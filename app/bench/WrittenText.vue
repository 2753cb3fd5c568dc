<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { draftOf, LONGEST_DOCUMENT, placeCursor, selectionOf } from '~~/core/bench'
import type { BenchDocument, BenchWindow } from '~~/core/bench'
import { useLiveKeys } from '~/keys/useLiveKeys'
import { useMirror } from '~/live/useMirror'
import { useBenchActs } from './useBenchActs'

/**
 * The text of a document, with its cursor. With live keys what is pressed on the screen goes there; without, the text is
 * a field like any other.
 */
const { window, document, front } = defineProps<{ window: BenchWindow; document: BenchDocument; front: boolean }>()

const mirror = useMirror()
const acts = useBenchActs()
const liveKeys = useLiveKeys()
const draft = computed(() => draftOf(mirror.bench, document))
const parts = computed(() => {
  const { text } = draft.value
  const { from, to } = selectionOf(draft.value)
  return [
    { kind: 'plain', text: text.slice(0, from) },
    { kind: 'selected', text: text.slice(from, to) },
    ...(front ? [{ kind: 'cursor', text: '' }] : []),
    { kind: 'plain', text: text.slice(to) },
  ]
})
const page = ref<HTMLElement>()
/** What stands in the field; as long as it differs from what was shown there last, another tab does not replace it. */
const field = ref('')
let shown = ''
watch(
  () => draft.value.text,
  (text) => {
    if (field.value === shown) field.value = text
    shown = text
  },
  { immediate: true },
)

/** The place in the text at a point of the page. */
function placeAt(x: number, y: number): number | undefined {
  const root = page.value
  if (!root || !('caretPositionFromPoint' in globalThis.document)) return undefined
  const caret = globalThis.document.caretPositionFromPoint(x, y)
  if (!caret || !root.contains(caret.offsetNode)) return undefined
  const range = globalThis.document.createRange()
  range.setStart(root, 0)
  range.setEnd(caret.offsetNode, caret.offset)
  return range.toString().length
}

let pressedAt: number | undefined

function press(event: MouseEvent): void {
  pressedAt = placeAt(event.clientX, event.clientY)
}

function release(event: MouseEvent): void {
  const at = placeAt(event.clientX, event.clientY)
  if (at !== undefined) acts.change(placeCursor({ window, document }, at, pressedAt))
  pressedAt = undefined
}

/** What was typed into the field, as one edit: from the first letter that differs to the last. */
function write(): void {
  const { text } = draft.value
  const typed = field.value
  if (typed === text) return
  let from = 0
  while (from < Math.min(text.length, typed.length) && text[from] === typed[from]) from++
  let tail = 0
  while (tail < Math.min(text.length, typed.length) - from && text.at(-1 - tail) === typed.at(-1 - tail)) tail++
  const inserts = typed.slice(from, typed.length - tail)
  acts.change({
    kind: 'document.edit',
    windowId: window.id,
    path: document.path,
    at: from,
    deletes: text.length - tail - from,
    inserts,
    cursor: from + inserts.length,
    unsaved: true,
  })
}

/** Each pause in typing is written, so that little is at stake when two write. */
const writeSoon = useDebounceFn(write, 300)
</script>

<template>
  <!-- prettier-ignore -->
  <pre
    v-if="liveKeys.on"
    ref="page"
    class="text"
    :class="{ front }"
    :aria-label="`Text of ${document.path}`"
    @mousedown="press"
    @mouseup="release"
  ><span v-for="(part, i) in parts" :key="i" :class="part.kind">{{ part.text }}</span></pre>
  <textarea
    v-else
    v-model="field"
    class="text"
    :maxlength="LONGEST_DOCUMENT"
    :aria-label="`Text of ${document.path}`"
    @mousedown.stop
    @input="writeSoon"
    @change="write"
  />
</template>

<style scoped>
.text {
  margin: 0;
  min-height: 60px;
  width: 100%;
  padding: 6px 8px;
  border: 1px solid var(--line);
  background: var(--ground);
  color: var(--ink);
  font: 13px/1.45 var(--mono);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  overflow: auto;
  cursor: text;
  resize: none;
}
.selected {
  background: var(--press-soft);
}
.cursor {
  display: inline-block;
  width: 2px;
  height: 1.1em;
  margin: 0 -1px;
  vertical-align: text-bottom;
  background: var(--live);
}
</style>
