<script setup lang="ts">
import { autocompletion } from '@codemirror/autocomplete'
import { linter, lintGutter } from '@codemirror/lint'
import { EditorState, StateEffect } from '@codemirror/state'
import { keymap } from '@codemirror/view'
import { basicSetup, EditorView } from 'codemirror'
import { onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue'
import { markOf, scriptLanguage, syntaxFaults } from './scriptLanguage'
import type { ScriptFault } from './scriptLanguage'

/** An editor of scripts: colours, completion of what is in scope, faults at their line. Tab leaves it, as any field. */
const { label, names, faults } = defineProps<{
  label: string
  names: readonly string[]
  faults: readonly ScriptFault[]
}>()
const script = defineModel<string>({ required: true })
const emit = defineEmits<{ run: [] }>()

const place = useTemplateRef<HTMLElement>('place')
let view: EditorView | undefined
/** Faults from outside have changed. */
const judged = StateEffect.define<null>()

onMounted(() => {
  const state = EditorState.create({
    doc: script.value,
    extensions: [
      // Before what is usual, which has another use for it.
      keymap.of([{ key: 'Mod-Enter', run: () => (emit('run'), true), stopPropagation: true }]),
      basicSetup,
      scriptLanguage(() => names),
      autocompletion({ activateOnTyping: true }),
      lintGutter(),
      linter((now) => [...syntaxFaults(now), ...faults.map((fault) => markOf(now, fault))], {
        delay: 300,
        needsRefresh: ({ transactions }) => transactions.some(({ effects }) => effects.some((one) => one.is(judged))),
      }),
      EditorView.lineWrapping,
      EditorView.contentAttributes.of({ 'aria-label': label, spellcheck: 'false' }),
      EditorView.updateListener.of((update) => {
        if (update.docChanged) script.value = update.state.doc.toString()
      }),
    ],
  })
  view = new EditorView({ state, parent: place.value! })
})
onBeforeUnmount(() => view?.destroy())

watch(script, (now) => {
  if (view && now !== view.state.doc.toString())
    view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: now } })
})
watch(
  () => faults,
  () => view?.dispatch({ effects: judged.of(null) }),
)
</script>

<template>
  <div ref="place" class="script-editor" @keydown.stop />
</template>

<style scoped>
.script-editor {
  border: 1px solid var(--line-strong);
  border-radius: var(--radius);
  background: var(--surface);
  min-width: 0;
}
.script-editor:focus-within {
  border-color: var(--live);
  box-shadow: 0 0 0 1px var(--live);
}
.script-editor :deep(.cm-editor) {
  max-height: min(420px, 50vh);
  color: var(--ink);
  outline: 0;
}
.script-editor :deep(.cm-scroller) {
  font: 12.5px/1.5 var(--mono);
  min-height: 120px;
}
.script-editor :deep(.cm-gutters) {
  background: var(--sunken);
  color: var(--ink-soft);
  border-right: 1px solid var(--line);
}
.script-editor :deep(.cm-activeLine),
.script-editor :deep(.cm-activeLineGutter) {
  background: color-mix(in srgb, var(--press) 6%, transparent);
}
.script-editor :deep(.cm-cursor) {
  border-left-color: var(--ink);
}
.script-editor :deep(.cm-selectionBackground) {
  background: var(--press-soft) !important;
}
.script-editor :deep(.cm-lintRange-error) {
  background: none;
  text-decoration: underline wavy var(--fault);
}
.script-editor :deep(.cm-tooltip) {
  background: var(--surface);
  color: var(--ink);
  border: 1px solid var(--line-strong);
  border-radius: var(--radius);
  font: 13px/1.4 var(--plain);
}
.script-editor :deep(.cm-tooltip-autocomplete > ul > li[aria-selected]) {
  background: var(--press);
  color: var(--press-ink);
}
.script-editor :deep(.cm-completionDetail) {
  font-style: normal;
  margin-left: 10px;
}
.script-editor :deep(.cm-diagnostic-error) {
  border-left: 3px solid var(--fault);
}
</style>
