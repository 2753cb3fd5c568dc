<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue'
import { fillPlaceholders, placeholdersOf, withNewIds } from '~~/core/sheets'
import type { Kit } from '~~/core/sheets'
import type { Step } from '~~/core/steps'
import TextField from '~/form/TextField.vue'

/** Asks for what stands for the placeholders of a kit before it is put in; what is left empty stays a name. */
const { kit, isKnown, nextId } = defineProps<{
  kit: Kit
  isKnown: (name: string) => boolean
  nextId: () => string
}>()
const emit = defineEmits<{ take: [steps: Step[]]; close: [] }>()

const names = computed(() => placeholdersOf(kit.steps, isKnown))
const texts = ref<Record<string, string>>({})
const bar = ref<HTMLElement>()

function take(): void {
  const given = Object.fromEntries(Object.entries(texts.value).filter(([, text]) => text !== ''))
  emit(
    'take',
    fillPlaceholders(kit.steps, given).map((step) => withNewIds(step, nextId)),
  )
}

onMounted(() => {
  if (names.value.length === 0) return take()
  void nextTick(() => bar.value?.querySelector('input')?.focus())
})
</script>

<template>
  <form
    ref="bar"
    class="kit"
    aria-label="Values of the kit"
    @submit.prevent="take"
    @keydown.esc.prevent.stop="emit('close')"
  >
    <h3>Kit: {{ kit.name }}</h3>
    <div class="form-pair">
      <TextField
        v-for="name in names"
        :key="name"
        :model-value="texts[name] ?? ''"
        :label="name"
        hint="a text, or empty to set it later"
        @update:model-value="texts = { ...texts, [name]: $event }"
      />
    </div>
    <div>
      <ElButton size="small" type="primary" native-type="submit"> Put it in </ElButton>
      <ElButton size="small" @click="emit('close')"> Cancel </ElButton>
    </div>
  </form>
</template>

<style scoped>
.kit {
  display: grid;
  gap: 8px;
  padding: 8px 12px;
  border: 1px solid var(--line-strong);
  background: var(--surface);
}
</style>
