<script setup lang="ts">
import TextField from '~/form/TextField.vue'

/** The name under which what a step comes to can be used after it. */
const { issue = undefined, label = 'Called' } = defineProps<{ issue?: string; label?: string }>()
const name = defineModel<string>({ required: true })
</script>

<template>
  <TextField
    v-model="name"
    :label="label"
    mono
    :hint="name === '' ? undefined : `used as \${${name}}`"
    :issue="issue"
  />
</template>
