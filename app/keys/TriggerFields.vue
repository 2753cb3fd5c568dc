<script setup lang="ts">
import { waysOut } from '~~/core/clash'
import type { Clash, Suggestion, WayOut } from '~~/core/clash'
import { patienceOf } from '~~/core/levers'
import type { Lever, Trigger } from '~~/core/levers'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import AddButton from '~/form/AddButton.vue'
import IssueLine from '~/form/IssueLine.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import { useMirror } from '~/live/useMirror'
import { partId } from '~/levers/leverDraft'
import ChordField from './ChordField.vue'
import ClashList from './ClashList.vue'
import KeyboardChoice from './KeyboardChoice.vue'
import KeyField from './KeyField.vue'
import RepeatField from './RepeatField.vue'
import WordFields from './WordFields.vue'
import { changeTriggerKind, freshTrigger, triggerKinds } from './triggerKinds'

/** The triggers of a lever of every kind, what they clash with, the ways out, and good free keys. */
const { lever, issueOf, suggestions, clashes } = defineProps<{
  lever: Pick<Lever, 'triggers' | 'scope'>
  issueOf: (path: string) => string | undefined
  suggestions: readonly Suggestion[]
  clashes: readonly Clash[]
}>()
const triggers = defineModel<Trigger[]>({ required: true })
const emit = defineEmits<{ way: [way: WayOut] }>()

const mirror = useMirror()
const winChoices: { value: Trigger['wins']; name: string }[] = [
  { value: 'auto', name: 'program first, unless scoped to it' },
  { value: 'lever', name: 'the lever wins' },
  { value: 'program', name: 'the program wins' },
]

function add(kind: Trigger['kind'] = 'chord', chord = ''): void {
  triggers.value = [...triggers.value, { ...freshTrigger(kind, partId()), ...(chord ? { chord } : {}) } as Trigger]
}

function alter(index: number, part: Partial<Trigger>): void {
  triggers.value = triggers.value.with(index, { ...triggers.value[index]!, ...part } as Trigger)
}

/** Takes a suggestion in place of a single chord, or as the first. */
function take(chord: string): void {
  if (triggers.value.length === 1 && triggers.value[0]!.kind === 'chord') alter(0, { chord })
  else add('chord', chord)
}

/** Kinds that have a time of their own: in which field, and in words. */
const times: Partial<Record<Trigger['kind'], { field: string; words: string }>> = {
  sequence: { field: 'gapMs', words: 'next within' },
  double: { field: 'gapMs', words: 'again within' },
  hold: { field: 'holdMs', words: 'held for' },
  layer: { field: 'holdMs', words: 'a layer once held for' },
  tap: { field: 'gapMs', words: 'again within' },
  together: { field: 'windowMs', words: 'within' },
}
const hasTime = (trigger: Trigger) =>
  times[trigger.kind] !== undefined && (trigger.kind !== 'tap' || trigger.times === 2)
</script>

<template>
  <fieldset class="triggers">
    <legend>Keys</legend>
    <div v-for="(trigger, i) in triggers" :key="trigger.id" class="trigger">
      <ChoiceSelect
        :model-value="trigger.kind"
        :label="`Kind of key ${i + 1}`"
        :options="triggerKinds.map((kind) => ({ value: kind.kind, name: kind.label, detail: kind.help }))"
        @update:model-value="triggers = triggers.with(i, changeTriggerKind(trigger, $event))"
      />
      <div class="keys">
        <KeyField
          v-if="trigger.kind === 'layer'"
          :model-value="trigger.hold"
          :label="`Key that holds layer ${i + 1}`"
          :issue="issueOf(`triggers.${i}.hold`)"
          @update:model-value="alter(i, { hold: $event })"
        />
        <ChordField
          v-if="trigger.kind === 'sequence'"
          :model-value="trigger.sequence"
          several
          :label="`Sequence ${i + 1}`"
          :issue="issueOf(`triggers.${i}.sequence`)"
          @update:model-value="alter(i, { sequence: $event })"
        />
        <ChordField
          v-else-if="'chord' in trigger"
          :model-value="trigger.chord"
          :label="`Chord ${i + 1}`"
          :issue="issueOf(`triggers.${i}.chord`)"
          @update:model-value="alter(i, { chord: $event })"
        />
        <KeyField
          v-else-if="trigger.kind === 'hold'"
          :model-value="trigger.key"
          :label="`Held key ${i + 1}`"
          :issue="issueOf(`triggers.${i}.key`)"
          @update:model-value="alter(i, { key: $event })"
        />
        <div v-else-if="trigger.kind === 'tap'" class="taps">
          <KeyField
            :model-value="trigger.key"
            modifiers-only
            :label="`Tapped modifier ${i + 1}`"
            :issue="issueOf(`triggers.${i}.key`)"
            @update:model-value="alter(i, { key: $event })"
          />
          <ChoiceSelect
            :model-value="String(trigger.times)"
            :label="`How often modifier ${i + 1} is tapped`"
            :options="[
              { value: '1', name: 'once' },
              { value: '2', name: 'twice' },
            ]"
            @update:model-value="alter(i, { times: $event === '2' ? 2 : 1 })"
          />
        </div>
        <template v-else-if="trigger.kind === 'word'">
          <WordFields
            :word="trigger.word"
            :endings="trigger.endings"
            :letters="trigger.letters"
            :label="`Typed word ${i + 1}`"
            :invalid="issueOf(`triggers.${i}.word`) !== undefined"
            @update:word="alter(i, { word: $event })"
            @update:endings="alter(i, { endings: $event })"
            @update:letters="alter(i, { letters: $event as 'any' | 'exact' })"
          />
          <IssueLine :issue="issueOf(`triggers.${i}.word`)" />
        </template>
        <template v-else-if="trigger.kind === 'together'">
          <KeyField
            v-for="(code, j) in trigger.keys"
            :key="j"
            :model-value="code"
            :label="`Key ${j + 1} of trigger ${i + 1}`"
            :issue="issueOf(`triggers.${i}.keys.${j}`)"
            @update:model-value="alter(i, { keys: trigger.keys.with(j, $event) })"
          />
        </template>
      </div>
      <RemoveButton :label="`Remove chord ${i + 1}`" @click="triggers = triggers.toSpliced(i, 1)" />
      <div class="more">
        <label v-if="hasTime(trigger)"
          >{{ times[trigger.kind]!.words }}
          <ElInputNumber
            size="small"
            :model-value="patienceOf(trigger, mirror.keySettings.timing)"
            :min="20"
            :max="5000"
            :step="10"
            :aria-label="`Time of key ${i + 1} in ms`"
            @update:model-value="alter(i, { [times[trigger.kind]!.field]: $event ?? undefined })"
          />
          ms</label
        >
        <label v-if="trigger.kind === 'hold'"
          ><ElSwitch
            size="small"
            :model-value="trigger.nested === true"
            :aria-label="`Key ${i + 1} counts as held also when another key is pressed within it`"
            @update:model-value="alter(i, { nested: $event ? true : undefined })"
          />
          also when another key is pressed within it</label
        >
        <RepeatField
          v-if="trigger.kind === 'chord'"
          :model-value="trigger.repeatMs"
          :label="`Key ${i + 1}`"
          @update:model-value="alter(i, { repeatMs: $event })"
        />
        <KeyboardChoice
          :model-value="trigger.keyboard"
          :label="`Keyboard of key ${i + 1}`"
          @update:model-value="alter(i, { keyboard: $event })"
        />
        <label v-if="'chord' in trigger || trigger.kind === 'sequence'"
          >a key is meant by
          <ChoiceSelect
            size="small"
            :model-value="trigger.match ?? 'code'"
            :label="`How key ${i + 1} is matched`"
            :options="[
              { value: 'code', name: 'its place' },
              { value: 'key', name: 'its legend' },
            ]"
            @update:model-value="alter(i, { match: $event === 'key' ? 'key' : undefined })"
        /></label>
        <span v-if="trigger.kind === 'word'">the word is taken back, and the lever pulled</span>
        <label v-else
          >where a program claims it:
          <ChoiceSelect
            size="small"
            class="wide"
            :model-value="trigger.wins"
            :label="`Who wins chord ${i + 1} where a program claims it`"
            :options="winChoices"
            @update:model-value="alter(i, { wins: $event })"
        /></label>
      </div>
    </div>
    <ClashList :clashes="clashes" :ways-of="(clash) => waysOut(clash, lever, suggestions)" @way="emit('way', $event)" />
    <div class="offers">
      <AddButton @click="add()"> Chord </AddButton>
      <template v-if="suggestions.length > 0">
        <span class="soft">Free:</span>
        <ElButton
          v-for="suggestion in suggestions"
          :key="suggestion.chord"
          size="small"
          class="mono"
          :title="suggestion.because"
          @click="take(suggestion.chord)"
        >
          {{ suggestion.chord }}
        </ElButton>
        <span class="soft cut">{{ suggestions[0]!.because }}</span>
      </template>
    </div>
  </fieldset>
</template>

<style scoped>
.triggers {
  border: 1px solid var(--line);
  border-radius: var(--radius);
  margin: 0;
  padding: 8px 12px 12px;
  display: grid;
  gap: 8px;
  min-width: 0;
}
legend {
  font: 600 14px var(--engraved);
  padding: 0 4px;
}
.trigger {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr) 28px;
  gap: 6px 8px;
  align-items: start;
}
.trigger > .el-button {
  padding: 0;
  margin-top: 4px;
}
.keys {
  display: grid;
  gap: 4px;
}
.taps {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 110px;
  gap: 6px;
}
.more {
  grid-column: 2 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
  font-size: 13px;
  color: var(--ink-soft);
}
.more label {
  display: flex;
  align-items: center;
  gap: 6px;
}
.more > label > .el-select {
  width: 96px;
}
.more > label > .el-select.wide {
  width: 230px;
}
.offers {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.offers .el-button + .el-button {
  margin-left: 0;
}
.offers .mono {
  font-family: var(--mono);
  font-weight: 400;
  font-size: 12px;
}
</style>
