<script setup lang="ts">
import { useTimeAgo } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { FrameFolderSummary } from '~~/contract'
import { countOf } from '~~/core/names'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'

/** The watched folder: how each of its files stands to its frame, and what is to be chosen. */
type File = FrameFolderSummary['files'][number]
type Part = File['apart'][number]

const mirror = useMirror()
const notices = useNotices()
const folder = computed(() => mirror.frameFolder)
const wanted = ref('')
const kept = computed(() => new Set(folder.value?.files.map(({ frameId }) => frameId)))
const free = computed(() =>
  mirror.frames.filter(({ id }) => !kept.value.has(id)).map(({ id, name }) => ({ value: id, name })),
)
const chosen = computed({
  get: () => (free.value.some(({ value }) => value === wanted.value) ? wanted.value : (free.value[0]?.value ?? '')),
  set: (id) => (wanted.value = id),
})

const PHASES: Readonly<Record<File['phase'], string>> = {
  'in-step': 'in step',
  apart: 'two versions',
  wrong: 'not read',
  unreadable: 'not read',
  unwritten: 'not written',
  refused: 'left alone',
  gone: 'file gone',
  left: 'frame deleted',
  other: '',
}
const PARTS = { frame: 'The frame itself', value: 'The value', lever: 'The lever' } as const

async function keep(): Promise<void> {
  const done = await notices.attempt(() => callApi('keepFrame', { body: { frameId: chosen.value } }))
  if (done) notices.say(`Kept in ${done.file} from now on.`)
}
const act = (file: string, how: 'write-again' | 'let-go') =>
  notices.attempt(() => callApi('actOnFrameFile', { body: { file, act: how } }))
const choose = (file: string, { kind, key }: Part, side: 'file' | 'store') =>
  notices.attempt(() => callApi('chooseFramePart', { body: { file, kind, key, side } }))
const since = (atMs: number) => useTimeAgo(atMs).value
</script>

<template>
  <section v-if="folder" class="folder" aria-label="Watched folder">
    <header>
      <h2>Watched folder</h2>
      <code class="cut" :title="folder.folder">{{ folder.folder }}</code>
    </header>
    <p v-if="!folder.isThere" class="fault" role="status">
      The folder is not there now. Its frames stay as they are; it goes on when the folder is back.
    </p>
    <p v-if="folder.files.length === 0" class="soft">
      No frame is kept in it yet. A file put there that begins with <code>keen-lever: 1</code> is read at once.
    </p>
    <ul>
      <li v-for="file in folder.files" :key="file.file" class="kept">
        <p class="line">
          <strong class="mono">{{ file.file }}</strong>
          <span class="tag" :class="file.phase">{{ PHASES[file.phase] }}</span>
          <span v-if="file.frame" class="soft">{{ file.frame }}</span>
          <span v-if="file.last && file.phase === 'in-step'" class="soft">
            {{ file.last.by === 'file' ? 'from the file' : 'into the file' }}, {{ since(file.last.atMs) }}:
            {{ file.last.says }}
          </span>
        </p>
        <p v-if="file.message" class="soft">{{ file.message }}</p>
        <ul v-if="file.issues.length > 0" class="issues">
          <li v-for="issue in file.issues" :key="`${issue.line} ${issue.column} ${issue.message}`">
            <span class="place">Line {{ issue.line }}, column {{ issue.column }}</span>
            <span class="fault">{{ issue.message }}</span>
          </li>
          <li class="soft">Until it is right, the frame stays as it was.</li>
        </ul>
        <div v-if="file.phase === 'gone'" class="acts">
          <ElButton size="small" @click="act(file.file, 'write-again')"> Write it again </ElButton>
          <ElButton size="small" @click="act(file.file, 'let-go')"> Keep the frame without a file </ElButton>
        </div>
        <template v-if="file.apart.length > 0">
          <p class="soft">
            {{ countOf(file.apart.length, 'part') }} altered on both sides. Nothing is lost: choose which stands.
          </p>
          <article v-for="part in file.apart" :key="`${part.kind} ${part.key}`" class="apart">
            <h3>{{ PARTS[part.kind] }} {{ part.kind === 'frame' ? '' : part.name }}</h3>
            <div class="sides">
              <div>
                <pre v-if="part.inFile !== undefined" tabindex="0">{{ part.inFile }}</pre>
                <p v-else class="soft">deleted in the file</p>
                <ElButton
                  size="small"
                  :aria-label="`Take ${part.name} from the file`"
                  @click="choose(file.file, part, 'file')"
                >
                  Take the file’s
                </ElButton>
              </div>
              <div>
                <pre v-if="part.inStore !== undefined" tabindex="0">{{ part.inStore }}</pre>
                <p v-else class="soft">deleted here</p>
                <ElButton
                  size="small"
                  :aria-label="`Take ${part.name} as it is here`"
                  @click="choose(file.file, part, 'store')"
                >
                  Take the one here
                </ElButton>
              </div>
            </div>
          </article>
        </template>
      </li>
    </ul>
    <div v-if="free.length > 0" class="acts">
      <ChoiceSelect v-model="chosen" class="frame" label="Frame to keep in a file" :options="free" />
      <ElButton @click="keep"> Keep it in a file </ElButton>
    </div>
  </section>
</template>

<style scoped>
.folder {
  display: grid;
  gap: 8px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--line);
}
header,
.line,
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: baseline;
}
h2,
h3,
p,
ul {
  margin: 0;
}
h2 {
  font-size: 15px;
}
h3 {
  font-size: 13px;
}
ul {
  padding: 0;
  list-style: none;
  display: grid;
  gap: 8px;
}
.kept,
.apart {
  display: grid;
  gap: 6px;
}
.acts .el-button {
  margin: 0;
}
.tag {
  border: 1px solid var(--line);
  border-radius: 3px;
  padding: 0 6px;
  font-size: 12px;
}
.tag.apart,
.tag.wrong,
.tag.unreadable,
.tag.unwritten {
  border-color: var(--fault);
  color: var(--fault);
}
.sides {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 8px;
}
.sides > div {
  display: grid;
  gap: 6px;
  align-content: start;
  justify-items: start;
}
pre {
  margin: 0;
  width: 100%;
  max-height: 180px;
  overflow: auto;
  padding: 6px 8px;
  background: var(--ground);
  border: 1px solid var(--line);
  font-size: 12px;
}
.place {
  margin-right: 8px;
}
.frame {
  width: 160px;
}
</style>
