<script setup lang="ts">
import type { TakenPolicy } from '~~/core/steps'
import TextField from '~/form/TextField.vue'
import ResolvedText from '../ResolvedText.vue'
import TakenField from './TakenField.vue'

/** The folder where files go, whether it is made where it is missing, and what happens where a name is taken there. */
interface Going {
  readonly to: string
  readonly makeFolder?: boolean
  readonly taken: TakenPolicy
}

const { label, issue, values, going } = defineProps<{
  label: string
  issue: string | undefined
  values: Readonly<Record<string, string>>
  going: Going
}>()
const emit = defineEmits<{ alter: [part: Partial<Going>] }>()
</script>

<template>
  <div class="going">
    <div class="folder">
      <TextField
        :model-value="going.to"
        :label="label"
        :issue="issue"
        mono
        placeholder="${documents}/for later"
        @update:model-value="emit('alter', { to: $event })"
      >
        <ResolvedText :text="going.to" :values="values" />
      </TextField>
      <label class="makes"
        ><ElSwitch
          size="small"
          :model-value="going.makeFolder ?? false"
          @update:model-value="emit('alter', { makeFolder: $event ? true : undefined })"
        />
        Make it where it is missing</label
      >
    </div>
    <TakenField :model-value="going.taken" @update:model-value="emit('alter', { taken: $event })" />
  </div>
</template>

<style scoped>
.going {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 10px 14px;
  align-items: start;
}
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
