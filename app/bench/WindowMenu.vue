<script setup lang="ts">
import { computed, onMounted, useTemplateRef } from 'vue'
import { AREA_NAMES, areaWords, chordOfVerb, desktopName, desktopOf } from '~~/core/bench'
import type { BenchWindow, Program } from '~~/core/bench'
import { choiceOf } from '~~/core/steps'
import { useMirror } from '~/live/useMirror'
import { useBenchActs } from './useBenchActs'
import type { HandStep } from './useBenchActs'

/** The menu of a window, which opens as it is asked for: what its program can be told, with its keys, and where the window can be put. */
const { window, program } = defineProps<{ window: BenchWindow; program: Program | undefined }>()

const mirror = useMirror()
const acts = useBenchActs()
const which = computed(() => choiceOf(mirror.bench, window))
const verbs = computed(() =>
  (program?.verbs ?? []).map((verb) => ({ verb, chord: program && chordOfVerb(program, verb) })),
)
const displays = computed(() =>
  Object.values(mirror.bench.devices).filter(
    ({ id, kind, plugged }) => kind === 'display' && plugged !== false && id !== window.displayId,
  ),
)
const desktops = computed(() =>
  (mirror.bench.desktops?.names ?? [])
    .map((_, i) => ({ number: i + 1, name: desktopName(mirror.bench, i + 1) }))
    .filter(({ number }) => number !== desktopOf(mirror.bench, window)),
)
const dropdown = useTemplateRef<{ handleOpen: () => void }>('dropdown')
onMounted(() => dropdown.value?.handleOpen())
const isFront = computed(() => mirror.front?.id === window.id)

/** A verb is for the window it is chosen at; that one comes to the front first. */
async function tell(verb: string): Promise<void> {
  if (!isFront.value) await acts.act({ kind: 'windows.set', which: which.value, to: 'front' })
  await acts.act({ kind: 'program.tell', programId: '', verb })
}

function put(part: Partial<Extract<HandStep, { kind: 'windows.place' }>>): void {
  void acts.act({ kind: 'windows.place', which: which.value, ...part })
}

function choose(command: { readonly run: () => unknown }): void {
  command.run()
}
</script>

<template>
  <ElDropdown ref="dropdown" trigger="click" :max-height="420" @command="choose">
    <button type="button" class="menu" :aria-label="`Menu of ${program?.name ?? 'the window'}`" @mousedown.stop>
      Menu
    </button>
    <template #dropdown>
      <ElDropdownMenu>
        <ElDropdownItem v-for="{ verb, chord } in verbs" :key="verb.id" :command="{ run: () => tell(verb.id) }">
          <span class="item"
            >{{ verb.name }} <kbd v-if="chord">{{ chord }}</kbd></span
          >
        </ElDropdownItem>
        <ElDropdownItem v-if="verbs.length === 0" disabled>It can be told nothing.</ElDropdownItem>
        <ElDropdownItem
          v-for="(name, i) in AREA_NAMES"
          :key="name"
          :divided="i === 0"
          :command="{ run: () => put({ place: { kind: 'named', name } }) }"
        >
          Into {{ areaWords[name].replace(' of it', ' of the display') }}
        </ElDropdownItem>
        <ElDropdownItem v-if="window.area" :command="{ run: () => put({ place: { kind: 'own' } }) }">
          Where it stands by itself
        </ElDropdownItem>
        <ElDropdownItem
          v-for="(display, i) in displays"
          :key="display.id"
          :divided="i === 0"
          :command="{ run: () => put({ display: { kind: 'named', deviceId: display.id } }) }"
        >
          To {{ display.name }}
        </ElDropdownItem>
        <ElDropdownItem
          v-for="(desktop, i) in desktops"
          :key="desktop.number"
          :divided="i === 0"
          :command="{ run: () => put({ desktop: desktop.number }) }"
        >
          To desktop {{ desktop.name }}
        </ElDropdownItem>
      </ElDropdownMenu>
    </template>
  </ElDropdown>
</template>

<style scoped>
.menu {
  height: 22px;
  padding: 0 6px;
  border: 1px solid transparent;
  background: none;
  color: var(--ink-soft);
  font: 600 12px var(--engraved);
  line-height: 20px;
  cursor: pointer;
}
.menu:hover {
  border-color: var(--line-strong);
  color: var(--ink);
}
.item {
  display: flex;
  justify-content: space-between;
  gap: 24px;
  width: 100%;
}
kbd {
  font: 12px var(--mono);
  color: var(--ink-soft);
}
</style>
