<script setup lang="ts">
import type { ProgramOption } from '~~/core/command'
import { WINDOW_PARTS } from '~~/core/command'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import LateInput from '~/form/LateInput.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import RowsField from '~/form/RowsField.vue'
import { emptyOption, joinList, readSource, splitList, writeSource } from './programDraft'

/** The options a program knows, one a row. */
const { issueOf } = defineProps<{ issueOf: (path: string) => string | undefined }>()
const options = defineModel<ProgramOption[]>({ required: true })

/** How an option and its value are written, as one choice. */
const forms: { id: string; words: string; value: ProgramOption['value']; joiners: ProgramOption['joiners'] }[] = [
  { id: 'flag', words: 'alone', value: 'none', joiners: [] },
  { id: '=', words: 'name=value', value: 'required', joiners: ['='] },
  { id: 'space', words: 'name value', value: 'required', joiners: ['space'] },
  { id: '=,space', words: 'either', value: 'required', joiners: ['=', 'space'] },
  { id: ':', words: 'name:value', value: 'required', joiners: [':'] },
]
const effects: { id: string; words: string; effect: ProgramOption['effect'] }[] = [
  { id: 'setting', words: 'is a setting', effect: { kind: 'setting' } },
  ...WINDOW_PARTS.map((part) => ({
    id: part,
    words: `is the ${part === 'dataset' ? 'data set' : part}`,
    effect: { kind: 'part' as const, part },
  })),
  { id: 'minimized', words: 'opens minimized', effect: { kind: 'window-mode', mode: 'minimized' } },
  { id: 'maximized', words: 'opens maximized', effect: { kind: 'window-mode', mode: 'maximized' } },
]

const formOf = (option: ProgramOption) => (option.value === 'none' ? 'flag' : option.joiners.join(','))
const effectOf = ({ effect }: ProgramOption) =>
  effect.kind === 'part' ? effect.part : effect.kind === 'window-mode' ? effect.mode : 'setting'

function alter(index: number, part: Partial<ProgramOption>): void {
  options.value = options.value.with(index, { ...options.value[index]!, ...part })
}

/** A list of values, or where they come from. */
function setValues(index: number, text: string): void {
  const source = readSource(text)
  alter(index, { source, choices: source || splitList(text).length === 0 ? undefined : splitList(text) })
}
</script>

<template>
  <RowsField legend="Options" add-word="Option" @add="options = [...options, emptyOption()]">
    <template #hint
      >values: <code>red, dome</code>, or <code>list profiles</code>, or
      <code>folders below ${captures}</code></template
    >
    <div v-for="(option, i) in options" :key="i" class="part option">
      <LateInput
        :model-value="joinList(option.names)"
        class="mono"
        :aria-label="`Names of option ${i + 1}`"
        spellcheck="false"
        @update:model-value="alter(i, { names: splitList($event) })"
      />
      <ChoiceSelect
        :model-value="formOf(option)"
        :label="`How option ${i + 1} is written`"
        :options="forms.map((form) => ({ value: form.id, name: form.words }))"
        @update:model-value="
          alter(i, {
            value: forms.find((form) => form.id === $event)!.value,
            joiners: [...forms.find((form) => form.id === $event)!.joiners],
          })
        "
      />
      <LateInput
        :model-value="writeSource(option.source) || joinList(option.choices)"
        class="mono"
        :disabled="option.value === 'none'"
        :aria-label="`Values of option ${i + 1}`"
        placeholder="anything"
        spellcheck="false"
        @update:model-value="setValues(i, $event)"
      />
      <ChoiceSelect
        :model-value="effectOf(option)"
        :label="`What option ${i + 1} does`"
        :options="effects.map((entry) => ({ value: entry.id, name: entry.words }))"
        @update:model-value="alter(i, { effect: effects.find((entry) => entry.id === $event)!.effect })"
      />
      <ElInput
        :model-value="option.help"
        :aria-label="`Help of option ${i + 1}`"
        placeholder="What it does"
        @update:model-value="alter(i, { help: $event })"
      />
      <RemoveButton :label="`Remove option ${i + 1}`" @click="options = options.toSpliced(i, 1)" />
      <IssueLine :issue="issueOf(String(i))" />
    </div>
  </RowsField>
</template>

<style scoped>
.option {
  grid-template-columns: 140px 120px minmax(0, 1.2fr) 150px minmax(0, 1fr) 28px;
}
</style>
