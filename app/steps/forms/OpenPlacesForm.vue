<script setup lang="ts">
import { own } from '~~/core/result'
import { computed } from 'vue'
import { choicesOf } from '~~/core/bench'
import { profileOption } from '~~/core/steps'
import type { StepOf } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import FormField from '~/form/FormField.vue'
import { useMirror } from '~/live/useMirror'
import ProgramSelect from '~/programs/ProgramSelect.vue'
import ArgumentList from '../ArgumentList.vue'
import FindingLines from '../FindingLines.vue'
import type { StepFormProps } from './stepForm'

type PlaceStep = StepOf<'place.open'>

/**
 * Folders, files and addresses to open, in which programs and profile, and what happens to an address that is open
 * already.
 */
const { findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<PlaceStep>({ required: true })

const mirror = useMirror()
const profiles = computed(() =>
  (step.value.programIds ?? []).flatMap((id) => {
    const program = own(mirror.bench.programs, id)
    const option = program && profileOption(program)
    return option ? (choicesOf(option, program, mirror.bench) ?? []) : []
  }),
)

function alter(part: Partial<PlaceStep>): void {
  step.value = { ...step.value, ...part }
}
</script>

<template>
  <ArgumentList
    :model-value="step.places"
    label="Place"
    at="places"
    :findings="findings"
    :issue-of="(path) => issueOf(`places.${path}`)"
    :values="values"
    @update:model-value="alter({ places: $event })"
    @mend="step = $event as PlaceStep"
  />
  <IssueLine :issue="issueOf('places')" />
  <div class="rest">
    <FormField label="Opened with" hint="each place in each of them">
      <ProgramSelect
        :model-value="step.programIds ?? []"
        multiple
        label="Programs that open the places"
        placeholder="The program that opens such"
        @update:model-value="alter({ programIds: ($event as string[]).length > 0 ? ($event as string[]) : undefined })"
      />
    </FormField>
    <FormField v-if="(step.programIds?.length ?? 0) > 0" label="In the profile">
      <ChoiceSelect
        :model-value="step.profile ?? ''"
        filterable
        allow-create
        clearable
        label="Profile"
        placeholder="Any"
        :options="profiles"
        @update:model-value="alter({ profile: $event || undefined })"
      />
    </FormField>
    <FormField label="An address that is open in a tab">
      <ChoiceSelect
        :model-value="step.ifOpen ?? 'raise'"
        label="An address that is open already"
        :options="[
          { value: 'raise', name: 'its tab comes to the front' },
          { value: 'again', name: 'is opened again' },
        ]"
        @update:model-value="alter({ ifOpen: $event === 'raise' ? undefined : $event })"
      />
    </FormField>
  </div>
  <FindingLines
    :findings="findings.filter((finding) => finding.at === 'profile' || finding.at.startsWith('programIds'))"
    @mend="step = $event as PlaceStep"
  />
</template>

<style scoped>
.rest {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px 14px;
  align-items: start;
}
</style>
