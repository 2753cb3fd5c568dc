<script setup lang="ts" generic="T">
import { computed, ref } from 'vue'

/** The first of a list of any length, as entries of a list around it; more of them on demand. */
const { items, word } = defineProps<{ items: readonly T[]; word: string }>()

const PAGE = 100
const shown = ref(PAGE)
const first = computed(() => items.slice(0, shown.value))
const left = computed(() => items.length - first.value.length)
</script>

<template>
  <slot v-for="(item, i) in first" :key="i" :item="item" />
  <li v-if="left > 0">
    <span class="soft">…</span
    ><ElButton size="small" @click="shown += PAGE * 5"> {{ left.toLocaleString('en') }} more {{ word }} </ElButton>
  </li>
</template>
