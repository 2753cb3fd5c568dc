import { z } from 'zod'
import { fail, succeed } from '../../result'
import { benchIssue } from '../issues'
import { clipSchema, idSchema, MOST_CLIPS } from '../schema'
import type { BenchState, Clip } from '../schema'
import { defineChange, wasThere } from './defineChange'

/** Copies a text; the newest one is what is pasted, and the oldest of too many is forgotten. */
const put = defineChange({
  kind: 'clipboard.put',
  fields: { clip: clipSchema, index: z.number().int().nonnegative().optional() },
  apply(state, { clip, index = 0 }) {
    if (clipsOf(state).some(({ id }) => id === clip.id)) return fail(benchIssue({ code: 'clip-exists' }))
    return succeed({ ...state, clipboard: clipsOf(state).toSpliced(index, 0, clip).slice(0, MOST_CLIPS) })
  },
  invert(before, { clip }) {
    const forgotten = clipsOf(before)[MOST_CLIPS - 1]
    return { kind: 'clipboard.take', clipId: clip.id, ...(forgotten ? { restores: forgotten } : {}) }
  },
  describe: ({ clip }) => `${clip.text.length === 1 ? 'A letter' : `A text of ${clip.text.length} letters`} is copied.`,
  footprint: newest,
})

/** Takes a text off the clipboard; `restores` is one that had been forgotten for it. */
const take = defineChange({
  kind: 'clipboard.take',
  fields: { clipId: idSchema, restores: clipSchema.optional() },
  apply(state, { clipId, restores }) {
    const rest = clipsOf(state).filter(({ id }) => id !== clipId)
    if (rest.length === clipsOf(state).length) return fail(benchIssue({ code: 'clip-missing' }))
    const { clipboard: _before, ...others } = state
    const clipboard = restores ? [...rest, restores].slice(0, MOST_CLIPS) : rest
    return succeed(clipboard.length > 0 ? { ...others, clipboard } : others)
  },
  invert(before, { clipId }) {
    const index = clipsOf(before).findIndex(({ id }) => id === clipId)
    return { kind: 'clipboard.put', clip: wasThere(clipsOf(before)[index], `clip ${clipId}`), index }
  },
  describe: () => 'A text is taken off the clipboard.',
  footprint: newest,
})

export const clipboardChanges = [put, take] as const

function clipsOf({ clipboard = [] }: BenchState): readonly Clip[] {
  return clipboard
}

function newest(state: BenchState) {
  const [clip] = clipsOf(state)
  return { same: clip?.id ?? '', words: clip ? 'what was copied' : 'empty' }
}
