<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { gateOf, readInputs } from '~~/core/levers'
import type { Lever } from '~~/core/levers'
import { countOf, listed } from '~~/core/names'
import { traceOf } from '~~/core/run'
import { durationInWords } from '~~/core/steps'
import type { Value } from '~~/core/values'
import { useMirror } from '~/live/useMirror'
import { useRehearsal } from '~/live/useRehearsal'
import { useRehearsedQuestion } from '~/questions/useRehearsedQuestion'
import SomeOf from '~/rows/SomeOf.vue'
import GivenFields from './GivenFields.vue'

/** What a pull would come to, rehearsed anew whenever the lever or the bench changes. Nothing is changed by it. */
const { lever } = defineProps<{
  lever: Pick<Lever, 'id' | 'name' | 'plate' | 'steps' | 'frameId' | 'interlock' | 'inputs'>
}>()

const mirror = useMirror()
const answers = ref<Readonly<Record<string, Value>>>({})
/** What it is given, by its inputs; where nothing is typed its standard counts. */
const texts = ref<Readonly<Record<string, string>>>({})
watch(
  () => lever.id,
  () => (texts.value = {}),
)
const inputs = computed(() => lever.inputs ?? [])
const given = computed(() => {
  const own = inputs.value.flatMap(({ name }) => {
    const text = texts.value[name] ?? ''
    return text === '' ? [] : [[name, text] as const]
  })
  return readInputs(inputs.value, Object.fromEntries(own))
})
/** What is wrong with what was typed; that something is missing yet is told once for all. */
const issues = computed(() => {
  const told = given.value.ok ? [] : given.value.issues.filter(({ code }) => code !== 'input-missing')
  return Object.fromEntries(told.map(({ at, message }) => [String(at), message]))
})
const { rehearsal, count } = useRehearsal(
  () => (given.value.ok ? lever : undefined),
  () => ({ inputs: given.value.ok ? given.value.value : {}, answers: answers.value }),
)
const asking = useRehearsedQuestion(rehearsal, answers, () => lever)
const gate = computed(() => gateOf(lever, mirror.bench, mirror.moment))
const heading = computed(() => {
  const when = gate.value.kind === 'open' ? 'pulled now' : 'otherwise'
  return `Rehearsal: ${when}${inputs.value.length > 0 ? ' and given this' : ''}, it would`
})
/** What it cannot go without. */
const missing = computed(() => (given.value.ok ? [] : given.value.issues.map(({ at }) => String(at))))
const changes = computed(() => rehearsal.value?.changes ?? [])
const trace = computed(() => (rehearsal.value ? traceOf(rehearsal.value.run) : []))
const takings = computed(() => trace.value.flatMap((entry) => entry.taking?.ignored ?? []))
const failures = computed(() => trace.value.filter((entry) => entry.outcome === 'failed'))
</script>

<template>
  <section class="rehearsal" aria-label="Rehearsal">
    <p v-if="gate.kind !== 'open'" class="fault">
      {{
        gate.kind === 'refuse'
          ? `Now it refuses: ${gate.because}`
          : gate.kind === 'ask'
            ? `Now it asks: ${gate.question}`
            : `Now it pulls ${mirror.leverById.get(gate.leverId)?.name ?? 'another lever'} instead: ${gate.because}.`
      }}
    </p>
    <h2 class="head">{{ heading }}</h2>
    <div v-if="inputs.length > 0" class="given">
      <GivenFields v-model="texts" :inputs="inputs" :issues="issues" />
    </div>
    <p v-if="!given.ok" class="soft">
      Once it is given {{ listed(missing) }}, this shows what it would do. Nothing is done by trying.
    </p>
    <p v-if="count !== undefined" class="soft" role="status">{{ countOf(count, 'step') }} rehearsed so far…</p>
    <ul v-if="rehearsal" class="sentence-list">
      <SomeOf v-slot="{ item }" :items="changes" word="changes">
        <li>
          <span class="soft">+</span><span>{{ item }}</span>
        </li>
      </SomeOf>
      <li v-if="changes.length === 0">
        <span class="soft">=</span><span>Change nothing{{ failures.length > 0 ? '' : ': all is so already' }}.</span>
      </li>
      <li v-if="rehearsal.waitsMs > 0">
        <span class="soft">…</span><span>Wait {{ durationInWords(rehearsal.waitsMs) }} in all.</span>
      </li>
      <li v-if="rehearsal.run.question">
        <span class="soft">?</span
        ><span
          >Ask: {{ rehearsal.run.question.text }} What follows depends on the answer.
          <ElButton v-if="asking.question.value !== undefined" size="small" @click="asking.ask()">
            Answer
          </ElButton></span
        >
      </li>
    </ul>
    <p v-if="asking.count.value > 0" class="soft">
      With {{ countOf(asking.count.value, 'answer') }} that you gave.
      <ElButton size="small" @click="asking.forget()"> Forget </ElButton>
    </p>
    <ul v-if="takings.length > 0" class="sentence-list fault" aria-label="Arguments that would be ignored">
      <li v-for="(taking, i) in takings" :key="i">
        <span>!</span
        ><span
          ><code>{{ taking.text }}</code> would be ignored. {{ taking.because }}</span
        >
      </li>
    </ul>
    <p v-for="(failure, i) in failures" :key="i" class="fault">
      It would fail at step {{ failure.stepIndex + 1 }}: {{ failure.note }}
    </p>
  </section>
</template>

<style scoped>
.rehearsal,
.given {
  display: grid;
  gap: 6px;
}
</style>
