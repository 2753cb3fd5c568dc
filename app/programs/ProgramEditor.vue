<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { programSchema } from '~~/core/bench'
import type { Program } from '~~/core/bench'
import { composeArguments } from '~~/core/command'
import AddButton from '~/form/AddButton.vue'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import FormField from '~/form/FormField.vue'
import { useLeverActions } from '~/levers/useLeverActions'
import { ApiRefusal, callApi } from '~/live/callApi'
import OvertakenBar from '~/live/OvertakenBar.vue'
import { useKept } from '~/live/useKept'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import OptionRows from './OptionRows.vue'
import {
  emptyPositional,
  idFrom,
  joinList,
  readReports,
  readSource,
  splitList,
  writeReports,
  writeSource,
} from './programDraft'

/**
 * How a program reads its arguments, as a form: what it is called, its options, its files in their order, and what it
 * does with what it does not know.
 */
const { program, isNew } = defineProps<{ program: Program; isNew: boolean }>()
const emit = defineEmits<{ saved: [program: Program | undefined] }>()

const mirror = useMirror()
const notices = useNotices()
const actions = useLeverActions()
const begun = (from: Program) => ({ program: from, reports: writeReports(from.reports) })
const { kept, isTouched, isOvertaken, restart, follow, forget } = useKept(
  `keen-lever.program.${isNew ? 'new' : program.id}`,
  begun(program),
)
const draft = computed(() => kept.value.program)
watch(
  () => program,
  (now) => follow(begun(now)),
)
const wasTried = ref(false)
const refused = ref('')

const whole = computed<Program>(() => ({
  ...draft.value,
  id: isNew ? idFrom(draft.value.name, mirror.bench.programs) : program.id,
  reports: readReports(kept.value.reports),
}))
const issues = computed(() => {
  const parsed = programSchema.safeParse(whole.value)
  return parsed.success
    ? []
    : parsed.error.issues.map((issue) => ({ path: issue.path.map(String).join('.'), message: issue.message }))
})
const rules = computed(() => draft.value.arguments)
/** Arguments of levers that the description as it stands would not know, so that one sees what it changes. */
const users = computed(() =>
  mirror.levers.flatMap((lever) =>
    lever.steps.flatMap((step) =>
      step.kind === 'program.open' && step.programId === program.id
        ? [{ lever, raw: composeArguments(rules.value, step.args).filter((part) => part.kind === 'raw') }]
        : [],
    ),
  ),
)

function alter(part: Partial<Program>): void {
  kept.value = { ...kept.value, program: { ...draft.value, ...part } }
}

function alterRules(part: Partial<Program['arguments']>): void {
  alter({ arguments: { ...rules.value, ...part } })
}

function alterAt<K extends 'positionals' | 'order'>(
  key: K,
  index: number,
  part: Partial<Program['arguments'][K][number]>,
): void {
  alterRules({ [key]: (rules.value[key] as unknown[]).with(index, { ...rules.value[key][index], ...part }) } as Partial<
    Program['arguments']
  >)
}

function issueOf(path: string): string | undefined {
  return wasTried.value
    ? issues.value.find((issue) => issue.path === path || issue.path.startsWith(`${path}.`))?.message
    : undefined
}

async function save(): Promise<void> {
  wasTried.value = true
  refused.value = ''
  if (issues.value.length > 0 || isOvertaken.value) return
  try {
    const saved = await callApi('putProgram', { id: whole.value.id, body: whole.value })
    notices.say(`Saved the description of ${saved.name}.`, { label: 'Undo', act: actions.undo })
    if (isNew) forget()
    else restart(begun(saved))
    emit('saved', saved)
  } catch (error) {
    if (!(error instanceof ApiRefusal)) throw error
    refused.value = error.message
  }
}

async function remove(): Promise<void> {
  const done = await notices.attempt(() => callApi('deleteProgram', { id: program.id }))
  if (!done) return
  forget()
  notices.say(`${program.name} is off the bench.`, { label: 'Undo', act: actions.undo })
  emit('saved', undefined)
}

useEventListener(window, 'keydown', (event) => {
  if (!event.ctrlKey || event.key.toLowerCase() !== 's') return
  event.preventDefault()
  void save()
})
</script>

<template>
  <form class="form" @submit.prevent="save">
    <div class="head">
      <h2>{{ isNew ? 'A program of your own' : program.name }}</h2>
      <span v-if="isTouched" class="soft">not saved yet</span>
      <span class="gap" />
      <ElButton v-if="!isNew" @click="remove"> Take off the bench </ElButton>
      <ElButton v-if="isTouched" @click="restart(begun(program))"> Discard </ElButton>
      <ElButton type="primary" native-type="submit" :disabled="!isTouched || isOvertaken"> Save </ElButton>
    </div>
    <OvertakenBar
      v-if="isOvertaken"
      :what="`The description of ${program.name}`"
      @theirs="restart(begun(program))"
      @mine="restart(begun(program), { ...kept, program: { ...kept.program, version: program.version } })"
    />
    <IssueLine :issue="refused" />
    <div class="thirds">
      <FormField label="Name" :issue="issueOf('name') && 'Give the program a name.'">
        <template #default="{ fieldId, invalid }">
          <ElInput
            :id="fieldId"
            :model-value="draft.name"
            :aria-invalid="invalid"
            @update:model-value="alter({ name: $event })"
          />
        </template>
      </FormField>
      <FormField label="File that starts it" :issue="issueOf('executable')">
        <template #default="{ fieldId }">
          <ElInput
            :id="fieldId"
            :model-value="draft.executable"
            class="mono"
            spellcheck="false"
            @update:model-value="alter({ executable: $event })"
          />
        </template>
      </FormField>
      <FormField label="Icon" hint="a name of the shipped set">
        <template #default="{ fieldId }">
          <ElInput
            :id="fieldId"
            :model-value="draft.icon"
            @update:model-value="alter({ icon: $event.trim().toLowerCase().replaceAll(' ', '-') })"
          />
        </template>
      </FormField>
      <FormField label="Started again while it runs">
        <template #default="{ fieldId }">
          <ChoiceSelect
            :id="fieldId"
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
        </template>
      </FormField>
      <FormField label="What it does not know">
        <template #default="{ fieldId }">
          <ChoiceSelect
            :id="fieldId"
            :model-value="rules.onUnknown"
            label="What it does not know"
            :options="[
              { value: 'ignored', name: 'is silently ignored' },
              { value: 'error-window', name: 'gives an error window' },
            ]"
            @update:model-value="alterRules({ onUnknown: $event })"
          />
        </template>
      </FormField>
      <FormField label="A file that is not there">
        <template #default="{ fieldId }">
          <ChoiceSelect
            :id="fieldId"
            :model-value="rules.onMissingFile"
            label="A file that is not there"
            :options="[
              { value: 'ignored', name: 'is silently ignored' },
              { value: 'error-window', name: 'gives an error window' },
            ]"
            @update:model-value="alterRules({ onMissingFile: $event })"
          />
        </template>
      </FormField>
    </div>
    <OptionRows
      :model-value="rules.options"
      :issue-of="(path) => issueOf(`arguments.options.${path}`)"
      @update:model-value="alterRules({ options: $event })"
    />
    <fieldset>
      <legend>Files, folders and addresses it takes</legend>
      <div v-for="(positional, i) in rules.positionals" :key="i" class="positional">
        <ChoiceSelect
          :model-value="positional.kind"
          :label="`Kind of position ${i + 1}`"
          :options="['file', 'folder', 'address', 'text'].map((kind) => ({ value: kind, name: kind }))"
          @update:model-value="alterAt('positionals', i, { kind: $event })"
        />
        <ElInput
          :model-value="positional.role"
          :aria-label="`What position ${i + 1} is to it`"
          placeholder="base atlas"
          @update:model-value="alterAt('positionals', i, { role: $event })"
        />
        <ElInput
          :model-value="joinList(positional.endings)"
          :aria-label="`Endings of position ${i + 1}`"
          placeholder=".atlas, .map"
          @change="
            alterAt('positionals', i, {
              endings:
                splitList($event).length > 0 ? splitList($event).map((ending) => ending.toLowerCase()) : undefined,
            })
          "
        />
        <ElInput
          :model-value="positional.most?.toString() ?? ''"
          :aria-label="`Most of position ${i + 1}`"
          placeholder="any number"
          @change="alterAt('positionals', i, { most: Number($event) > 0 ? Math.floor(Number($event)) : undefined })"
        />
        <ElInput
          :model-value="writeSource(positional.source)"
          class="mono"
          :aria-label="`Where position ${i + 1} is chosen from`"
          placeholder="*.atlas below ${charts}"
          @change="alterAt('positionals', i, { source: readSource($event) })"
        />
        <RemoveButton
          :label="`Remove position ${i + 1}`"
          @click="alterRules({ positionals: rules.positionals.toSpliced(i, 1) })"
        />
      </div>
      <AddButton @click="alterRules({ positionals: [...rules.positionals, emptyPositional()] })"> Position </AddButton>
    </fieldset>
    <fieldset>
      <legend>Order</legend>
      <div v-for="(rule, i) in rules.order" :key="i" class="order">
        <span>A</span>
        <ElInput
          :model-value="rule.role"
          :aria-label="`Role of rule ${i + 1}`"
          placeholder="overlay"
          @update:model-value="alterAt('order', i, { role: $event })"
        />
        <span>after the first</span>
        <ElInput
          :model-value="rule.after"
          :aria-label="`Role it must come before in rule ${i + 1}`"
          placeholder="base atlas"
          @update:model-value="alterAt('order', i, { after: $event })"
        />
        <span>is ignored:</span>
        <ElInput
          :model-value="rule.because"
          :aria-label="`Reason of rule ${i + 1}`"
          placeholder="Why, as a sentence."
          @update:model-value="alterAt('order', i, { because: $event })"
        />
        <RemoveButton :label="`Remove rule ${i + 1}`" @click="alterRules({ order: rules.order.toSpliced(i, 1) })" />
      </div>
      <AddButton @click="alterRules({ order: [...rules.order, { role: '', after: '', because: '' }] })">
        Order rule
      </AddButton>
    </fieldset>
    <div class="thirds">
      <FormField label="Lists it reports" hint="one a line">
        <template #default="{ fieldId }">
          <ElInput
            :id="fieldId"
            v-model="kept.reports"
            type="textarea"
            :autosize="{ minRows: 1, maxRows: 6 }"
            placeholder="profiles: p1 = Watch, p4 = Office"
            spellcheck="false"
          />
        </template>
      </FormField>
      <FormField label="Environment it reads" hint="each sets the profile">
        <template #default="{ fieldId }">
          <ElInput
            :id="fieldId"
            :model-value="joinList(rules.environment?.map((rule) => rule.name))"
            class="mono"
            placeholder="HARROW_PROFILE"
            spellcheck="false"
            @change="
              alterRules({
                environment:
                  splitList($event).length > 0
                    ? splitList($event).map(
                        (name) =>
                          rules.environment?.find((rule) => rule.name === name) ?? {
                            name,
                            effect: { kind: 'part', part: 'profile' },
                            help: '',
                          },
                      )
                    : undefined,
              })
            "
          />
        </template>
      </FormField>
      <FormField label="Opens by itself" hint="folder, address, endings">
        <template #default="{ fieldId }">
          <ElInput
            :id="fieldId"
            :model-value="joinList([...draft.opens, ...(draft.opensFiles ?? [])])"
            placeholder="folder, .log"
            @change="
              alter({
                opens: splitList($event).filter((item) => item === 'folder' || item === 'address') as Program['opens'],
                opensFiles: splitList($event).some((item) => item.startsWith('.'))
                  ? splitList($event).filter((item) => item.startsWith('.'))
                  : undefined,
              })
            "
          />
        </template>
      </FormField>
    </div>
    <fieldset>
      <legend>Keys it answers itself</legend>
      <div v-for="(claim, i) in draft.claims" :key="i" class="claim">
        <ElInput
          :model-value="claim.chord"
          class="mono"
          :aria-label="`Key ${i + 1}`"
          placeholder="Ctrl+S"
          @update:model-value="alter({ claims: draft.claims.with(i, { ...claim, chord: $event }) })"
        />
        <ElInput
          :model-value="claim.does"
          :aria-label="`What key ${i + 1} does`"
          placeholder="What it does"
          @update:model-value="alter({ claims: draft.claims.with(i, { ...claim, does: $event }) })"
        />
        <RemoveButton :label="`Remove key ${i + 1}`" @click="alter({ claims: draft.claims.toSpliced(i, 1) })" />
        <IssueLine :issue="issueOf(`claims.${i}`)" />
      </div>
      <AddButton @click="alter({ claims: [...draft.claims, { chord: '', does: '' }] })"> Key </AddButton>
    </fieldset>
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
.head {
  display: flex;
  align-items: center;
  gap: 8px;
}
.gap {
  flex: 1;
}
.thirds {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px 14px;
  align-items: start;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
  justify-items: start;
  min-width: 0;
}
legend {
  font: 600 14px var(--engraved);
  padding: 0 0 4px;
}
.positional,
.order,
.claim {
  display: grid;
  gap: 6px;
  align-items: center;
  width: 100%;
}
.positional {
  grid-template-columns: 96px 130px minmax(0, 1fr) 96px minmax(0, 1.4fr) 28px;
}
.order {
  grid-template-columns: auto 130px auto 130px auto minmax(0, 1fr) 28px;
}
.claim {
  grid-template-columns: 160px minmax(0, 1fr) 28px;
}
.claim p {
  grid-column: 1 / -1;
}
.positional .el-button,
.order .el-button,
.claim .el-button {
  padding: 0;
}
</style>
