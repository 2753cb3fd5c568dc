import { natureOf } from '../steps'
import type { Nature } from '../steps'
import type { Feedback, KeySettings, Lever } from './schema'

/** The usual feedback by what a lever acts on: what is seen on the bench needs no word, what is not does. */
export const USUAL_FEEDBACK: Record<Nature, Feedback> = {
  program: 'lamp',
  place: 'lamp',
  device: 'notice',
  keys: 'notice',
  message: 'lamp',
  sheet: 'notice',
  script: 'notice',
  arrangement: 'notice',
}

/** What each feedback tells, as a phrase. */
export const feedbackWords: Record<Feedback, string> = {
  none: 'nothing',
  lamp: 'the lamp only',
  notice: 'a short notice',
  sound: 'a sound',
}

/** What a pull tells: as the lever says itself, else by what it acts on. */
export function feedbackOf(
  lever: Pick<Lever, 'feedback' | 'steps'>,
  { feedback = {} }: Pick<KeySettings, 'feedback'>,
): Feedback {
  const nature = natureOf(lever.steps)
  return lever.feedback ?? feedback[nature] ?? USUAL_FEEDBACK[nature]
}
