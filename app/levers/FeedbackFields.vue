<script setup lang="ts">
import LateInput from '~/form/LateInput.vue'
import { computed } from 'vue'
import { FEEDBACKS, feedbackWords, lampOf, USUAL_FEEDBACK } from '~~/core/levers'
import { natureOf, natureWords } from '~~/core/steps'
import type { Feedback, LeverDraft } from '~~/core/levers'
import { lampNow } from '~~/core/bench'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import FormField from '~/form/FormField.vue'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useSettingEdits } from '~/live/useSettingEdits'
import LampLight from '~/plates/LampLight.vue'

/** What tells the user that a pull worked: the lamp on its plate, and what a pull says on top of that. */
const draft = defineModel<LeverDraft>({ required: true })

const mirror = useMirror()
const edits = useSettingEdits()
const notices = useNotices()
/** A choice of nothing is shown as no choice: these stand for what is not set. */
const BY_ITSELF = 'by itself'
const USUAL = 'usual'
const nature = computed(() => natureOf(draft.value.steps))
const usual = computed(() => mirror.keySettings.feedback?.[nature.value] ?? USUAL_FEEDBACK[nature.value])
const lamps = computed(() =>
  Object.values(mirror.bench.devices).flatMap((device) =>
    Object.entries(device.controls).map(([controlId, control]) => ({
      value: `${device.id} ${controlId}`,
      name: `${control.name} of ${device.name}`,
      lamp: { deviceId: device.id, controlId },
    })),
  ),
)
const shown = computed(() => {
  const lamp = lampOf(draft.value, mirror.bench)
  return lamp && lampNow(lamp, mirror.bench)
})

function alter(part: Partial<LeverDraft>): void {
  draft.value = { ...draft.value, ...part }
}

function reword(part: 'lit' | 'dark', words: string): void {
  if (!draft.value.lamp) return
  const { [part]: _before, ...lamp } = draft.value.lamp
  alter({ lamp: words.trim() === '' ? lamp : { ...lamp, [part]: words.trim() } })
}

function makeUsual(feedback: Feedback): void {
  const of = nature.value
  void notices.attempt(() =>
    edits.editKeys((before) => ({ ...before, feedback: { ...before.feedback, [of]: feedback } })),
  )
  alter({ feedback: null })
}
</script>

<template>
  <div class="pair">
    <FormField label="Lamp on its plate" :hint="draft.lamp ? '' : 'by itself, that of the device it switches'">
      <div class="line">
        <LampLight v-if="shown" :state="shown.state" />
        <ChoiceSelect
          :model-value="draft.lamp ? `${draft.lamp.deviceId} ${draft.lamp.controlId}` : BY_ITSELF"
          filterable
          label="Lamp on its plate"
          :options="[{ value: BY_ITSELF, name: 'By itself' }, ...lamps]"
          @update:model-value="alter({ lamp: lamps.find((entry) => entry.value === $event)?.lamp ?? null })"
        />
        <span class="soft cut">{{ shown?.words }}</span>
      </div>
      <div v-if="draft.lamp" class="line">
        <LateInput
          v-for="part in ['lit', 'dark'] as const"
          :key="part"
          size="small"
          :model-value="draft.lamp[part] ?? ''"
          :placeholder="`What it says when ${part}`"
          :aria-label="`What the lamp says when ${part}`"
          @update:model-value="reword(part, $event)"
        />
      </div>
    </FormField>
    <FormField label="When it was pulled by a key">
      <div class="line">
        <ChoiceSelect
          :model-value="draft.feedback ?? USUAL"
          label="What a pull tells"
          :options="[
            { value: USUAL, name: `as usual: ${feedbackWords[usual]}` },
            ...FEEDBACKS.map((value) => ({ value, name: feedbackWords[value] })),
          ]"
          @update:model-value="alter({ feedback: $event === USUAL ? null : ($event as Feedback) })"
        />
        <ElButton v-if="draft.feedback && draft.feedback !== usual" size="small" @click="makeUsual(draft.feedback)">
          Usual for {{ natureWords[nature] }}
        </ElButton>
      </div>
    </FormField>
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
  align-items: start;
}
.line {
  display: flex;
  align-items: center;
  gap: 8px;
}
.line .cut {
  flex: none;
  max-width: 110px;
}
</style>
