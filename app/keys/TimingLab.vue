<script setup lang="ts">
import { countOf } from '~~/core/names'
import { computed, defineAsyncComponent, onMounted, onUnmounted, ref, shallowRef } from 'vue'
import { letterCodes } from '~~/core/keys'
import { keyName } from '~~/core/levers'
import { proposeHold, seededRandom, synthesizeTyping } from '~~/core/timing'
import type { TypingEvent, TypingOutcome } from '~~/core/timing'
import type { AnswerOf } from '~~/contract'
import { typingTraces, watchText } from '~~/demo/typingTraces'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { callApi } from '~/live/callApi'
import { useNotices } from '~/live/useNotices'
import { useSettingEdits } from '~/live/useSettingEdits'
import type { SweepAnswer, SweepRequest } from './timingSweep.worker'

/** Which key to use as tap and hold, and how long a hold has to be: tried on real typing through the real resolver. */
const HoldChart = defineAsyncComponent(() => import('./HoldChart.client.vue'))
const RECORD_SECONDS = 60
const candidates = ['Space', 'CapsLock', ...letterCodes('AFJS'), 'Semicolon', 'Tab', 'Enter']

const edits = useSettingEdits()
const notices = useNotices()
const recordings = shallowRef<AnswerOf<'listRecordings'>>([])
const sourceId = ref('trace:quick')
const speed = ref(60)
const isNested = ref(true)
const codes = ref(['Space', 'KeyF', 'KeyA'])
const outcomes = shallowRef<readonly TypingOutcome[]>([])
const progress = ref<{ done: number; all: number }>()
const recorded = shallowRef<TypingEvent[]>([])
const recordingSince = ref<number>()
const secondsLeft = ref(RECORD_SECONDS)
const name = ref('My typing')
const typed = ref('')
let worker: Worker | undefined
let ticking: ReturnType<typeof setInterval> | undefined

const sources = computed(() => [
  ...typingTraces.map((trace) => ({ id: `trace:${trace.id}`, name: trace.name, events: trace.events })),
  { id: 'typist', name: 'A synthetic typist', events: undefined },
  ...recordings.value.map((recording) => ({
    id: `recording:${recording.id}`,
    name: recording.name,
    events: recording.events,
  })),
])
const source = computed(() => sources.value.find((entry) => entry.id === sourceId.value) ?? sources.value[0]!)
const events = computed<readonly TypingEvent[]>(
  () =>
    source.value.events ??
    synthesizeTyping(`${watchText} ${watchText}`, { wordsPerMinute: speed.value, random: seededRandom(speed.value) }),
)
const proposal = computed(() => proposeHold(outcomes.value))

async function read(): Promise<void> {
  recordings.value = (await notices.attempt(() => callApi('listRecordings'))) ?? recordings.value
}
onMounted(read)
onUnmounted(() => {
  worker?.terminate()
  clearInterval(ticking)
})

function stop(): void {
  worker?.terminate()
  worker = undefined
  progress.value = undefined
}

function sweep(): void {
  stop()
  if (codes.value.length === 0) return
  worker = new Worker(new URL('./timingSweep.worker.ts', import.meta.url), { type: 'module' })
  progress.value = { done: 0, all: 1 }
  worker.onmessage = ({ data }: MessageEvent<SweepAnswer>) => {
    if ('done' in data) progress.value = data
    else {
      outcomes.value = data.outcomes
      stop()
    }
  }
  worker.postMessage({
    events: events.value.map((event) => ({ ...event })),
    codes: [...codes.value],
    nested: isNested.value,
  } satisfies SweepRequest)
}

/** Times and codes are kept, what was typed is not. */
function record(event: KeyboardEvent | Event): void {
  if (!(event instanceof KeyboardEvent) || event.code === '' || event.repeat || event.code === 'Tab') return
  recordingSince.value ??= begin(event.timeStamp)
  if (secondsLeft.value > 0)
    recorded.value = [
      ...recorded.value,
      {
        kind: event.type === 'keydown' ? 'down' : 'up',
        code: event.code,
        atMs: Math.round(event.timeStamp - recordingSince.value),
      },
    ]
}

function begin(atMs: number): number {
  recorded.value = []
  secondsLeft.value = RECORD_SECONDS
  ticking = setInterval(() => {
    secondsLeft.value -= 1
    if (secondsLeft.value <= 0) clearInterval(ticking)
  }, 1000)
  return atMs
}

async function keep(): Promise<void> {
  clearInterval(ticking)
  const stored = await notices.attempt(() =>
    callApi('createRecording', { body: { name: name.value, events: recorded.value } }),
  )
  if (!stored) return
  recordingSince.value = undefined
  recorded.value = []
  typed.value = ''
  secondsLeft.value = RECORD_SECONDS
  await read()
  sourceId.value = `recording:${stored.id}`
  notices.say(`Kept ${stored.name}: ${stored.events.length} times and key codes.`)
}

async function remove(): Promise<void> {
  const id = sourceId.value.replace('recording:', '')
  if (!(await notices.attempt(() => callApi('deleteRecording', { id })))) return
  sourceId.value = 'trace:quick'
  await read()
  notices.say('Deleted the recording for good.')
}

function takeProposal(): void {
  if (!proposal.value) return
  const holdMs = proposal.value.holdMs
  void notices.attempt(() => edits.editKeys((before) => ({ ...before, timing: { ...before.timing, holdMs } })))
  notices.say(`Keys count as held after ${holdMs} ms from now on.`)
}
</script>

<template>
  <div class="lab">
    <div class="side">
      <section>
        <h2 class="head">Typing to try it on</h2>
        <ChoiceSelect
          v-model="sourceId"
          label="Typing to try it on"
          :options="sources.map((entry) => ({ value: entry.id, name: entry.name }))"
        />
        <label v-if="source.id === 'typist'" class="speed"
          >{{ speed }} words a minute
          <ElSlider v-model="speed" :min="30" :max="120" :step="5" aria-label="Words a minute"
        /></label>
        <p class="soft">
          {{ countOf(events.filter((event) => event.kind === 'down').length, 'key') }} in
          {{ Math.round((events.at(-1)?.atMs ?? 0) / 1000) }} s.
          <ElButton v-if="source.id.startsWith('recording:')" size="small" @click="remove">
            Delete this recording
          </ElButton>
        </p>
      </section>
      <section>
        <h2 class="head">Keys to try</h2>
        <ChoiceSelect
          v-model="codes"
          multiple
          label="Keys to try"
          :options="candidates.map((code) => ({ value: code, name: keyName(code) }))"
        />
        <label class="nested"
          ><ElSwitch v-model="isNested" size="small" aria-label="Held also when another key is pressed within it" />
          held also when another key is pressed within it</label
        >
        <div class="actions">
          <ElButton type="primary" :disabled="codes.length === 0 || progress !== undefined" @click="sweep">
            Replay
          </ElButton>
          <template v-if="progress">
            <span role="status">{{ progress.done }} of {{ progress.all }} replays</span>
            <ElButton @click="stop"> Stop </ElButton>
          </template>
        </div>
      </section>
      <section>
        <h2 class="head">Record your own: type for a minute</h2>
        <p class="text">{{ watchText.slice(0, 330) }}…</p>
        <ElInput
          v-model="typed"
          type="textarea"
          :rows="3"
          aria-label="Type here"
          placeholder="Type here; times and key codes are kept, the text is not."
          @keydown="record"
          @keyup="record"
        />
        <div class="actions">
          <span role="status">{{
            recordingSince === undefined
              ? 'Begins with your first key.'
              : secondsLeft > 0
                ? `${secondsLeft} s left, ${countOf(recorded.length, 'event')}`
                : `Done: ${countOf(recorded.length, 'event')}`
          }}</span>
          <ElInput v-model="name" size="small" aria-label="Name of the recording" class="name" />
          <ElButton size="small" :disabled="recorded.length < 20" @click="keep"> Keep it </ElButton>
        </div>
      </section>
    </div>
    <div class="results">
      <p v-if="proposal" class="proposal">
        <span
          ><strong>{{ keyName(proposal.code) }} held for {{ proposal.holdMs }} ms</strong> would have been an accident
          {{ proposal.accidentalPerThousand.toFixed(1) }} times in a thousand keys, and would have made keys
          {{ proposal.meanDelayMs.toFixed(0) }} ms late on average ({{ proposal.p95DelayMs.toFixed(0) }} ms at most for
          95 of 100).</span
        >
        <ElButton type="primary" @click="takeProposal"> Use {{ proposal.holdMs }} ms </ElButton>
      </p>
      <template v-if="outcomes.length > 0">
        <HoldChart :outcomes="outcomes" figure="accidentalPerThousand" title="Accidental holds" unit="per 1,000 keys" />
        <HoldChart :outcomes="outcomes" figure="meanDelayMs" title="Added delay" unit="ms, mean of all keys" />
      </template>
      <p v-else class="empty">
        A key that is one thing tapped and another held is told apart by time: too short a time, and fast typing sets it
        off; too long, and everything waits. Choose typing and keys, and replay them to see.
      </p>
    </div>
  </div>
</template>

<style scoped>
.nested {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-top: 6px;
}
.lab {
  display: grid;
  grid-template-columns: 380px minmax(0, 1fr);
  min-height: 0;
}
.side {
  padding: 12px 16px;
  overflow: auto;
  display: grid;
  gap: 16px;
  align-content: start;
}
.side section {
  display: grid;
  gap: 6px;
}
.results {
  border-left: 1px solid var(--line);
  background: var(--surface);
  padding: 12px 16px;
  overflow: auto;
}
.proposal {
  display: flex;
  gap: 16px;
  justify-content: space-between;
  align-items: center;
  border: 1px solid var(--line-strong);
  border-left: 4px solid var(--press);
  padding: 8px 12px;
  margin-bottom: 8px;
}
.text {
  font-size: 13px;
  color: var(--ink-soft);
}
.speed {
  display: grid;
}
.name {
  width: 120px;
}
</style>
