import type { BenchState } from '~~/core/bench'
import type { Question, Step } from '~~/core/steps'
import type { Value } from '~~/core/values'

/** What is asked on the board, by a run or by a rehearsal. */
export interface Asked {
  /** Of the question: another one has another. */
  readonly key: string
  /** The lever that asks. */
  readonly name: string
  readonly plate: number
  readonly steps: readonly Step[]
  readonly question: Question
  /** The bench that its files are on. */
  readonly bench: BenchState
  /** When it goes on by itself. */
  readonly wakeAtMs: number | null
  readonly isRehearsed: boolean
  readonly answer: (answer: Value) => unknown
  /** Leaves it for later. */
  readonly leave: () => void
  /** Ends the run that asks. */
  readonly stop?: () => void
}
