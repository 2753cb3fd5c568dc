<script setup lang="ts">
import { computed } from 'vue'
import { evaluate } from '~~/core/conditions'
import type { Interlock } from '~~/core/levers'
import { describeInterlock } from '~~/core/levers'
import ConditionFields from '~/conditions/ConditionFields.vue'
import { freshCondition } from '~/conditions/conditionKinds'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import NameSelect from '~/form/NameSelect.vue'
import { useMirror } from '~/live/useMirror'

/** What must hold before the lever may be pulled, and what happens otherwise. */
const { leverId, issue } = defineProps<{ leverId: string | undefined; issue: string | undefined }>()
const interlock = defineModel<Interlock | null | undefined>({ required: true })

const mirror = useMirror()
const ways = [
  { value: 'refuse', name: 'it refuses, and says why' },
  { value: 'ask', name: 'it asks' },
  { value: 'pull', name: 'it pulls another lever' },
]
const others = computed(() => mirror.leverChoices.filter((choice) => choice.value !== leverId))
const sentence = computed(() =>
  interlock.value
    ? describeInterlock(
        interlock.value,
        mirror.bench,
        (id) => mirror.leverChoices.find((choice) => choice.value === id)?.name,
      )
    : '',
)
const now = computed(() =>
  interlock.value ? evaluate(interlock.value.condition, mirror.bench, mirror.moment) : undefined,
)

function otherwise(kind: string): Interlock['otherwise'] {
  return kind === 'pull' ? { kind, leverId: others.value[0]?.value ?? '' } : { kind: kind as 'refuse' | 'ask' }
}

function alter(part: Partial<Interlock>): void {
  if (interlock.value) interlock.value = { ...interlock.value, ...part }
}
</script>

<template>
  <section class="interlock">
    <label class="line"
      ><ElSwitch
        :model-value="Boolean(interlock)"
        size="small"
        aria-label="Interlock"
        @update:model-value="
          interlock = $event
            ? { condition: freshCondition('program-runs', mirror.bench), otherwise: { kind: 'refuse' } }
            : null
        "
      />
      {{ interlock ? sentence : 'Interlock: none, it can be pulled at any time' }}</label
    >
    <template v-if="interlock">
      <ConditionFields
        :model-value="interlock.condition"
        label="Interlock"
        inner
        @update:model-value="alter({ condition: $event })"
      />
      <div class="line">
        <span>Otherwise</span>
        <ChoiceSelect
          :model-value="interlock.otherwise.kind"
          size="small"
          label="What happens otherwise"
          :options="ways"
          @update:model-value="alter({ otherwise: otherwise($event) })"
        />
        <NameSelect
          v-if="interlock.otherwise.kind === 'pull'"
          of="lever"
          :model-value="interlock.otherwise.leverId"
          size="small"
          label="Lever to pull instead"
          :options="others"
          @update:model-value="alter({ otherwise: { kind: 'pull', leverId: $event } })"
        />
        <span class="soft">{{ now?.holds ? 'It holds now' : 'It does not hold now' }}: {{ now?.because }}.</span>
      </div>
    </template>
    <IssueLine :issue="issue" />
  </section>
</template>

<style scoped>
.interlock {
  display: grid;
  gap: 6px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}
.line .el-select {
  width: 200px;
}
</style>
