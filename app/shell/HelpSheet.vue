<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, ref } from 'vue'
import { isTyping } from '~/page/isTyping'
import KeyPlates from '~/plates/KeyPlates.vue'
import { useCurrentViewKeys } from '~/page/useViewKeys'
import { EVERYWHERE, keyTopics, TOPICS, topicsFound } from './helpTopics'

/** The keys of the view and those that hold everywhere; looked for, also views, kinds of step and settings. */
const isOpen = ref(false)
const query = ref('')
const field = ref<{ focus: () => void }>()
const current = useCurrentViewKeys()
const keys = computed(() => [
  ...keyTopics(current.value.view, current.value.keys),
  ...keyTopics('Everywhere', EVERYWHERE),
])
const isAsked = computed(() => query.value.trim() !== '')
const groups = computed(() => topicsFound(isAsked.value ? [...keys.value, ...TOPICS] : keys.value, query.value))

useEventListener(window, 'keydown', (event) => {
  if (event.key !== '?' || isTyping()) return
  event.preventDefault()
  query.value = ''
  isOpen.value = true
})
</script>

<template>
  <ElDialog v-model="isOpen" title="Help" width="620" class="help" @opened="field?.focus()">
    <ElInput
      ref="field"
      v-model="query"
      aria-label="Find in help"
      placeholder="Find a key, a view, a kind of step, a setting"
      clearable
    />
    <div class="found" tabindex="0" role="region" aria-label="What was found" aria-live="polite">
      <p v-if="groups.length === 0" class="soft">Nothing is called or does “{{ query.trim() }}”.</p>
      <template v-for="{ group, topics } in groups" :key="group">
        <h3>{{ group }}</h3>
        <ul>
          <li v-for="topic in topics" :key="topic.name">
            <KeyPlates v-if="topic.keys" :chord="topic.keys" />
            <NuxtLink v-else-if="topic.to" :to="topic.to" @click="isOpen = false">{{ topic.name }}</NuxtLink>
            <strong v-else>{{ topic.name }}</strong>
            <span>{{ topic.says }}</span>
          </li>
        </ul>
      </template>
    </div>
  </ElDialog>
</template>

<style scoped>
.found {
  margin-top: 12px;
  max-height: 60vh;
  overflow-y: auto;
}
ul {
  display: grid;
  gap: 6px;
  margin: 6px 0 16px;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 190px 1fr;
  gap: 10px;
  align-items: baseline;
  list-style: none;
}
strong {
  font: 600 14px var(--engraved);
}
</style>
