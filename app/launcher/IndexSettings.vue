<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { FILE_KINDS, fileKindWords, findableWords } from '~~/core/finding'
import type { FileKind, Scan } from '~~/core/finding'
import { countOf, listed } from '~~/core/names'
import { own } from '~~/core/result'
import { DEFAULT_SETTINGS } from '~~/core/settings'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import LateInput from '~/form/LateInput.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import RowsField from '~/form/RowsField.vue'
import { ApiRefusal, callApi } from '~/live/callApi'
import { useNotices } from '~/live/useNotices'
import { useSettingEdits } from '~/live/useSettingEdits'
import { useUndo } from '~/live/useUndo'
import { timeOfDay } from '~/page/instants'
import { useFinder } from './useFinder'
import { useLauncherMemory } from './useLauncherMemory'

/** What the launcher looks up: which folders, how deep, what is left out; when that was done last, and doing it again. */
const finder = useFinder()
const memory = useLauncherMemory()
const edits = useSettingEdits()
const notices = useNotices()
const { undo } = useUndo()
onMounted(() => {
  void finder.start()
  void memory.refresh()
})

const scan = computed(() => edits.settings.launcher.scan)
const issues = ref<Record<string, string>>({})
const isUsual = computed(() => JSON.stringify(scan.value) === JSON.stringify(DEFAULT_SETTINGS.launcher.scan))

async function save(part: Partial<Scan>, shortWords = edits.settings.launcher.shortWords): Promise<void> {
  try {
    await edits.editSettings(({ launcher, ...rest }) => ({
      ...rest,
      launcher: { scan: { ...launcher.scan, ...part }, shortWords },
    }))
    issues.value = {}
    notices.say('Changed what the launcher looks up.', { label: 'Undo', act: undo })
  } catch (error) {
    if (!(error instanceof ApiRefusal)) throw error
    issues.value = Object.fromEntries(
      error.issues.map(({ path, message }) => [path.replace(/^launcher\.scan\./, ''), message]),
    )
  }
}

const setFolder = (at: number, part: Partial<Scan['folders'][number]>) =>
  save({ folders: scan.value.folders.map((folder, i) => (i === at ? { ...folder, ...part } : folder)) })
const patternsIn = (text: string) =>
  text
    .split(',')
    .map((pattern) => pattern.trim())
    .filter(Boolean)
const kinds = FILE_KINDS.map((value) => ({ value, name: fileKindWords[value] }))

const status = computed(() => {
  const { phase, scannedCount, builtAtMs } = finder
  const found = `${countOf(scannedCount, 'file or folder', 'files and folders')}`
  switch (phase) {
    case 'waiting':
      return 'Waits for the files of the bench …'
    case 'scanning':
      return `Taking in files: ${scannedCount.toLocaleString('en')} so far …`
    case 'stopped':
      return `Stopped after ${found}; the rest is not found until the next scan.`
    default:
      return builtAtMs === undefined ? 'Not built yet.' : `Built at ${timeOfDay(builtAtMs)} in this tab, ${found}.`
  }
})
const counts = computed(() => {
  void finder.phase
  return Object.entries(finder.counts()).map(([kind, count]) => {
    const words = own(findableWords, kind)
    return words ? countOf(count, words.one, words.all) : ''
  })
})

const words = computed(() => edits.settings.launcher.shortWords)
const chosen = computed(() => memory.choices.reduce((sum, { count }) => sum + count, 0))

async function forgetAll(): Promise<void> {
  const done = await notices.attempt(() => callApi('forgetChoices'))
  if (!done) return
  memory.choices = []
  notices.say(`Forgot ${countOf(done.forgotten, 'choice')}.`)
}
</script>

<template>
  <div id="setting-scan" class="index">
    <p class="status">
      <span role="status">{{ status }}</span>
      <ElButton v-if="finder.phase === 'scanning'" size="small" @click="finder.stop()"> Stop </ElButton>
      <ElButton v-else size="small" @click="finder.scanNow()"> Scan now </ElButton>
      <ElButton v-if="!isUsual" size="small" @click="save(DEFAULT_SETTINGS.launcher.scan)"> As delivered </ElButton>
    </p>
    <p class="soft">Beside the files it finds {{ listed(counts) }}; what changes is found at the next key.</p>
    <RowsField
      legend="Folders"
      hint="with what is in them"
      add-word="Folder"
      @add="save({ folders: [...scan.folders, { path: '${documents}', depth: 20 }] })"
    >
      <div v-for="(folder, i) in scan.folders" :key="i" class="part folder">
        <LateInput
          class="mono"
          :model-value="folder.path"
          :aria-label="`Folder ${i + 1}`"
          :aria-invalid="issues[`folders.${i}.path`] !== undefined"
          :spellcheck="false"
          @update:model-value="setFolder(i, { path: $event })"
        />
        <label
          ><ElInputNumber
            :model-value="folder.depth"
            :min="1"
            :max="100"
            :precision="0"
            controls-position="right"
            :aria-label="`How deep folder ${i + 1} is scanned`"
            @change="setFolder(i, { depth: $event ?? 1 })"
          />
          deep</label
        >
        <RemoveButton :label="`Leave ${folder.path} out`" @click="save({ folders: scan.folders.toSpliced(i, 1) })" />
        <p v-if="finder.plan.unknown.includes(folder.path)" class="fault" role="alert">
          “{{ folder.path }}” is no folder here. Give a path from the root, or a known folder such as ${documents}.
        </p>
        <p v-if="issues[`folders.${i}.path`]" class="fault" role="alert">{{ issues[`folders.${i}.path`] }}</p>
      </div>
      <p v-if="scan.folders.length === 0" class="soft">No folder is scanned: files are not found.</p>
    </RowsField>
    <div class="pair">
      <label
        >Left out: names with * and ?, commas between
        <LateInput
          :model-value="scan.leaveOut.join(', ')"
          placeholder="*.tmp, bin"
          @update:model-value="save({ leaveOut: patternsIn($event) })"
        />
      </label>
      <div>
        Left out: kinds of files
        <ChoiceSelect
          :model-value="[...scan.withoutKinds]"
          label="Kinds of files that are left out"
          multiple
          placeholder="None"
          :options="kinds"
          @update:model-value="save({ withoutKinds: $event as FileKind[] })"
        />
      </div>
    </div>
    <div id="setting-shortWords" class="words">
      <strong>Short words</strong>
      <span class="soft">given to a row of the launcher with Alt+W; those of levers are their aliases</span>
      <span v-for="entry in words" :key="`${entry.word} ${entry.entryId}`" class="word">
        <code>{{ entry.word }}</code> {{ entry.entryId.replace(/^[a-z]+:/, '') }}
        <RemoveButton
          :label="`Take the word ${entry.word} away`"
          @click="
            save(
              {},
              words.filter((other) => other !== entry),
            )
          "
        />
      </span>
      <span v-if="words.length === 0" class="soft">None was given yet.</span>
    </div>
    <p class="status">
      <span
        >Learned from {{ countOf(chosen, 'choice') }}: what was chosen twice for the same letters stands first for
        them.</span
      >
      <ElButton v-if="chosen > 0" size="small" @click="forgetAll"> Forget all </ElButton>
    </p>
  </div>
</template>

<style scoped>
.index {
  display: grid;
  gap: 10px;
  max-width: 1100px;
}
.status {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 28px;
}
.status .el-button {
  margin: 0;
}
.folder {
  grid-template-columns: minmax(0, 560px) auto auto;
  justify-content: start;
}
label,
.pair > div {
  font: 600 14px var(--engraved);
}
.folder label {
  display: flex;
  gap: 8px;
  align-items: center;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
}
.words {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
}
strong {
  font: 600 14px var(--engraved);
}
.word {
  display: flex;
  gap: 6px;
  align-items: center;
}
code {
  padding: 0 5px;
  border: 1px solid var(--line-strong);
  border-radius: 2px;
}
</style>
