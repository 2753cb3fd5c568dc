<script setup lang="ts">
import { computed } from 'vue'
import type { KeyOwnership, KeyState } from '~~/core/clash'
import { keyboardOf, keyLabel, legendOf, modifierOfCode, placeKeys } from '~~/core/keys'
import type { Modifier } from '~~/core/keys'
import type { KeySettings } from '~~/core/levers'

/** The user's keyboard as flat engraved plates. What a key is, is told by a mark and a word besides its colour. */
const {
  settings,
  owners = undefined,
  modifiers = [],
  chosen = undefined,
  found = undefined,
} = defineProps<{
  settings: Pick<KeySettings, 'keyboard' | 'legends'>
  owners?: ReadonlyMap<string, KeyOwnership>
  /** Modifiers that are drawn as held. */
  modifiers?: readonly Modifier[]
  chosen?: string
  /** Codes that a search has found; the others stand back. */
  found?: ReadonlySet<string>
}>()
const emit = defineEmits<{ choose: [code: string] }>()

const UNIT = 40
const GAP = 3
const marks: Record<KeyState, string> = {
  free: '',
  ours: '■',
  program: '▲',
  system: '✕',
  clash: '!',
  disabled: '–',
  rule: '↻',
}
const words: Record<KeyState, string> = {
  free: 'free',
  ours: 'a lever’s',
  program: 'the program’s',
  system: 'the system’s',
  clash: 'a clash',
  disabled: 'off',
  rule: 'a rule',
}
const shortNames: Record<string, string> = {
  ControlLeft: 'Ctrl',
  ControlRight: 'Ctrl',
  AltLeft: 'Alt',
  AltRight: 'AltGr',
  ShiftLeft: 'Shift',
  ShiftRight: 'Shift',
  MetaLeft: 'Meta',
  MetaRight: 'Meta',
  Backspace: '⟵',
  CapsLock: 'Caps',
  Escape: 'Esc',
  PrintScreen: 'Prt',
  ScrollLock: 'Scr',
  Pause: 'Pau',
  Insert: 'Ins',
  Delete: 'Del',
  PageUp: 'PgUp',
  PageDown: 'PgDn',
  ContextMenu: 'Menu',
  NumLock: 'Num',
  NumpadEnter: '⏎',
  Space: '',
}

const keyboard = computed(() => keyboardOf(settings.keyboard))
const keys = computed(() =>
  placeKeys(keyboard.value.form, keyboard.value.size).map((key) => {
    const owner = owners?.get(key.code)
    const modifier = modifierOfCode(key.code)
    const label =
      shortNames[key.code] ??
      (key.code.startsWith('Numpad')
        ? ({ Add: '+', Subtract: '−', Multiply: '×', Divide: '÷', Decimal: '.' }[key.code.slice(6)] ??
          key.code.slice(6))
        : keyLabel(settings.legends, key.code))
    const state = owner?.state
    const first = owner?.owners[0]
    return {
      ...key,
      label,
      state,
      modifier,
      first,
      shift: legendOf(settings.legends, key.code)?.shift ?? '',
      isHeld: modifier !== undefined && modifiers.includes(modifier),
      title: [owner?.chord ?? label, state && words[state], first && `${first.name}: ${first.words}`]
        .filter(Boolean)
        .join(', '),
    }
  }),
)
const size = computed(() => ({
  width: Math.max(...keys.value.map((key) => key.x + key.width)) * UNIT,
  height: Math.max(...keys.value.map((key) => key.y + key.height)) * UNIT,
}))
/** Which key Tab reaches; the arrows go on from there. */
const reachable = computed(() =>
  chosen && keys.value.some((key) => key.code === chosen) ? chosen : keys.value.find((key) => !key.modifier)?.code,
)

function go(event: KeyboardEvent, from: (typeof keys.value)[number]): void {
  const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key]
  if (!step) return
  event.preventDefault()
  const [dx, dy] = step as [number, number]
  const centre = (key: { x: number; y: number; width: number; height: number }) =>
    [key.x + key.width / 2, key.y + key.height / 2] as const
  const [x, y] = centre(from)
  const ahead = keys.value
    .filter((key) => {
      const [kx, ky] = centre(key)
      return dx !== 0 ? Math.sign(kx - x) === dx && Math.abs(ky - y) < 0.6 : Math.sign(Math.round((ky - y) * 4)) === dy
    })
    .sort((a, b) => {
      const distance = (key: typeof a) => Math.abs(centre(key)[0] - x) + Math.abs(centre(key)[1] - y) * 3
      return distance(a) - distance(b)
    })
  const target = ahead[0]
  if (target)
    (event.currentTarget as SVGElement).parentElement
      ?.querySelector<SVGElement>(`[data-code="${target.code}"]`)
      ?.focus()
}

/** At most so many letters of an owner's name fit on a key. */
function short(name: string, width: number): string {
  const room = Math.floor((width * UNIT - 8) / 5.2)
  return name.length > room ? `${name.slice(0, Math.max(1, room - 1))}…` : name
}
</script>

<template>
  <svg class="keyboard" :viewBox="`0 0 ${size.width} ${size.height}`" role="group" aria-label="Keyboard">
    <g
      v-for="key in keys"
      :key="key.code"
      :data-code="key.code"
      :class="[
        'key',
        key.state,
        { held: key.isHeld, chosen: key.code === chosen, back: found && !found.has(key.code) && !key.modifier },
      ]"
      :transform="`translate(${key.x * UNIT} ${key.y * UNIT})`"
      role="button"
      :tabindex="key.code === reachable ? 0 : -1"
      :aria-pressed="key.modifier ? key.isHeld : key.code === chosen"
      @click="emit('choose', key.code)"
      @keydown.enter.prevent="emit('choose', key.code)"
      @keydown.space.prevent="emit('choose', key.code)"
      @keydown="go($event, key)"
    >
      <title>{{ key.title }}</title>
      <rect x="1" y="1" :width="key.width * UNIT - GAP" :height="key.height * UNIT - GAP" rx="2" />
      <text aria-hidden="true" class="legend" x="5" y="13">{{ key.label }}</text>
      <text v-if="key.state" aria-hidden="true" class="mark" :x="key.width * UNIT - 8" y="13">
        {{ marks[key.state] }}
      </text>
      <text v-if="key.first && key.state !== 'free'" aria-hidden="true" class="owner" x="5" :y="key.height * UNIT - 9">
        {{ short(key.first.kind === 'lever' ? key.first.name : key.first.words, key.width) }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.keyboard {
  width: 100%;
  display: block;
  max-height: 300px;
}
.key {
  cursor: pointer;
  outline: none;
}
rect {
  fill: var(--surface);
  stroke: var(--line-strong);
  stroke-width: 1;
}
text {
  fill: var(--ink);
  font-family: var(--engraved);
  pointer-events: none;
}
.legend {
  font-size: 11px;
  font-weight: 600;
}
.mark {
  font-size: 9px;
  text-anchor: middle;
}
.owner {
  font-size: 8.5px;
}
.key.ours rect {
  fill: var(--press);
  stroke: var(--press);
}
.key.ours text {
  fill: var(--press-ink);
}
.key.program rect {
  fill: var(--sunken);
  stroke-dasharray: 4 2;
}
.key.system rect {
  fill: var(--line);
}
.key.system text {
  fill: var(--ink);
}
.key.clash rect {
  fill: var(--fault-soft);
  stroke: var(--fault);
  stroke-width: 2.5;
}
.key.clash text {
  fill: var(--fault);
}
.key.disabled rect {
  stroke-dasharray: 2 3;
  fill: none;
}
.key.disabled text {
  fill: var(--ink-soft);
}
.key.rule rect {
  stroke: var(--live);
  stroke-width: 2;
}
.key.held rect {
  fill: var(--live-fill);
  stroke: var(--live);
}
.key.held text {
  fill: var(--live-ink);
}
.key.back {
  opacity: 0.35;
}
.key:hover rect {
  stroke: var(--ink);
}
.key.chosen rect,
.key:focus-visible rect {
  stroke: var(--live);
  stroke-width: 3;
}
</style>
