<script setup lang="ts">
import { own } from '~~/core/result'
import { ref, watch } from 'vue'
import type { ValueTable } from '~~/core/command'
import type { NamedValue, ValueUse } from '~~/core/levers'
import { ApiRefusal, callApi } from '~/live/callApi'
import { useNotices } from '~/live/useNotices'
import { useLeverActions } from '~/levers/useLeverActions'
import NumberPlate from '~/plates/NumberPlate.vue'

/** One named value, edited in place, with what it comes to now and who uses it. */
const { value, table, uses } = defineProps<{ value: NamedValue; table: ValueTable; uses: readonly ValueUse[] }>()

const MOST_NAMED = 3

const notices = useNotices()
const actions = useLeverActions()
const name = ref(value.name)
const text = ref(value.text)
const here = ref(value.here ?? '')
const refused = ref('')

watch(
  () => value,
  (now, before) => {
    if (name.value === before.name) name.value = now.name
    if (text.value === before.text) text.value = now.text
    if (here.value === (before.here ?? '')) here.value = now.here ?? ''
  },
)

async function save(): Promise<void> {
  refused.value = ''
  if (name.value === value.name && text.value === value.text && here.value === (value.here ?? '')) return
  try {
    await callApi('editValue', {
      id: value.id,
      body: { version: value.version, name: name.value.trim(), text: text.value, here: here.value || null },
    })
    notices.say(`Changed the value ${name.value}${uses.length > 0 ? `; ${uses.length} that use it follow` : ''}.`, {
      label: 'Undo',
      act: actions.undo,
    })
  } catch (error) {
    if (!(error instanceof ApiRefusal)) throw error
    refused.value = error.message
  }
}

function restore(): void {
  name.value = value.name
  text.value = value.text
  here.value = value.here ?? ''
  refused.value = ''
}

async function remove(): Promise<void> {
  const done = await notices.attempt(() => callApi('deleteValue', { id: value.id }))
  if (done) notices.say(`Deleted the value ${value.name}.`, { label: 'Undo', act: actions.undo })
}
</script>

<template>
  <div class="value" @keydown.enter="save" @keydown.escape.stop="restore">
    <ElInput
      v-model="name"
      class="mono"
      :aria-label="`Name of ${value.name}`"
      :aria-invalid="refused !== ''"
      spellcheck="false"
      @blur="save"
    />
    <ElInput
      v-model="text"
      class="mono"
      :aria-label="`Text of ${value.name}`"
      :aria-invalid="refused !== '' || own(table.broken, value.name) !== undefined"
      spellcheck="false"
      @blur="save"
    />
    <ElInput
      v-model="here"
      class="mono"
      :aria-label="`${value.name} on this machine`"
      placeholder="the same here"
      spellcheck="false"
      @blur="save"
    />
    <span class="soft used">
      <template v-if="uses.length === 0">not used</template>
      <template v-else>
        used by
        <span v-for="(use, i) in uses.slice(0, MOST_NAMED)" :key="i" class="use">
          <NumberPlate v-if="use.kind === 'lever'" :plate="use.lever.plate" :steps="use.lever.steps" />
          {{
            use.kind === 'lever'
              ? use.lever.name
              : use.kind === 'value'
                ? use.value.name
                : `typed words of ${use.frame.name}`
          }}
        </span>
        <span v-if="uses.length > MOST_NAMED">and {{ uses.length - MOST_NAMED }} more</span>
      </template>
    </span>
    <ElButton size="small" @click="remove"> Delete </ElButton>
    <p v-if="refused || own(table.broken, value.name)" class="fault" role="alert">
      {{ refused || own(table.broken, value.name)!.message }}
    </p>
    <p v-else-if="own(table.values, value.name) !== value.text" class="soft now">
      now {{ own(table.values, value.name) }}
    </p>
  </div>
</template>

<style scoped>
.value {
  display: grid;
  grid-template-columns: 160px minmax(0, 3fr) minmax(0, 2fr) 280px auto;
  gap: 4px 8px;
  align-items: center;
  padding: 5px 0;
  border-bottom: 1px solid var(--line);
}
.value p {
  grid-column: 2 / -1;
}
.used {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: center;
}
.use {
  display: inline-flex;
  gap: 4px;
  align-items: center;
}
.now {
  font: 12px var(--mono);
}
</style>
