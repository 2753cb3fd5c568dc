<script setup lang="ts">
import { nextTick, ref, watch } from 'vue'
import GivenFields from '~/levers/GivenFields.vue'
import { ApiRefusal, callApi } from '~/live/callApi'
import { useLeverActions } from '~/levers/useLeverActions'
import { usePullInputs } from '~/levers/usePullInputs'
import NumberPlate from '~/plates/NumberPlate.vue'

/** What a lever is given before it is pulled from the launcher or by a button, on the board like a question. */
const { asked, drop } = usePullInputs()
const actions = useLeverActions()
const texts = ref<Record<string, string>>({})
const issues = ref<Record<string, string>>({})
const board = ref<HTMLElement>()
let cameFrom: HTMLElement | undefined

watch(asked, (now) => {
  issues.value = {}
  texts.value = Object.fromEntries((now?.lever.inputs ?? []).map(({ name, standard = '' }) => [name, standard]))
  if (!now) {
    cameFrom?.focus()
    cameFrom = undefined
    return
  }
  cameFrom = document.activeElement instanceof HTMLElement ? document.activeElement : undefined
  void nextTick(() => board.value?.querySelector('input')?.focus())
})

/** An input that is left empty is not given: its standard counts, or it is told that it is missing. */
async function pull(): Promise<void> {
  const { lever, source } = asked.value!
  const inputs = Object.fromEntries(Object.entries(texts.value).filter(([, text]) => text !== ''))
  try {
    const run = await callApi('pullLever', { id: lever.id, body: { source, inputs } })
    drop()
    actions.tell(run)
  } catch (error) {
    if (!(error instanceof ApiRefusal)) throw error
    issues.value = Object.fromEntries(
      error.issues.map(({ path, message }) => [path.replace(/^inputs\./, '') || 'all', message]),
    )
  }
}
</script>

<template>
  <form
    v-if="asked"
    ref="board"
    class="asking-board inputs"
    role="dialog"
    :aria-label="`What ${asked.lever.name} is given`"
    @submit.prevent="pull"
    @keydown.esc.prevent.stop="drop()"
  >
    <header>
      <NumberPlate :plate="asked.lever.plate" :steps="asked.lever.steps" />
      <h2>{{ asked.lever.name }}</h2>
      <ElButton size="small" type="primary" native-type="submit"> Pull </ElButton>
      <ElButton size="small" @click="drop()"> Cancel </ElButton>
    </header>
    <div class="form-pair">
      <GivenFields v-model="texts" :inputs="asked.lever.inputs ?? []" :issues="issues" />
    </div>
    <p v-if="issues.all ?? issues.id" class="fault" role="alert">{{ issues.all ?? issues.id }}</p>
  </form>
</template>

<style scoped>
.inputs {
  z-index: 940;
}
.form-pair,
.fault {
  padding: 8px 16px;
}
</style>
