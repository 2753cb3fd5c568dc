<script setup lang="ts">
import { computed, defineAsyncComponent, inject, ref } from 'vue'
import type { StepOf } from '~~/core/steps'
import type { Scope } from '~~/core/values'
import FormField from '~/form/FormField.vue'
import IssueLine from '~/form/IssueLine.vue'
import NameSelect from '~/form/NameSelect.vue'
import { useMirror } from '~/live/useMirror'
import FindingLines from '../FindingLines.vue'
import { NAMES_HERE, SCOPE_HERE } from '../script/scopeHere'
import ScriptTrial from '../script/ScriptTrial.vue'
import { useScriptTrial } from '../script/useScriptTrial'
import NameField from './NameField.vue'
import type { StepFormProps } from './stepForm'

// The editor is large, and loaded where a script is first shown.
const ScriptEditor = defineAsyncComponent(() => import('../script/ScriptEditor.vue'))

const { name, issueOf, values, findings } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'script.run'>>({ required: true })

const mirror = useMirror()
const scope = inject(SCOPE_HERE, ref<Scope>({}))
const others = inject(NAMES_HERE, ref<readonly string[]>([]))
const { tried, isRunning, run } = useScriptTrial()
/** The script that was tried; faults of another are none of this one. */
const triedScript = ref<string>()

const names = computed(() => {
  const all = [...Object.keys(scope.value), ...others.value, ...Object.keys(values)]
  return [...new Set(all.filter((one) => !one.includes('.')))].sort()
})
const faults = computed(() => {
  const outcome = triedScript.value === step.value.script ? tried.value?.outcome : undefined
  return outcome?.kind === 'failed' && outcome.line !== undefined ? [outcome] : []
})

async function tryIt(): Promise<void> {
  const { script } = step.value
  await run(step.value, values, scope.value)
  triedScript.value = script
}

function mayPull(ids: string[]): void {
  const { mayPull: _before, ...rest } = step.value
  step.value = ids.length === 0 ? rest : { ...rest, mayPull: ids }
}
</script>

<template>
  <ScriptEditor
    class="whole"
    :model-value="step.script"
    :label="`Script of ${name}`"
    :names="names"
    :faults="faults"
    @update:model-value="step = { ...step, script: $event }"
    @run="tryIt"
  />
  <IssueLine :issue="issueOf('script')" />
  <p class="whole soft known">
    <code>values.name</code> is what has a name, <code>bench</code> what stands there,
    <code>steps.push({ kind: … })</code> has a step done, <code>return</code> gives a value back.
  </p>
  <div class="whole try">
    <ElButton size="small" :loading="isRunning" title="Ctrl+Enter in the script" @click="tryIt">Try it</ElButton>
    <span class="soft">As it would run now; nothing is changed.</span>
  </div>
  <ScriptTrial v-if="tried" class="whole" :tried="tried" />
  <NameField
    :model-value="step.as ?? ''"
    :issue="issueOf('as')"
    label="What it gives back is called"
    @update:model-value="step = { ...step, as: $event }"
  />
  <FormField label="Levers that its steps may pull">
    <template #default="{ fieldId }">
      <NameSelect
        :id="fieldId"
        of="lever"
        multiple
        clearable
        :model-value="step.mayPull ?? []"
        label="Levers that its steps may pull"
        placeholder="None"
        :options="mirror.leverChoices"
        @update:model-value="mayPull"
      />
    </template>
  </FormField>
  <FindingLines :findings="findings" />
</template>

<style scoped>
.known {
  font-size: 13px;
}
.try {
  display: flex;
  align-items: center;
  gap: 10px;
}
</style>
