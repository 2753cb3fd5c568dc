<script setup lang="ts">
import { computed, ref } from 'vue'
import { tableFor, usesOf } from '~~/core/levers'
import type { NamedValue } from '~~/core/levers'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useLeverActions } from '~/levers/useLeverActions'
import { useViewKeys } from '~/page/useViewKeys'
import ValueRow from './ValueRow.vue'

/**
 * The known folders of the bench and the user's own named values: each stands in one place, and everything that uses it
 * follows.
 */
const mirror = useMirror()
const notices = useNotices()
const actions = useLeverActions()
const name = ref('')
const text = ref('')
const frameId = ref('')
const tried = ref('')

useViewKeys('Values', [{ keys: 'Enter', does: 'in a field: saves it; Escape takes it back' }])

const folders = computed(() => Object.entries(mirror.bench.folders))
const groups = computed(() =>
  [
    { id: null as string | null, name: 'Of all frames' },
    ...mirror.frames.map((frame) => ({ id: frame.id as string | null, name: `Of ${frame.name} only` })),
  ]
    .map((group) => ({
      ...group,
      values: mirror.values.filter((value) => value.frameId === group.id),
      table: tableFor(group.id, mirror.values, mirror.bench),
    }))
    .filter((group) => group.values.length > 0),
)

async function add(): Promise<void> {
  tried.value = ''
  try {
    const made = await callApi('createValue', {
      body: { frameId: frameId.value || null, name: name.value.trim(), text: text.value },
    })
    notices.say(`Made the value ${made.name}.`, { label: 'Undo', act: actions.undo })
    name.value = ''
    text.value = ''
  } catch (error) {
    tried.value = (error as Error).message
  }
}

function uses(value: NamedValue) {
  return usesOf(value, mirror.values, mirror.levers, mirror.frames)
}
</script>

<template>
  <section class="view">
    <header class="view-head">
      <h1>Values</h1>
      <span class="soft"
        >Written once, used as <code>${name}</code> in arguments, places, messages and other values. Change one, and
        everything that uses it follows. What differs on this machine stands in the third field, and goes into no
        file.</span
      >
    </header>
    <div class="body">
      <form class="new" @submit.prevent="add">
        <ElInput
          v-model="name"
          class="mono"
          aria-label="Name of the new value"
          placeholder="tonight"
          spellcheck="false"
        />
        <ElInput
          v-model="text"
          class="mono"
          aria-label="Text of the new value"
          placeholder="${captures}/sets/2611-0417"
          spellcheck="false"
        />
        <ChoiceSelect
          v-model="frameId"
          :empty-values="[null, undefined]"
          label="Frame of the new value"
          :options="[
            { value: '', name: 'For all frames' },
            ...mirror.frames.map((frame) => ({ value: frame.id, name: `For ${frame.name} only` })),
          ]"
        />
        <ElButton type="primary" native-type="submit" :disabled="name.trim() === ''"> Add the value </ElButton>
        <IssueLine :issue="tried" />
      </form>
      <section v-for="group in groups" :key="group.id ?? ''">
        <h2 class="head">{{ group.name }}</h2>
        <ValueRow
          v-for="value in group.values"
          :key="value.id"
          :value="value"
          :table="group.table"
          :uses="uses(value)"
        />
      </section>
      <p v-if="groups.length === 0" class="soft">
        No value of your own yet. Give a name to what many levers share: tonight’s data set, the profile of the season,
        a folder.
      </p>
      <section>
        <h2 class="head">Known folders of the bench</h2>
        <div v-for="[folder, path] in folders" :key="folder" class="folder">
          <code>${{ '{' + folder + '}' }}</code>
          <code class="soft">{{ path }}</code>
        </div>
      </section>
    </div>
  </section>
</template>

<style scoped>
.body {
  padding: 12px 16px 24px;
  display: grid;
  gap: 16px;
  align-content: start;
  overflow: auto;
}
.new {
  display: grid;
  grid-template-columns: 180px minmax(0, 1fr) 220px auto;
  gap: 8px;
}
.new p {
  grid-column: 1 / -1;
}
.folder {
  display: grid;
  grid-template-columns: 180px 1fr;
  gap: 8px;
  height: 28px;
  align-items: center;
  border-bottom: 1px solid var(--line);
}
</style>
