<script setup lang="ts">
import type { Editor } from './useEditor'

/** The row of buttons of a form: taking away, throwing away what was typed, saving. */
const { editor, removeWord = undefined } = defineProps<{ editor: Editor; removeWord?: string }>()
const emit = defineEmits<{ remove: [] }>()
</script>

<template>
  <span v-if="editor.isTouched" class="soft" role="status">{{
    editor.isFromBefore ? 'This is your draft from before, not saved yet.' : 'not saved yet'
  }}</span>
  <span class="gap" />
  <ElButton v-if="removeWord" @click="emit('remove')"> {{ removeWord }} </ElButton>
  <slot />
  <ElButton v-if="editor.isTouched" @click="editor.discard()"> Discard </ElButton>
  <ElButton
    type="primary"
    :loading="editor.isSaving"
    :disabled="(!editor.isTouched && !editor.isNew) || editor.isOvertaken"
    @click="editor.save()"
  >
    Save
  </ElButton>
</template>

<style scoped>
.gap {
  flex: 1;
}
.el-button {
  margin: 0;
}
</style>
