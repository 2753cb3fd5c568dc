<script setup lang="ts">
import { computed } from 'vue'
import type { AnswerOf } from '~~/contract'
import { countOf } from '~~/core/names'
import { useMirror } from '~/live/useMirror'

type Missing = AnswerOf<'previewText'>['missing']

/** What levers from elsewhere name and is not here, each with what shall stand for it. */
const { missing } = defineProps<{ missing: Missing }>()
/** What stands here for what is not, by kind and name. */
const mapped = defineModel<Record<string, string>>({ required: true })
const mirror = useMirror()

const keyOf = ({ kind, id }: Pick<Missing[number], 'kind' | 'id'>) => `${kind} ${id}`
const choices = computed(() => {
  const { programs, devices, folders } = mirror.bench
  const named = (things: Readonly<Record<string, { id: string; name: string }>>) =>
    Object.values(things).map(({ id, name }) => ({ value: id, name }))
  return {
    program: named(programs),
    device: named(devices),
    folder: Object.keys(folders).map((name) => ({ value: name, name })),
    place: [],
  }
})
const withNearest = computed(() =>
  missing.filter((thing) => thing.nearest !== undefined && !mapped.value[keyOf(thing)]),
)

function choicesFor({ kind, nearest }: Missing[number]) {
  const all = choices.value[kind]
  return nearest === undefined || all.some(({ value }) => value === nearest)
    ? all
    : [{ value: nearest, name: nearest }, ...all]
}

function take(thing: Missing[number], to: string | undefined): void {
  mapped.value = { ...mapped.value, [keyOf(thing)]: to ?? '' }
}

function mapToNearest(): void {
  const added = withNearest.value.map((thing) => [keyOf(thing), thing.nearest!] as const)
  mapped.value = { ...mapped.value, ...Object.fromEntries(added) }
}
</script>

<template>
  <section>
    <div class="tools">
      <h3>Not here</h3>
      <span class="soft">Levers name {{ countOf(missing.length, 'thing') }} that this machine does not have.</span>
      <ElButton v-if="withNearest.length > 0" size="small" @click="mapToNearest">
        Take the nearest for {{ withNearest.length }}
      </ElButton>
      <slot />
    </div>
    <ul class="items" aria-label="Not here">
      <li v-for="thing in missing" :key="keyOf(thing)">
        <span>{{ thing.kind }}</span>
        <code class="cut" :title="thing.id">{{ thing.id }}</code>
        <ElSelect
          :model-value="mapped[keyOf(thing)] || undefined"
          size="small"
          clearable
          filterable
          :allow-create="thing.kind === 'place'"
          placeholder="as it is"
          :aria-label="`Here for ${thing.id}`"
          @update:model-value="take(thing, $event as string | undefined)"
        >
          <ElOption
            v-for="choice in choicesFor(thing)"
            :key="choice.value"
            :value="choice.value"
            :label="choice.name"
          />
        </ElSelect>
        <span class="soft cut" :title="thing.levers.join(', ')">{{ countOf(thing.count, 'lever') }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  margin: 6px 0;
}
.tools .el-button,
h3 {
  margin: 0;
}
.items > li {
  display: grid;
  grid-template-columns: 70px minmax(0, 2fr) minmax(0, 2fr) 80px;
  gap: 10px;
  align-items: center;
  padding: 5px 0;
  border-top: 1px solid var(--line);
}
</style>
