<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { computed, shallowRef } from 'vue'
import { idleRules } from '~~/core/clash'
import type { IdleRule } from '~~/core/clash'
import { describeCondition } from '~~/core/conditions'
import type { Condition } from '~~/core/conditions'
import type { Frame, KeyRule } from '~~/core/levers'
import { frameSchema } from '~~/core/levers'
import ConditionFields from '~/conditions/ConditionFields.vue'
import { freshCondition } from '~/conditions/conditionKinds'
import IssueLine from '~/form/IssueLine.vue'
import { useLeverActions } from '~/levers/useLeverActions'
import { callApi } from '~/live/callApi'
import EditorHead from '~/live/EditorHead.vue'
import { useEditor } from '~/live/useEditor'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import RuleFields from './RuleFields.vue'
import { freshRule, ruleKinds } from './ruleKinds'

/** One frame: its name, whether it is on, its condition, and what keys do by its rules. */
const { frame, on, stateWords } = defineProps<{ frame: Frame; on: boolean; stateWords: string }>()
const emit = defineEmits<{ gone: [] }>()

interface FrameDraft {
  name: string
  rules: KeyRule[]
  condition: Condition | null
}

const mirror = useMirror()
const notices = useNotices()
const actions = useLeverActions()
const editor = useEditor<Frame, FrameDraft>({
  key: `keen-lever.edit.frame.${frame.id}`,
  subject: () => frame,
  begun: (subject = frame) => ({
    name: subject.name,
    rules: subject.rules ?? [],
    condition: subject.condition ?? null,
  }),
  issuesOf: ({ name, rules, condition }) => {
    const parsed = frameSchema.safeParse({ ...frame, name: name.trim(), rules, ...(condition ? { condition } : {}) })
    return (parsed.error?.issues ?? []).map(({ path, message }) => ({ path: path.map(String).join('.'), message }))
  },
  save: ({ name, ...draft }, version) =>
    callApi('editFrame', { id: frame.id, body: { version, name: name.trim(), ...draft } }),
  saved: ({ name }) => {
    notices.say(`Changed the keys of ${name}; in force at the next key.`, { label: 'Undo', act: actions.undo })
  },
})
const rules = computed({
  get: () => editor.draft.rules,
  set: (next) => editor.alter({ rules: next }),
})
/** Rules that never do what they say, as the form stands. */
const idle = shallowRef<readonly IdleRule[]>([])
watchDebounced(
  [() => editor.draft.rules, () => mirror.framesLive, () => mirror.keySettings],
  () => {
    const drafted = frameSchema.safeParse({ ...frame, on: true, rules: editor.draft.rules })
    if (!drafted.success) return
    const frames = mirror.framesLive.map((entry) => (entry.id === frame.id ? drafted.data : entry))
    idle.value = idleRules(frames, mirror.keySettings).filter(({ frameId }) => frameId === frame.id)
  },
  { debounce: 250, immediate: true },
)
const condition = computed({
  get: () => editor.draft.condition,
  set: (next) => editor.alter({ condition: next }),
})

async function remove(): Promise<void> {
  if (await editor.remove(() => callApi('deleteFrame', { id: frame.id }), `Deleted the frame ${frame.name}.`))
    emit('gone')
}
</script>

<template>
  <form ref="form" class="form" @submit.prevent="editor.save">
    <EditorHead :editor="editor" :what="`The frame ${frame.name}`" remove-word="Delete" @remove="remove">
      <ElInput
        :model-value="editor.draft.name"
        class="name"
        aria-label="Name of the frame"
        :aria-invalid="editor.issueIn('name') !== undefined"
        @update:model-value="editor.alter({ name: $event })"
      />
      <label class="check"
        ><ElSwitch
          :model-value="on"
          :aria-label="`Frame ${frame.name}`"
          @update:model-value="actions.switchFrame(frame.id, Boolean($event))"
        />
        {{ stateWords }}</label
      >
    </EditorHead>
    <IssueLine :issue="editor.issueIn('name')" />
    <section>
      <label class="check"
        ><ElSwitch
          :model-value="condition !== null"
          size="small"
          @update:model-value="condition = $event ? freshCondition('program-runs', mirror.bench) : null"
        />
        {{
          condition ? `Only while ${describeCondition(condition, mirror.bench)}` : 'Whenever it is switched on'
        }}</label
      >
      <ConditionFields v-if="condition" v-model="condition" label="Condition of the frame" />
    </section>
    <section class="rules">
      <h3>Rules for keys</h3>
      <RuleFields
        v-for="(rule, i) in rules"
        :key="rule.id"
        :model-value="rule"
        :label="`Rule ${i + 1}`"
        :frame-id="frame.id"
        :note="idle.find(({ ruleId }) => ruleId === rule.id)?.because"
        :issue="editor.issues.find((issue) => issue.path.startsWith(`rules.${i}.`))?.message"
        @update:model-value="rules = rules.with(i, $event)"
        @remove="rules = rules.toSpliced(i, 1)"
      />
      <p v-if="rules.length === 0" class="soft">
        No rule yet. A rule makes a key another key, disables it, types a sign it lacks, makes a typed word a text,
        gives it a second meaning when held, or gives a row of keys to the levers of the frame.
      </p>
      <div class="actions">
        <ElButton
          v-for="kind in ruleKinds"
          :key="kind.kind"
          size="small"
          @click="rules = [...rules, freshRule(kind.kind)]"
        >
          {{ kind.label }}
        </ElButton>
      </div>
    </section>
  </form>
</template>

<style scoped>
.form {
  padding: 12px 16px 24px;
  overflow: auto;
  display: grid;
  gap: 16px;
  align-content: start;
  border-left: 1px solid var(--line);
  background: var(--surface);
}
.check {
  display: flex;
  gap: 8px;
  align-items: center;
}
.name {
  width: 220px;
}
.form section {
  display: grid;
  gap: 8px;
}
</style>
