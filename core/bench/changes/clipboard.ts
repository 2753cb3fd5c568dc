import { z } from 'zod'
import { fail, succeed } from '../../result'
import { benchIssue } from '../issues'
import { clipSchema, idSchema, MOST_CLIPS, MOST_PINNED_CLIPS } from '../schema'
import type { BenchState, Clip } from '../schema'
import { defineChange, wasThere } from './defineChange'

/**
 * Copies something; the newest is what is pasted. Of too many the oldest is forgotten that is not pinned, and what only
 * passed through goes with the next.
 */
const put = defineChange({
  kind: 'clipboard.put',
  fields: { clip: clipSchema, index: z.number().int().nonnegative().optional() },
  apply(state, { clip, index = 0 }) {
    const clips = clipsOf(state)
    if (clip.forgotten) return fail(benchIssue({ code: 'clip-missing' }))
    if (clips.some(({ id }) => id === clip.id)) return fail(benchIssue({ code: 'clip-exists' }))
    const leaving = new Set([passingAt(clips, index), forgottenFor(clips, index)])
    const kept = clips.filter((other) => !leaving.has(other))
    return succeed({ ...state, clipboard: kept.toSpliced(index, 0, clip) })
  },
  invert(before, { clip, index = 0 }) {
    const clips = clipsOf(before)
    const again = passingAt(clips, index)
    const restores = forgottenFor(clips, index)
    return {
      kind: 'clipboard.take',
      clipId: clip.id,
      ...(restores ? { restores, restoresAt: clips.indexOf(restores) - (again ? 1 : 0) } : {}),
      ...(again ? { again } : {}),
    }
  },
  describe: ({ clip }) => `${said(clip)} is copied.`,
  footprint: newest,
})

/**
 * Takes something off the clipboard; `restores` is what had been forgotten for it, at its place among the rest, and
 * `again` what it had taken the place of.
 */
const take = defineChange({
  kind: 'clipboard.take',
  fields: {
    clipId: idSchema,
    restores: clipSchema.optional(),
    restoresAt: z.number().int().nonnegative().optional(),
    again: clipSchema.optional(),
  },
  apply(state, { clipId, restores, restoresAt, again }) {
    const rest = clipsOf(state).filter(({ id }) => id !== clipId)
    if (rest.length === clipsOf(state).length) return fail(benchIssue({ code: 'clip-missing' }))
    const isThere = (clip: Clip | undefined) => clip === undefined || rest.some(({ id }) => id === clip.id)
    const restored = isThere(restores) ? rest : rest.toSpliced(restoresAt ?? rest.length, 0, restores!)
    const all = isThere(again) ? restored : [again!, ...restored]
    const { clipboard: _before, ...others } = state
    return succeed(all.length > 0 ? { ...others, clipboard: all.slice(0, MOST_CLIPS) } : others)
  },
  invert(before, { clipId }) {
    const index = clipsOf(before).findIndex(({ id }) => id === clipId)
    return { kind: 'clipboard.put', clip: wasThere(clipsOf(before)[index], `clip ${clipId}`), index }
  },
  describe: () => 'Something is taken off the clipboard.',
  footprint: newest,
})

/** Pins what was copied, or lets it go again. */
const pin = defineChange({
  kind: 'clipboard.pin',
  fields: { clipId: idSchema, pinned: z.boolean() },
  apply(state, { clipId, pinned }) {
    const clips = clipsOf(state)
    const index = clips.findIndex(({ id }) => id === clipId)
    const clip = clips[index]
    if (!clip) return fail(benchIssue({ code: 'clip-missing' }))
    if ((clip.pinned === true) === pinned) return succeed(state)
    if (pinned && clips.filter((other) => other.pinned).length >= MOST_PINNED_CLIPS)
      return fail(benchIssue({ code: 'clips-pinned', most: MOST_PINNED_CLIPS }))
    const { pinned: _pinned, ...loose } = clip
    return succeed({ ...state, clipboard: clips.with(index, pinned ? { ...clip, pinned: true } : loose) })
  },
  invert(before, { clipId }) {
    const clip = clipsOf(before).find(({ id }) => id === clipId)
    return { kind: 'clipboard.pin', clipId, pinned: wasThere(clip, `clip ${clipId}`).pinned === true }
  },
  describe: ({ pinned }) => (pinned ? 'Something that was copied is pinned.' : 'Something that was copied is let go.'),
  footprint(state, { clipId }) {
    const clip = clipsOf(state).find(({ id }) => id === clipId)
    return clip && { same: String(clip.pinned === true), words: clip.pinned ? 'pinned' : 'not pinned' }
  },
})

export const clipboardChanges = [put, take, pin] as const

function clipsOf({ clipboard = [] }: BenchState): Clip[] {
  return clipboard
}

/** What is at the top only until the next is copied. */
function passingAt(clips: readonly Clip[], index: number): Clip | undefined {
  return index === 0 && clips[0]?.passing ? clips[0] : undefined
}

/** What has to go for one more: the oldest that is not pinned. */
function forgottenFor(clips: readonly Clip[], index: number): Clip | undefined {
  if (clips.length - (passingAt(clips, index) ? 1 : 0) < MOST_CLIPS) return undefined
  return clips.findLast(({ pinned }) => !pinned)
}

function said({ kind, text }: Clip): string {
  switch (kind) {
    case 'address':
      return 'An address'
    case 'files':
      return text.includes('\n') ? 'Several files' : 'A file'
    case 'picture':
      return 'A picture'
    case undefined:
      return text.length === 1 ? 'A letter' : `A text of ${text.length} letters`
  }
}

function newest(state: BenchState) {
  const [clip] = clipsOf(state)
  return { same: clip?.id ?? '', words: clip ? 'what was copied' : 'empty' }
}
