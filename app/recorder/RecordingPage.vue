<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { leverDraftSchema } from '~~/core/levers'
import { countOf } from '~~/core/names'
import { FASTEST, textOfStep } from '~~/core/recorder'
import { withNewIds, writeSteps } from '~~/core/sheets'
import { describeStep, everyStep } from '~~/core/steps'
import type { Step } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import NameSelect from '~/form/NameSelect.vue'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useUndo } from '~/live/useUndo'
import { useViewKeys } from '~/page/useViewKeys'
import KeyPlates from '~/plates/KeyPlates.vue'
import { useRecorder } from './useRecorder'
import { useRecording } from './useRecording'

/** What was recorded: its steps in words, what was left out, single steps that would do for several, and its pace. */
const mirror = useMirror()
const notices = useNotices()
const router = useRouter()
const recorder = useRecorder()
const recording = useRecording()
const { undo } = useUndo()

watch(
  () => `${mirror.recorder.phase} ${mirror.recorder.count}`,
  () => void recording.read(),
  { immediate: true },
)

const words = (step: Step) => describeStep(step, mirror.names)
const rows = computed(() =>
  recording.kept.rows.map(({ step }, i) => ({
    step,
    words: words(step),
    text: textOfStep(step),
    // It stands below the last of the steps that it takes the place of.
    better: recording.kept.better.find(({ at, count }) => at + count - 1 === i),
  })),
)
const isEmpty = computed(() => rows.value.length === 0)
const paces = [
  { value: 'at-once', name: 'at once, waits only for what had to appear' },
  ...[1, 2, 5, 9, FASTEST].map((times) => ({
    value: String(times),
    name: times === 1 ? 'as fast as by hand' : `${times} times as fast as by hand`,
  })),
  { value: 'no-waits', name: 'at once, without any waits' },
]
const frameId = computed(() => mirror.frames[0]?.id ?? '')

async function makeLever(): Promise<void> {
  const { inputs } = recording.kept
  const draft = leverDraftSchema.parse({
    frameId: frameId.value,
    name: 'What was recorded',
    steps: recording.steps,
    ...(inputs.length > 0 ? { inputs } : {}),
  })
  const made = await notices.attempt(() => callApi('createLever', { body: draft }))
  if (!made) return
  notices.say(`Made ${made.plate} ${made.name}. Give it a name and a key.`)
  await router.push(`/levers/${made.id}`)
}

const chosen = ref('')
const others = computed(() => mirror.levers.map(({ id, name, plate }) => ({ value: id, name: `${plate} ${name}` })))

/** Behind the steps that a lever has. */
async function addToLever(): Promise<void> {
  const lever = mirror.leverById.get(chosen.value)
  if (!lever) return
  const taken = new Set([...everyStep(lever.steps)].map(({ step }) => step.id))
  let count = taken.size
  const nextId = () => {
    do count += 1
    while (taken.has(`s${count}`))
    return `s${count}`
  }
  const added = recording.steps.map((step) => withNewIds(step, nextId))
  const names = new Set((lever.inputs ?? []).map(({ name }) => name))
  const inputs = [...(lever.inputs ?? []), ...recording.kept.inputs.filter(({ name }) => !names.has(name))]
  const body = {
    version: lever.version,
    steps: [...lever.steps, ...added],
    ...(inputs.length > 0 ? { inputs } : {}),
  }
  const saved = await notices.attempt(() => callApi('editLever', { id: lever.id, body }))
  if (saved)
    notices.say(`Put ${countOf(added.length, 'step')} behind those of ${lever.plate} ${lever.name}.`, {
      label: 'Undo',
      act: undo,
    })
}

async function copySteps(): Promise<void> {
  try {
    await navigator.clipboard.writeText(writeSteps(recording.steps))
  } catch {
    return notices.show({ text: 'The browser does not let this page copy. Make a lever of it instead.', tone: 'fault' })
  }
  notices.say(`Copied ${countOf(recording.steps.length, 'step')}. Ctrl+V in a sheet puts them below its marked row.`)
}

useViewKeys('Recording', [
  { keys: 'Ctrl+F8', does: 'begins a recording, and ends it' },
  { keys: 'Ctrl+Shift+F8', does: 'pauses it, and goes on' },
])
</script>

<template>
  <section class="view">
    <header class="view-head">
      <h1>Recording</h1>
      <span class="soft" role="status">{{ countOf(rows.length, 'step') }}</span>
      <template v-if="mirror.recorder.phase === 'off'">
        <ElButton @click="recorder.turn('on')"> Record anew </ElButton>
        <ElButton v-if="mirror.recorder.count > 0" @click="recorder.turn('on', 'goes-on')"> Record more </ElButton>
      </template>
      <KeyPlates chord="Ctrl+F8" />
    </header>
    <div class="body">
      <div v-if="!isEmpty || recording.before.length > 0" class="acts">
        <ElButton type="primary" :disabled="isEmpty" @click="makeLever"> Make a lever of it </ElButton>
        <ElButton :disabled="isEmpty" @click="recording.play"> Do it again </ElButton>
        <ChoiceSelect v-model="recording.pace" class="pace" label="How fast it is done again" :options="paces" />
        <ElButton :disabled="isEmpty" @click="copySteps"> Copy the steps </ElButton>
        <ElButton :disabled="recording.before.length === 0" @click="recording.undo"> Undo </ElButton>
        <form class="into" aria-label="Put behind the steps of a lever" @submit.prevent="addToLever">
          <NameSelect
            v-model="chosen"
            class="lever"
            label="Lever that it goes into"
            placeholder="a lever"
            of="lever"
            :options="others"
          />
          <ElButton native-type="submit" :disabled="isEmpty || chosen === ''"> Put it behind </ElButton>
        </form>
      </div>
      <p v-for="input in recording.kept.inputs" :key="input.name" class="soft">
        Input <strong>{{ input.name }}</strong>: a text, “{{ input.standard }}” where none is given.
      </p>
      <ol v-if="!isEmpty" class="steps" aria-label="Steps">
        <li v-for="(row, i) in rows" :key="row.step.id">
          <span class="number">{{ i + 1 }}</span>
          <span class="words">{{ row.words }}</span>
          <span>
            <ElButton
              v-if="row.text !== undefined"
              size="small"
              text
              :aria-label="`Text as input, of step ${i + 1}`"
              @click="recording.textToInput(row.text)"
            >
              Text as input
            </ElButton>
            <ElButton size="small" text :aria-label="`Cut step ${i + 1}`" @click="recording.cut(i)"> Cut </ElButton>
          </span>
          <p v-if="row.better" class="better">
            Steps {{ row.better.at + 1 }} to {{ i + 1 }} come to one: {{ words(row.better.step) }}
            {{ row.better.isSame ? 'The effect is the same.' : 'Only another window is in front afterwards.' }}
            <ElButton size="small" @click="recording.takeBetter(row.better.at)"> Take it </ElButton>
          </p>
        </li>
      </ol>
      <div v-else class="empty">
        <p>
          The recorder writes down what you do by hand on the bench, as steps that say what was meant: programs,
          windows, verbs, tabs, files, devices, typing. Begin with Ctrl+F8, do it once, end with Ctrl+F8.
        </p>
      </div>
      <section v-if="recording.left.length > 0" aria-label="Left out">
        <h2>Left out</h2>
        <ul>
          <li v-for="(one, i) in recording.left" :key="i" class="soft">
            {{ words(one.step) }} {{ one.because === 'undone' ? 'It was taken back at once.' : 'It changed nothing.' }}
          </li>
        </ul>
      </section>
    </div>
  </section>
</template>

<style scoped>
.body {
  overflow: auto;
  padding: 12px 16px;
}
.acts,
.into {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.acts {
  margin-bottom: 10px;
}
.pace {
  width: 300px;
}
.lever {
  width: 220px;
}
.steps {
  padding: 0;
  list-style: none;
  border: 1px solid var(--line-strong);
}
.steps li {
  display: grid;
  grid-template-columns: 34px minmax(0, 1fr) auto;
  align-items: center;
  min-height: 34px;
  padding: 0 8px;
  border-bottom: 1px solid var(--line);
}
.number {
  font: 600 14px var(--engraved);
  color: var(--ink-soft);
}
.better {
  grid-column: 2 / -1;
  padding: 4px 0 6px;
  color: var(--live);
}
h2 {
  margin: 16px 0 6px;
}
</style>
