<script setup lang="ts">
import { useEventListener, watchDebounced } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { suggestChords } from '~~/core/clash'
import type { Clash, Suggestion, WayOut } from '~~/core/clash'
import type { Lever, LeverDraft } from '~~/core/levers'
import { isBlock } from '~~/core/steps'
import ChoiceField from '~/form/ChoiceField.vue'
import IssueLine from '~/form/IssueLine.vue'
import TextField from '~/form/TextField.vue'
import IconField from '~/icons/IconField.vue'
import { callApi } from '~/live/callApi'
import EditorButtons from '~/live/EditorButtons.vue'
import { sameOr } from '~/live/sameOr'
import OvertakenBar from '~/live/OvertakenBar.vue'
import { useEditor } from '~/live/useEditor'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import NumberPlate from '~/plates/NumberPlate.vue'
import CommandPreview from '~/steps/CommandPreview.vue'
import SheetAside from '~/sheet/SheetAside.vue'
import SheetPanel from '~/sheet/SheetPanel.vue'
import { useSheetDesk } from '~/sheet/useSheetDesk'
import StepFields from '~/steps/StepFields.vue'
import InputFields from './InputFields.vue'
import PullFields from './PullFields.vue'
import { useViewKeys } from '~/page/useViewKeys'
import AliasField from './AliasField.vue'
import DoorFields from './DoorFields.vue'
import FeedbackFields from './FeedbackFields.vue'
import InterlockField from './InterlockField.vue'
import RehearsalPanel from './RehearsalPanel.vue'
import ScopeField from './ScopeField.vue'
import TriggerFields from '~/keys/TriggerFields.vue'
import { useClashIndex } from '~/keys/useClashIndex'
import { draftOf, emptyDraft, issuesOfDraft, startFrom } from './leverDraft'

const { id, lever } = defineProps<{ id: string; lever: Lever | undefined }>()

const mirror = useMirror()
const notices = useNotices()
const router = useRouter()
const route = useRoute()
const editor = useEditor<Lever, LeverDraft>({
  key: `keen-lever.draft.${id}`,
  subject: () => lever,
  begun: (subject) => (subject ? draftOf(subject) : emptyDraft(mirror.frames, startFrom(route.query))),
  issuesOf: issuesOfDraft,
  save: (draft, version) =>
    lever
      ? callApi('editLever', { id: lever.id, body: { ...draft, version } })
      : callApi('createLever', { body: draft }),
  saved: (saved) => {
    editor.forget()
    notices.say(`Saved ${saved.plate} ${saved.name}.`)
    void router.push('/levers')
  },
})
const { issueOf } = editor
const draft = computed(() => editor.draft)
/** Throwing a draft away leaves the editor. */
const leaving = computed(() => ({ ...editor, discard }))

const plate = computed(() => lever?.plate ?? (mirror.levers.at(-1)?.plate ?? 0) + 1)
const preview = computed<Lever>(() => ({
  ...draft.value,
  id: lever?.id ?? 'new-lever',
  plate: plate.value,
  version: 1,
}))
const patternName = computed(() => {
  const pattern = lever?.variant && mirror.leverById.get(lever.variant.patternId)
  return pattern ? `${pattern.plate} ${pattern.name}` : 'a lever that is gone'
})
/** What is looked for in all levers waits until whoever is typing has finished. */
const settled = shallowRef(preview.value)
watchDebounced(preview, (now) => (settled.value = now), { debounce: 150 })
const clashIndex = useClashIndex()
const clashes = computed<Clash[]>((before) => sameOr(before, clashIndex.clashesOf(settled.value)))
const suggestions = computed<Suggestion[]>((before) => {
  if (!clashIndex.isReady) return []
  if (settled.value.triggers.length > 0 && clashes.value.every((clash) => clash.severity === 'note')) return []
  const now = suggestChords({
    levers: mirror.levers,
    frames: mirror.framesLive,
    programs: mirror.bench.programs,
    keys: mirror.keySettings,
    index: clashIndex.now(),
    lever: settled.value,
    count: 4,
  })
  return sameOr(before, now)
})

/** One plain step shows the simple form; a second one, or a block, turns it into a sheet, and so it stays meanwhile. */
const wasSheet = ref(false)
const isSheet = computed(() => {
  const [only, ...more] = draft.value.steps
  return wasSheet.value || !only || more.length > 0 || isBlock(only) || only.kind === 'note'
})
watch(isSheet, (now) => (wasSheet.value ||= now), { immediate: true })
const steps = computed({
  get: () => draft.value.steps,
  set: (after) => (draft.value.steps = after),
})
const desk = useSheetDesk(steps, () => ({
  ...(lever ? { id: lever.id } : {}),
  name: draft.value.name,
  plate: plate.value,
  frameId: draft.value.frameId,
  steps: draft.value.steps,
  inputs: draft.value.inputs,
}))
const previewed = computed(() =>
  isSheet.value
    ? []
    : draft.value.steps.flatMap((step) => (step.kind === 'program.open' && step.programId !== '' ? [step] : [])),
)

/** An empty first step is what the user came to fill in; a sheet begins without it. */
function openSheet(): void {
  const [only] = draft.value.steps
  if (only && 'programId' in only && only.programId === '') draft.value.steps = []
  wasSheet.value = true
}

useViewKeys('Editing a lever', [
  { keys: 'Ctrl+S', does: 'saves' },
  { keys: 'Escape', does: 'goes back to the levers; what is not saved is kept here' },
  { keys: 'Enter', does: 'in an argument: adds one after it' },
  { keys: 'Alt+Up', does: 'in an argument: moves it up; Alt+Down moves it down' },
])

/** Several values of one option are no lever, but one variant each. */
function offerVariants(stepId: string, name: string, values: string[]): void {
  if (!lever) {
    notices.show({
      text: `${name} can have one value only. Save this lever, then make a variant for each of the ${values.length}.`,
      tone: 'fault',
    })
    return
  }
  notices.say(`${name} can have one value only.`, {
    label: `Make a variant for each of the ${values.length}`,
    act: () =>
      router.push({
        path: `/levers/${lever.id}/variants`,
        query: { column: `${stepId}:${name}`, values: values.join('\n') },
      }),
  })
}

/** A way out of a clash alters the draft; switching a frame is done at once. */
function takeWay(way: WayOut): void {
  if ('patch' in way) editor.alter(way.patch)
  else void notices.attempt(() => callApi('editFrame', { id: way.frameOn, body: { on: true } }))
}

function discard(): void {
  editor.forget()
  void router.push('/levers')
}

useEventListener(window, 'keydown', (event) => {
  if (event.key !== 'Escape' || event.defaultPrevented) return
  if (document.activeElement?.closest('.el-select, [data-captures-keys], [role="combobox"]')) return
  void router.push('/levers')
})
</script>

<template>
  <section class="view">
    <header class="view-head">
      <NumberPlate :plate="plate" :steps="draft.steps" />
      <h1>{{ lever ? `Edit ${lever.name}` : 'New lever' }}</h1>
      <EditorButtons :editor="leaving">
        <ElButton v-if="!editor.isTouched" @click="discard"> Cancel </ElButton>
      </EditorButtons>
    </header>
    <div class="view-body">
      <form ref="form" class="editor-form" @submit.prevent="editor.save">
        <OvertakenBar
          v-if="editor.isOvertaken"
          what="This lever"
          @theirs="editor.takeTheirs()"
          @mine="editor.keepMine()"
        />
        <IssueLine :issue="editor.refusal || undefined" />
        <TextField
          v-model="draft.name"
          label="Name"
          autofocus
          placeholder="What it does, in a few words"
          :issue="issueOf('name')"
        />
        <IconField v-model="draft.icon" :steps="draft.steps" />
        <p v-if="lever?.variant" class="soft">
          A variant of {{ patternName }}. What you change here stays its own; all else follows the pattern.
        </p>
        <SheetPanel v-if="isSheet" v-model="draft.steps" :desk="desk" :lever-id="lever?.id" />
        <StepFields
          v-else
          v-model="draft.steps"
          :issue-of="issueOf"
          :frame-id="draft.frameId"
          @several="offerVariants"
          @sheet="openSheet"
        />
        <IssueLine v-if="isSheet" :issue="issueOf('steps')" />
        <TriggerFields
          v-model="draft.triggers"
          :lever="draft"
          :issue-of="issueOf"
          :suggestions="suggestions"
          :clashes="clashes"
          @way="takeWay"
        />
        <DoorFields v-model="draft.doors" :lever="settled" :issue-of="issueOf" />
        <ScopeField v-model="draft.scope" :issue="issueOf('scope.programIds')" />
        <InterlockField
          v-model="draft.interlock"
          :lever-id="lever?.id"
          :issue="issueOf('interlock.otherwise.leverId')"
        />
        <InputFields v-model="draft.inputs" :issue-of="issueOf" />
        <PullFields :model-value="draft" @update:model-value="editor.draft = $event" />
        <FeedbackFields :model-value="draft" @update:model-value="editor.draft = $event" />
        <div class="pair">
          <ChoiceField
            v-model="draft.frameId"
            label="Frame"
            :issue="issueOf('frameId')"
            :options="
              mirror.frames.map((frame) => ({ value: frame.id, name: frame.on ? frame.name : `${frame.name} (off)` }))
            "
          />
          <AliasField v-model="draft.aliases" :issue="issueOf('aliases')" />
        </div>
        <div class="pair">
          <label class="check"><ElSwitch v-model="draft.enabled" /> {{ draft.enabled ? 'Enabled' : 'Disabled' }}</label>
        </div>
      </form>
      <aside class="inspector" tabindex="0" aria-label="What it will do">
        <SheetAside
          v-if="isSheet"
          :desk="desk"
          :steps="draft.steps"
          :frame-id="draft.frameId"
          :issue-of="issueOf"
          @several="offerVariants"
        />
        <CommandPreview v-for="step in previewed" :key="step.id" :step="step" :frame-id="draft.frameId" lines />
        <RehearsalPanel
          v-if="!isSheet && editor.issues.every((issue) => !issue.path.startsWith('steps'))"
          :lever="settled"
        />
        <p v-else-if="!isSheet" class="soft">
          Once the steps are filled in, this shows what the program will get and what a pull would change.
        </p>
      </aside>
    </div>
  </section>
</template>

<style scoped>
.editor-form {
  overflow: auto;
  padding: 14px 16px 24px;
  /* What has the focus is not scrolled to below the bar of a sheet. */
  scroll-padding-bottom: 64px;
  display: grid;
  gap: 14px;
  align-content: start;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
  align-items: start;
}
.check {
  display: flex;
  align-items: center;
  gap: 8px;
}
</style>
