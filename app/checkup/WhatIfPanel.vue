<script setup lang="ts">
import { computed, onUnmounted, ref, shallowRef, watch } from 'vue'
import type { BodyOf, ToldFinding } from '~~/contract'
import { everyFile } from '~~/core/bench'
import { parseChord } from '~~/core/keys'
import { countOf } from '~~/core/names'
import { usePointing } from '~/bench/usePointing'
import type { PointedKind } from '~/bench/usePointing'
import ChoiceField from '~/form/ChoiceField.vue'
import FormField from '~/form/FormField.vue'
import { optionsOf } from '~/form/optionsOf'
import TextField from '~/form/TextField.vue'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { aboutName } from './aboutWords'

/** Asks what would break before anything happens: a program gone, a folder renamed, a device unplugged, a key taken. */
const mirror = useMirror()
const notices = useNotices()

const whatWords = {
  program: 'a program was removed',
  device: 'a device was unplugged',
  folder: 'a folder or file was renamed',
  frame: 'a frame was off',
  key: 'a program took a key',
} as const
type What = keyof typeof whatWords
const ofWords: Record<What, string> = {
  program: 'Which program',
  device: 'Which device',
  folder: 'Which folder or file',
  frame: 'Which frame',
  key: 'Which program',
}
/** So many paths are offered to be chosen from. */
const MOST_PATHS = 20_000
const SHOWN = 100

const what = ref<What>('program')
const pointing = usePointing()
const pointedOf: Record<What, PointedKind> = {
  program: 'program',
  device: 'device',
  folder: 'place',
  frame: 'frame',
  key: 'program',
}
const pointed = computed(() => pointedOf[what.value])
const pointingWords: Record<PointedKind, string> = {
  program: 'Point at a window below…',
  place: 'Point at a window that shows it…',
  device: 'Point at a lamp below…',
  frame: 'Point at a frame below…',
}
const take = (id: string) => (of.value = id)
onUnmounted(() => pointing.stop())
const of = ref('')
const chord = ref('')
const found = shallowRef<readonly ToldFinding[]>()
const isAsking = ref(false)

const options = computed<readonly { value: string; name: string }[]>(() => {
  const { bench } = mirror
  switch (what.value) {
    case 'program':
    case 'key':
      return Object.values(bench.programs).map(({ id, name }) => ({ value: id, name }))
    case 'device':
      return Object.values(bench.devices).map(({ id, name }) => ({ value: id, name }))
    case 'frame':
      return mirror.frameChoices
    case 'folder':
      return [...everyFile(bench.files)].slice(1, MOST_PATHS).map(([path]) => ({ value: path, name: path }))
    default:
      return []
  }
})
watch(what, () => {
  of.value = ''
  pointing.stop()
})
watch([what, of, chord], () => (found.value = undefined))

/** A program goes with its windows. */
const closed = computed(() =>
  Object.values(mirror.bench.windows).flatMap(({ id, programId }) =>
    programId === of.value ? [{ kind: 'window.close' as const, windowId: id }] : [],
  ),
)

const body = computed<BodyOf<'whatIf'> | undefined>(() => {
  if (of.value === '') return undefined
  switch (what.value) {
    case 'program':
      return { changes: [...closed.value, { kind: 'program.remove', programId: of.value }] }
    case 'device':
      return { changes: [{ kind: 'device.plug', deviceId: of.value, plugged: false }] }
    case 'folder':
      return { changes: [{ kind: 'file.move', from: of.value, to: `${of.value} (renamed)` }] }
    case 'frame':
      return { framesOff: [of.value] }
    case 'key':
      return parseChord(chord.value).ok
        ? { keyTaken: { programId: of.value, chord: chord.value, does: 'something of its own' } }
        : undefined
    default:
      return undefined
  }
})

async function ask(): Promise<void> {
  const wanted = body.value
  if (!wanted) return
  isAsking.value = true
  const answer = await notices.attempt(() => callApi('whatIf', { body: wanted }))
  isAsking.value = false
  if (answer) found.value = answer.found
}
const aboutCount = computed(() => new Set((found.value ?? []).map(({ about }) => `${about.kind} ${about.id}`)).size)
</script>

<template>
  <section class="what-if" aria-label="What would break">
    <h3>What would break if</h3>
    <ChoiceField v-model="what" label="If" :options="optionsOf(whatWords)" />
    <FormField :label="ofWords[what]">
      <template #default="{ fieldId }">
        <ElSelectV2
          :id="fieldId"
          v-model="of"
          filterable
          default-first-option
          clearable
          :aria-label="ofWords[what]"
          placeholder="Choose by typing"
          :options="[...options]"
          :props="{ value: 'value', label: 'name' }"
        />
      </template>
    </FormField>
    <TextField v-if="what === 'key'" v-model="chord" label="Which key" mono placeholder="Ctrl+Alt+M" />
    <div>
      <ElButton :disabled="!body" :loading="isAsking" @click="ask">See what would break</ElButton>
      <ElButton
        :aria-pressed="pointing.wanted === pointed"
        @click="pointing.wanted ? pointing.stop() : pointing.start(take, pointed)"
      >
        {{ pointing.wanted === pointed ? pointingWords[pointed] : 'Point at it on the bench' }}
      </ElButton>
    </div>
    <div v-if="found" role="status">
      <p v-if="found.length === 0">Nothing would break.</p>
      <template v-else>
        <p class="fault">{{ countOf(aboutCount, 'lever') }} would not go as meant:</p>
        <ul>
          <li v-for="finding in found.slice(0, SHOWN)" :key="finding.id">
            <strong>{{ aboutName(finding.about, mirror) }}</strong><span v-if="finding.where" class="soft"
              >, {{ finding.where }}</span
            >: {{ finding.message }}
          </li>
        </ul>
        <p v-if="found.length > SHOWN" class="soft">and {{ found.length - SHOWN }} more</p>
      </template>
    </div>
  </section>
</template>

<style scoped>
.what-if {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--line);
  padding-top: 12px;
}
ul {
  display: grid;
  gap: 6px;
}
</style>
