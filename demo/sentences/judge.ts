import { sameValue } from '../../core/bench'
import type { Step } from '../../core/steps'
import { stepsFromWords } from '../../core/words'
import type { WordNames } from '../../core/words'
import { inFull } from './meant'
import type { Sentence } from './meant'

/** How one sentence was read. */
export interface Judged {
  readonly say: string
  readonly isRight: boolean
  /** Whether it was read without a doubt. */
  readonly isSure: boolean
  readonly read: readonly Step[]
  readonly meant: readonly Step[]
}

/** Reads every sentence and compares the steps with those that are meant. */
export function judge(sentences: readonly Sentence[], names: WordNames): Judged[] {
  return sentences.map(({ say, steps }) => {
    const meant = inFull(steps)
    const { steps: read, isSure } = stepsFromWords(say, names, { nextId: () => 'x' })
    return { say, isRight: sameValue(inFull(read as never), meant), isSure, read, meant }
  })
}
