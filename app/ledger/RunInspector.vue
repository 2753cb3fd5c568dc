<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import { OPENED_DIRECTLY } from '~~/contract'
import type { RunAnswer, RunSummary } from '~~/contract'
import { joinPosix } from '~~/core/command'
import { countOf } from '~~/core/names'
import { durationInWords } from '~~/core/steps'
import { saveFile } from '~/files/saveFile'
import LeverIcon from '~/icons/LeverIcon.vue'
import { useLeverActions } from '~/levers/useLeverActions'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import SomeOf from '~/rows/SomeOf.vue'
import NumberPlate from '~/plates/NumberPlate.vue'
import { dayAndTime, timeOfDay } from '~/page/instants'
import RunSincePart from './RunSincePart.vue'
import { runDuration, runWords, sourceWords } from './runWords'
import { usePullAgain } from './usePullAgain'

/** One run in full: how each step went, what its program took, what changed, and the way back. */
const { summary } = defineProps<{ summary: RunSummary }>()

const mirror = useMirror()
const lever = computed(() => mirror.leverById.get(summary.leverId))
const notices = useNotices()
const actions = useLeverActions()
const pullAgain = usePullAgain()
const run = shallowRef<RunAnswer>()
/** Rows of the sheet that the run has not come to. */
const rest = computed(() => (run.value ? Math.max(0, run.value.steps.length - reached(run.value)) : 0))
const isLever = computed(() => summary.phase === 'ended' && lever.value !== undefined)
const isOpening = computed(() => summary.phase === 'ended' && summary.leverId === OPENED_DIRECTLY)
const canPutBack = computed(() => summary.phase === 'ended' && summary.putBack === 'no' && summary.changeCount > 0)
/** A program that came up with an error window did start; a launch that failed got as far as no window. */
const failureWords: Record<string, string> = {
  'error-window': 'error window',
  'executable-missing': 'launch failed',
  'directory-missing': 'launch failed',
  'program-missing': 'launch failed',
  'already-running': 'refused',
}
const outcomeWords = { done: 'done', failed: 'failed', waiting: 'waits', asking: 'asks' }

/** As a shell would be told it. */
function commandLine(argv: string[]): string {
  const line = joinPosix(argv)
  return line.ok ? line.value : argv.join(' ')
}

function reached({ trace }: RunAnswer): number {
  return new Set(trace.map((entry) => entry.stepIndex)).size
}

/** How deep a step stands in blocks; a second way stands beside its step. */
function depthOf(path: string): number {
  return path.split('.').filter((part) => /^\d+$/.test(part)).length - 1
}

/** What it really did, to be done again without Keen Lever. */
async function saveScript(): Promise<void> {
  const body = { of: 'run', id: summary.id } as const
  const script = await notices.attempt(() => callApi('writeScript', { body }))
  if (!script) return
  const [left] = script.left
  if (left) notices.say(left.because)
  else saveFile(script.name, script.text, 'text/x-shellscript')
}

watch(
  () => summary,
  async () => {
    run.value = (await notices.attempt(() => callApi('readRun', { id: summary.id }))) ?? run.value
  },
  { immediate: true },
)
</script>

<template>
  <aside class="inspector" :aria-label="`Run of ${summary.leverName}`">
    <header>
      <NumberPlate :plate="summary.plate" :steps="run?.steps ?? lever?.steps ?? []" />
      <LeverIcon v-if="lever" :lever="lever" />
      <h2>{{ summary.leverName }}</h2>
    </header>
    <p>
      {{ dayAndTime(summary.startedAtMs) }}, by {{ sourceWords[summary.source] }}:
      <strong :class="{ fault: summary.outcome === 'failed' }">{{ runWords(summary) }}</strong>{{
        summary.endedAtMs === null ? '' : ` in ${runDuration(summary)}`
      }}.
      <NuxtLink v-if="lever" :to="{ query: { lever: lever.id, run: summary.id } }">All its runs</NuxtLink>
    </p>
    <div class="actions">
      <ElButton v-if="canPutBack" type="primary" @click="actions.putBack(summary.id)"> Put back </ElButton>
      <ElButton
        v-if="summary.phase === 'waiting'"
        @click="notices.attempt(() => callApi('stopRun', { id: summary.id }))"
      >
        Stop the run
      </ElButton>
      <ElButton v-if="isLever || isOpening" @click="pullAgain(summary)">
        {{ isOpening ? 'Open again' : 'Pull again' }}
      </ElButton>
      <ElButton v-if="summary.phase === 'ended'" @click="saveScript"> Save as a script </ElButton>
    </div>
    <RunSincePart v-if="summary.phase === 'ended'" :key="summary.id" :run-id="summary.id" />
    <section v-if="run" aria-label="Steps">
      <h3>Steps</h3>
      <ol class="steps">
        <li v-for="(entry, row) in run.trace" :key="row" :style="{ marginLeft: `${depthOf(entry.path) * 16}px` }">
          <p>{{ entry.sentence }}</p>
          <p :class="entry.outcome === 'failed' ? 'fault' : 'soft'">
            {{ failureWords[entry.issueCode ?? ''] ?? outcomeWords[entry.outcome]
            }}{{ entry.endedAtMs === null ? '' : ` in ${durationInWords(entry.endedAtMs - entry.startedAtMs)}` }}:
            {{ entry.note }}
          </p>
          <p v-for="(one, i) in entry.started ?? []" :key="i" class="cut" :title="commandLine(one.argv)">
            <code>{{ commandLine(one.argv) }}</code>
          </p>
          <p v-if="entry.taking && entry.taking.taken.length > 0">
            Took
            <template v-for="(taken, i) in entry.taking.taken" :key="i">
              <code>{{ taken }}</code>{{ i < entry.taking.taken.length - 1 ? ', ' : '.' }}
            </template>
          </p>
          <p v-for="ignored in entry.taking?.ignored ?? []" :key="ignored.text" class="fault">
            Ignored <code>{{ ignored.text }}</code>. {{ ignored.because }}
          </p>
        </li>
        <li v-if="rest > 0" class="soft">
          {{ countOf(rest, 'more step') }} {{ summary.phase === 'ended' ? 'not reached' : 'to come' }}.
        </li>
      </ol>
    </section>
    <section v-if="run && run.changes.length > 0" aria-label="Changes">
      <h3>What changed</h3>
      <ul class="sentence-list">
        <SomeOf v-slot="{ item }" :items="run.changes" word="changes">
          <li>
            <span class="soft">+</span><span>{{ item.sentence }}</span>
          </li>
        </SomeOf>
      </ul>
    </section>
    <section v-if="run?.putBack" aria-label="Put back">
      <h3>Put back at {{ timeOfDay(run.putBack.atMs) }}</h3>
      <ul class="sentence-list">
        <SomeOf v-slot="{ item }" :items="run.putBack.left" word="left alone">
          <li class="fault">
            <span>!</span><span>Left alone: {{ item.sentence }} It was {{ item.left }}; now it is {{ item.now }}.</span>
          </li>
        </SomeOf>
        <SomeOf v-slot="{ item }" :items="run.putBack.undone" word="taken back">
          <li>
            <span class="soft">−</span><span>{{ item }}</span>
          </li>
        </SomeOf>
        <SomeOf v-slot="{ item }" :items="run.putBack.gone" word="gone">
          <li class="soft">
            <span>=</span><span>Nothing left to take back: {{ item }}</span>
          </li>
        </SomeOf>
      </ul>
    </section>
  </aside>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: 10px;
}
.steps {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  counter-reset: step;
}
.steps li {
  border-left: 3px solid var(--press);
  padding-left: 10px;
}
code {
  overflow-wrap: anywhere;
}
</style>
