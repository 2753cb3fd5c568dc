<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import type { Program } from '~~/core/bench'
import IconDown from '~icons/tabler/arrow-down'
import IconUp from '~icons/tabler/arrow-up'
import IconPlus from '~icons/tabler/plus'
import IconX from '~icons/tabler/x'

/** The arguments after the program's name, one per row. No quoting is needed: each row is one argument. */
const { program = undefined, issueOf } = defineProps<{ program?: Program, issueOf: (path: string) => string | undefined }>()
const args = defineModel<string[]>({ required: true })

const list = ref<HTMLElement>()
const known = computed(() => (program?.arguments.options ?? []).map(option => ({
  written: option.value === 'none' ? option.names[0]! : option.joiners.includes('=') ? `${option.names[0]}=${option.choices?.[0] ?? ''}` : option.names[0]!,
  help: [option.help, option.choices ? `Values: ${option.choices.join(', ')}.` : ''].join(' '),
})))
const takes = computed(() => (program?.arguments.positionals ?? []).map(positional => (positional.endings ? `${positional.role} (${positional.endings.join(', ')})` : positional.role)).join('; '))

function focusRow(index: number): void {
  void nextTick(() => list.value?.querySelectorAll<HTMLInputElement>('input')[index]?.focus())
}

function add(after: number, text = ''): void {
  args.value = args.value.toSpliced(after + 1, 0, text)
  focusRow(after + 1)
}

function remove(index: number): void {
  args.value = args.value.toSpliced(index, 1)
  focusRow(Math.max(0, index - 1))
}

function move(index: number, by: number): void {
  const to = index + by
  if (to < 0 || to >= args.value.length) return
  args.value = args.value.toSpliced(index, 1).toSpliced(to, 0, args.value[index]!)
  focusRow(to)
}

function onKey(event: KeyboardEvent, index: number): void {
  if (event.key === 'Enter') add(index)
  else if (event.key === 'Backspace' && args.value[index] === '') remove(index)
  else if (event.altKey && event.key === 'ArrowUp') move(index, -1)
  else if (event.altKey && event.key === 'ArrowDown') move(index, 1)
  else return
  event.preventDefault()
}
</script>

<template>
  <fieldset ref="list">
    <legend>Arguments <span class="soft">one per row, as the program gets it; spaces need no quotes</span></legend>
    <div
      v-for="(argument, i) in args"
      :key="i"
      class="argument"
    >
      <span class="soft">{{ i + 1 }}</span>
      <ElInput
        :model-value="argument"
        class="mono"
        :aria-label="`Argument ${i + 1}`"
        :aria-invalid="issueOf(String(i)) !== undefined"
        spellcheck="false"
        @update:model-value="args = args.with(i, $event)"
        @keydown="onKey($event as KeyboardEvent, i)"
      />
      <ElButton
        size="small"
        :disabled="i === 0"
        :aria-label="`Move argument ${i + 1} up`"
        @click="move(i, -1)"
      >
        <IconUp class="icon" />
      </ElButton>
      <ElButton
        size="small"
        :disabled="i === args.length - 1"
        :aria-label="`Move argument ${i + 1} down`"
        @click="move(i, 1)"
      >
        <IconDown class="icon" />
      </ElButton>
      <ElButton
        size="small"
        :aria-label="`Remove argument ${i + 1}`"
        @click="remove(i)"
      >
        <IconX class="icon" />
      </ElButton>
      <p
        v-if="issueOf(String(i))"
        class="fault issue"
        role="alert"
      >
        {{ issueOf(String(i)) }}
      </p>
    </div>
    <div class="offers">
      <ElButton
        size="small"
        @click="add(args.length - 1)"
      >
        <IconPlus class="icon" /> Argument
      </ElButton>
      <ElButton
        v-for="option in known"
        :key="option.written"
        size="small"
        class="mono"
        :title="option.help"
        @click="add(args.length - 1, option.written)"
      >
        {{ option.written }}
      </ElButton>
      <span
        v-if="takes"
        class="soft"
      >Takes {{ takes }}.</span>
    </div>
  </fieldset>
</template>

<style scoped>
fieldset { border: 0; margin: 0; padding: 0; display: grid; gap: 4px; min-width: 0; }
legend { font: 600 14px var(--engraved); padding: 0 0 4px; }
legend .soft { font: 400 13px var(--plain); }
.argument { display: grid; grid-template-columns: 18px 1fr repeat(3, 28px); gap: 4px; align-items: center; }
.argument .el-button { padding: 0; margin: 0; }
.issue { grid-column: 2 / -1; }
.offers { display: flex; flex-wrap: wrap; gap: 4px; align-items: center; padding-left: 22px; }
.offers .el-button + .el-button { margin-left: 0; }
.argument :deep(.el-input__inner) { font-family: var(--mono); font-size: 13px; }
.offers .mono { font-family: var(--mono); font-weight: 400; font-size: 12px; }
</style>
