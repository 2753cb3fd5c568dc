<script setup lang="ts">
import { own } from '~~/core/result'
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { ICON_COLOURS } from '~~/core/levers'
import { namedIn } from '~~/core/steps'
import type { Lever, LeverIcon } from '~~/core/levers'
import { readFiles } from '~/files/readFiles'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import IconUpload from '~icons/tabler/upload'
import LeverIconPicture from './LeverIcon.vue'

/**
 * The icon of a lever: one of the shipped set by its name, the program's own, or an uploaded picture, with a colour.
 */
const { steps } = defineProps<{ steps: Lever['steps'] }>()
const icon = defineModel<LeverIcon | null | undefined>({ required: true })

const mirror = useMirror()
const notices = useNotices()
const isOpen = ref(false)
const query = ref('')
const found = shallowRef<{ icons: { name: string; body: string }[]; total: number }>({ icons: [], total: 0 })
const file = ref<HTMLInputElement>()

const hasProgramIcon = computed(
  () => namedIn(steps, 'program').filter((id) => own(mirror.bench.programs, id)).length === 1,
)
const colour = computed(() => (icon.value && icon.value.kind !== 'upload' ? icon.value.colour : 'ink'))
const words = computed(() => {
  if (!icon.value) return hasProgramIcon.value ? 'the program’s own' : 'none'
  switch (icon.value.kind) {
    case 'set':
      return icon.value.name.replaceAll('-', ' ')
    case 'program':
      return 'the program’s own'
    case 'upload':
      return 'uploaded'
  }
  return ''
})

const search = useDebounceFn(async () => {
  found.value =
    (await notices.attempt(() => callApi('findIcons', { query: { query: query.value, limit: 80 } }))) ?? found.value
}, 120)
watch([query, isOpen], () => {
  if (isOpen.value) void search()
})

function recolour(next: LeverIcon extends infer I ? (I extends { colour: infer C } ? C : never) : never): void {
  icon.value =
    icon.value && icon.value.kind !== 'upload' ? { ...icon.value, colour: next } : { kind: 'program', colour: next }
}

async function upload(event: Event): Promise<void> {
  const [chosen] = (event.target as HTMLInputElement).files ?? []
  if (!chosen) return
  const {
    files: [read],
    problem,
  } = await readFiles([chosen])
  if (file.value) file.value.value = ''
  if (!read) return notices.show({ text: problem!, tone: 'fault' })
  const stored = await notices.attempt(() => callApi('uploadIcon', { body: read }))
  if (!stored) return
  icon.value = { kind: 'upload', id: stored.id }
  notices.say(
    stored.removed.length > 0
      ? `Stored ${chosen.name}. Taken out of it: ${stored.removed.join(', ')}.`
      : `Stored ${chosen.name}.`,
  )
}
</script>

<template>
  <div class="icon-field">
    <div class="now">
      <span class="label">Icon</span>
      <LeverIconPicture :lever="{ icon, steps }" />
      <span class="soft">{{ words }}</span>
      <ElButton size="small" :aria-expanded="isOpen" @click="isOpen = !isOpen">
        {{ isOpen ? 'Done' : 'Choose' }}
      </ElButton>
      <template v-if="isOpen">
        <ElButton size="small" @click="file?.click()"> <IconUpload class="icon" /> Upload SVG or PNG </ElButton>
        <ElButton v-if="icon" size="small" @click="icon = null">
          {{ hasProgramIcon ? 'The program’s own' : 'None' }}
        </ElButton>
        <input
          ref="file"
          type="file"
          accept=".svg,.png,image/svg+xml,image/png"
          class="unseen"
          tabindex="-1"
          aria-label="Upload an icon"
          @change="upload"
        />
      </template>
    </div>
    <div v-if="isOpen" class="choose">
      <div class="now">
        <ElInput
          v-model="query"
          placeholder="Search the icons: moon, camera, door"
          aria-label="Search the icons"
          clearable
        />
        <span class="soft" role="status">{{ found.total }} found</span>
        <div class="colours" role="radiogroup" aria-label="Colour of the icon">
          <button
            v-for="name in ICON_COLOURS"
            :key="name"
            type="button"
            role="radio"
            :aria-checked="name === colour"
            :aria-label="name"
            :title="name"
            :style="{ '--swatch': `var(--icon-${name})` }"
            @click="recolour(name)"
          />
        </div>
      </div>
      <div class="grid">
        <button
          v-for="entry in found.icons"
          :key="entry.name"
          type="button"
          :aria-label="entry.name.replaceAll('-', ' ')"
          :title="entry.name.replaceAll('-', ' ')"
          :aria-pressed="icon?.kind === 'set' && icon.name === entry.name"
          @click="icon = { kind: 'set', name: entry.name, colour }"
        >
          <!-- eslint-disable vue/no-v-html -- drawings of the shipped icon package, not of a user -->
          <svg viewBox="0 0 24 24" aria-hidden="true" v-html="entry.body" />
          <!-- eslint-enable vue/no-v-html -->
        </button>
      </div>
      <p v-if="found.total === 0 && query !== ''" class="soft">No icon is named like “{{ query }}”.</p>
    </div>
  </div>
</template>

<style scoped>
.icon-field,
.choose {
  display: grid;
  gap: 8px;
  min-width: 0;
}
.now {
  display: flex;
  align-items: center;
  gap: 8px;
}
.now .el-input {
  width: 280px;
}
.label {
  font: 600 14px var(--engraved);
}
.colours {
  display: flex;
  gap: 4px;
  margin-left: auto;
}
.colours button {
  width: 24px;
  height: 24px;
  border: 2px solid var(--surface);
  outline: 1px solid var(--line-strong);
  border-radius: 2px;
  background: var(--swatch);
  cursor: pointer;
}
.colours button[aria-checked='true'] {
  outline: 3px solid var(--live);
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, 36px);
  gap: 2px;
  max-height: 156px;
  overflow: auto;
  border: 1px solid var(--line);
  padding: 4px;
  background: var(--surface);
}
.grid button {
  width: 36px;
  height: 36px;
  border: 1px solid transparent;
  border-radius: 2px;
  background: none;
  color: var(--ink);
  padding: 7px;
  cursor: pointer;
}
.grid button:hover {
  background: var(--sunken);
}
.grid button[aria-pressed='true'] {
  border-color: var(--press);
  background: var(--press-soft);
}
</style>
