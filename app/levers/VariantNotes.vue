<script setup lang="ts">
import { countOf } from '~~/core/names'
import { computed } from 'vue'
import type { Lever, PatternField } from '~~/core/levers'
import { describeOwn } from '~~/core/variants'
import { useMirror } from '~/live/useMirror'
import { useLeverActions } from './useLeverActions'

/** How a lever is tied to others: the pattern it follows with what is its own, or the variants that follow it. */
const { lever } = defineProps<{ lever: Lever }>()

const mirror = useMirror()
const actions = useLeverActions()
const pattern = computed(() => lever.variant && mirror.leverById.get(lever.variant.patternId))
const followers = computed(() => mirror.variantsOf.get(lever.id) ?? [])
const own = computed(() => {
  const { variant } = lever
  if (!variant) return []
  const only = (part: { own?: PatternField[]; args?: typeof variant.args }) =>
    describeOwn({ ...variant, own: [], args: [], ...part })[0]!
  return [
    ...variant.args.map((arg) => ({
      key: `${arg.stepId} ${arg.key}`,
      words: only({ args: [arg] }),
      part: { arg: { stepId: arg.stepId, key: arg.key } },
    })),
    ...variant.own.map((field) => ({ key: field, words: only({ own: [field] }), part: { field } })),
  ]
})
</script>

<template>
  <section v-if="pattern" aria-label="Variant">
    <h3>Follows {{ pattern.plate }} {{ pattern.name }}; its own are</h3>
    <ul class="own">
      <li v-for="entry in own" :key="entry.key">
        <span>{{ entry.words }}</span>
        <ElButton size="small" @click="actions.follow(lever, entry.part)"> Follow </ElButton>
      </li>
      <li v-if="own.length === 0" class="soft">its name only</li>
    </ul>
  </section>
  <p v-else-if="followers.length > 0">
    Pattern of {{ countOf(followers.length, 'variant') }}: {{ followers.map((other) => other.plate).join(', ') }}. A
    change here reaches all of them, but for what is their own.
  </p>
</template>

<style scoped>
.own {
  display: grid;
  gap: 2px;
}
.own li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  overflow-wrap: anywhere;
}
</style>
