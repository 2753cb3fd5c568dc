<script setup lang="ts">
import { computed } from 'vue'
import { AREA_NAMES, AREAS, areaWords, nameOfArea } from '~~/core/bench'
import { WINDOW_PARTS } from '~~/core/command'
import { own } from '~~/core/result'
import type { WantedContent, WantedWindow } from '~~/core/steps'
import ChoiceField from '~/form/ChoiceField.vue'
import FormField from '~/form/FormField.vue'
import TextField from '~/form/TextField.vue'
import { useMirror } from '~/live/useMirror'
import ProgramSelect from '~/programs/ProgramSelect.vue'
import { desktopChoices, displayChoices, displayChosen } from '../standChoices'
import { linesOf, textsOf } from './wantedWords'

/** All there is to say of one wanted window. */
const { name, issueOf } = defineProps<{ name: string; issueOf: (path: string) => string | undefined }>()
const window = defineModel<WantedWindow>({ required: true })

const mirror = useMirror()
const ANY = { value: 'any', name: 'wherever' }
const modes = [
  { value: 'any', name: 'as it is' },
  { value: 'normal', name: 'at its normal size' },
  { value: 'maximized', name: 'maximized' },
  { value: 'minimized', name: 'minimized' },
  { value: 'hidden', name: 'hidden' },
] as const
const displays = computed(() => displayChoices(mirror.bench, ANY))
const desktops = computed(() => desktopChoices(mirror.bench, ANY))
const areas = computed(() => [
  ANY,
  ...AREA_NAMES.map((value) => ({ value: value as string, name: areaWords[value] as string })),
  ...(window.value.area && !nameOfArea(window.value.area) ? [{ value: 'own', name: 'where it stood' }] : []),
])
const area = computed(() => (window.value.area ? (nameOfArea(window.value.area) ?? 'own') : 'any'))
/** What a program can be started with, and what is wanted already. */
const parts = computed(() => {
  const options = own(mirror.bench.programs, window.value.programId)?.arguments.options ?? []
  return WINDOW_PARTS.filter(
    (part) =>
      window.value.shows?.[part] !== undefined ||
      options.some(({ effect }) => effect.kind === 'part' && effect.part === part),
  )
})
const partWords = { profile: 'Profile', edition: 'Edition', dataset: 'Data set' }

function alter(part: Partial<WantedWindow>): void {
  window.value = { ...window.value, ...part }
}
function show(part: Partial<WantedContent>): void {
  const shows = { ...window.value.shows!, ...part }
  // What is in front is one of them.
  const isThere = shows.front !== undefined && shows.documents.includes(shows.front)
  alter({ shows: { ...shows, front: isThere && shows.documents.length > 1 ? shows.front : undefined } })
}
function setArea(to: string): void {
  if (to === 'own') return
  alter({ area: to === 'any' ? undefined : AREAS[to as keyof typeof AREAS] })
}
const fronts = computed(() => [
  { value: '', name: 'whichever' },
  ...(window.value.shows?.documents ?? []).map((path) => ({ value: path, name: path })),
])
</script>

<template>
  <div class="fields" role="group" :aria-label="name">
    <FormField label="Program" :issue="issueOf('programId')">
      <ProgramSelect
        :model-value="window.programId"
        :label="`Program of ${name}`"
        @update:model-value="alter({ programId: $event as string })"
      />
    </FormField>
    <label class="check"
      ><ElSwitch
        size="small"
        :model-value="window.shows !== undefined"
        @update:model-value="alter({ shows: $event ? { documents: [] } : undefined })"
      />
      It shows exactly this</label
    >
    <template v-if="window.shows">
      <div v-if="parts.length > 0" class="several">
        <TextField
          v-for="part in parts"
          :key="part"
          :model-value="window.shows[part] ?? ''"
          :label="partWords[part]"
          :issue="issueOf(`shows.${part}`)"
          placeholder="whichever"
          @update:model-value="show({ [part]: $event === '' ? undefined : $event })"
        />
      </div>
      <FormField label="Documents, tabs or folders" hint="one a line">
        <template #default="{ fieldId }">
          <ElInput
            :id="fieldId"
            class="mono"
            type="textarea"
            :autosize="{ minRows: 1, maxRows: 8 }"
            :model-value="linesOf(window.shows.documents)"
            @change="show({ documents: textsOf(String($event)) })"
          />
        </template>
      </FormField>
      <ChoiceField
        v-if="window.shows.documents.length > 1"
        label="In front of them"
        :model-value="window.shows.front ?? ''"
        :options="fronts"
        @update:model-value="show({ front: $event === '' ? undefined : $event })"
      />
    </template>
    <FormField label="Further arguments" hint="one a line, for when it has to be opened">
      <template #default="{ fieldId }">
        <ElInput
          :id="fieldId"
          class="mono"
          type="textarea"
          :autosize="{ minRows: 1, maxRows: 6 }"
          :model-value="linesOf(window.args ?? [])"
          @change="alter({ args: textsOf(String($event)).length > 0 ? textsOf(String($event)) : undefined })"
        />
      </template>
    </FormField>
    <div class="several">
      <ChoiceField
        label="State"
        :model-value="window.mode ?? 'any'"
        :options="modes"
        @update:model-value="alter({ mode: $event === 'any' ? undefined : $event })"
      />
      <ChoiceField
        label="Display"
        :model-value="window.displayId === undefined ? 'any' : `to ${window.displayId}`"
        :issue="issueOf('displayId')"
        :options="displays"
        @update:model-value="alter({ displayId: displayChosen($event) })"
      />
      <ChoiceField
        v-if="desktops.length > 2"
        label="Desktop"
        :model-value="String(window.desktop ?? 'any')"
        :issue="issueOf('desktop')"
        :options="desktops"
        @update:model-value="alter({ desktop: $event === 'any' ? undefined : Number($event) })"
      />
      <ChoiceField
        v-if="(window.mode ?? 'normal') === 'normal'"
        label="Part of the display"
        :model-value="area"
        :options="areas"
        @update:model-value="setArea"
      />
    </div>
    <label class="check"
      ><ElSwitch
        size="small"
        :model-value="window.inFront ?? false"
        @update:model-value="alter({ inFront: $event ? true : undefined })"
      />
      In front when all is done</label
    >
  </div>
</template>

<style scoped>
.fields {
  display: grid;
  gap: 10px;
  padding: 10px 0 12px 12px;
  border-left: 2px solid var(--line-strong);
}
.several {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(160px, 1fr));
  gap: 10px 14px;
  align-items: start;
}
.check {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
