<script setup lang="ts">
import { nextTick, ref, watch } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import { choicesOf } from '~~/core/bench'
import type { Program } from '~~/core/bench'
import { stripQuotes, writePart } from '~~/core/command'
import type { ArgumentPart, ProgramOption } from '~~/core/command'
import type { Step, StepFinding } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import { useMirror } from '~/live/useMirror'
import IconGrip from '~icons/tabler/grip-vertical'
import ArgumentOffers from './ArgumentOffers.vue'
import FindingLines from './FindingLines.vue'
import ResolvedText from './ResolvedText.vue'
import { argsOf, firstArgument, freshRow, rowsOf } from './argumentRows'
import type { ArgumentRow } from './argumentRows'

/**
 * The arguments after the program's name, in order: its options by name, files by name, anything else as it is. No
 * quoting is needed.
 */
const {
  program = undefined,
  label = 'Argument',
  heading = undefined,
  hint = 'in order, as the program gets them; spaces need no quotes',
  at = 'args',
  findings,
  issueOf,
  values,
} = defineProps<{
  program?: Program
  label?: string
  heading?: string
  hint?: string
  /** The dotted path of the list in its step. */
  at?: string
  findings: readonly StepFinding[]
  issueOf: (path: string) => string | undefined
  values: Readonly<Record<string, string>>
}>()
const args = defineModel<string[]>({ required: true })
const emit = defineEmits<{ mend: [step: Step]; several: [name: string, values: string[]] }>()

const mirror = useMirror()
const list = ref<HTMLElement>()
const rows = ref<ArgumentRow[]>(rowsOf(args.value, program))

watch(
  [args, () => program],
  () => {
    if (argsOf(rows.value).join('\0') !== args.value.join('\0')) recompose()
  },
  { flush: 'sync' },
)
watch(() => program, recompose)

function recompose(): void {
  rows.value = rowsOf(args.value, program, rows.value)
}

function set(next: ArgumentRow[]): void {
  rows.value = next
  args.value = argsOf(next)
}

/** What was typed is told apart once the row is left, so that a row does not change under the hands. */
function leave(event: FocusEvent): void {
  if (!(event.relatedTarget instanceof Node) || !list.value?.contains(event.relatedTarget)) recompose()
}

function focusRow(index: number, what = 'input'): void {
  void nextTick(() => {
    const row = list.value?.querySelectorAll<HTMLElement>('.argument')[index]
    const target = row?.querySelector<HTMLElement>(what) ?? row?.querySelector<HTMLElement>('.grip')
    target?.focus()
  })
}

function add(after: number, part: ArgumentPart = { kind: 'raw', text: '' }): void {
  set(rows.value.toSpliced(after + 1, 0, freshRow(part)))
  focusRow(after + 1)
}

function remove(index: number): void {
  set(rows.value.toSpliced(index, 1))
  focusRow(Math.max(0, index - 1))
}

function move(index: number, by: number): void {
  const to = index + by
  if (to < 0 || to >= rows.value.length) return
  const what = document.activeElement?.classList.contains('grip') ? '.grip' : 'input'
  set(rows.value.toSpliced(index, 1).toSpliced(to, 0, rows.value[index]!))
  focusRow(to, what)
}

function retext(index: number, text: string): void {
  const row = rows.value[index]!
  const part: ArgumentPart =
    row.part.kind === 'option'
      ? { ...row.part, joiner: row.part.joiner ?? row.part.option.joiners[0] ?? '=', value: text }
      : { ...row.part, text }
  set(rows.value.with(index, { ...row, part }))
}

function onKey(event: KeyboardEvent, index: number): void {
  const { part } = rows.value[index]!
  if (event.altKey && event.key === 'ArrowUp') move(index, -1)
  else if (event.altKey && event.key === 'ArrowDown') move(index, 1)
  else if (event.key === 'Enter' && part.kind !== 'option') add(index)
  else if (event.key === 'Backspace' && part.kind !== 'option' && part.text === '') remove(index)
  else if (event.key === 'Delete' && (event.target as HTMLElement).classList.contains('grip')) remove(index)
  else return
  event.preventDefault()
}

/** A copied path often comes with quotes around it, which are no part of it. */
function paste(event: ClipboardEvent, index: number): void {
  const pasted = event.clipboardData?.getData('text') ?? ''
  const field = event.target as HTMLInputElement
  if (stripQuotes(pasted) === pasted || field.selectionStart !== 0 || field.selectionEnd !== field.value.length) return
  event.preventDefault()
  retext(index, stripQuotes(pasted))
}

/** Values that a program reports or finds on the bench, by which an option's value is chosen; undefined for any text. */
const known = (option: ProgramOption) => (program ? choicesOf(option, program, mirror.bench) : undefined)

/** Adds parts at the end; one of an option that stands already and cannot stand twice takes its place. */
function take(parts: readonly ArgumentPart[]): void {
  let next = [...rows.value]
  for (const part of parts) {
    const standing =
      part.kind === 'option' && !part.option.repeatable
        ? next.findIndex((row) => row.part.kind === 'option' && row.part.option === part.option)
        : -1
    next = standing < 0 ? [...next, freshRow(part)] : next.with(standing, { ...next[standing]!, part })
  }
  set(next)
  recompose()
}

/** Findings and schema issues of the arguments of one row. */
function findingsOf(index: number): readonly StepFinding[] {
  const from = firstArgument(rows.value, index)
  const to = from + writePart(rows.value[index]!.part).length
  return findings.filter((finding) => {
    const [path, i] = [
      finding.at.slice(0, finding.at.lastIndexOf('.')),
      Number(finding.at.slice(finding.at.lastIndexOf('.') + 1)),
    ]
    return path === at && i >= from && i < to
  })
}
</script>

<template>
  <fieldset ref="list" @focusout="leave">
    <legend>
      {{ heading ?? `${label}s` }} <span class="soft">{{ hint }}</span>
    </legend>
    <VueDraggable :model-value="rows" tag="ol" handle=".grip" :animation="120" @update:model-value="set($event)">
      <li v-for="(row, i) in rows" :key="row.key" class="argument" @keydown="onKey($event, i)">
        <button
          type="button"
          class="grip"
          :aria-label="`${label} ${i + 1}: ${writePart(row.part).join(' ')}. Alt+Up and Alt+Down move it, Delete removes it.`"
          title="Drag, or Alt+Up and Alt+Down"
        >
          <IconGrip class="icon" />
        </button>
        <div v-if="row.part.kind === 'option'" class="option">
          <code :title="row.part.option.help"
            >{{ row.part.name
            }}<span v-if="row.part.joiner && row.part.joiner !== 'space'" class="soft">{{
              row.part.joiner
            }}</span></code
          >
          <span v-if="row.part.option.value === 'none'" class="soft cut">{{ row.part.option.help }}</span>
          <ChoiceSelect
            v-else-if="known(row.part.option)"
            :model-value="row.part.value ?? ''"
            filterable
            allow-create
            default-first-option
            :label="`${label} ${i + 1}, value of ${row.part.name}`"
            :options="known(row.part.option) ?? []"
            @update:model-value="retext(i, $event)"
          />
          <ElInput
            v-else
            :model-value="row.part.value ?? ''"
            class="mono"
            :aria-label="`${label} ${i + 1}, value of ${row.part.name}`"
            spellcheck="false"
            @update:model-value="retext(i, $event)"
          />
        </div>
        <ElInput
          v-else
          :model-value="row.part.text"
          class="mono"
          :aria-label="`${label} ${i + 1}`"
          :aria-invalid="findingsOf(i).length > 0"
          spellcheck="false"
          @update:model-value="retext(i, $event)"
          @paste="paste($event, i)"
        />
        <span class="role soft cut" :title="row.part.kind === 'place' ? row.part.positional.role : ''">{{
          row.part.kind === 'place' ? row.part.positional.role : row.part.kind === 'option' ? 'option' : ''
        }}</span>
        <RemoveButton :label="`Remove ${label.toLowerCase()} ${i + 1}`" @click="remove(i)" />
        <div class="below">
          <ResolvedText :text="row.part.kind === 'option' ? (row.part.value ?? '') : row.part.text" :values="values" />
          <FindingLines :findings="findingsOf(i)" @mend="emit('mend', $event)" />
          <IssueLine :issue="issueOf(String(firstArgument(rows, i)))" />
        </div>
      </li>
    </VueDraggable>
    <ArgumentOffers
      :program="program"
      :label="label"
      @row="add(rows.length - 1)"
      @option="add(rows.length - 1, $event)"
      @parts="take"
      @several="(name, chosen) => emit('several', name, chosen)"
    />
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
  min-width: 0;
}
legend {
  font: 600 14px var(--engraved);
  padding: 0 0 4px;
}
legend .soft {
  font: 400 13px var(--plain);
}
ol {
  display: grid;
  gap: 4px;
}
.argument {
  display: grid;
  grid-template-columns: 20px minmax(0, 1fr) 84px 28px;
  gap: 4px;
  align-items: center;
  background: var(--ground);
}
.argument > .el-button {
  padding: 0;
}
.grip {
  border: 0;
  background: none;
  color: var(--ink-soft);
  padding: 4px 0;
  cursor: grab;
  line-height: 0;
}
.option {
  display: grid;
  grid-template-columns: minmax(110px, auto) minmax(0, 1fr);
  gap: 6px;
  align-items: center;
}
.role {
  font-size: 12px;
}
.below {
  grid-column: 2 / -1;
  display: grid;
  gap: 2px;
}
.below:empty {
  display: none;
}
.argument :deep(.mono .el-input__inner),
.option :deep(.el-select__wrapper) {
  font-family: var(--mono);
  font-size: 13px;
}
</style>
