<script setup lang="ts">
import EditorButtons from './EditorButtons.vue'
import OvertakenBar from './OvertakenBar.vue'
import type { Editor } from './useEditor'

/** The top of a form: what it is about, its buttons, and what stands in the way of saving. */
const { editor, what, removeWord = undefined } = defineProps<{ editor: Editor; what: string; removeWord?: string }>()
const emit = defineEmits<{ remove: [] }>()
</script>

<template>
  <div class="head">
    <slot />
    <EditorButtons :editor="editor" :remove-word="removeWord" @remove="emit('remove')">
      <slot name="buttons" />
    </EditorButtons>
  </div>
  <OvertakenBar v-if="editor.isOvertaken" :what="what" @theirs="editor.takeTheirs()" @mine="editor.keepMine()" />
  <p v-if="editor.refusal" class="fault" role="alert">{{ editor.refusal }}</p>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  gap: 8px;
}
</style>
