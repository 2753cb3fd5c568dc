<script setup lang="ts">
import { ref, watch } from 'vue'
import NameSelect from '~/form/NameSelect.vue'
import KeyPlates from '~/plates/KeyPlates.vue'
import type { useFirstEvening } from './useFirstEvening'
import { useLeverActions } from './useLeverActions'

/** Five acts that lead from nothing to a lever that works, each ticked as soon as it is done, wherever that was. */
const { first } = defineProps<{ first: ReturnType<typeof useFirstEvening> }>()
const { done, isDone, programs, firstClosed, lever, keys, run, isOpen, open, wrap, bind, close, stage } = first
const actions = useLeverActions()
const programId = ref('')
watch(
  firstClosed,
  (id) => {
    if (programId.value === '') programId.value = id
  },
  { immediate: true },
)
</script>

<template>
  <section class="first" aria-label="The first lever">
    <h2>From nothing to a lever that works</h2>
    <ol>
      <li :class="{ done: done.opened }">
        <span class="mark">{{ done.opened ? '✓' : '1' }}</span>
        <p>Open something by hand, as you always do.</p>
        <div v-if="!done.opened" class="act">
          <NameSelect v-model="programId" of="program" label="Program to open" :options="programs" />
          <ElButton type="primary" :disabled="programId === ''" @click="open(programId)">Open it</ElButton>
        </div>
      </li>
      <li :class="{ done: done.wrapped }">
        <span class="mark">{{ done.wrapped ? '✓' : '2' }}</span>
        <p>
          Make a lever of it: a named thing that does the same.
          <strong v-if="lever">{{ lever.plate }} {{ lever.name }}</strong>
        </p>
        <div v-if="done.opened && !done.wrapped" class="act">
          <ElButton type="primary" @click="wrap">Make the lever</ElButton>
        </div>
      </li>
      <li :class="{ done: done.bound }">
        <span class="mark">{{ done.bound ? '✓' : '3' }}</span>
        <p>Give it a key that nobody else has. <KeyPlates v-if="keys" :chord="keys" /></p>
        <div v-if="done.wrapped && !done.bound" class="act">
          <ElButton type="primary" @click="bind">Give it a free key</ElButton>
        </div>
      </li>
      <li :class="{ done: done.pulled }">
        <span class="mark">{{ done.pulled ? '✓' : '4' }}</span>
        <p>
          Close the window, press the key, and see it open again in the strip below.
          <span v-if="done.bound && !done.pulled && !isOpen" class="now">Now press <KeyPlates :chord="keys!" />.</span>
        </p>
        <div v-if="done.bound && !done.pulled && isOpen" class="act">
          <ElButton type="primary" @click="close">Close the window</ElButton>
        </div>
      </li>
      <li :class="{ done: done.back }">
        <span class="mark">{{ done.back ? '✓' : '5' }}</span>
        <p>Put it back: whatever a lever did can be taken back.</p>
        <div v-if="done.pulled && !done.back && run" class="act">
          <ElButton type="primary" @click="actions.putBack(run.id)">Put back</ElButton>
        </div>
      </li>
    </ol>
    <p v-if="isDone">
      That is all there is to it. What you do by hand again and again shows up by itself in the
      <NuxtLink to="/ledger?tab=worth">Ledger</NuxtLink>; several steps make a macro; <kbd>?</kbd> has the rest.
    </p>
    <div class="act">
      <NuxtLink v-if="!isDone" to="/exchange">Bring levers along instead</NuxtLink>
      <ElButton text @click="stage = 'over'">{{ isDone ? 'Done' : 'I know my way' }}</ElButton>
    </div>
  </section>
</template>

<style scoped>
.first {
  display: grid;
  gap: 8px;
  padding: 14px 16px;
  border-bottom: 1px solid var(--line);
}
ol {
  display: grid;
  gap: 4px;
}
li {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) auto;
  align-items: center;
  min-height: 36px;
}
.mark {
  font: 600 15px var(--engraved);
}
.done {
  color: var(--ink-soft);
}
.act {
  display: flex;
  gap: 10px;
  align-items: center;
}
.act :deep(.el-select) {
  width: 210px;
}
</style>
