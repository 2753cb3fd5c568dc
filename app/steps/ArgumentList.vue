<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import { choicesOf, writePath } from '~~/core/bench'
import type { Program } from '~~/core/bench'
import { freshOption, stripQuotes, writePart } from '~~/core/command'
import type { ArgumentPart, ProgramOption } from '~~/core/command'
import type { Step, StepFinding } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import AddButton from '~/form/AddButton.vue'
import IssueLine from '~/form/IssueLine.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import { useMirror } from '~/live/useMirror'
import IconGrip from '~icons/tabler/grip-vertical'
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
  at = 'args',
  findings,
  issueOf,
  values,
} = defineProps<{
  program?: Program
  label?: string
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
const chosen = ref<string[]>([])

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

const options = computed(() => program?.arguments.options ?? [])
const known = (option: ProgramOption) => (program ? choicesOf(option, program, mirror.bench) : undefined)

interface Group {
  readonly id: string
  readonly name: string
  readonly option?: ProgramOption
  readonly choices: readonly { readonly value: string; readonly name: string; readonly detail: string }[]
}
/** What can be chosen by its name: values that the program reports or finds on the bench, and files. */
const groups = computed<Group[]>(() => {
  if (!program) return []
  const fromOptions = options.value.flatMap((option): Group[] =>
    option.source ? [{ id: option.names[0]!, name: option.names[0]!, option, choices: known(option) ?? [] }] : [],
  )
  const fromPlaces = program.arguments.positionals.flatMap((positional, i): Group[] =>
    positional.source
      ? [{ id: `place-${i}`, name: positional.role, choices: choicesOf(positional, program, mirror.bench) ?? [] }]
      : [],
  )
  return [...fromOptions, ...fromPlaces].filter((group) => group.choices.length > 0)
})

function addOption(name: string): void {
  const option = options.value.find((entry) => entry.names[0] === name)
  if (option) add(rows.value.length - 1, freshOption(option, known(option)?.[0]?.value ?? ''))
}

/**
 * Adds what was chosen by name: files one after the other, a value in its option; several values of one option make
 * variants.
 */
function addChosen(): void {
  let next = [...rows.value]
  for (const group of groups.value) {
    const picked = group.choices
      .filter((choice) => chosen.value.includes(`${group.id}\0${choice.value}`))
      .map((choice) => choice.value)
    const { option } = group
    if (!option)
      next.push(...picked.map((path) => freshRow({ kind: 'raw', text: writePath(path, mirror.bench.folders) })))
    else if (picked.length > 1 && !option.repeatable) emit('several', group.name, picked)
    else {
      for (const value of picked) {
        const part = freshOption(option, value)
        const standing = next.findIndex((row) => row.part.kind === 'option' && row.part.option === option)
        next =
          standing < 0 || option.repeatable
            ? [...next, freshRow(part)]
            : next.with(standing, { ...next[standing]!, part })
      }
    }
  }
  chosen.value = []
  set(next)
  recompose()
}

const takes = computed(() =>
  (program?.arguments.positionals ?? [])
    .map((positional) =>
      positional.endings ? `${positional.role} (${positional.endings.join(', ')})` : positional.role,
    )
    .join('; '),
)

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
    <legend>{{ label }}s <span class="soft">in order, as the program gets them; spaces need no quotes</span></legend>
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
    <div class="offers">
      <AddButton @click="add(rows.length - 1)">
        {{ label }}
      </AddButton>
      <ElSelect
        v-if="options.length > 0"
        :model-value="''"
        size="small"
        filterable
        class="add"
        placeholder="Add an option"
        :aria-label="`Add an option to the ${label.toLowerCase()}s`"
        @update:model-value="addOption"
      >
        <ElOption
          v-for="option in options"
          :key="option.names[0]!"
          :value="option.names[0]!"
          :label="option.names.join(' ')"
        >
          <span class="choice"
            ><code>{{ option.names[0] }}</code> <span class="soft">{{ option.help }}</span></span
          >
        </ElOption>
      </ElSelect>
      <template v-if="groups.length > 0">
        <ElSelect
          v-model="chosen"
          size="small"
          multiple
          filterable
          collapse-tags
          class="by-name"
          placeholder="Choose by name"
          :aria-label="`Choose ${label.toLowerCase()}s by name`"
        >
          <ElOptionGroup v-for="group in groups" :key="group.id" :label="group.name">
            <ElOption
              v-for="choice in group.choices"
              :key="choice.value"
              :value="`${group.id}\0${choice.value}`"
              :label="choice.name"
            >
              <span class="choice"
                >{{ choice.name }} <code class="soft">{{ choice.detail }}</code></span
              >
            </ElOption>
          </ElOptionGroup>
        </ElSelect>
        <ElButton v-if="chosen.length > 0" size="small" type="primary" @click="addChosen">
          Add {{ chosen.length }}
        </ElButton>
      </template>
      <span v-if="takes" class="soft">Takes {{ takes }}.</span>
    </div>
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
.choice {
  display: flex;
  justify-content: space-between;
  gap: 16px;
}
.choice code {
  font-size: 12px;
}
.offers {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  padding-left: 24px;
}
.offers .el-button {
  margin: 0;
}
.add {
  width: 150px;
}
.by-name {
  width: 190px;
}
.argument :deep(.mono .el-input__inner),
.option :deep(.el-select__wrapper) {
  font-family: var(--mono);
  font-size: 13px;
}
</style>
