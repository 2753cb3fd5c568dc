<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { AnswerOf } from '~~/contract'
import { countOf } from '~~/core/names'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useSettingEdits } from '~/live/useSettingEdits'
import { dayAndTime } from '~/page/instants'
import { useViewKeys } from '~/page/useViewKeys'
import ViewTabs from '~/page/ViewTabs.vue'
import { plainRows } from '~/rows/listRow'
import RowList from '~/rows/RowList.vue'
import { useTypedList } from '~/rows/useTypedList'
import { LEDGER_TABS } from './ledgerTabs'
import ProposalInspector from './ProposalInspector.vue'
import { timeSaved } from './savingWords'
import { useProposals } from './useProposals'

/** What one does by hand again and again, with the levers that would do it; and what could be said of those there are. */
const mirror = useMirror()
const edits = useSettingEdits()
const notices = useNotices()
const router = useRouter()
const { nameOf } = useProposals()
const answer = shallowRef<AnswerOf<'readNoticed'>>()
const filter = ref('')
const selectedId = ref<string>()
const isAsideShown = ref(false)
const list = useTemplateRef<{ focus: () => void }>('list')

async function load(): Promise<void> {
  answer.value = (await notices.attempt(() => callApi('readNoticed'))) ?? answer.value
}
onMounted(async () => {
  await load()
  list.value?.focus()
})
watch([() => mirror.noticing.count, () => mirror.leverRevision], load)

const isWatched = computed({
  get: () => mirror.settings.retention.mostNoticed > 0,
  set: (on) => void setWatched(on),
})
async function setWatched(on: boolean): Promise<void> {
  const mostNoticed = on ? MOST_NOTICED : 0
  await notices.attempt(() =>
    edits.editSettings((before) => ({ ...before, retention: { ...before.retention, mostNoticed } })),
  )
}
const MOST_NOTICED = 20_000

async function setAside(id: string, aside: boolean): Promise<void> {
  const now = await notices.attempt(() => callApi('setNoticedAside', { body: { id, aside } }))
  if (!now) return
  answer.value = now
  if (aside) notices.say('That is told no more.', { label: 'Tell it again', act: () => setAside(id, false) })
}

async function forget(): Promise<void> {
  const done = await notices.attempt(() => callApi('forgetNoticed'))
  if (!done) return
  notices.say(`Forgot ${countOf(done.forgotten, 'act')}.`)
  await load()
}

type Fact = AnswerOf<'readNoticed'>['facts'][number]
function sentenceOf(fact: Fact): string {
  if (fact.kind === 'undone') {
    const times = `${fact.count} of ${fact.of} times`
    const because = 'its key may be too easy to hit, or it does not do what is meant'
    return `${nameOf(fact.leverId)} was taken back right after it was pulled by its key, ${times}: ${because}.`
  }
  const [one, other] = fact.leverIds.map(nameOf)
  return fact.texts === 0
    ? `${one} and ${other} do the same.`
    : `${one} and ${other} do the same but for ${countOf(fact.texts, 'text')}: one could be a variant of the other.`
}

const aside = computed(() => new Set(answer.value?.aside))
const entries = computed(() => {
  const { proposals = [], facts = [] } = answer.value ?? {}
  const all = [
    ...proposals.map((proposal) => ({
      id: proposal.id,
      name: proposal.name,
      count: `${proposal.count} ×`,
      week: timeSaved(proposal.perWeekMs),
      last: dayAndTime(proposal.lastAtMs),
      proposal,
      fact: undefined,
    })),
    ...facts.map((fact) => ({
      id: fact.id,
      name: sentenceOf(fact),
      count: '',
      week: '',
      last: '',
      proposal: undefined,
      fact,
    })),
  ]
  const wanted = filter.value.trim().toLowerCase()
  return all.filter(({ id, name }) => aside.value.has(id) === isAsideShown.value && name.toLowerCase().includes(wanted))
})
const asideCount = computed(() => {
  const { proposals = [], facts = [] } = answer.value ?? {}
  return [...proposals, ...facts].filter(({ id }) => aside.value.has(id)).length
})
const rows = computed(() => plainRows(entries.value))
const { selected, onKey } = useTypedList({
  entries: () => entries.value,
  selectedId: () => selectedId.value,
  select: (id) => (selectedId.value = id),
  filter,
  own(event) {
    if (event.key !== 'Delete' || !selected.value) return false
    void setAside(selected.value.id, !isAsideShown.value)
    return true
  },
})

useViewKeys('Worth a key', [
  { keys: 'Up', does: 'selects what is above; Down what is below' },
  { keys: 'A', does: 'any letter filters the list' },
  { keys: 'Delete', does: 'tells the selected one no more' },
  { keys: 'Tab', does: 'goes to the lever that would do it' },
])
</script>

<template>
  <section class="view">
    <header class="view-head">
      <h1>Ledger</h1>
      <ViewTabs :tabs="LEDGER_TABS" model-value="worth" label="Parts of the ledger" />
      <label class="watched">
        <ElSwitch v-model="isWatched" aria-label="Watch what I do by hand" />
        <span>Watch what I do by hand</span>
      </label>
      <span v-if="answer" class="soft" role="status">{{
        answer.sinceMs === undefined
          ? 'Nothing was watched yet'
          : `${countOf(answer.acts, 'act')} since ${dayAndTime(answer.sinceMs)}`
      }}</span>
      <ElButton v-if="asideCount > 0 || isAsideShown" text @click="isAsideShown = !isAsideShown">
        {{ isAsideShown ? 'Show what is told' : `${asideCount} told no more` }}
      </ElButton>
      <ElButton class="aside" :disabled="!answer?.acts" @click="forget"> Forget all of it </ElButton>
    </header>
    <div class="view-body">
      <RowList
        ref="list"
        :rows="rows"
        label="What is worth a key"
        prefix="worth"
        :selected-id="selected?.id"
        @key="onKey"
        @choose="(_event, { id }) => (selectedId = id)"
      >
        <template #top>
          <div class="row row-head worth">
            <span>What repeats</span><span>Done</span><span>A week</span><span>Last</span>
          </div>
        </template>
        <template #entry="{ entry, attrs }">
          <div v-bind="attrs" class="row worth">
            <span class="cut" :title="entry.name">{{ entry.name }}</span>
            <span>{{ entry.count }}</span>
            <span>{{ entry.week }}</span>
            <span class="soft cut">{{ entry.last }}</span>
          </div>
        </template>
        <template #empty>
          <div v-if="answer" class="empty">
            <p v-if="filter">Nothing that was noticed is like “{{ filter }}”.</p>
            <template v-else-if="!isWatched">
              <p>
                What you do by hand on the bench is not watched. Switched on, what repeats is found here, with the lever
                that would do it. It stays on this machine, and nothing you write is kept.
              </p>
              <ElButton type="primary" @click="isWatched = true"> Watch what I do by hand </ElButton>
            </template>
            <template v-else>
              <p>
                What you do by hand three times and more on the bench is found here, with the lever that would do it. It
                stays on this machine, and nothing you write is kept.
              </p>
              <ElButton @click="router.push('/bench')"> Go to the bench </ElButton>
            </template>
          </div>
        </template>
      </RowList>
      <ProposalInspector
        v-if="selected?.proposal"
        :proposal="selected.proposal"
        @aside="setAside(selected.id, !isAsideShown)"
      />
      <aside v-else-if="selected?.fact" class="inspector" aria-label="Noticed">
        <p>{{ selected.name }}</p>
        <div class="acts">
          <ElButton
            v-for="id in selected.fact.kind === 'alike' ? selected.fact.leverIds : [selected.fact.leverId]"
            :key="id"
            @click="router.push(`/levers/${id}`)"
            >Open {{ nameOf(id) }}</ElButton
          >
          <ElButton title="Delete" @click="setAside(selected.id, !isAsideShown)">Tell no more</ElButton>
        </div>
      </aside>
    </div>
  </section>
</template>

<style scoped>
.watched {
  display: flex;
  gap: 8px;
  align-items: center;
}
.aside {
  margin-left: auto;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.worth {
  grid-template-columns: minmax(160px, 1fr) 70px 80px 170px;
}
</style>
