<script setup lang="ts">
import { computed } from 'vue'
import { findClashes } from '~~/core/clash'
import { describeScope } from '~~/core/levers'
import type { Lever } from '~~/core/levers'
import { describeStep } from '~~/core/steps'
import { useMirror } from '~/live/useMirror'
import KeyPlates from '~/plates/KeyPlates.vue'
import NumberPlate from '~/plates/NumberPlate.vue'
import ClashList from './ClashList.vue'
import CommandPreview from './CommandPreview.vue'
import RehearsalPanel from './RehearsalPanel.vue'
import RunLines from './RunLines.vue'
import { useLeverActions } from './useLeverActions'

const { lever } = defineProps<{ lever: Lever }>()
const emit = defineEmits<{ duplicate: [], remove: [] }>()

const mirror = useMirror()
const actions = useLeverActions()
const sentences = computed(() => lever.steps.map(step => describeStep(step, mirror.bench)))
const clashes = computed(() => findClashes({ levers: mirror.levers, frames: mirror.frames, programs: mirror.bench.programs, onlyLeverId: lever.id }))
const runs = computed(() => mirror.runs.filter(run => run.leverId === lever.id).slice(0, 4))
</script>

<template>
  <aside
    class="inspector"
    :aria-label="`Lever ${lever.plate} ${lever.name}`"
  >
    <header>
      <NumberPlate
        :plate="lever.plate"
        :steps="lever.steps"
        :off="!lever.enabled"
      />
      <h2>{{ lever.name }}</h2>
    </header>
    <div class="actions">
      <ElButton
        type="primary"
        @click="actions.pull(lever)"
      >
        Pull
      </ElButton>
      <ElButton @click="actions.edit(lever)">
        Edit
      </ElButton>
      <ElButton @click="emit('duplicate')">
        Duplicate
      </ElButton>
      <ElButton @click="actions.setEnabled(lever, !lever.enabled)">
        {{ lever.enabled ? 'Disable' : 'Enable' }}
      </ElButton>
      <ElButton @click="emit('remove')">
        Delete
      </ElButton>
    </div>
    <section>
      <p v-if="sentences.length === 1">
        {{ sentences[0] }}
      </p>
      <ol
        v-else
        class="sentence-list"
      >
        <li
          v-for="(sentence, i) in sentences"
          :key="i"
        >
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
          :chord="trigger.chord"
        />
        <span v-if="lever.triggers.length === 0">No key yet; reach it by the launcher.</span>
        <span>{{ describeScope(lever.scope, mirror.bench) }}</span>
      </p>
      <p
        v-if="lever.aliases.length > 0"
        class="soft"
      >
        Also found as {{ lever.aliases.join(', ') }}.
      </p>
      <ClashList :clashes="clashes" />
    </section>
    <CommandPreview
      v-for="step in lever.steps.filter(step => step.kind === 'program.open').slice(0, 3)"
      :key="step.id"
      :step="step"
    />
    <RehearsalPanel :lever="lever" />
    <RunLines
      v-if="runs.length > 0"
      :runs="runs"
    />
  </aside>
</template>

<style scoped>
header { display: flex; align-items: center; gap: 10px; }
.triggers { display: flex; flex-wrap: wrap; align-items: center; gap: 8px; }
</style>
