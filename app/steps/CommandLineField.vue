<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Program } from '~~/core/bench'
import {
  CONVENTIONS,
  describeExpansion,
  findExpansions,
  joinAs,
  readPasted,
  splitAs,
  stripQuotes,
  tellAs,
} from '~~/core/command'
import type { Convention, Pasted } from '~~/core/command'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { useMirror } from '~/live/useMirror'
import { conventionNames } from './conventionNames'

/**
 * The arguments as one line of text, in a convention that can be chosen. It follows the list, and the list follows it.
 */
const {
  program = undefined,
  args,
  label,
  known,
} = defineProps<{
  program?: Program
  args: readonly string[]
  label: string
  known: Readonly<Record<string, string>>
}>()
/** What stood beside the command in a line that was pasted. */
type Beside = Pick<Pasted, 'environment' | 'workingDirectory'>
const emit = defineEmits<{ read: [args: string[], programId: string | undefined, beside?: Beside] }>()

const mirror = useMirror()
const convention = ref<Convention>('posix')
const text = ref('')
const isEditing = ref(false)
const unknownProgram = ref<string>()
/** What was taken from beside a command that was pasted, and what was left out. */
const told = ref<readonly string[]>([])

const written = computed(() => joinAs(convention.value, [program?.executable ?? 'program', ...args]))
const parsed = computed(() => splitAs(convention.value, text.value))
const openAt = computed(() => {
  if (parsed.value.ok || !isEditing.value) return undefined
  const [issue] = parsed.value.issues
  return typeof issue!.at === 'number'
    ? {
        before: text.value.slice(0, issue!.at),
        mark: text.value.slice(issue!.at, issue!.at + 1),
        after: text.value.slice(issue!.at + 1),
      }
    : undefined
})
/** What the line means beside its arguments: as it is typed, and as it is written. */
const remarks = computed(() => tellAs(convention.value, text.value))
const expansions = computed(() =>
  convention.value === 'posix' && isEditing.value
    ? findExpansions(text.value, (name) => known[name] !== undefined)
    : [],
)

// While it is being edited, the text is the user's own; what cannot be read stays until it can.
watch(
  [written, isEditing],
  () => {
    if (isEditing.value) return
    text.value = written.value.ok ? written.value.value : ''
    unknownProgram.value = undefined
  },
  { immediate: true },
)

function edit(value: string, beside?: Beside): void {
  isEditing.value = true
  told.value = []
  text.value = value
  const argv = splitAs(convention.value, value)
  if (!argv.ok) return
  const [first = '', ...rest] = argv.value
  const found = findProgram(first)
  const isArgument = first.startsWith('-')
  unknownProgram.value = found || isArgument || first === '' ? undefined : first
  emit('read', isArgument ? argv.value : rest, found?.id, beside)
}

/** By its path, or by the name of its file with or without an ending. */
function findProgram(command: string): Program | undefined {
  const name = baseName(command)
  const programs = Object.values(mirror.bench.programs)
  return (
    programs.find((entry) => entry.executable === command) ??
    programs.find((entry) => baseName(entry.executable) === name || entry.name.toLowerCase() === name)
  )
}

function baseName(path: string): string {
  return path
    .split(/[/\\]/)
    .at(-1)!
    .toLowerCase()
    .replace(/\.(exe|bat|cmd|desktop)$/, '')
}

function paste(event: ClipboardEvent): void {
  const pasted = event.clipboardData?.getData('text') ?? ''
  const field = event.target as HTMLTextAreaElement
  const replacesAll = field.selectionStart === 0 && field.selectionEnd === field.value.length
  if (!replacesAll || pasted.trim() === '') return
  event.preventDefault()
  const read = readPasted(pasted)
  convention.value = read.convention
  edit(read.line, read)
  told.value = read.told.map(({ message }) => message)
}

function take(value: Convention): void {
  convention.value = value
  if (isEditing.value) edit(text.value)
}

/** What was read stands in the list; what could not be read stays here to be mended. */
function leave(): void {
  const stripped = stripQuotes(text.value)
  if (parsed.value.ok || stripped === '') isEditing.value = false
}
</script>

<template>
  <div class="line">
    <div class="head">
      <label :for="`line-${label}`">As one line</label>
      <ChoiceSelect
        :model-value="convention"
        size="small"
        :label="`Convention of ${label}`"
        :options="CONVENTIONS.map((id) => ({ value: id, name: conventionNames[id] }))"
        @update:model-value="take"
      />
      <span class="soft">paste any command line over it; the list follows</span>
    </div>
    <ElInput
      :id="`line-${label}`"
      :model-value="text"
      type="textarea"
      :autosize="{ minRows: 1, maxRows: 5 }"
      :aria-label="label"
      :aria-invalid="isEditing && !parsed.ok"
      spellcheck="false"
      @focus="isEditing || ($event.target as HTMLTextAreaElement).select()"
      @update:model-value="edit($event)"
      @paste="paste"
      @blur="leave"
    />
    <template v-if="isEditing && !parsed.ok">
      <p v-for="issue in parsed.issues" :key="issue.message" class="fault" role="alert">
        {{ issue.message }}
      </p>
      <pre
        v-if="openAt"
        class="open"
        aria-hidden="true">{{ openAt.before }}<mark>{{ openAt.mark || '▏' }}</mark>{{ openAt.after }}</pre>
    </template>
    <p v-if="!isEditing && !written.ok" class="fault">
      {{ written.issues[0]!.message }}
    </p>
    <p v-if="unknownProgram" class="fault" role="status">
      {{ unknownProgram }} is no program of the bench; its arguments were taken{{
        program ? ` for ${program.name}` : '. Choose the program above'
      }}.
    </p>
    <p v-for="sentence in told" :key="sentence" class="soft" role="status">{{ sentence }}</p>
    <p v-for="issue in remarks" :key="`${issue.code} ${issue.at}`" class="soft" role="status">{{ issue.message }}</p>
    <p v-for="expansion in expansions" :key="expansion.at" class="soft">
      {{ describeExpansion(expansion) }}
    </p>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  gap: 4px;
}
.head {
  display: flex;
  align-items: center;
  gap: 8px;
}
.head label {
  font: 600 14px var(--engraved);
}
.head .el-select {
  width: 190px;
}
.line :deep(textarea) {
  font-family: var(--mono);
  font-size: 13px;
}
.open {
  margin: 0;
  padding: 4px 8px;
  border: 1px solid var(--fault);
  background: var(--fault-soft);
  font: 13px var(--mono);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.open mark {
  background: var(--fault);
  color: var(--ground);
}
</style>
