<script setup lang="ts" generic="T extends string | string[]">
import { computed, ref } from 'vue'
import { usePins } from '~/live/usePins'
import PinMark from './PinMark.vue'

/** One of many by its name, or several, by typing; those that are pinned stand first. All else is as `ElSelectV2` has it. */
const { label, options, of } = defineProps<{
  label: string
  options: readonly { readonly value: string; readonly name: string }[]
  /** What the names are of, to be pinned by. */
  of: 'program' | 'device' | 'frame' | 'lever'
}>()
const chosen = defineModel<T>({ required: true })

const pins = usePins()
const select = ref<{ focus: () => void }>()
const pinOf = (value: string) => `${of}:${value}`
const ordered = computed(() => pins.first('names', options, ({ value }) => pinOf(value)))

function onKey(event: KeyboardEvent): void {
  if (!event.altKey || event.code !== 'KeyP') return
  event.preventDefault()
  event.stopPropagation()
  for (const value of [chosen.value].flat()) if (value !== '') void pins.toggle('names', pinOf(value))
}

defineExpose({ focus: () => select.value?.focus() })
</script>

<template>
  <ElSelectV2
    ref="select"
    v-model="chosen"
    filterable
    default-first-option
    :aria-label="label"
    :options="ordered"
    :props="{ value: 'value', label: 'name' }"
    @keydown.capture="onKey"
  >
    <template #default="{ item }">
      <span class="choice">
        <span class="cut">{{ item.name }}</span>
        <PinMark :id="pinOf(item.value)" list="names" />
      </span>
    </template>
  </ElSelectV2>
</template>

<style scoped>
.choice {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
}
</style>
