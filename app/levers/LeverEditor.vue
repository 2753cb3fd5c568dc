<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { suggestChords } from '~~/core/clash'
import type { WayOut } from '~~/core/clash'
import type { Lever } from '~~/core/levers'
import type { ApiIssue } from '~~/contract'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IconField from '~/icons/IconField.vue'
import { ApiRefusal, callApi } from '~/live/callApi'
import OvertakenBar from '~/live/OvertakenBar.vue'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import NumberPlate from '~/plates/NumberPlate.vue'
import CommandPreview from '~/steps/CommandPreview.vue'
import StepFields from '~/steps/StepFields.vue'
import { useViewKeys } from '~/page/useViewKeys'
import AliasField from './AliasField.vue'
import FormField from '~/form/FormField.vue'
import FeedbackFields from './FeedbackFields.vue'
import InterlockField from './InterlockField.vue'
import RehearsalPanel from './RehearsalPanel.vue'
import ScopeField from './ScopeField.vue'
import TriggerFields from '~/keys/TriggerFields.vue'
import { useClashIndex } from '~/keys/useClashIndex'
import { startFrom, useLeverDraft } from './useLeverDraft'

const { id, lever } = defineProps<{ id: string; lever: Lever | undefined }>()

const mirror = useMirror()
const notices = useNotices()
const router = useRouter()
const route = useRoute()
const { kept, isTouched, wasRestored, issues, rebase, forget } = useLeverDraft(
  id,
  lever,
  mirror.frames,
  startFrom(route.query),
)
const draft = computed(() => kept.value.draft)
const isSaving = ref(false)
const wasTried = ref(false)
const refused = ref<readonly ApiIssue[]>([])
const restored = ref(wasRestored)

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
const clashIndex = useClashIndex()
const clashes = computed(() => clashIndex.clashesOf(preview.value))
const suggestions = computed(() => {
  if (preview.value.triggers.length > 0 && clashes.value.every((clash) => clash.severity === 'note')) return []
  return suggestChords({
    levers: mirror.levers,
    frames: mirror.framesLive,
    programs: mirror.bench.programs,
    keys: mirror.keySettings,
    index: clashIndex.now(),
    lever: preview.value,
    count: 4,
  })
})
const isStale = computed(() => lever !== undefined && lever.version !== kept.value.baseVersion)

useViewKeys('Editing a lever', [
  { keys: 'Ctrl+S', does: 'saves' },
  { keys: 'Escape', does: 'goes back to the levers; what is not saved is kept here' },
  { keys: 'Enter', does: 'in an argument: adds one after it' },
  { keys: 'Alt+Up', does: 'in an argument: moves it up; Alt+Down moves it down' },
])

/** What is wrong with a field: said once saving was tried, or at once where the field holds something. */
function issueOf(path: string): string | undefined {
  const own = issues.value.find((issue) => issue.path === path)
  const fromServer = refused.value.find((issue) => issue.path === path)
  const isEmptyField = own && /^(Give|Choose|Name|Say|No key)/.test(own.message)
  return (own && (wasTried.value || !isEmptyField) ? own.message : undefined) ?? fromServer?.message
}

async function save(): Promise<void> {
  wasTried.value = true
  refused.value = []
  if (isSaving.value || issues.value.length > 0) {
    document.querySelector<HTMLElement>('.editor-form [aria-invalid="true"]')?.focus()
    return
  }
  isSaving.value = true
  try {
    const saved = lever
      ? await callApi('editLever', { id: lever.id, body: { ...draft.value, version: kept.value.baseVersion } })
      : await callApi('createLever', { body: draft.value })
    forget()
    notices.say(`Saved ${saved.plate} ${saved.name}.`)
    await router.push('/levers')
  } catch (error) {
    if (!(error instanceof ApiRefusal)) throw error
    refused.value = error.issues
    notices.show({ text: error.message, tone: 'fault' })
  } finally {
    isSaving.value = false
  }
}

/** Goes on from what the other tab saved: with its content, or with what stands here. */
function catchUp(keepMine: boolean): void {
  if (lever) rebase(lever, keepMine)
  refused.value = []
}

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
  if ('patch' in way) kept.value = { ...kept.value, draft: { ...draft.value, ...way.patch } }
  else void notices.attempt(() => callApi('editFrame', { id: way.frameOn, body: { on: true } }))
}

function discard(): void {
  forget()
  void router.push('/levers')
}

useEventListener(window, 'keydown', (event) => {
  if (event.ctrlKey && event.key.toLowerCase() === 's') {
    event.preventDefault()
    void save()
  } else if (
    event.key === 'Escape' &&
    !event.defaultPrevented &&
    !document.activeElement?.closest('.el-select, [data-captures-keys], [role="combobox"]')
  )
    void router.push('/levers')
})
</script>

<template>
  <section class="view">
    <header class="view-head">
      <NumberPlate :plate="plate" :steps="draft.steps" />
      <h1>{{ lever ? `Edit ${lever.name}` : 'New lever' }}</h1>
      <span v-if="restored && isTouched" class="soft" role="status"
        >This is your draft from before, not saved yet.</span
      >
      <span class="gap" />
      <ElButton @click="discard">
        {{ isTouched ? 'Discard' : 'Cancel' }}
      </ElButton>
      <ElButton type="primary" :loading="isSaving" @click="save"> Save </ElButton>
    </header>
    <div class="view-body">
      <form class="editor-form" @submit.prevent="save">
        <OvertakenBar v-if="isStale" what="This lever" @theirs="catchUp(false)" @mine="catchUp(true)" />
        <FormField label="Name" :issue="issueOf('name')">
          <template #default="{ fieldId, invalid }">
            <ElInput
              :id="fieldId"
              v-model="draft.name"
              autofocus
              :aria-invalid="invalid"
              placeholder="What it does, in a few words"
            />
          </template>
        </FormField>
        <IconField v-model="draft.icon" :steps="draft.steps" />
        <p v-if="lever?.variant" class="soft">
          A variant of {{ patternName }}. What you change here stays its own; all else follows the pattern.
        </p>
        <StepFields v-model="draft.steps" :issue-of="issueOf" :frame-id="draft.frameId" @several="offerVariants" />
        <TriggerFields
          v-model="draft.triggers"
          :lever="preview"
          :issue-of="issueOf"
          :suggestions="suggestions"
          :clashes="clashes"
          @way="takeWay"
        />
        <ScopeField v-model="draft.scope" :issue="issueOf('scope.programIds')" />
        <InterlockField
          v-model="draft.interlock"
          :lever-id="lever?.id"
          :issue="issueOf('interlock.otherwise.leverId')"
        />
        <FeedbackFields :model-value="draft" @update:model-value="kept = { ...kept, draft: $event }" />
        <div class="pair">
          <FormField label="Frame">
            <template #default="{ fieldId }">
              <ChoiceSelect
                :id="fieldId"
                v-model="draft.frameId"
                label="Frame"
                :options="
                  mirror.frames.map((frame) => ({
                    value: frame.id,
                    name: frame.on ? frame.name : `${frame.name} (off)`,
                  }))
                "
              />
            </template>
          </FormField>
          <AliasField v-model="draft.aliases" :issue="issueOf('aliases')" />
        </div>
        <div class="pair">
          <label class="check"><ElSwitch v-model="draft.enabled" /> {{ draft.enabled ? 'Enabled' : 'Disabled' }}</label>
          <label class="check"
            ><ElSwitch
              :model-value="draft.whileRunning === 'beside'"
              @update:model-value="draft.whileRunning = $event ? 'beside' : 'ignore'"
            />
            {{
              draft.whileRunning === 'beside'
                ? 'Another pull runs beside one that still runs'
                : 'Another pull is ignored while one still runs'
            }}</label
          >
        </div>
      </form>
      <aside class="inspector" aria-label="What it will do">
        <CommandPreview
          v-for="step in draft.steps.filter((step) => step.kind === 'program.open' && step.programId !== '')"
          :key="step.id"
          :step="step as Extract<typeof step, { kind: 'program.open' }>"
          :frame-id="draft.frameId"
          lines
        />
        <RehearsalPanel v-if="issues.every((issue) => !issue.path.startsWith('steps'))" :lever="preview" />
        <p v-else class="soft">
          Once the steps are filled in, this shows what the program will get and what a pull would change.
        </p>
      </aside>
    </div>
  </section>
</template>

<style scoped>
.gap {
  flex: 1;
}
.editor-form {
  overflow: auto;
  padding: 14px 16px 24px;
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
