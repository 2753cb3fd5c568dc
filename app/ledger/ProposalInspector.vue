<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { suggestChords } from '~~/core/clash'
import { countOf } from '~~/core/names'
import { describeStep, durationInWords } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import FormField from '~/form/FormField.vue'
import NameSelect from '~/form/NameSelect.vue'
import TextField from '~/form/TextField.vue'
import { useClashIndex } from '~/keys/useClashIndex'
import { useMirror } from '~/live/useMirror'
import { dayAndTime } from '~/page/instants'
import { timeSaved } from './savingWords'
import { useProposals } from './useProposals'
import type { Proposal, Reach } from './useProposals'

/** What repeats, in full, and the lever that would do it: ready but for a word of consent. */
const { proposal } = defineProps<{ proposal: Proposal }>()
const emit = defineEmits<{ aside: [] }>()

const mirror = useMirror()
const clashIndex = useClashIndex()
const { make, tablesWithRoom, arrangementFor, nameOf, programName } = useProposals()

const name = ref('')
const frameId = ref('')
const kind = ref<Reach['kind']>('key')
const chord = ref('')
const word = ref('')
const tableId = ref('')
const isArranged = ref(false)
const isMaking = ref(false)

const chords = computed(() =>
  suggestChords({
    levers: mirror.levers,
    frames: mirror.framesLive,
    programs: mirror.bench.programs,
    keys: mirror.keySettings,
    index: clashIndex.now(),
    lever: {
      ...proposal,
      id: 'new-lever',
      plate: 0,
      version: 1,
      frameId: frameId.value,
      steps: [...proposal.steps],
      aliases: [],
      triggers: [],
      enabled: true,
      whileRunning: 'ignore',
    },
    count: 4,
  }).map((one) => one.chord),
)
const tables = computed(() => tablesWithRoom().map((table) => ({ value: table.id, name: nameOf(table.id) })))
const reaches = computed(() => [
  { value: 'key', name: 'By a key' },
  { value: 'word', name: 'By a word in the launcher' },
  ...(tables.value.length > 0 ? [{ value: 'road', name: 'By a road of a turntable' }] : []),
  { value: 'later', name: 'I choose later' },
])
const arrangement = computed(() => (proposal.isArrangement ? arrangementFor(proposal) : undefined))

watch(
  () => proposal.id,
  () => {
    name.value = proposal.name
    frameId.value = mirror.framesStanding[0]?.id ?? ''
    kind.value = 'key'
    word.value = ''
    isArranged.value = false
    chord.value = chords.value[0] ?? ''
    tableId.value = tables.value[0]?.value ?? ''
  },
  { immediate: true },
)

const reach = computed((): Reach => {
  if (kind.value === 'key') return { kind: 'key', chord: chord.value }
  if (kind.value === 'word') return { kind: 'word', word: word.value.trim() }
  if (kind.value === 'road') return { kind: 'road', tableId: tableId.value }
  return { kind: 'later' }
})
const isReady = computed(
  () => name.value.trim() !== '' && (reach.value.kind !== 'word' || reach.value.word !== '') && !isMaking.value,
)

async function makeIt(): Promise<void> {
  if (!isReady.value) return
  isMaking.value = true
  await make({ ...proposal, name: name.value.trim() }, frameId.value, reach.value, isArranged.value)
  isMaking.value = false
}
</script>

<template>
  <aside class="inspector" :aria-label="`Noticed: ${proposal.name}`">
    <h2>{{ proposal.name }}</h2>
    <p>
      Done by hand {{ countOf(proposal.count, 'time') }} since {{ dayAndTime(proposal.firstAtMs) }}, the last time
      {{ dayAndTime(proposal.lastAtMs)
      }}<template v-if="proposal.interrupted > 0"
        >, {{ proposal.interrupted }} of them with something else in between</template
      >.
    </p>
    <p>
      By hand some {{ durationInWords(proposal.handMs) }} each time ({{ proposal.hand }}), by a key
      {{ durationInWords(proposal.keyMs) }}: <strong>{{ timeSaved(proposal.perWeekMs) }} a week</strong>.
      <span class="soft">An estimate.</span>
    </p>
    <section aria-label="Steps">
      <h3>What it would do</h3>
      <ol class="steps">
        <li v-for="(step, i) in proposal.steps" :key="step.id">
          <span class="soft">{{ i + 1 }}</span> {{ describeStep(step, mirror.names) }}
        </li>
      </ol>
      <p v-if="proposal.scope.kind === 'only'" class="soft">
        In front of {{ proposal.scope.programIds.map(programName).join(', ') }} only, where it was done.
      </p>
      <template v-for="input in proposal.inputs" :key="input.name">
        <p>
          <code>{{ input.name }}</code> differed: it is asked for when the lever is pulled<template
            v-if="input.standard"
            >, or is “{{ input.standard }}” as the last time</template
          >.
        </p>
      </template>
    </section>
    <template v-if="proposal.leverId">
      <p>
        <NuxtLink :to="`/levers/${proposal.leverId}`">{{ nameOf(proposal.leverId) }}</NuxtLink> does this already.
      </p>
      <div class="acts"><ElButton title="Delete" @click="emit('aside')">Tell no more</ElButton></div>
    </template>
    <form v-else class="made" @submit.prevent="makeIt">
      <TextField v-model="name" label="Name" />
      <div class="two">
        <FormField label="Frame">
          <NameSelect v-model="frameId" of="frame" label="Frame" :options="mirror.frameChoices" />
        </FormField>
        <FormField label="Reached">
          <ChoiceSelect v-model="kind" label="How it is reached" :options="reaches" />
        </FormField>
      </div>
      <FormField v-if="kind === 'key'" label="Key">
        <ChoiceSelect v-model="chord" label="A free key" :options="chords.map((value) => ({ value, name: value }))" />
      </FormField>
      <TextField v-if="kind === 'word'" v-model="word" label="Word" placeholder="a few letters" />
      <FormField v-if="kind === 'road'" label="Turntable">
        <ChoiceSelect v-model="tableId" label="Turntable with a free road" :options="tables" />
      </FormField>
      <label v-if="arrangement" class="switch">
        <ElSwitch v-model="isArranged" aria-label="As an arrangement" />
        <span>As an arrangement: these windows as they stand now, from wherever they are</span>
      </label>
      <div class="acts">
        <ElButton type="primary" native-type="submit" :disabled="!isReady" title="Ctrl+Enter">Make the lever</ElButton>
        <ElButton title="Delete" @click="emit('aside')">Tell no more</ElButton>
      </div>
    </form>
  </aside>
</template>

<style scoped>
.steps li {
  padding: 2px 0;
}
.made {
  display: grid;
  gap: 10px;
  border-top: 1px solid var(--line);
  padding-top: 12px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.switch {
  display: flex;
  gap: 8px;
  align-items: center;
}
.acts {
  display: flex;
  gap: 8px;
}
/* In sight however much differs. */
.made .acts {
  position: sticky;
  bottom: 0;
  padding: 6px 0;
  background: var(--surface);
}
</style>
