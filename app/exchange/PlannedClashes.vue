<script setup lang="ts">
import { ref } from 'vue'
import type { AnswerOf } from '~~/contract'

type Clash = AnswerOf<'previewFrameFile'>['clashes'][number]

/** Keys that would clash if something was read in, with the ways out that can be taken before. */
const { clashes, take } = defineProps<{
  clashes: readonly Clash[]
  take: (clash: Clash, way: string) => Promise<void>
}>()

/** One at a time: each is taken in what the one before has come to. */
const isTaking = ref(false)
async function takeAlone(clash: Clash, way: string): Promise<void> {
  isTaking.value = true
  await take(clash, way)
  isTaking.value = false
}

const SEVERITIES = { lost: 'lost', ambiguous: 'ambiguous', late: 'late', note: 'to note' } as const
</script>

<template>
  <section v-if="clashes.length > 0" aria-label="Clashes">
    <h3>Keys that would clash</h3>
    <ul aria-label="Keys that would clash">
      <li v-for="clash in clashes" :key="`${clash.frame} ${clash.lever} ${clash.says}`">
        <span class="fault">{{ SEVERITIES[clash.severity] }}</span> {{ clash.lever }}: {{ clash.says }}
        <span v-if="clash.ways.length > 0" class="ways">
          <ElButton
            v-for="way in clash.ways"
            :key="way"
            size="small"
            :disabled="isTaking"
            @click="takeAlone(clash, way)"
          >
            {{ way }}
          </ElButton>
        </span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
h3 {
  margin: 6px 0 0;
}
li {
  padding: 3px 0;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: 4px;
}
.ways .el-button {
  margin: 0;
}
</style>
