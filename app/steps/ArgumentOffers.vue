<script setup lang="ts">
import { computed, ref } from 'vue'
import { choicesOf, writePath } from '~~/core/bench'
import type { Program } from '~~/core/bench'
import { freshOption } from '~~/core/command'
import type { ArgumentPart, ProgramOption } from '~~/core/command'
import AddButton from '~/form/AddButton.vue'
import { useMirror } from '~/live/useMirror'

/** What can be added to a list of arguments: a line, an option of the program, and what is known by its name. */
const { program = undefined, label } = defineProps<{ program?: Program; label: string }>()
const emit = defineEmits<{
  row: []
  option: [part: ArgumentPart]
  parts: [parts: ArgumentPart[]]
  several: [name: string, values: string[]]
}>()

const mirror = useMirror()
const chosen = ref<string[]>([])

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
  if (option) emit('option', freshOption(option, known(option)?.[0]?.value ?? ''))
}

/** What was chosen by name: files one after the other, a value in its option; several of one option make variants. */
function addChosen(): void {
  const parts: ArgumentPart[] = []
  for (const { id, name, option, choices } of groups.value) {
    const picked = choices.map(({ value }) => value).filter((value) => chosen.value.includes(`${id}\0${value}`))
    if (option && picked.length > 1 && !option.repeatable) emit('several', name, picked)
    else if (option) parts.push(...picked.map((value) => freshOption(option, value)))
    else parts.push(...picked.map((path) => ({ kind: 'raw' as const, text: writePath(path, mirror.bench.folders) })))
  }
  chosen.value = []
  emit('parts', parts)
}

const takes = computed(() =>
  (program?.arguments.positionals ?? [])
    .map((positional) =>
      positional.endings ? `${positional.role} (${positional.endings.join(', ')})` : positional.role,
    )
    .join('; '),
)
</script>

<template>
  <div class="offers">
    <AddButton @click="emit('row')">
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
</template>

<style scoped>
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
</style>
