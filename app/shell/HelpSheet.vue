<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { ref } from 'vue'
import { isTyping } from '~/page/isTyping'
import KeyPlates from '~/plates/KeyPlates.vue'
import { useCurrentViewKeys } from '~/page/useViewKeys'

const isOpen = ref(false)
const current = useCurrentViewKeys()
const everywhere = [
  { keys: 'F2', does: 'opens the launcher; so does / outside of fields' },
  { keys: 'F8', does: 'shows the rack, and goes back from it' },
  { keys: 'Ctrl+Z', does: 'undoes the last edit of a lever' },
  { keys: 'Ctrl+Shift+Z', does: 'does it again' },
  { keys: '?', does: 'shows these keys' },
]

useEventListener(window, 'keydown', (event) => {
  if (event.key !== '?' || isTyping()) return
  event.preventDefault()
  isOpen.value = true
})
</script>

<template>
  <ElDialog v-model="isOpen" title="Keys" width="560">
    <template
      v-for="group in [
        { name: current.view, keys: current.keys },
        { name: 'Everywhere', keys: everywhere },
      ]"
      :key="group.name"
    >
      <h3 v-if="group.keys.length > 0">
        {{ group.name }}
      </h3>
      <ul class="keys">
        <li v-for="entry in group.keys" :key="entry.keys">
          <KeyPlates :chord="entry.keys" />
          <span>{{ entry.does }}</span>
        </li>
      </ul>
    </template>
  </ElDialog>
</template>

<style scoped>
.keys {
  display: grid;
  gap: 6px;
  margin: 6px 0 16px;
}
.keys li {
  display: grid;
  grid-template-columns: 150px 1fr;
  align-items: center;
}
</style>
