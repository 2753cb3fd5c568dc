<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { lampNow } from '~~/core/bench'
import { describeDoor } from '~~/core/doors'
import { describeInterlock, describeScope, describeTrigger, gateOf, goesTo, lampOf, triggerKeys } from '~~/core/levers'
import type { Lever } from '~~/core/levers'
import { describeStep, lintStep } from '~~/core/steps'
import LeverIcon from '~/icons/LeverIcon.vue'
import { useMirror } from '~/live/useMirror'
import KeyPlates from '~/plates/KeyPlates.vue'
import NumberPlate from '~/plates/NumberPlate.vue'
import CommandPreview from '~/steps/CommandPreview.vue'
import FindingLines from '~/steps/FindingLines.vue'
import ClashList from '~/keys/ClashList.vue'
import { useClashIndex } from '~/keys/useClashIndex'
import RehearsalPanel from './RehearsalPanel.vue'
import RunLines from './RunLines.vue'
import VariantNotes from './VariantNotes.vue'
import { useLeverActions } from './useLeverActions'

const { lever } = defineProps<{ lever: Lever }>()
const emit = defineEmits<{ duplicate: []; remove: [] }>()

const mirror = useMirror()
const actions = useLeverActions()
const sentences = computed(() => lever.steps.map((step) => describeStep(step, mirror.names)))
const router = useRouter()
/** What the rehearsal does not say by itself: notes, and faults of steps it does not reach. */
const findings = computed(() =>
  lever.steps
    .flatMap((step) => lintStep(step, mirror.bench, mirror.tableOf(lever.frameId)))
    .filter(
      (finding) =>
        finding.severity === 'note' ||
        finding.code === 'option-twice' ||
        finding.code === 'split-path' ||
        finding.code === 'line-splits',
    )
    .map(({ mend: _mend, ...finding }) => finding),
)
const clashIndex = useClashIndex()
const clashes = computed(() => clashIndex.clashesOf(lever))
const lamp = computed(() => {
  const watched = lampOf(lever, mirror.equipment)
  return watched && lampNow(watched, mirror.equipment)
})
const goal = computed(() => goesTo(lever, mirror.equipment))
/** Ways to pull it that are no keys, in words. */
const doors = computed(() =>
  (lever.doors ?? [])
    .map((door) => describeDoor(door, mirror.names))
    .map((words) => `${words}.`)
    .join(' '),
)
const gate = computed(() => gateOf(lever, mirror.bench, mirror.moment))
const interlock = computed(
  () =>
    lever.interlock &&
    describeInterlock(
      lever.interlock,
      mirror.bench,
      (id) => mirror.leverChoices.find((choice) => choice.value === id)?.name,
    ),
)
const runs = computed(() => mirror.runs.filter((run) => run.leverId === lever.id).slice(0, 4))
</script>

<template>
  <aside class="inspector" :aria-label="`Lever ${lever.plate} ${lever.name}`">
    <header>
      <NumberPlate :plate="lever.plate" :steps="lever.steps" :off="!lever.enabled" :lamp="lamp" />
      <LeverIcon :lever="lever" />
      <h2>{{ lever.name }}</h2>
    </header>
    <div class="actions">
      <ElButton type="primary" @click="actions.pull(lever)"> Pull </ElButton>
      <ElButton @click="actions.edit(lever)"> Edit </ElButton>
      <ElButton @click="emit('duplicate')"> Duplicate </ElButton>
      <ElButton @click="actions.setEnabled(lever, !lever.enabled)">
        {{ lever.enabled ? 'Disable' : 'Enable' }}
      </ElButton>
      <ElButton v-if="!lever.variant" @click="router.push(`/levers/${lever.id}/variants`)"> Variants </ElButton>
      <ElButton @click="emit('remove')"> Delete </ElButton>
    </div>
    <VariantNotes :lever="lever" />
    <p v-if="lamp">{{ lamp.name }} is {{ lamp.words }}{{ goal ? `; a pull leads to ${goal}` : '' }}.</p>
    <p v-if="interlock">
      {{ interlock }}
      <span :class="gate.kind === 'open' ? 'soft' : 'fault'">{{
        gate.kind === 'open' ? 'It holds now.' : gate.kind === 'ask' ? gate.question : gate.because
      }}</span>
    </p>
    <section>
      <p v-if="sentences.length === 1">
        {{ sentences[0] }}
      </p>
      <ol v-else class="sentence-list">
        <li v-for="(sentence, i) in sentences" :key="i">
          <span class="soft">{{ i + 1 }}</span>
          <span>{{ sentence }}</span>
        </li>
      </ol>
    </section>
    <section>
      <p class="triggers">
        <KeyPlates
          v-for="trigger in lever.triggers"
          :key="trigger.id"
          :chord="triggerKeys(trigger)"
          :plain="trigger.kind === 'word'"
          :title="describeTrigger(trigger)"
        />
        <span v-if="lever.triggers.length === 0">No key yet; reach it by the launcher or the rack.</span>
        <span>{{ describeScope(lever.scope, mirror.equipment) }}</span>
      </p>
      <p v-if="lever.doors && lever.doors.length > 0">{{ doors }}</p>
      <p v-if="lever.aliases.length > 0" class="soft">Also found as {{ lever.aliases.join(', ') }}.</p>
      <ClashList :clashes="clashes" />
    </section>
    <CommandPreview
      v-for="step in lever.steps.filter((step) => step.kind === 'program.open').slice(0, 3)"
      :key="step.id"
      :step="step"
      :frame-id="lever.frameId"
    />
    <FindingLines :findings="findings" />
    <RehearsalPanel :lever="lever" />
    <RunLines v-if="runs.length > 0" :runs="runs" />
  </aside>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: 10px;
}
.triggers {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
}
</style>
