<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { countOf } from '~~/core/names'
import { describeStep, STEP_KINDS } from '~~/core/steps'
import type { Step } from '~~/core/steps'
import { offersFor } from '~~/core/words'
import { placeholdersOf } from '~~/core/sheets'
import type { Kit } from '~~/core/sheets'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useUndo } from '~/live/useUndo'
import IconPencil from '~icons/tabler/pencil'
import IconX from '~icons/tabler/x'
import PinMark from '~/form/PinMark.vue'
import { usePins } from '~/live/usePins'

/**
 * An empty row that takes a few typed words and offers the steps they may mean, best first, kits among them. What is
 * pinned stands first as long as nothing is typed.
 */
const { nextId, begin = '' } = defineProps<{ nextId: () => string; begin?: string }>()
const emit = defineEmits<{ take: [step: Step]; kit: [kit: Kit]; editKit: [kit: Kit]; leave: [] }>()

const mirror = useMirror()
const notices = useNotices()
const pins = usePins()
const { undo } = useUndo()
const text = ref(begin)
const isOpen = ref(begin !== '')
const chosen = ref(0)
const field = ref<HTMLInputElement>()
const offers = ref<HTMLElement>()
const labels = Object.fromEntries(STEP_KINDS.map(({ kind, label }) => [kind, label]))

const names = computed(() => ({ bench: mirror.bench, frames: mirror.frames, levers: mirror.levers }))

interface Entry {
  readonly key: string
  readonly label: string
  readonly detail: string
  readonly pin: { readonly list: 'kinds' | 'kits'; readonly id: string }
  readonly take: () => void
  /** Kits can be thrown away where they are chosen. */
  readonly kit?: Kit
}

const entries = computed<Entry[]>(() => {
  if (!isOpen.value) return []
  const typed = text.value.trim().toLowerCase()
  const kits = mirror.kits
    .filter(({ name }) => typed === '' || name.toLowerCase().includes(typed.replace(/^kit\s*/, '')))
    .map((kit): Entry => {
      const asked = placeholdersOf(kit.steps, (name) => Object.hasOwn(mirror.bench.folders, name))
      return {
        key: `kit ${kit.id}`,
        label: `Kit: ${kit.name}`,
        detail: `${countOf(kit.steps.length, 'step')}${asked.length > 0 ? `, asks for ${asked.join(', ')}` : ''}`,
        pin: { list: 'kits', id: kit.id },
        take: () => emit('kit', kit),
        kit,
      }
    })
  const steps = offersFor(text.value, names.value, 'offered').map(({ kind, step }): Entry => ({
    key: kind,
    label: typed === '' ? labels[kind]! : describeStep(step, mirror.names),
    detail: typed === '' ? '' : labels[kind]!,
    pin: { list: 'kinds', id: kind },
    take: () => emit('take', { ...step, id: nextId() } as Step),
  }))
  const all = [...steps, ...kits]
  if (typed !== '') return all.slice(0, 12)
  const pinned = [...pins.of('kinds').map((id) => id as string), ...pins.of('kits').map((id) => `kit ${id}`)]
  const first = pinned.flatMap((key) => all.find((entry) => entry.key === key) ?? [])
  return [...first, ...all.filter((entry) => !first.includes(entry))]
})
watch(text, () => {
  chosen.value = 0
  isOpen.value = true
})
/** At the end of a long sheet the offers would open below what is seen of it. */
watch(
  () => entries.value.length,
  () => nextTick(() => offers.value?.scrollIntoView({ block: 'nearest' })),
)

async function focus(letters = ''): Promise<void> {
  text.value = letters
  isOpen.value = true
  await nextTick()
  field.value?.focus()
}

function take(entry: Entry | undefined): void {
  if (!entry) {
    if (text.value.trim() !== '')
      notices.show({
        text: `No step is said like “${text.value}”. Type less, or choose one of the list.`,
        tone: 'fault',
      })
    return
  }
  text.value = ''
  isOpen.value = false
  entry.take()
}

async function removeKit(kit: Kit): Promise<void> {
  if (await notices.attempt(() => callApi('deleteKit', { id: kit.id })))
    notices.say(`Deleted the kit ${kit.name}.`, { label: 'Undo', act: undo })
}

function close(): void {
  isOpen.value = false
  text.value = ''
  emit('leave')
}

function onKey(event: KeyboardEvent): void {
  event.stopPropagation()
  const at = entries.value[chosen.value]
  if (event.key === 'Escape') close()
  else if (event.altKey && event.code === 'KeyP' && at) void pins.toggle(at.pin.list, at.pin.id)
  else if (event.key === 'F2' && at?.kit) emit('editKit', at.kit)
  else if (event.key === 'Delete' && event.ctrlKey && at?.kit) void removeKit(at.kit)
  else if (event.key === 'Enter') take(entries.value[chosen.value])
  else if (event.key === 'ArrowDown') chosen.value = Math.min(chosen.value + 1, entries.value.length - 1)
  else if (event.key === 'ArrowUp' && chosen.value > 0) chosen.value -= 1
  else if (event.key === 'ArrowUp' && text.value === '') close()
  else return
  event.preventDefault()
  void nextTick(() => document.getElementById(`offer-${chosen.value}`)?.scrollIntoView({ block: 'nearest' }))
}

function leave(): void {
  isOpen.value = false
}

defineExpose({ focus })
</script>

<template>
  <div class="insert">
    <span class="plus" aria-hidden="true">+</span>
    <div class="words">
      <input
        ref="field"
        v-model="text"
        role="combobox"
        aria-label="What comes next, in a few words"
        aria-controls="offers"
        aria-autocomplete="list"
        :aria-expanded="isOpen"
        :aria-activedescendant="isOpen && entries.length > 0 ? `offer-${chosen}` : undefined"
        placeholder="type what comes next: close cairn, wait 30 min, brightness 20 …"
        autocomplete="off"
        spellcheck="false"
        @focus="isOpen = true"
        @blur="leave"
        @keydown="onKey"
      />
      <ul
        v-show="isOpen && entries.length > 0"
        id="offers"
        ref="offers"
        role="listbox"
        aria-label="Steps that this may mean"
      >
        <li
          v-for="(entry, i) in entries"
          :id="`offer-${i}`"
          :key="entry.key"
          role="option"
          :aria-selected="i === chosen"
          @mousedown.prevent="take(entry)"
          @mousemove="chosen = i"
        >
          <span class="cut">{{ entry.label }}</span>
          <span class="soft cut">{{ entry.detail }}</span>
          <span v-if="entry.kit" class="of-kit">
            <span title="Change this kit (F2)" @mousedown.prevent.stop="emit('editKit', entry.kit)">
              <IconPencil class="icon" />
            </span>
            <span title="Delete this kit (Ctrl+Delete)" @mousedown.prevent.stop="removeKit(entry.kit)">
              <IconX class="icon" />
            </span>
          </span>
          <span v-else />
          <PinMark :id="entry.pin.id" :list="entry.pin.list" />
        </li>
      </ul>
    </div>
  </div>
</template>

<style scoped>
.insert {
  display: flex;
  align-items: center;
  min-height: 36px;
  padding: 0 10px 0 18px;
}
.plus {
  width: 30px;
  padding-right: 6px;
  text-align: right;
  font: 600 16px var(--engraved);
  color: var(--ink-soft);
}
.words {
  position: relative;
  flex: 1;
}
input {
  width: 100%;
  height: 28px;
  padding: 0 8px;
  border: 1px dashed var(--line-strong);
  border-radius: var(--radius);
  background: none;
  color: var(--ink);
  font: inherit;
}
input:focus {
  border: 1px solid var(--live);
  background: var(--surface);
}
input::placeholder {
  color: var(--ink-soft);
}
ul {
  position: absolute;
  z-index: 40;
  left: 0;
  right: 0;
  top: 30px;
  max-height: 320px;
  overflow: auto;
  background: var(--surface);
  border: 1px solid var(--ink);
}
li {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr) 44px 20px;
  gap: 12px;
  align-items: center;
  height: 30px;
  padding: 0 10px;
  border-bottom: 1px solid var(--line);
  cursor: default;
}
li[aria-selected='true'] {
  background: var(--press-soft);
  box-shadow: 3px 0 0 var(--press) inset;
}
.of-kit {
  display: flex;
  gap: 6px;
  color: var(--ink-soft);
}
</style>
