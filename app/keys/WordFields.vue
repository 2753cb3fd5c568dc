<script setup lang="ts">
import type { WordEnding } from '~~/core/levers'
import ChoiceSelect from '~/form/ChoiceSelect.vue'

/** A word that is typed: what must follow it, and whether its capitals count. */
const { label, canFollow = false } = defineProps<{
  label: string
  invalid?: boolean
  /** The text may have capitals as the word was typed. */
  canFollow?: boolean
}>()
type Letters = 'any' | 'exact' | 'follow'
const word = defineModel<string>('word', { required: true })
const endings = defineModel<WordEnding[]>('endings', { required: true })
const letters = defineModel<Letters>('letters', { required: true })

const endingWords: { value: WordEnding; name: string }[] = [
  { value: 'space', name: 'Space' },
  { value: 'enter', name: 'Enter' },
  { value: 'tab', name: 'Tab' },
  { value: 'punctuation', name: 'a punctuation mark' },
]
const letterWords: { value: Letters; name: string }[] = [
  { value: 'any', name: 'capitals do not matter' },
  { value: 'exact', name: 'exactly as written' },
]
const followWords: { value: Letters; name: string }[] = [
  ...letterWords,
  { value: 'follow', name: 'the text follows its capitals' },
]
</script>

<template>
  <div class="word">
    <ElInput
      v-model="word"
      class="typed"
      spellcheck="false"
      autocapitalize="off"
      :aria-label="`${label}: word`"
      :aria-invalid="invalid"
    />
    <span>{{ endings.length === 0 ? 'as soon as it is typed' : 'then' }}</span>
    <ElSelect
      v-model="endings"
      multiple
      collapse-tags
      collapse-tags-tooltip
      :max-collapse-tags="1"
      placeholder="nothing more"
      class="endings"
      :aria-label="`${label}: what follows it`"
    >
      <ElOption v-for="ending in endingWords" :key="ending.value" :value="ending.value" :label="ending.name" />
    </ElSelect>
    <ChoiceSelect
      v-model="letters"
      class="letters"
      :label="`${label}: capitals`"
      :options="canFollow ? followWords : letterWords"
    />
  </div>
</template>

<style scoped>
.word {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.typed {
  width: 130px;
}
.typed :deep(input) {
  font-family: var(--mono);
}
.endings {
  width: 210px;
}
.letters {
  width: 200px;
}
</style>
