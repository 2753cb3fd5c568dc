<script setup lang="ts">
import { computed, ref } from 'vue'
import { flatTexts, textOfValue } from '~~/core/values'
import type { Scope, Value } from '~~/core/values'

/** What names stand for at a row: with parts, and where a run pauses there, to be altered. */
const {
  names,
  unknown,
  canSet = false,
} = defineProps<{
  names: Scope
  /** Names that are known here, and stand for something in a run only. */
  unknown: readonly string[]
  canSet?: boolean
}>()
const emit = defineEmits<{ set: [name: string, value: Value] }>()

const MOST_PARTS = 12
const rows = computed(() =>
  Object.entries(names).flatMap(([name, value]) =>
    flatTexts(name, value)
      // What an entry reads as is told with its name already.
      .filter(([way]) => !way.endsWith('.text'))
      .slice(0, MOST_PARTS)
      .map(([way, text]) => ({ way, text, isWhole: way === name, isPlain: typeof value !== 'object' })),
  ),
)
const open = ref<string>()
const typed = ref('')

function begin(name: string): void {
  open.value = name
  typed.value = textOfValue(names[name] ?? '')
}

function take(): void {
  const name = open.value
  if (name === undefined) return
  open.value = undefined
  const before = names[name]
  const number = Number(typed.value)
  // What was a number stays one, as long as what is typed is one.
  emit(
    'set',
    name,
    typeof before === 'number' && typed.value.trim() !== '' && Number.isFinite(number) ? number : typed.value,
  )
}
</script>

<template>
  <section v-if="rows.length + unknown.length > 0" aria-label="Values here">
    <h3>Values here</h3>
    <dl>
      <template v-for="{ way, text, isWhole, isPlain } in rows" :key="way">
        <dt class="mono cut" :title="way">{{ way }}</dt>
        <dd>
          <input
            v-if="open === way"
            v-model="typed"
            :aria-label="`Value of ${way}`"
            @keydown.enter.prevent="take"
            @keydown.esc.prevent.stop="open = undefined"
            @blur="take"
          />
          <template v-else>
            <span class="cut" :title="text">{{ text === '' ? '“”' : text }}</span>
            <ElButton v-if="canSet && isWhole && isPlain" size="small" @click="begin(way)"> Change </ElButton>
          </template>
        </dd>
      </template>
      <template v-for="name in unknown" :key="name">
        <dt class="mono cut">{{ name }}</dt>
        <dd>
          <input
            v-if="open === name"
            v-model="typed"
            :aria-label="`Value of ${name}`"
            @keydown.enter.prevent="take"
            @keydown.esc.prevent.stop="open = undefined"
            @blur="take"
          />
          <template v-else>
            <span class="soft cut">known in the run</span>
            <ElButton v-if="canSet" size="small" @click="begin(name)"> Try with… </ElButton>
          </template>
        </dd>
      </template>
    </dl>
  </section>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: minmax(90px, 2fr) 3fr;
  gap: 2px 10px;
  margin: 0;
}
dd {
  display: flex;
  gap: 8px;
  align-items: center;
  margin: 0;
  min-width: 0;
}
dd .cut {
  flex: 1;
}
input {
  flex: 1;
  min-width: 0;
  height: 24px;
  border: 1px solid var(--live);
  background: var(--surface);
  color: var(--ink);
  font: inherit;
}
</style>
