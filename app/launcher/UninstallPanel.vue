<script setup lang="ts">
import { computed } from 'vue'
import { windowsOf } from '~~/core/bench'
import { describeProgramUse, usesOfProgram } from '~~/core/levers'
import { countOf } from '~~/core/names'
import { entriesOn } from '~~/core/rack'
import { own } from '~~/core/result'
import { useMirror } from '~/live/useMirror'

/** What uses a program, and what becomes of each of that, before it goes. */
const { programId } = defineProps<{ programId: string }>()

const mirror = useMirror()
const program = computed(() => own(mirror.bench.programs, programId))
const uses = computed(() =>
  usesOfProgram(programId, mirror.levers, mirror.frames).map((use) => describeProgramUse(use, mirror.bench)),
)
const onPages = computed(() =>
  mirror.settings.rack.pages
    .filter((page) => entriesOn(page).includes(`program:${programId}`))
    .map(({ name }) => `Its plate on the page ${name} stays empty until it is back.`),
)
const windows = computed(() => windowsOf(mirror.bench, programId).length)
</script>

<template>
  <div v-if="program" class="panel">
    <p v-if="program.needed" class="fault" role="alert">
      {{ program.name }} cannot be uninstalled: the system needs it.
    </p>
    <template v-else>
      <p>
        <strong>{{ program.name }}</strong> goes{{ windows > 0 ? `, its ${countOf(windows, 'window')} too` : '' }}; its
        file, <code>{{ program.executable }}</code>, goes into the bin. It is one run, and can be put back.
      </p>
      <p v-if="uses.length === 0 && onPages.length === 0" class="soft">No lever, frame or page uses it.</p>
      <ul v-else aria-label="What uses it">
        <li v-for="sentence in [...uses, ...onPages]" :key="sentence">{{ sentence }}</li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 8px;
  padding: 10px 16px;
}
ul {
  max-height: 240px;
  overflow: auto;
}
li {
  padding: 3px 0;
  border-bottom: 1px solid var(--line);
}
code {
  overflow-wrap: anywhere;
}
</style>
