<script setup lang="ts">
import { own } from '~~/core/result'
import { countOf } from '~~/core/names'
import { useEventListener } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { keyOwners } from '~~/core/clash'
import type { KeyOwnership } from '~~/core/clash'
import { formatChord, keyboardOf, MODIFIERS, modifierOfCode } from '~~/core/keys'
import type { Modifier } from '~~/core/keys'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { useMirror } from '~/live/useMirror'
import { hasWords } from '~/page/hasWords'
import ProgramSelect from '~/programs/ProgramSelect.vue'
import { saveFile } from '~/files/saveFile'
import ClashList from './ClashList.vue'
import KeyboardDrawing from './KeyboardDrawing.vue'
import TriggerTable from './TriggerTable.vue'
import { isTyping } from '~/page/isTyping'
import { cheatSheetHtml, cheatSheetSvg } from './cheatSheet'
import { useAllClashes } from './useAllClashes'
import { useClashIndex } from './useClashIndex'

/**
 * The keyboard with the owner of each key in the layer that is chosen, for the program that is in front, and all
 * triggers below.
 */
const mirror = useMirror()
const router = useRouter()
const pinned = ref<Modifier[]>(['Ctrl', 'Alt'])
const pressed = ref<Modifier[]>([])
const frontChoice = ref<string>('')
const chosenCode = ref<string>()
const query = ref('')
const sheetFrame = ref(mirror.frames[0]?.id ?? '')

const modifiers = computed(() => (pressed.value.length > 0 ? pressed.value : pinned.value))
const frontId = computed(() => frontChoice.value || mirror.frontProgramId)
const input = computed(() => ({
  levers: mirror.levers,
  frames: mirror.framesLive,
  programs: mirror.bench.programs,
  keys: mirror.keySettings,
}))
const clashIndex = useClashIndex()
const index = computed(() => clashIndex.now())
const codes = computed(() => keyboardOf(mirror.keySettings.keyboard).codes)
const owners = computed(
  () =>
    new Map(
      keyOwners(codes.value, modifiers.value, frontId.value, input.value, index.value).map((entry) => [
        entry.code,
        entry,
      ]),
    ),
)
const chosen = computed<KeyOwnership | undefined>(() => owners.value.get(chosenCode.value ?? ''))
const found = computed(() => {
  if (query.value.trim() === '') return undefined
  const has = hasWords(query.value)
  return new Set(
    [...owners.value.values()]
      .filter(({ chord, owners: list }) =>
        has(`${chord} ${list.map((owner) => `${owner.name} ${owner.words}`).join(' ')}`),
      )
      .map((entry) => entry.code),
  )
})
const { clashes, isWorking } = useAllClashes()

function toggle(modifier: Modifier): void {
  pinned.value = pinned.value.includes(modifier)
    ? pinned.value.filter((entry) => entry !== modifier)
    : MODIFIERS.filter((entry) => entry === modifier || pinned.value.includes(entry))
}

function choose(code: string): void {
  const modifier = modifierOfCode(code)
  if (modifier) toggle(modifier)
  else chosenCode.value = code
}

/** Held modifiers show their layer for as long as they are held. */
function follow(event: KeyboardEvent): void {
  if (isTyping()) return
  const flags: [Modifier, boolean][] = [
    ['Ctrl', event.ctrlKey],
    ['Alt', event.altKey],
    ['Shift', event.shiftKey],
    ['Meta', event.metaKey],
  ]
  pressed.value = flags.filter(([, isDown]) => isDown).map(([modifier]) => modifier)
}
useEventListener(window, 'keydown', follow, { capture: true })
useEventListener(window, 'keyup', follow, { capture: true })
useEventListener(window, 'blur', () => {
  pressed.value = []
})

function sheet(kind: 'svg' | 'html'): void {
  const frame = mirror.frameById.get(sheetFrame.value)
  if (!frame) return
  const name = `keys-${frame.name.toLowerCase().replace(/\W+/g, '-')}`
  const content = { frame, frontProgramId: frontId.value, input: input.value, index: index.value }
  if (kind === 'svg') saveFile(`${name}.svg`, cheatSheetSvg(content), 'image/svg+xml')
  else saveFile(`${name}.html`, cheatSheetHtml(content), 'text/html')
}
</script>

<template>
  <div class="view-body">
    <div class="map">
      <div class="tools">
        <span class="layer" role="group" aria-label="Modifiers of the layer">
          <button
            v-for="modifier in MODIFIERS"
            :key="modifier"
            type="button"
            :aria-pressed="modifiers.includes(modifier)"
            @click="toggle(modifier)"
          >
            {{ modifier }}
          </button>
        </span>
        <span class="soft">or hold them</span>
        <span class="gap" />
        <label
          >with
          <ProgramSelect
            v-model="frontChoice"
            label="Program in front"
            :placeholder="`in front: ${own(mirror.bench.programs, mirror.frontProgramId ?? '')?.name ?? 'nothing'}`"
          />
          in front</label
        >
        <ElInput
          v-model="query"
          clearable
          class="search"
          placeholder="Find a lever, key or owner"
          aria-label="Find on the keyboard"
        />
      </div>
      <KeyboardDrawing
        :settings="mirror.keySettings"
        :owners="owners"
        :modifiers="modifiers"
        :chosen="chosenCode"
        :found="found"
        @choose="choose"
      />
      <ul class="legend" aria-label="What the marks mean">
        <li><b>■</b> a lever</li>
        <li><b>▲</b> the program in front</li>
        <li><b>✕</b> the system</li>
        <li><b>!</b> a clash</li>
        <li><b>–</b> off</li>
        <li><b>↻</b> a rule</li>
        <li>no mark: free</li>
      </ul>
      <TriggerTable :query="query" :clashes="clashes" />
    </div>
    <aside class="inspector" aria-label="Chosen key">
      <template v-if="chosen">
        <h2>{{ chosen.chord }}</h2>
        <ul class="owners">
          <li v-for="(owner, i) in chosen.owners" :key="i">
            <strong>{{ owner.name }}</strong>
            <span class="soft"
              >{{ owner.words }}{{ owner.isOff ? ', off at present' : ''
              }}{{ i === 0 && chosen.owners.length > 1 ? ', comes first' : '' }}</span
            >
            <NuxtLink v-if="owner.kind === 'lever'" :to="`/levers/${owner.id}`">edit</NuxtLink>
          </li>
        </ul>
        <template v-if="chosen.state === 'free'">
          <p>Free with {{ own(mirror.bench.programs, frontId ?? '')?.name ?? 'nothing' }} in front.</p>
          <ElButton type="primary" @click="router.push({ path: '/levers/new', query: { chord: chosen.chord } })">
            Make a lever with it
          </ElButton>
        </template>
      </template>
      <p v-else class="soft">
        Choose a key to see who has a claim on it{{
          modifiers.length > 0 ? ` with ${formatChord({ modifiers, code: 'KeyA' }).replace(/\+A$/, '')}` : ''
        }}.
      </p>
      <section>
        <h2 class="head">
          <span role="status">
            {{
              isWorking
                ? `Looking for clashes of ${countOf(mirror.levers.length, 'lever')}…`
                : clashes.length === 0
                  ? 'No clash in the store'
                  : `${countOf(clashes.length, 'clash', 'clashes')} in the store`
            }}
          </span>
        </h2>
        <ClashList :clashes="clashes.slice(0, 20)" />
      </section>
      <section>
        <h2 class="head">Cheat sheet to print</h2>
        <div class="actions">
          <ChoiceSelect
            v-model="sheetFrame"
            size="small"
            label="Frame of the cheat sheet"
            class="frame"
            :options="mirror.frameChoices"
          />
          <ElButton size="small" @click="sheet('html')"> HTML </ElButton>
          <ElButton size="small" @click="sheet('svg')"> SVG </ElButton>
        </div>
      </section>
    </aside>
  </div>
</template>

<style scoped>
.view-body {
  grid-template-columns: minmax(0, 1fr) 320px;
}
.map {
  padding: 10px 16px 0;
  display: grid;
  grid-template-rows: auto auto auto minmax(0, 1fr);
  gap: 8px;
  min-height: 0;
  overflow: hidden;
}
.tools {
  display: flex;
  align-items: center;
  gap: 8px;
}
.tools label {
  display: flex;
  align-items: center;
  gap: 6px;
  white-space: nowrap;
}
.tools label .el-select {
  width: 190px;
}
.search {
  width: 200px;
}
.gap {
  flex: 1;
}
.layer {
  display: flex;
  gap: 3px;
}
.layer button {
  font: 500 13px var(--mono);
  padding: 3px 8px;
  border: 1px solid var(--line-strong);
  border-bottom-width: 2px;
  border-radius: 2px;
  background: var(--surface);
  color: var(--ink);
  cursor: pointer;
}
.layer button[aria-pressed='true'] {
  background: var(--live-fill);
  color: var(--live-ink);
  border-color: var(--live);
}
.legend {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  font-size: 13px;
  color: var(--ink-soft);
}
.legend b {
  display: inline-block;
  width: 14px;
  text-align: center;
  color: var(--ink);
}
.owners {
  display: grid;
  gap: 4px;
}
.owners a {
  margin-left: 6px;
}
.frame {
  width: 140px;
}
</style>
