<script setup lang="ts">
import { parseChord, MODIFIERS } from '~~/core/keys'
import { typedText } from '~~/core/levers'
import type { KeyRule } from '~~/core/levers'
import { useNow } from '@vueuse/core'
import { computed } from 'vue'
import ScopeField from '~/levers/ScopeField.vue'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import { useMirror } from '~/live/useMirror'
import ChordField from './ChordField.vue'
import KeyboardChoice from './KeyboardChoice.vue'
import KeyField from './KeyField.vue'
import RepeatField from './RepeatField.vue'
import WordFields from './WordFields.vue'

/** One rule as a sentence with its parts editable in place. */
const {
  label,
  frameId,
  issue = undefined,
  note = undefined,
} = defineProps<{
  label: string
  frameId: string
  issue?: string
  /** What keeps it from acting. */
  note?: string
}>()
const rule = defineModel<KeyRule>({ required: true })
const emit = defineEmits<{ remove: [] }>()

const mirror = useMirror()
const nowMs = useNow({ interval: 30_000 })

function set(part: Record<string, unknown>): void {
  rule.value = { ...rule.value, ...part } as KeyRule
}

/** What a typed word would become at this moment. */
const preview = computed(() => {
  const now = rule.value
  if (now.kind !== 'word' || now.text === '') return undefined
  return typedText(now.text, mirror.tableOf(frameId), mirror.bench, nowMs.value.getTime())
})

const isChord = (text: string) => parseChord(text).ok && text.includes('+')
</script>

<template>
  <div class="rule">
    <div class="sentence">
      <template v-if="rule.kind === 'remap'">
        <KeyField :model-value="rule.from" :label="`${label}: key`" @update:model-value="set({ from: $event })" />
        <span>is</span>
        <ChordField
          v-if="isChord(rule.to)"
          :model-value="rule.to"
          :label="`${label}: becomes`"
          @update:model-value="set({ to: $event })"
        />
        <KeyField
          v-else
          :model-value="rule.to"
          :label="`${label}: becomes`"
          @update:model-value="set({ to: $event })"
        />
        <ElButton size="small" @click="set({ to: isChord(rule.to) ? 'Escape' : 'Ctrl+C' })">
          {{ isChord(rule.to) ? 'a key' : 'a chord' }}
        </ElButton>
      </template>
      <template v-else-if="rule.kind === 'disable'">
        <KeyField :model-value="rule.key" :label="`${label}: key`" @update:model-value="set({ key: $event })" />
        <span>does nothing</span>
      </template>
      <template v-else-if="rule.kind === 'type'">
        <ChordField :model-value="rule.chord" :label="`${label}: chord`" @update:model-value="set({ chord: $event })" />
        <span>types</span>
        <ElInput
          :model-value="rule.text"
          class="text"
          :aria-label="`${label}: text`"
          @update:model-value="set({ text: $event })"
        />
      </template>
      <template v-else-if="rule.kind === 'word'">
        <WordFields
          :word="rule.word"
          :endings="rule.endings"
          :letters="rule.letters"
          can-follow
          :label="label"
          :invalid="issue !== undefined && rule.word === ''"
          @update:word="set({ word: $event })"
          @update:endings="set({ endings: $event })"
          @update:letters="set({ letters: $event })"
        />
        <span>becomes</span>
      </template>
      <template v-else-if="rule.kind === 'tap-hold'">
        <KeyField :model-value="rule.key" :label="`${label}: key`" @update:model-value="set({ key: $event })" />
        <span>tapped is</span>
        <ChoiceSelect
          size="small"
          class="short"
          :model-value="rule.tap === null ? 'own' : 'other'"
          :label="`${label}: tapped`"
          :options="[
            { value: 'own', name: 'itself' },
            { value: 'other', name: 'another key' },
          ]"
          @update:model-value="set({ tap: $event === 'own' ? null : 'Escape' })"
        />
        <KeyField
          v-if="rule.tap !== null"
          :model-value="rule.tap"
          :label="`${label}: tapped key`"
          @update:model-value="set({ tap: $event })"
        />
        <span>and held is</span>
        <ChoiceSelect
          size="small"
          class="short"
          :model-value="rule.hold.kind"
          :label="`${label}: held`"
          :options="[
            { value: 'modifiers', name: 'modifiers' },
            { value: 'layer', name: 'a layer' },
          ]"
          @update:model-value="
            set({ hold: $event === 'layer' ? { kind: 'layer' } : { kind: 'modifiers', modifiers: ['Ctrl'] } })
          "
        />
        <ChoiceSelect
          v-if="rule.hold.kind === 'modifiers'"
          size="small"
          multiple
          class="wide"
          :model-value="rule.hold.modifiers"
          :label="`${label}: modifiers`"
          :options="MODIFIERS.map((modifier) => ({ value: modifier, name: modifier }))"
          @update:model-value="set({ hold: { kind: 'modifiers', modifiers: $event } })"
        />
        <span>after</span>
        <ElInputNumber
          size="small"
          :model-value="rule.holdMs ?? mirror.keySettings.timing.holdMs"
          :min="20"
          :max="5000"
          :step="10"
          :aria-label="`${label}: hold time in ms`"
          @update:model-value="set({ holdMs: $event ?? undefined })"
        />
        <span>ms</span>
      </template>
      <template v-else-if="rule.kind === 'row'">
        <ElInputNumber
          size="small"
          :model-value="rule.count"
          :min="1"
          :max="24"
          :aria-label="`${label}: how many`"
          @update:model-value="set({ count: $event ?? 1 })"
        />
        <span>keys from</span>
        <ChordField
          :model-value="rule.first"
          :label="`${label}: first chord`"
          @update:model-value="set({ first: $event })"
        />
        <span>on pull the levers of this frame, by their numbers</span>
      </template>
      <template v-if="rule.kind === 'one-shot'">
        <KeyField
          :model-value="rule.key"
          modifiers-only
          :label="`${label}: modifier`"
          @update:model-value="set({ key: $event })"
        />
        <span>tapped by itself holds for the next key</span>
      </template>
      <RemoveButton :label="`Remove ${label.toLowerCase()}`" @click="emit('remove')" />
    </div>
    <template v-if="rule.kind === 'word'">
      <ElInput
        :model-value="rule.text"
        type="textarea"
        autosize
        class="becomes"
        :aria-label="`${label}: text`"
        :placeholder="`The text; \${date}, \${time}, \${weekday} and your values stand in it`"
        @update:model-value="set({ text: $event })"
      />
      <p v-if="preview" class="soft preview">Typed now: {{ preview.text }}</p>
      <IssueLine :issue="preview?.issues[0]?.message" />
      <ScopeField :model-value="rule.scope" label="It counts" @update:model-value="set({ scope: $event })" />
    </template>
    <div class="more">
      <label v-if="rule.kind === 'remap' || rule.kind === 'disable' || rule.kind === 'type'"
        ><ElSwitch
          size="small"
          :model-value="rule.layer !== undefined"
          :aria-label="`${label}: only while another key is held`"
          @update:model-value="set({ layer: $event ? 'CapsLock' : undefined })" />
        {{ rule.layer === undefined ? 'only while another key is held' : 'only while held:' }}
        <KeyField
          v-if="rule.layer !== undefined"
          :model-value="rule.layer"
          :label="`${label}: key that holds the layer`"
          @update:model-value="set({ layer: $event })"
      /></label>
      <RepeatField
        v-if="rule.kind === 'type'"
        :model-value="rule.repeatMs"
        :label="label"
        @update:model-value="set({ repeatMs: $event })"
      />
      <label v-if="rule.kind === 'tap-hold'"
        ><ElSwitch
          size="small"
          :model-value="rule.nested !== false"
          :aria-label="`${label}: counts as held also when another key is pressed within it`"
          @update:model-value="set({ nested: $event ? undefined : false })"
        />
        also when another key is pressed within it</label
      >
      <label v-if="rule.kind === 'word' && rule.endings.length > 0"
        ><ElSwitch
          size="small"
          :model-value="rule.dropsEnding !== true"
          :aria-label="`${label}: what was typed after the word comes after the text`"
          @update:model-value="set({ dropsEnding: $event ? undefined : true })"
        />
        what was typed after it comes after the text</label
      >
      <KeyboardChoice
        :model-value="rule.keyboard"
        :label="`${label}: keyboard`"
        @update:model-value="set({ keyboard: $event })"
      />
    </div>
    <IssueLine :issue="issue" />
    <p v-if="note" class="fault" role="status">{{ note }}</p>
  </div>
</template>

<style scoped>
.sentence {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.more {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  padding-left: 12px;
  font-size: 13px;
  color: var(--ink-soft);
}
.more label {
  display: flex;
  align-items: center;
  gap: 6px;
}
.text {
  width: 140px;
}
.preview {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.short {
  width: 120px;
}
.wide {
  width: 190px;
}
.sentence :deep(.key) {
  width: 220px;
}
.sentence :deep(.chord) {
  width: 320px;
}
</style>
