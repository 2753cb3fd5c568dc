<script setup lang="ts">
import { computed, ref } from 'vue'
import { valueInWords, windowTitle } from '~~/core/bench'
import { arrangementOf } from '~~/core/arrangement'
import { own } from '~~/core/result'
import { REST_POLICIES, restWords } from '~~/core/steps'
import type { Arrangement, StepOf, WantedWindow } from '~~/core/steps'
import AddButton from '~/form/AddButton.vue'
import ChoiceField from '~/form/ChoiceField.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import SetIcon from '~/icons/SetIcon.vue'
import { useMirror } from '~/live/useMirror'
import IconDown from '~icons/tabler/chevron-down'
import IconRight from '~icons/tabler/chevron-right'
import FindingLines from '../FindingLines.vue'
import PartState from '../arrange/PartState.vue'
import { useArrangementPlan } from '../arrange/useArrangementPlan'
import { desktopChoices } from '../standChoices'
import WantedWindowFields from '../arrange/WantedWindowFields.vue'
import WayThere from '../arrange/WayThere.vue'
import { contentWords, placeWords, standWords } from '../arrange/wantedWords'
import type { StepFormProps } from './stepForm'
import UnsavedField from './UnsavedField.vue'

/** What is wanted beside what is, and the way from here to there. */
const { name, findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'bench.arrange'>>({ required: true })

const mirror = useMirror()
const wanted = computed<Arrangement>(() => step.value)
const { bench, byPlace, way, plan } = useArrangementPlan(wanted, () => values)
const open = ref<number>()

const rests = REST_POLICIES.map((value) => ({ value, name: restWords[value] }))
const desktops = computed(() => desktopChoices(mirror.bench, { value: 'any', name: 'the one that is shown' }))

function alter(part: Partial<Arrangement>): void {
  step.value = { ...step.value, ...part }
}
/** What stands now takes the place of what was wanted of it. */
function take(what: 'windows' | 'devices'): void {
  const taken = arrangementOf(bench.value, { [what]: true })
  alter(
    what === 'windows'
      ? { windows: taken.windows, ...(taken.desktop === undefined ? {} : { desktop: taken.desktop }) }
      : { devices: taken.devices },
  )
  open.value = undefined
}
function takeFrames(): void {
  alter({ frames: mirror.framesLive.map(({ id, on }) => ({ frameId: id, on })) })
}
function setWindow(i: number, to: WantedWindow): void {
  // One at most is in front.
  const others = step.value.windows.map((window, at) => (at !== i && to.inFront ? without(window) : window))
  alter({ windows: others.with(i, to) })
}
function without({ inFront: _inFront, ...window }: WantedWindow): WantedWindow {
  return window
}
function addWindow(): void {
  alter({ windows: [...step.value.windows, { programId: '', mode: 'normal' }] })
  open.value = step.value.windows.length
}
function remove(part: 'windows' | 'devices' | 'frames', i: number): void {
  alter({ [part]: step.value[part].toSpliced(i, 1) })
  if (part === 'windows') open.value = undefined
}
const program = (id: string) => own(mirror.bench.programs, id)
/** What the window shows that it is about, and where it stands. */
function nowOf(i: number): string {
  const window = own(bench.value.windows, byPlace.value.get(`windows.${i}`)?.windowId ?? '')
  if (!window) return 'not open'
  const [, shown] = /^[^:]*: (.*)$/s.exec(windowTitle(bench.value, window)) ?? []
  return [...(shown === undefined ? [] : [shown]), standWords(window, bench.value)].join(' · ')
}
const settings = computed(() =>
  step.value.devices.map(({ deviceId, controlId, value }) => {
    const device = own(bench.value.devices, deviceId)
    const control = device && own(device.controls, controlId)
    return {
      device: device?.name ?? deviceId,
      control: control?.name ?? controlId,
      to: control ? valueInWords(control, value) : String(value),
      now: control ? valueInWords(control) : 'not there',
    }
  }),
)
const frameName = (id: string) => mirror.frameById.get(id)?.name ?? id
</script>

<template>
  <p v-if="step.windows.length + step.devices.length + step.frames.length === 0" class="whole soft">
    Nothing is wanted yet. Take the bench as it stands now, then leave out what does not matter.
  </p>
  <div class="whole takes" role="group" aria-label="Take the bench as it stands">
    <ElButton size="small" @click="take('windows')">Take the windows as they stand</ElButton>
    <ElButton size="small" @click="take('devices')">Take the settings</ElButton>
    <ElButton size="small" @click="takeFrames">Take the frames</ElButton>
    <AddButton @click="addWindow">A window</AddButton>
  </div>

  <table v-if="step.windows.length > 0" class="whole wanted" :aria-label="`Windows that ${name} wants`">
    <thead>
      <tr>
        <th scope="col">Window</th>
        <th scope="col">Now</th>
        <th scope="col">Way there</th>
        <th scope="col"><span class="unseen">Take out</span></th>
      </tr>
    </thead>
    <tbody>
      <template v-for="(window, i) in step.windows" :key="i">
        <tr>
          <td>
            <button
              type="button"
              class="what"
              :aria-expanded="open === i"
              :aria-label="`Window ${i + 1}: ${program(window.programId)?.name ?? 'no program yet'}`"
              @click="open = open === i ? undefined : i"
            >
              <component :is="open === i ? IconDown : IconRight" class="icon" aria-hidden="true" />
              <SetIcon :name="program(window.programId)?.icon ?? ''" />
              <strong>{{ program(window.programId)?.name ?? (window.programId || 'Choose a program') }}</strong>
            </button>
            <div class="soft line">{{ contentWords(window) }}</div>
            <div class="soft line">{{ placeWords(window, bench) }}</div>
          </td>
          <td class="soft">{{ nowOf(i) }}</td>
          <td><PartState :part="byPlace.get(`windows.${i}`)" /></td>
          <td><RemoveButton :label="`Leave out window ${i + 1}`" @click="remove('windows', i)" /></td>
        </tr>
        <tr v-if="open === i">
          <td colspan="4">
            <WantedWindowFields
              :model-value="window"
              :name="`window ${i + 1}`"
              :issue-of="(path) => issueOf(`windows.${i}.${path}`)"
              @update:model-value="setWindow(i, $event)"
            />
          </td>
        </tr>
      </template>
    </tbody>
  </table>

  <table
    v-if="step.devices.length + step.frames.length > 0"
    class="whole wanted"
    :aria-label="`Settings and frames that ${name} wants`"
  >
    <thead>
      <tr>
        <th scope="col">Setting</th>
        <th scope="col">Now</th>
        <th scope="col">Way there</th>
        <th scope="col"><span class="unseen">Take out</span></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(setting, i) in settings" :key="`device ${i}`">
        <td>
          {{ setting.device }}: {{ setting.control }} <strong>{{ setting.to }}</strong>
        </td>
        <td class="soft">{{ setting.now }}</td>
        <td><PartState :part="byPlace.get(`devices.${i}`)" /></td>
        <td>
          <RemoveButton :label="`Leave out ${setting.control} of ${setting.device}`" @click="remove('devices', i)" />
        </td>
      </tr>
      <tr v-for="({ frameId, on }, i) in step.frames" :key="`frame ${i}`">
        <td>
          <label class="check"
            ><ElSwitch
              size="small"
              :model-value="on"
              :aria-label="`${frameName(frameId)} on`"
              @update:model-value="alter({ frames: step.frames.with(i, { frameId, on: Boolean($event) }) })"
            />
            Frame {{ frameName(frameId) }} <strong>{{ on ? 'on' : 'off' }}</strong></label
          >
        </td>
        <td class="soft">{{ mirror.framesLive.find(({ id }) => id === frameId)?.on ? 'on' : 'off' }}</td>
        <td><PartState :part="byPlace.get(`frames.${i}`)" /></td>
        <td><RemoveButton :label="`Leave out the frame ${frameName(frameId)}`" @click="remove('frames', i)" /></td>
      </tr>
    </tbody>
  </table>

  <div class="whole several">
    <ChoiceField
      label="All other windows"
      :model-value="step.rest"
      :options="rests"
      @update:model-value="alter({ rest: $event })"
    />
    <UnsavedField :model-value="step.unsaved" @update:model-value="alter({ unsaved: $event })" />
    <ChoiceField
      v-if="desktops.length > 2"
      label="Desktop in the end"
      :model-value="String(step.desktop ?? 'any')"
      :issue="issueOf('desktop')"
      :options="desktops"
      @update:model-value="alter({ desktop: $event === 'any' ? undefined : Number($event) })"
    />
  </div>
  <label class="whole check"
    ><ElSwitch
      size="small"
      :model-value="step.partly ?? false"
      @update:model-value="alter({ partly: $event ? true : undefined })"
    />
    Reach what can be reached, where not all can; otherwise nothing is done then</label
  >

  <WayThere class="whole" :way="way" :parts="plan.parts" />
  <FindingLines :findings="findings" />
</template>

<style scoped>
.takes {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.takes :deep(.el-button + .el-button) {
  margin-left: 0;
}
.wanted {
  border-collapse: collapse;
  width: 100%;
  table-layout: fixed;
}
.wanted th {
  text-align: left;
  font: 600 13px var(--engraved);
  color: var(--ink-soft);
  border-bottom: 1px solid var(--line-strong);
  padding: 2px 8px 3px 0;
}
.wanted th:nth-child(1) {
  width: 40%;
}
.wanted th:nth-child(4) {
  width: 36px;
}
.wanted td {
  vertical-align: top;
  padding: 5px 8px 5px 0;
  border-bottom: 1px solid var(--line);
  overflow-wrap: anywhere;
}
.what {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  padding: 0;
  cursor: pointer;
}
.line {
  font-size: 13px;
  padding-left: 22px;
}
.several {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 10px 14px;
  align-items: start;
}
.check {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
