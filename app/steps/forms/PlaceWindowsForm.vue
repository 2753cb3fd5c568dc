<script setup lang="ts">
import { computed } from 'vue'
import { AREA_NAMES, AREAS, areaWords } from '~~/core/bench'
import type { Area } from '~~/core/bench'
import type { StepOf } from '~~/core/steps'
import ChoiceField from '~/form/ChoiceField.vue'
import FormField from '~/form/FormField.vue'
import IssueLine from '~/form/IssueLine.vue'
import { useMirror } from '~/live/useMirror'
import FindingLines from '../FindingLines.vue'
import { desktopChoices, displayChoices, displayChosen } from '../standChoices'
import type { StepFormProps } from './stepForm'
import WindowChoiceField from './WindowChoiceField.vue'

type PlaceStep = StepOf<'windows.place'>

const { name, findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<PlaceStep>({ required: true })

const mirror = useMirror()
const STAYS = { value: 'stays', name: 'as it is' }
const displays = computed(() => displayChoices(mirror.bench, STAYS, { value: 'next', name: 'the other display' }))
const desktops = computed(() => desktopChoices(mirror.bench, STAYS))
const places = [
  STAYS,
  ...AREA_NAMES.map((value) => ({ value, name: areaWords[value] as string })),
  { value: 'rectangle', name: 'a rectangle' },
  { value: 'own', name: 'where it stands by itself' },
]
const display = computed(() =>
  !step.value.display ? 'stays' : step.value.display.kind === 'next' ? 'next' : `to ${step.value.display.deviceId}`,
)
const place = computed(() =>
  !step.value.place ? 'stays' : step.value.place.kind === 'named' ? step.value.place.name : step.value.place.kind,
)
const sides = [
  { part: 'x', label: 'from the left' },
  { part: 'y', label: 'from the top' },
  { part: 'width', label: 'wide' },
  { part: 'height', label: 'high' },
] as const

function alter(part: Partial<PlaceStep>): void {
  step.value = { ...step.value, ...part }
}

function setDisplay(to: string): void {
  const deviceId = displayChosen(to)
  alter({
    display: deviceId !== undefined ? { kind: 'named', deviceId } : to === 'next' ? { kind: 'next' } : undefined,
  })
}

function setPlace(to: string): void {
  if (to === 'stays') return alter({ place: undefined })
  if (to === 'own') return alter({ place: { kind: 'own' } })
  const before = step.value.place
  if (to === 'rectangle')
    return alter({
      place: { kind: 'rectangle', area: before?.kind === 'named' ? AREAS[before.name] : AREAS['top-left'] },
    })
  alter({ place: { kind: 'named', name: to as (typeof AREA_NAMES)[number] } })
}

function setArea(part: keyof Area, value: number | undefined): void {
  if (step.value.place?.kind !== 'rectangle') return
  alter({ place: { kind: 'rectangle', area: { ...step.value.place.area, [part]: value ?? 0 } } })
}
</script>

<template>
  <WindowChoiceField
    :model-value="step.which"
    :name="name"
    :issue-of="issueOf"
    :values="values"
    @update:model-value="alter({ which: $event })"
  />
  <div class="three">
    <ChoiceField
      :model-value="display"
      label="Display"
      :issue="issueOf('display.deviceId')"
      :options="displays"
      @update:model-value="setDisplay"
    />
    <ChoiceField
      :model-value="String(step.desktop ?? 'stays')"
      label="Desktop"
      :issue="issueOf('desktop')"
      :options="desktops"
      @update:model-value="alter({ desktop: $event === 'stays' ? undefined : Number($event) })"
    />
    <ChoiceField :model-value="place" label="Part of the display" :options="places" @update:model-value="setPlace" />
  </div>
  <div v-if="step.place?.kind === 'rectangle'" class="three">
    <FormField v-for="side in sides" :key="side.part" :label="side.label" hint="per cent">
      <template #default="{ fieldId }">
        <ElInputNumber
          :id="fieldId"
          :model-value="step.place.area[side.part]"
          :min="side.part === 'x' || side.part === 'y' ? 0 : 1"
          :max="100"
          @update:model-value="setArea(side.part, $event)"
        />
      </template>
    </FormField>
  </div>
  <IssueLine :issue="issueOf('place.area.width') ?? issueOf('place.area.height') ?? issueOf('place.area')" />
  <label v-if="step.desktop !== undefined" class="follow"
    ><ElSwitch
      size="small"
      :model-value="step.follow ?? false"
      @update:model-value="alter({ follow: $event ? true : undefined })"
    />
    Go to that desktop with it</label
  >
  <FindingLines :findings="findings" />
</template>

<style scoped>
.three {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 10px 14px;
  align-items: start;
}
.follow {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
