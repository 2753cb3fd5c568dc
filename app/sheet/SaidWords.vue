<script setup lang="ts">
import { computed } from 'vue'
import type { Use } from '~~/core/words'

/** A text with what each of its words was used for below it; what is in doubt is marked, with what it could mean. */
const { text, uses } = defineProps<{ text: string; uses: readonly Use[] }>()
const emit = defineEmits<{ choose: [from: number, to: number, text: string] }>()

const LONGEST_SHOWN = 200

const pieces = computed(() =>
  uses.slice(0, LONGEST_SHOWN).map((use) => ({
    ...use,
    words: text.slice(use.from, use.to),
    isDoubtful: use.kind === 'unused' || use.doubt !== undefined,
    gloss: glossOf(use),
  })),
)

/** What it could mean stands in the choices, where there are some. */
function glossOf({ kind, says, doubt, choices }: Use): string {
  switch (kind) {
    case 'does':
      return doubt ? `${says}: ${doubt}` : says
    case 'names':
      return doubt && !choices ? `${says}: ${doubt}` : says
    case 'joins':
      return 'goes on'
    case 'passed':
      return 'says nothing'
    case 'unused':
      return 'not used'
  }
}
</script>

<template>
  <div class="said" aria-label="What each word was used for">
    <span v-for="piece in pieces" :key="piece.from" class="piece" :class="[piece.kind, { doubtful: piece.isDoubtful }]">
      <span class="words"
        >{{ piece.words }}<span v-if="piece.isDoubtful" class="mark" aria-label="in doubt">?</span></span
      >
      <span v-if="piece.gloss" class="gloss">{{ piece.gloss }}</span>
      <span v-if="piece.choices && piece.isDoubtful" class="choices">
        <button
          v-for="choice in piece.choices"
          :key="choice.text"
          type="button"
          :title="`Say “${choice.text}”`"
          @click="emit('choose', choice.place?.from ?? piece.from, choice.place?.to ?? piece.to, choice.text)"
        >
          {{ choice.says }}
        </button>
      </span>
    </span>
    <span v-if="uses.length > LONGEST_SHOWN" class="gloss">{{ uses.length - LONGEST_SHOWN }} more</span>
  </div>
</template>

<style scoped>
.said {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  max-height: 260px;
  overflow: auto;
}
.piece {
  display: inline-grid;
  align-content: start;
  max-width: 260px;
}
.words {
  border-bottom: 1px solid var(--line-strong);
}
.joins .words,
.passed .words {
  border-bottom-color: transparent;
  color: var(--ink-soft);
}
.doubtful .words {
  border-bottom: 2px dashed var(--fault);
}
.mark {
  margin-left: 3px;
  font-weight: 700;
  color: var(--fault);
}
.gloss {
  font-size: 12px;
  color: var(--ink-soft);
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  padding-top: 2px;
}
.choices button {
  font: inherit;
  font-size: 12px;
  padding: 1px 6px;
  border: 1px solid var(--line-strong);
  background: var(--surface);
  color: var(--ink);
  cursor: pointer;
}
.choices button:hover {
  border-color: var(--press);
}
</style>
