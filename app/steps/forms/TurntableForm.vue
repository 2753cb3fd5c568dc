<script setup lang="ts">
import { computed, ref } from 'vue'
import { roadsOfLevers, turntableOf } from '~~/core/levers'
import { own } from '~~/core/result'
import type { StepOf } from '~~/core/steps'
import { DIRECTIONS, directionNames, figuresOf, placedByUse } from '~~/core/turntable'
import type { Direction, TableShape } from '~~/core/turntable'
import AddButton from '~/form/AddButton.vue'
import ChoiceField from '~/form/ChoiceField.vue'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import NameSelect from '~/form/NameSelect.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import TextField from '~/form/TextField.vue'
import { useMirror } from '~/live/useMirror'
import TableDrawing from '~/turntables/TableDrawing.vue'
import { useRoadsOfProgram } from '~/turntables/useRoadsOfProgram'
import FindingLines from '../FindingLines.vue'
import type { StepFormProps } from './stepForm'

const { name, issueOf, findings } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'turntable'>>({ required: true })

type Roads = StepOf<'turntable'>['roads']
type Road = Roads[number]

const mirror = useMirror()
const newId = () => crypto.randomUUID().slice(0, 12)
const roadsOf = useRoadsOfProgram()
const chosen = ref<number>()
const programs = computed(() => Object.values(mirror.bench.programs).map(({ id, name }) => ({ value: id, name })))
const shape = computed<TableShape>(() => ({
  roads: step.value.roads.map(({ direction }) => ({ id: direction, direction })),
}))
const drawn = computed(() => turntableOf({ steps: [step.value] }, (id) => mirror.leverById.get(id), mirror.names))
const figures = computed(() => step.value.roads.map((_, i) => figuresOf(shape.value, i)))
const free = computed(() => DIRECTIONS.filter((one) => !step.value.roads.some(({ direction }) => direction === one)))
const labelOf = (i: number) => drawn.value?.roads[i]?.label ?? ''

/** How often each road was taken: by the lever that it pulls, as far as the last runs tell. */
const uses = computed(() =>
  step.value.roads.map((road) => {
    const leverId = pulledBy(road)
    return leverId === '' ? 0 : mirror.runs.filter((run) => run.leverId === leverId).length
  }),
)
const better = computed(() => placedByUse(shape.value, uses.value))
const canBePlaced = computed(() => step.value.roads.some(({ direction }, i) => better.value[i] !== direction))

function set(part: Partial<StepOf<'turntable'>>): void {
  step.value = { ...step.value, ...part }
}
function setRoad(at: number, part: Partial<Road>): void {
  set({ roads: step.value.roads.with(at, { ...step.value.roads[at]!, ...part }) })
}
/** Roads stay in the order of their directions, so that digits go round the deck. */
function inOrder(roads: Roads): Roads {
  return roads.toSorted((a, b) => DIRECTIONS.indexOf(a.direction) - DIRECTIONS.indexOf(b.direction))
}
/** Two roads change places where the direction is taken. */
function turnRoad(at: number, direction: Direction): void {
  const { direction: before } = step.value.roads[at]!
  const roads = step.value.roads.map((road, i) =>
    i === at ? { ...road, direction } : road.direction === direction ? { ...road, direction: before } : road,
  )
  set({ roads: inOrder(roads) })
}

/** The lever that a road pulls and nothing else, `''` where it does steps of its own. */
function pulledBy({ steps }: Road): string {
  const [only, ...more] = steps
  return only?.kind === 'lever.pull' && more.length === 0 ? (only as StepOf<'lever.pull'>).leverId : ''
}
function pull(at: number, leverId: string): void {
  setRoad(at, { steps: roadsOfLevers([{ id: leverId }], newId)[0]!.steps as Road['steps'] })
}

/** The roads of a program take the place of what stood there; undo brings that back. */
async function propose(programId: string): Promise<void> {
  const program = own(mirror.bench.programs, programId)
  const roads = program ? await roadsOf(program) : []
  if (roads.length >= 2) set({ roads: roads as Roads })
}

const percent = (share: number) => `${(share * 100).toFixed(share < 0.0995 ? 1 : 0)} %`
</script>

<template>
  <div class="drawn">
    <TableDrawing v-if="drawn" bare :table="drawn" :aimed="chosen" />
  </div>
  <ol class="roads" :aria-label="`Roads of ${name}`">
    <li
      v-for="(road, i) in step.roads"
      :key="road.direction"
      @focusin="chosen = i"
      @pointerenter="chosen = i"
      @pointerleave="chosen = undefined"
    >
      <span class="number">{{ i + 1 }}</span>
      <ChoiceSelect
        :model-value="road.direction"
        :label="`Direction of road ${i + 1}`"
        :options="DIRECTIONS.map((one) => ({ value: one, name: directionNames[one] }))"
        @update:model-value="turnRoad(i, $event)"
      />
      <ElInput
        :model-value="road.label"
        :placeholder="labelOf(i)"
        :aria-label="`Name of road ${i + 1}`"
        @update:model-value="setRoad(i, { label: $event })"
      />
      <RemoveButton
        v-if="step.roads.length > 2"
        :label="`Remove the road ${directionNames[road.direction]}`"
        @click="set({ roads: step.roads.toSpliced(i, 1) })"
      />
      <NameSelect
        of="lever"
        class="lever"
        :model-value="pulledBy(road)"
        :label="`Lever of road ${i + 1}`"
        :placeholder="road.steps.length === 0 ? 'Choose a lever' : 'Steps of its own'"
        :options="mirror.leverChoices"
        @update:model-value="pull(i, $event)"
      />
      <span class="figures soft" title="From press to release by Fitts’ law; strokes in a hurry that miss it">
        {{ Math.round(figures[i]!.effortMs) }} ms, {{ percent(figures[i]!.wrongShare) }} miss
      </span>
      <IssueLine class="issue" :issue="issueOf(`roads.${i}.label`)" />
    </li>
  </ol>
  <IssueLine :issue="issueOf('roads')" />
  <div class="line">
    <AddButton
      v-if="free.length > 0"
      @click="set({ roads: inOrder([...step.roads, { direction: free[0]!, label: '', steps: [] }]) })"
    >
      Road
    </AddButton>
    <NameSelect
      of="program"
      class="propose"
      model-value=""
      label="Propose the roads of a program"
      placeholder="Propose the roads of a program"
      :options="programs"
      @update:model-value="propose($event)"
    />
    <button
      v-if="canBePlaced"
      type="button"
      class="plain"
      @click="set({ roads: inOrder(step.roads.map((road, i) => ({ ...road, direction: better[i]! }))) })"
    >
      Most used where a hand is surest
    </button>
  </div>
  <ChoiceField
    :model-value="step.tap ?? 'stays'"
    label="Pressed and released without moving"
    :options="[
      { value: 'stays', name: 'the table stays open, and is clicked' },
      { value: 'itself', name: 'the key or button is itself' },
    ]"
    @update:model-value="set({ tap: $event as 'stays' | 'itself' })"
  />
  <TextField
    :model-value="step.hoverMs === undefined ? '' : String(step.hoverMs)"
    label="Staying on a road takes it after"
    hint="in ms; empty for never"
    late
    :issue="issueOf('hoverMs')"
    @update:model-value="set({ hoverMs: $event.trim() === '' ? undefined : Number($event) })"
  />
  <FindingLines :findings="findings" />
</template>

<style scoped>
.drawn {
  display: flex;
  justify-content: center;
  overflow: hidden;
  padding: 4px 0;
  background: var(--sunken);
}
.roads li {
  display: grid;
  grid-template-columns: 20px 132px minmax(0, 1fr) auto;
  gap: 4px 8px;
  align-items: center;
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}
.number {
  font: 600 15px var(--engraved);
  text-align: right;
}
.lever {
  grid-column: 2 / 4;
}
.figures {
  grid-column: 2 / -1;
  font-variant-numeric: tabular-nums;
}
.issue {
  grid-column: 2 / -1;
}
.line {
  display: flex;
  gap: 12px;
  align-items: center;
}
.propose {
  flex: 1;
}
</style>
