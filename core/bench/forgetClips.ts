import type { Change } from './change'
import type { Clip } from './schema'

/** Which texts are forgotten: of all that was copied, or only what came from a program that holds secrets. */
export type WhichClips = 'all' | 'passing'

/** What a change says of texts that were copied: nothing, some, or that one is of a program that holds secrets. */
export function clipsIn(change: Change): 'some' | 'passing' | undefined {
  const clips = clipsOf(change).filter(({ forgotten }) => !forgotten)
  if (clips.length === 0) return undefined
  return clips.some(({ passing }) => passing) ? 'passing' : 'some'
}

/**
 * A change that was made, without the texts that were copied; made again, it brings none of them back. That something
 * was copied, when, and from which program is still told.
 */
export function forgetClips(change: Change, which: WhichClips): Change {
  const isMeant = (clip: Clip | undefined): clip is Clip =>
    clip !== undefined && (which === 'all' || clip.passing === true)
  if (change.kind === 'clipboard.put') {
    const { clip } = change
    return isMeant(clip) ? { ...change, clip: { ...clip, text: '', forgotten: true } } : change
  }
  if (change.kind !== 'clipboard.take') return change
  const { restores, restoresAt, again, ...take } = change
  return {
    ...take,
    ...(restores && !isMeant(restores) ? { restores, ...(restoresAt === undefined ? {} : { restoresAt }) } : {}),
    ...(again && !isMeant(again) ? { again } : {}),
  }
}

function clipsOf(change: Change): Clip[] {
  if (change.kind === 'clipboard.put') return [change.clip]
  if (change.kind === 'clipboard.take') return [change.restores, change.again].filter((clip) => clip !== undefined)
  return []
}
