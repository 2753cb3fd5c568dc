<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import type { AnswerOf, BodyOf } from '~~/contract'
import { countOf } from '~~/core/names'
import { callApi } from '~/live/callApi'
import { useNotices } from '~/live/useNotices'
import { dayAndTime } from '~/page/instants'

/** Backups of the store: made, saved as files, and put in the place of what stands after a look at what they hold. */
const { given } = defineProps<{
  /** A file that was chosen elsewhere. */
  given?: File
}>()
const notices = useNotices()
const backups = shallowRef<AnswerOf<'listBackups'>>([])
type Which = BodyOf<'restoreBackup'>
/** The backup that is looked at, with what it holds. */
const looked = shallowRef<{ name: string; which: Which; preview: AnswerOf<'previewBackup'> }>()
const isWorking = ref(false)
const chooser = ref<HTMLInputElement>()
const kinds = { daily: 'of the day', wanted: 'by hand', 'before-restore': 'before a restore' } as const
const LARGEST = 48_000_000

const differing = computed(() => looked.value?.preview.counts.filter(({ now, then }) => now !== then).length ?? 0)

onMounted(async () => {
  await refresh()
  if (given) await lookAt(given)
})

async function refresh(): Promise<void> {
  backups.value = (await notices.attempt(() => callApi('listBackups'))) ?? backups.value
}

async function work<T>(what: () => Promise<T>): Promise<T | undefined> {
  isWorking.value = true
  const done = await notices.attempt(what)
  isWorking.value = false
  return done
}

async function makeOne(): Promise<void> {
  const made = await work(() => callApi('makeBackup'))
  if (made) notices.say(`Backed up: ${made.file}.`)
  await refresh()
}

async function look(name: string, which: Which): Promise<void> {
  const preview = await work(() => callApi('previewBackup', { body: which }))
  looked.value = preview && { name, which, preview }
}

async function lookAtFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  if (file) await lookAt(file)
  input.value = ''
}

async function lookAt(file: File): Promise<void> {
  if (file.size > LARGEST) notices.say(`${file.name} is too large for a backup: it has more than 48 MB.`)
  else await look(file.name, { base64: await base64Of(file) })
}

function base64Of(file: File): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader()
    reader.onload = () => resolve(String(reader.result).replace(/^[^,]*,/, ''))
    reader.onerror = () => reject(new Error(`${file.name} cannot be read.`))
    reader.readAsDataURL(file)
  })
}

async function restore(): Promise<void> {
  const { name, which } = looked.value!
  const done = await work(() => callApi('restoreBackup', { body: which }))
  if (!done) return
  looked.value = undefined
  notices.say(`${name} is restored; what stood before is kept as ${done.kept.file}.`)
  await refresh()
}

function sizeOf(bytes: number): string {
  return bytes < 1_000_000 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`
}
</script>

<template>
  <div class="halves">
    <section class="half" aria-label="Backups">
      <div class="tools">
        <ElButton type="primary" :loading="isWorking" @click="makeOne"> Back up now </ElButton>
        <ElButton @click="chooser!.click()"> Look at a file … </ElButton>
        <input
          ref="chooser"
          type="file"
          hidden
          accept=".keen-backup,.gz"
          aria-label="A backup file"
          @change="lookAtFile"
        />
      </div>
      <p class="soft">
        One file has all levers, frames, values, kits, settings, icons and the bench, but not the ledger. One is made at
        the first start of each day; the last seven of those are kept.
      </p>
      <p v-if="backups.length === 0" class="soft">There is no backup yet.</p>
      <table v-else>
        <thead>
          <tr>
            <th scope="col">Made</th>
            <th scope="col">Why</th>
            <th scope="col" class="number">Size</th>
            <th scope="col" class="number">Acts</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="backup in backups" :key="backup.file" :aria-current="looked?.name === backup.file">
            <td>{{ dayAndTime(backup.atMs) }}</td>
            <td>{{ kinds[backup.kind] }}</td>
            <td class="number">{{ sizeOf(backup.bytes) }}</td>
            <td class="acts">
              <a :href="`/api/backups/${backup.file}`" :download="backup.file" :aria-label="`Save ${backup.file}`"
                >Save</a
              >
              <ElButton
                size="small"
                :aria-label="`Look at it: ${backup.file}`"
                @click="look(backup.file, { file: backup.file })"
              >
                Look at it
              </ElButton>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <aside class="half" aria-label="What a backup holds">
      <p v-if="!looked" class="soft">Look at a backup to see what it would bring back.</p>
      <template v-else>
        <h2 class="cut" :title="looked.name">{{ looked.name }}</h2>
        <p>As everything stood on {{ dayAndTime(looked.preview.atMs) }}.</p>
        <table>
          <thead>
            <tr>
              <th scope="col">What</th>
              <th scope="col" class="number">Now</th>
              <th scope="col" class="number">Then</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="{ what, now, then } in looked.preview.counts" :key="what">
              <th scope="row">{{ what }}</th>
              <td class="number">{{ now.toLocaleString('en') }}</td>
              <td class="number">
                <strong v-if="now !== then">{{ then.toLocaleString('en') }}</strong>
                <template v-else>{{ then.toLocaleString('en') }}</template>
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="differing === 0" class="soft">There are as many of each as now; what is in them may differ.</p>
        <template v-if="looked.preview.left.length > 0">
          <h3>{{ countOf(looked.preview.left.length, 'thing') }} that cannot be read</h3>
          <ul class="sentence-list fault">
            <li v-for="line in looked.preview.left" :key="line">{{ line }}</li>
          </ul>
        </template>
        <p>
          It takes the place of all that stands. Runs that have not ended are stopped, edits before it cannot be undone
          any more, the ledger stays; what stands now is kept as a backup.
        </p>
        <div class="tools">
          <ElButton type="primary" :loading="isWorking" @click="restore"> Restore it </ElButton>
          <ElButton @click="looked = undefined"> Leave it </ElButton>
        </div>
      </template>
    </aside>
  </div>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  padding: 5px 8px 5px 0;
  text-align: left;
  font-weight: normal;
  border-top: 1px solid var(--line);
}
thead th {
  border-top: 0;
  color: var(--ink-soft);
}
.number {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
.acts {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: flex-end;
}
tr[aria-current='true'] {
  background: var(--surface);
}
h3 {
  margin: 0;
}
</style>
