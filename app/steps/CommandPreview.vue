<script setup lang="ts">
import { computed, ref } from 'vue'
import { CONVENTIONS, joinAs, visibleSegments } from '~~/core/command'
import type { Convention } from '~~/core/command'
import { argvOf } from '~~/core/steps'
import type { StepOf } from '~~/core/steps'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import IconCopy from '~icons/tabler/copy'
import { conventionNames } from './conventionNames'

/**
 * The argv a program will get, one argument per line, as it resolves now, and the same as one line in each convention.
 */
const {
  step,
  frameId,
  lines = false,
} = defineProps<{ step: Pick<StepOf<'program.open'>, 'programId' | 'args'>; frameId: string; lines?: boolean }>()

const mirror = useMirror()
const notices = useNotices()
const MOST_SHOWN = 60
const showAll = ref(false)
const argv = computed(() => argvOf(step, mirror.bench, mirror.tableOf(frameId)))
const shown = computed(() =>
  argv.value.ok ? argv.value.value.slice(0, showAll.value ? undefined : MOST_SHOWN).map(visibleSegments) : [],
)
const written = computed(() =>
  argv.value.ok && lines
    ? CONVENTIONS.map((convention) => ({ convention, line: joinAs(convention, argv.value.ok ? argv.value.value : []) }))
    : [],
)

async function copy(convention: Convention, line: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(line)
    notices.say(`Copied as ${conventionNames[convention]}.`)
  } catch {
    notices.show({
      text: 'The browser does not let this page use the clipboard. Select the line and copy it.',
      tone: 'fault',
    })
  }
}
</script>

<template>
  <section aria-label="Arguments it will get">
    <h3>{{ lines ? 'It will get' : 'It gets' }}</h3>
    <ol v-if="argv.ok" class="argv">
      <li v-for="(segments, i) in shown" :key="i">
        <span class="soft">{{ i }}</span>
        <code
          ><template v-if="segments.length === 0"><mark>empty</mark></template
          ><template v-for="(segment, j) in segments" :key="j"
            ><mark v-if="segment.isMark">{{ segment.text }}</mark
            ><template v-else>{{ segment.text }}</template></template
          ></code
        >
      </li>
    </ol>
    <ElButton v-if="argv.ok && argv.value.length > shown.length" size="small" @click="showAll = true">
      Show all {{ argv.value.length }}
    </ElButton>
    <p v-for="issue in argv.ok ? [] : argv.issues" :key="issue.message" class="fault">
      {{ issue.message }}
    </p>
    <dl v-if="written.length > 0" class="lines">
      <template v-for="{ convention, line } in written" :key="convention">
        <dt>
          {{ conventionNames[convention] }}
          <ElButton
            v-if="line.ok"
            size="small"
            :aria-label="`Copy as ${conventionNames[convention]}`"
            @click="copy(convention, line.value)"
          >
            <IconCopy class="icon" /> Copy
          </ElButton>
        </dt>
        <dd>
          <code v-if="line.ok">{{ line.value }}</code>
          <span v-else class="fault">{{ line.issues[0]!.message }}</span>
        </dd>
      </template>
    </dl>
  </section>
</template>

<style scoped>
.argv {
  margin-top: 4px;
  border: 1px solid var(--line);
  background: var(--ground);
  padding: 4px 8px;
  max-height: 300px;
  overflow: auto;
}
.argv li {
  display: grid;
  grid-template-columns: 20px 1fr;
  gap: 6px;
}
code {
  overflow-wrap: anywhere;
  white-space: pre-wrap;
}
mark {
  background: var(--press-soft);
  color: var(--live);
  border-radius: 2px;
}
.lines {
  margin: 8px 0 0;
  display: grid;
  gap: 2px;
}
dt {
  display: flex;
  justify-content: space-between;
  align-items: center;
  font: 600 13px var(--engraved);
  color: var(--ink-soft);
}
dd {
  margin: 0 0 4px;
  border-left: 3px solid var(--line);
  padding-left: 8px;
  max-height: 84px;
  overflow: auto;
}
dd code {
  font-size: 12px;
}
</style>
