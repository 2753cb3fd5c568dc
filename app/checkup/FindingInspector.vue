<script setup lang="ts">
import { ref, watch } from 'vue'
import type { ToldFinding } from '~~/contract'
import TextField from '~/form/TextField.vue'
import { useMirror } from '~/live/useMirror'
import { dayAndTime } from '~/page/instants'
import { aboutName } from './aboutWords'

/** One finding in full, with what can be done about it, or about all that are marked. */
const { finding, count } = defineProps<{ finding: ToldFinding; count: number }>()
const emit = defineEmits<{ mend: []; accept: [reason: string | undefined]; open: [] }>()

const mirror = useMirror()
const reason = ref('')
watch(
  () => finding.id,
  () => (reason.value = ''),
)
function accept(): void {
  if (reason.value.trim() !== '') emit('accept', reason.value.trim())
}
</script>

<template>
  <section class="one" aria-label="The finding">
    <h2 class="head">{{ aboutName(finding.about, mirror) }}</h2>
    <p v-if="finding.where" class="soft">{{ finding.where }}</p>
    <p :class="{ fault: finding.severity === 'fault' }">{{ finding.message }}</p>
    <dl v-if="finding.parts" class="parts">
      <dt>There</dt>
      <dd>{{ finding.parts.there.join(', ') || 'none' }}</dd>
      <dt>Missing</dt>
      <dd>{{ finding.parts.missing.join(', ') }}</dd>
    </dl>
    <p v-if="finding.sinceMs !== undefined" class="soft">Found since {{ dayAndTime(finding.sinceMs) }}.</p>
    <div class="acts">
      <ElButton v-if="finding.mend || count > 1" type="primary" title="Ctrl+Enter" @click="emit('mend')">
        {{ count > 1 ? `Mend ${count}` : finding.mend }}
      </ElButton>
      <ElButton title="Enter" @click="emit('open')">Open it</ElButton>
    </div>
    <template v-if="finding.accepted">
      <p>Accepted {{ dayAndTime(finding.accepted.atMs) }}: {{ finding.accepted.reason }}</p>
      <div class="acts"><ElButton @click="emit('accept', undefined)">Let it count again</ElButton></div>
    </template>
    <form v-else class="accept" @submit.prevent="accept">
      <TextField v-model="reason" label="It is meant so, because" placeholder="the dome is away until May" />
      <ElButton native-type="submit" :disabled="reason.trim() === ''"
        >Accept{{ count > 1 ? ` ${count}` : '' }}</ElButton
      >
    </form>
  </section>
</template>

<style scoped>
.one {
  display: grid;
  gap: 8px;
}
.parts {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 12px;
  margin: 0;
}
.parts dt {
  color: var(--ink-soft);
}
.parts dd {
  margin: 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.accept {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
  align-items: end;
}
</style>
