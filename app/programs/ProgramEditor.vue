<script setup lang="ts">
import { computed, ref } from 'vue'
import { programSchema } from '~~/core/bench'
import type { Program } from '~~/core/bench'
import { composeArguments } from '~~/core/command'
import ChoiceField from '~/form/ChoiceField.vue'
import FormField from '~/form/FormField.vue'
import TextField from '~/form/TextField.vue'
import LeavingProgram from '~/launcher/LeavingProgram.vue'
import { callApi } from '~/live/callApi'
import EditorHead from '~/live/EditorHead.vue'
import { useEditor } from '~/live/useEditor'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useUndo } from '~/live/useUndo'
import ClaimRows from './ClaimRows.vue'
import OptionRows from './OptionRows.vue'
import OrderRows from './OrderRows.vue'
import PositionalRows from './PositionalRows.vue'
import ProgramSwitches from './ProgramSwitches.vue'
import VerbRows from './VerbRows.vue'
import { emptyProgram, idFrom, joinList, readReports, splitList, writeReports } from './programDraft'

/**
 * How a program reads its arguments, as a form: what it is called, its options, its files in their order, and what it
 * does with what it does not know.
 */
const { program = undefined } = defineProps<{ program?: Program }>()
const emit = defineEmits<{ saved: [program: Program | undefined] }>()

interface ProgramDraft {
  program: Omit<Program, 'version'>
  reports: string
}

const mirror = useMirror()
const notices = useNotices()
const { undo } = useUndo()
const editor = useEditor<Program, ProgramDraft>({
  key: `keen-lever.edit.program.${program?.id ?? 'new'}`,
  subject: () => program,
  begun: (subject) => {
    const { version: _version, ...rest } = subject ?? emptyProgram()
    return { program: rest, reports: writeReports(rest.reports) }
  },
  issuesOf: (draft) => {
    const parsed = programSchema.safeParse(wholeOf(draft))
    if (parsed.success) return []
    return parsed.error.issues.map(({ path, message }) => ({ path: path.map(String).join('.'), message }))
  },
  save: (draft, version) => {
    const whole = wholeOf(draft)
    return callApi('putProgram', { id: whole.id, body: { ...whole, ...(version > 0 ? { version } : {}) } })
  },
  saved: (saved) => {
    notices.say(`Saved the description of ${saved.name}.`, { label: 'Undo', act: undo })
    emit('saved', saved)
  },
})
const draft = computed(() => editor.draft.program)
const rules = computed(() => draft.value.arguments)

function wholeOf({ program: drafted, reports }: ProgramDraft): Program {
  const id = program?.id ?? idFrom(drafted.name, mirror.bench.programs)
  return { ...drafted, id, reports: readReports(reports) }
}

/** Arguments of levers that the description as it stands would not know, so that one sees what it changes. */
const users = computed(() =>
  mirror.levers.flatMap((lever) =>
    lever.steps.flatMap((step) =>
      step.kind === 'program.open' && step.programId === program?.id
        ? [{ lever, raw: composeArguments(rules.value, step.args).filter((part) => part.kind === 'raw') }]
        : [],
    ),
  ),
)

function alter(part: Partial<Program>): void {
  editor.alter({ program: { ...draft.value, ...part } })
}

function alterRules(part: Partial<Program['arguments']>): void {
  alter({ arguments: { ...rules.value, ...part } })
}

function setEnvironment(text: string): void {
  const rule = (name: string) =>
    rules.value.environment?.find((entry) => entry.name === name) ?? {
      name,
      effect: { kind: 'part' as const, part: 'profile' as const },
      help: '',
    }
  const names = splitList(text)
  alterRules({ environment: names.length > 0 ? names.map(rule) : undefined })
}

function setOpens(text: string): void {
  const endings = splitList(text).filter((item) => item.startsWith('.'))
  alter({
    opens: splitList(text).filter((item) => item === 'folder' || item === 'address') as Program['opens'],
    opensFiles: endings.length > 0 ? endings : undefined,
  })
}

async function remove(): Promise<void> {
  const { id, name } = program!
  if (await editor.remove(() => callApi('deleteProgram', { id }), `${name} is off the bench.`)) emit('saved', undefined)
}

const isLeaving = ref(false)

const odd = [
  { value: 'ignored', name: 'is silently ignored' },
  { value: 'error-window', name: 'gives an error window' },
] as const
</script>

<template>
  <form ref="form" class="form" @submit.prevent="editor.save">
    <EditorHead
      :editor="editor"
      :what="`The description of ${draft.name}`"
      :remove-word="program && 'Take off the bench'"
      @remove="remove"
    >
      <h2>{{ program?.name ?? 'A program of your own' }}</h2>
      <template #buttons>
        <ElButton v-if="program" @click="isLeaving = !isLeaving"> Uninstall… </ElButton>
      </template>
    </EditorHead>
    <LeavingProgram v-if="program && isLeaving" :program-id="program.id" class="leaving" @decided="isLeaving = false" />
    <div class="thirds">
      <TextField
        :model-value="draft.name"
        label="Name"
        :issue="editor.issueIn('name') && 'Give the program a name.'"
        @update:model-value="alter({ name: $event })"
      />
      <TextField
        :model-value="draft.executable"
        label="File that starts it"
        mono
        :issue="editor.issueIn('executable')"
        @update:model-value="alter({ executable: $event })"
      />
      <TextField
        :model-value="draft.icon"
        label="Icon"
        hint="a name of the shipped set"
        :issue="editor.issueIn('icon')"
        @update:model-value="alter({ icon: $event.trim().toLowerCase().replaceAll(' ', '-') })"
      />
      <ChoiceField
        :model-value="draft.instances === 'multi' ? 'multi' : draft.whenRunning"
        label="Started again while it runs"
        :options="[
          { value: 'multi', name: 'opens another' },
          { value: 'loads', name: 'runs once; takes the new arguments' },
          { value: 'comes-to-front', name: 'runs once; comes to the front only' },
        ]"
        @update:model-value="
          alter($event === 'multi' ? { instances: 'multi' } : { instances: 'single', whenRunning: $event })
        "
      />
      <ChoiceField
        :model-value="rules.onUnknown"
        label="What it does not know"
        :options="odd"
        @update:model-value="alterRules({ onUnknown: $event })"
      />
      <ChoiceField
        :model-value="rules.onMissingFile"
        label="A file that is not there"
        :options="odd"
        @update:model-value="alterRules({ onMissingFile: $event })"
      />
    </div>
    <OptionRows
      :model-value="rules.options"
      :issue-of="(path) => editor.issueIn(`arguments.options.${path}`)"
      @update:model-value="alterRules({ options: $event })"
    />
    <PositionalRows
      :model-value="rules.positionals"
      :issue-of="(path) => editor.issueIn(`arguments.positionals.${path}`)"
      @update:model-value="alterRules({ positionals: $event })"
    />
    <OrderRows
      :model-value="rules.order"
      :issue-of="(path) => editor.issueIn(`arguments.order.${path}`)"
      @update:model-value="alterRules({ order: $event })"
    />
    <div class="thirds">
      <FormField label="Lists it reports" hint="one a line">
        <template #default="{ fieldId }">
          <ElInput
            :id="fieldId"
            :model-value="editor.draft.reports"
            type="textarea"
            :autosize="{ minRows: 1, maxRows: 6 }"
            placeholder="profiles: p1 = Watch, p4 = Office"
            spellcheck="false"
            @update:model-value="editor.alter({ reports: $event })"
          />
        </template>
      </FormField>
      <TextField
        :model-value="joinList(rules.environment?.map((rule) => rule.name))"
        label="Environment it reads"
        hint="each sets the profile"
        mono
        late
        placeholder="HARROW_PROFILE"
        :issue="editor.issueIn('arguments.environment')"
        @update:model-value="setEnvironment"
      />
      <TextField
        :model-value="joinList([...draft.opens, ...(draft.opensFiles ?? [])])"
        label="Opens by itself"
        hint="folder, address, endings"
        late
        placeholder="folder, .log"
        :issue="editor.issueIn('opensFiles')"
        @update:model-value="setOpens"
      />
    </div>
    <ProgramSwitches :program="draft" @alter="alter" />
    <VerbRows
      :model-value="draft.verbs ?? []"
      :issue-of="(path) => editor.issueIn(`verbs.${path}`)"
      @update:model-value="alter({ verbs: $event.length > 0 ? $event : undefined })"
    />
    <ClaimRows
      :model-value="draft.claims"
      :verbs="draft.verbs ?? []"
      :issue-of="(path) => editor.issueIn(`claims.${path}`)"
      @update:model-value="alter({ claims: $event })"
    />
    <section v-if="users.length > 0">
      <h3>Used by</h3>
      <p v-for="{ lever, raw } in users" :key="lever.id">
        {{ lever.plate }} {{ lever.name
        }}<span v-if="raw.length > 0" class="soft"
          >; not known to the description: {{ raw.map((part) => part.text).join(', ') }}</span
        >
      </p>
    </section>
  </form>
</template>

<style scoped>
.form {
  padding: 10px 16px 24px;
  overflow: auto;
  display: grid;
  gap: 12px;
  align-content: start;
  border-left: 1px solid var(--line);
  background: var(--surface);
}
.thirds {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px 14px;
  align-items: start;
}
.leaving {
  border: 1px solid var(--line-strong);
  border-radius: var(--radius);
}
</style>
