<script setup lang="ts">
import { computed } from 'vue'
import type { Verb } from '~~/core/bench'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import LateInput from '~/form/LateInput.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import RowsField from '~/form/RowsField.vue'
import { useMirror } from '~/live/useMirror'
import { idFrom } from './programDraft'
import { readEffect, verbKinds, writeEffect } from './verbDraft'
import type { VerbKind } from './verbDraft'

/** What a program can be told, one a row: how it is called in its menu, and what it does. */
const { issueOf } = defineProps<{ issueOf: (path: string) => string | undefined }>()
const verbs = defineModel<Verb[]>({ required: true })

const mirror = useMirror()
const controls = computed(() =>
  Object.values(mirror.bench.devices).flatMap((device) =>
    Object.entries(device.controls).flatMap(([id, control]) =>
      control.kind === 'switch' && !control.readOnly
        ? [{ value: `${device.id}/${id}`, name: `${device.name}: ${control.name}` }]
        : [],
    ),
  ),
)

function alter(index: number, part: Partial<Verb>): void {
  verbs.value = verbs.value.with(index, { ...verbs.value[index]!, ...part })
}

function chooseKind(index: number, kind: VerbKind): void {
  const { effect } = verbs.value[index]!
  const text =
    kind === 'device' ? (controls.value[0]?.value ?? '') : effect.kind === 'device' ? '' : writeEffect(effect)
  alter(index, { effect: readEffect(kind, text) })
}

function add(): void {
  const taken = Object.fromEntries(verbs.value.map(({ id }) => [id, true]))
  verbs.value = [...verbs.value, { id: idFrom('verb', taken), name: '', effect: { kind: 'save' } }]
}

const asked = (kind: VerbKind) => verbKinds.find(({ value }) => value === kind)?.asks
const issueIn = (index: number) =>
  ['name', 'effect', 'effect.text', 'effect.name', 'effect.view', 'effect.values', 'effect.deviceId']
    .map((part) => issueOf(`${index}.${part}`))
    .find(Boolean)
</script>

<template>
  <RowsField legend="What it can be told" hint="by its menu, a lever, or a key it answers" add-word="Verb" @add="add">
    <div v-for="(verb, i) in verbs" :key="verb.id" class="part verb">
      <ElInput
        :model-value="verb.name"
        :aria-label="`Verb ${i + 1}`"
        placeholder="What it is called"
        @update:model-value="alter(i, { name: $event })"
      />
      <ChoiceSelect
        :model-value="verb.effect.kind"
        :label="`What verb ${i + 1} does`"
        :options="verbKinds"
        @update:model-value="chooseKind(i, $event)"
      />
      <ChoiceSelect
        v-if="verb.effect.kind === 'device'"
        :model-value="writeEffect(verb.effect)"
        filterable
        :label="`What verb ${i + 1} switches`"
        :options="controls"
        @update:model-value="alter(i, { effect: readEffect('device', $event) })"
      />
      <LateInput
        v-else-if="asked(verb.effect.kind)"
        :model-value="writeEffect(verb.effect)"
        :aria-label="`More of verb ${i + 1}`"
        :placeholder="asked(verb.effect.kind)"
        @update:model-value="alter(i, { effect: readEffect(verb.effect.kind, $event, verb.effect) })"
      />
      <span v-else />
      <RemoveButton :label="`Remove verb ${i + 1}`" @click="verbs = verbs.toSpliced(i, 1)" />
      <IssueLine :issue="issueIn(i)" />
    </div>
  </RowsField>
</template>

<style scoped>
.verb {
  grid-template-columns: minmax(0, 2fr) minmax(0, 2fr) minmax(0, 2fr) 28px;
}
</style>
