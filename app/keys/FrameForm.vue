<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { describeCondition } from '~~/core/conditions'
import type { Condition } from '~~/core/conditions'
import type { Frame, KeyRule } from '~~/core/levers'
import { frameSchema } from '~~/core/levers'
import ConditionFields from '~/conditions/ConditionFields.vue'
import { freshCondition } from '~/conditions/conditionKinds'
import { useLeverActions } from '~/levers/useLeverActions'
import { callApi } from '~/live/callApi'
import OvertakenBar from '~/live/OvertakenBar.vue'
import { useKept } from '~/live/useKept'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import RuleFields from './RuleFields.vue'
import { freshRule, ruleKinds } from './ruleKinds'

/** One frame: its name, whether it is on, its condition, and what keys do by its rules. */
const { frame, on, stateWords } = defineProps<{ frame: Frame; on: boolean; stateWords: string }>()
const emit = defineEmits<{ gone: [] }>()

const mirror = useMirror()
const notices = useNotices()
const actions = useLeverActions()
const name = ref(frame.name)
const begun = (from: Frame): { version: number; rules: KeyRule[]; condition: Condition | null } => ({
  version: from.version ?? 1,
  rules: from.rules ?? [],
  condition: from.condition ?? null,
})
const { kept, isTouched, isOvertaken, restart, follow } = useKept(`keen-lever.frame.${frame.id}`, begun(frame))
const rules = computed({
  get: () => kept.value.rules,
  set: (next) => {
    kept.value = { ...kept.value, rules: next }
  },
})
const condition = computed({
  get: () => kept.value.condition,
  set: (next) => {
    kept.value = { ...kept.value, condition: next }
  },
})

watch(
  () => frame,
  (now, before) => {
    follow(begun(now))
    if (name.value === before.name) name.value = now.name
  },
)

const issues = computed(() => {
  const parsed = frameSchema.safeParse({ ...frame, rules: rules.value })
  return parsed.success
    ? []
    : parsed.error.issues.map((issue) => ({ path: issue.path.map(String).join('.'), message: issue.message }))
})

async function save(): Promise<void> {
  if (issues.value.length > 0 || isOvertaken.value) return
  const done = await notices.attempt(() =>
    callApi('editFrame', {
      id: frame.id,
      body: { version: kept.value.version, rules: rules.value, condition: condition.value },
    }),
  )
  if (!done) return
  restart(begun(done))
  notices.say(`Changed the keys of ${done.name}; in force at the next key.`, { label: 'Undo', act: actions.undo })
}

async function rename(): Promise<void> {
  if (name.value.trim() === '') name.value = frame.name
  else if (name.value.trim() !== frame.name)
    await notices.attempt(() =>
      callApi('editFrame', { id: frame.id, body: { version: frame.version, name: name.value.trim() } }),
    )
}

async function remove(): Promise<void> {
  const done = await notices.attempt(() => callApi('deleteFrame', { id: frame.id }))
  if (!done) return
  notices.say('Deleted the frame.', { label: 'Undo', act: actions.undo })
  emit('gone')
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <div class="head">
      <ElInput
        v-model="name"
        class="name"
        aria-label="Name of the frame"
        @blur="rename"
        @keydown.enter.prevent="rename"
      />
      <label
        ><ElSwitch
          :model-value="on"
          :aria-label="`Frame ${frame.name}`"
          @update:model-value="actions.switchFrame(frame.id, Boolean($event))"
        />
        {{ stateWords }}</label
      >
      <span class="gap" />
      <ElButton @click="remove"> Delete </ElButton>
      <ElButton v-if="isTouched" @click="restart(begun(frame))"> Discard </ElButton>
      <ElButton type="primary" native-type="submit" :disabled="!isTouched || isOvertaken || issues.length > 0">
        Save
      </ElButton>
    </div>
    <OvertakenBar
      v-if="isOvertaken"
      :what="`The frame ${frame.name}`"
      @theirs="restart(begun(frame))"
      @mine="restart(begun(frame), { ...kept, version: frame.version ?? 1 })"
    />
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
        :issue="issues.find((issue) => issue.path.startsWith(`rules.${i}.`))?.message"
        @update:model-value="rules = rules.with(i, $event)"
        @remove="rules = rules.toSpliced(i, 1)"
      />
      <p v-if="rules.length === 0" class="soft">
        No rule yet. A rule makes a key another key, disables it, types a sign it lacks, gives it a second meaning when
        held, or gives a row of keys to the levers of the frame.
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
.head {
  display: flex;
  gap: 12px;
  align-items: center;
}
.head label,
.check {
  display: flex;
  gap: 8px;
  align-items: center;
}
.name {
  width: 220px;
}
.gap {
  flex: 1;
}
.form section {
  display: grid;
  gap: 8px;
}
</style>
