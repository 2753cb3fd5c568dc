<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { canonicalJson } from '~~/core/bench'
import { describeCondition, evaluate } from '~~/core/conditions'
import type { Condition } from '~~/core/conditions'
import type { Frame, KeyRule } from '~~/core/levers'
import { frameSchema } from '~~/core/levers'
import ConditionFields from '~/conditions/ConditionFields.vue'
import { freshCondition } from '~/conditions/conditionKinds'
import { useLeverActions } from '~/levers/useLeverActions'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import LampLight from '~/plates/LampLight.vue'
import RuleFields from './RuleFields.vue'
import { freshRule, ruleKinds } from './ruleKinds'

/** The frames: on, off, or on while a condition holds; and what keys do by rules of theirs. In force at the next key. */
const mirror = useMirror()
const notices = useNotices()
const actions = useLeverActions()
const frameId = ref(mirror.frames[0]?.id ?? '')
const frame = computed<Frame | undefined>(() => mirror.frameById.get(frameId.value))
const rules = ref<KeyRule[]>([])
const condition = ref<Condition | null>(null)
const name = ref('')
const timing = ref({ ...mirror.keySettings.timing })

watch(frame, (now) => {
  rules.value = structuredClone(now?.rules ?? [])
  condition.value = structuredClone(now?.condition ?? null)
  name.value = now?.name ?? ''
}, { immediate: true })
watch(() => mirror.keySettings.timing, (now) => {
  timing.value = { ...now }
})

const live = computed(() => new Map(mirror.framesLive.map(entry => [entry.id, entry.on])))
const issues = computed(() => {
  if (!frame.value) return []
  const parsed = frameSchema.safeParse({ ...frame.value, rules: rules.value })
  return parsed.success ? [] : parsed.error.issues.map(issue => ({ path: issue.path.map(String).join('.'), message: issue.message }))
})
const isTouched = computed(() => canonicalJson([rules.value, condition.value]) !== canonicalJson([frame.value?.rules ?? [], frame.value?.condition ?? null]))

function stateWords(entry: Frame): string {
  const switched = mirror.bench.frameSwitches?.[entry.id] ?? entry.on
  if (!switched) return mirror.bench.frameSwitches?.[entry.id] === undefined ? 'off' : 'switched off by a lever'
  if (!entry.condition) return mirror.bench.frameSwitches?.[entry.id] === undefined ? 'on' : 'switched on by a lever'
  const verdict = evaluate(entry.condition, mirror.bench)
  return `${verdict.holds ? 'on' : 'waiting'}: ${verdict.because}`
}

async function save(): Promise<void> {
  if (!frame.value || issues.value.length > 0) return
  const done = await notices.attempt(() => callApi('editFrame', { id: frameId.value, body: { rules: rules.value, condition: condition.value } }))
  if (done) notices.say(`Changed the keys of ${done.name}; in force at the next key.`, { label: 'Undo', act: actions.undo })
}

async function addFrame(): Promise<void> {
  const made = await actions.createFrame('New frame')
  if (made) frameId.value = made.id
}

async function rename(): Promise<void> {
  if (frame.value && name.value.trim() !== '' && name.value !== frame.value.name) await notices.attempt(() => callApi('editFrame', { id: frameId.value, body: { name: name.value.trim() } }))
}

async function remove(): Promise<void> {
  const done = await notices.attempt(() => callApi('deleteFrame', { id: frameId.value }))
  if (!done) return
  notices.say('Deleted the frame.', { label: 'Undo', act: actions.undo })
  frameId.value = mirror.frames[0]?.id ?? ''
}

function saveTiming(): void {
  if (canonicalJson(timing.value) !== canonicalJson(mirror.keySettings.timing)) void notices.attempt(() => callApi('editKeySettings', { body: { ...mirror.keySettings, timing: timing.value } }))
}
const times = [{ key: 'holdMs', label: 'A key counts as held after' }, { key: 'gapMs', label: 'The next chord may take' }, { key: 'togetherMs', label: 'Keys go together within' }] as const
</script>

<template>
  <div class="frames">
    <div
      class="rows"
      role="listbox"
      tabindex="0"
      aria-label="Frames"
      @keydown.down.prevent="frameId = mirror.frames[Math.min(mirror.frames.length - 1, mirror.frames.findIndex(entry => entry.id === frameId) + 1)]!.id"
      @keydown.up.prevent="frameId = mirror.frames[Math.max(0, mirror.frames.findIndex(entry => entry.id === frameId) - 1)]!.id"
    >
      <div
        v-for="entry in mirror.frames"
        :key="entry.id"
        class="row frame"
        role="option"
        :aria-selected="entry.id === frameId"
        @click="frameId = entry.id"
      >
        <LampLight :value="live.get(entry.id) ?? false" />
        <strong class="cut">{{ entry.name }}</strong>
        <span
          class="soft cut"
          :title="stateWords(entry)"
        >{{ stateWords(entry) }}</span>
      </div>
      <div class="foot">
        <ElButton
          size="small"
          @click="addFrame"
        >
          New frame
        </ElButton>
      </div>
      <section class="timing">
        <h3>Timing of all keys</h3>
        <label
          v-for="time in times"
          :key="time.key"
        ><span>{{ time.label }}</span> <ElInputNumber
          v-model="timing[time.key]"
          size="small"
          :min="20"
          :max="5000"
          :step="10"
          :aria-label="`${time.label}, in ms`"
          @change="saveTiming"
        /> ms</label>
      </section>
    </div>
    <form
      v-if="frame"
      class="form"
      @submit.prevent="save"
    >
      <div class="head">
        <ElInput
          v-model="name"
          class="name"
          aria-label="Name of the frame"
          @blur="rename"
          @keydown.enter.prevent="rename"
        />
        <label><ElSwitch
          :model-value="live.get(frame.id) ?? false"
          :aria-label="`Frame ${frame.name}`"
          @update:model-value="actions.switchFrame(frame.id, Boolean($event))"
        /> {{ stateWords(frame) }}</label>
        <span class="gap" />
        <ElButton @click="remove">
          Delete
        </ElButton>
        <ElButton
          type="primary"
          native-type="submit"
          :disabled="!isTouched || issues.length > 0"
        >
          Save
        </ElButton>
      </div>
      <section>
        <label class="check"><ElSwitch
          :model-value="condition !== null"
          size="small"
          @update:model-value="condition = $event ? freshCondition('program-runs', mirror.bench) : null"
        /> {{ condition ? `Only while ${describeCondition(condition, mirror.bench)}` : 'Whenever it is switched on' }}</label>
        <ConditionFields
          v-if="condition"
          v-model="condition"
          label="Condition of the frame"
        />
      </section>
      <section class="rules">
        <h3>Rules for keys</h3>
        <RuleFields
          v-for="(rule, i) in rules"
          :key="rule.id"
          :model-value="rule"
          :label="`Rule ${i + 1}`"
          :issue="issues.find(issue => issue.path.startsWith(`rules.${i}.`))?.message"
          @update:model-value="rules = rules.with(i, $event)"
          @remove="rules = rules.toSpliced(i, 1)"
        />
        <p
          v-if="rules.length === 0"
          class="soft"
        >
          No rule yet. A rule makes a key another key, disables it, types a sign it lacks, gives it a second meaning when held, or gives a row of keys to the levers of the frame.
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
  </div>
</template>

<style scoped>
.frames { display: grid; grid-template-columns: 340px minmax(0, 1fr); min-height: 0; }
.frame { grid-template-columns: 16px minmax(0, 1fr) minmax(0, 1.2fr); }
.foot { padding: 8px 16px; }
.timing { padding: 8px 16px; display: grid; gap: 6px; }
.timing label { display: grid; grid-template-columns: minmax(0, 1fr) auto auto; gap: 6px; align-items: center; }
.timing .el-input-number { width: 110px; }
.form { padding: 12px 16px 24px; overflow: auto; display: grid; gap: 16px; align-content: start; border-left: 1px solid var(--line); background: var(--surface); }
.head { display: flex; gap: 12px; align-items: center; }
.head label, .check { display: flex; gap: 8px; align-items: center; }
.name { width: 220px; }
.gap { flex: 1; }
.form section { display: grid; gap: 8px; }
</style>
