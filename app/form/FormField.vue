<script setup lang="ts">
import { useId } from 'vue'

/** A labelled field with what is wrong with it right below. */
const { label, issue = undefined, hint = undefined } = defineProps<{ label: string; issue?: string; hint?: string }>()

const fieldId = useId()
</script>

<template>
  <div class="field">
    <label :for="fieldId"
      >{{ label }} <span v-if="hint" class="soft">{{ hint }}</span></label
    >
    <slot :field-id="fieldId" :invalid="issue !== undefined" />
    <p v-if="issue" class="fault" role="alert">
      {{ issue }}
    </p>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  gap: 4px;
  min-width: 0;
}
label {
  font: 600 14px var(--engraved);
}
label .soft {
  /* A hint makes its field no taller than those beside it. */
  font: 400 13px/1 var(--plain);
}
</style>
