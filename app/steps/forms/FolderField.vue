<script setup lang="ts">
import TextField from '~/form/TextField.vue'
import ResolvedText from '../ResolvedText.vue'

/** The folder where files go, and whether it is made where it is missing. */
const { label, issue, values } = defineProps<{
  label: string
  issue: string | undefined
  values: Readonly<Record<string, string>>
}>()
const path = defineModel<string>({ required: true })
const makes = defineModel<boolean | undefined>('makes', { required: true })
</script>

<template>
  <div class="folder">
    <TextField v-model="path" :label="label" :issue="issue" mono placeholder="${documents}/for later">
      <ResolvedText :text="path" :values="values" />
    </TextField>
    <label class="makes"
      ><ElSwitch size="small" :model-value="makes ?? false" @update:model-value="makes = $event ? true : undefined" />
      Make it where it is missing</label
    >
  </div>
</template>

<style scoped>
.folder {
  display: grid;
  gap: 6px;
  min-width: 0;
}
.makes {
  display: flex;
  align-items: center;
  gap: 8px;
}
</style>
