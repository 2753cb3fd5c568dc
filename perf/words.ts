// Plain words: how many sentences are read right, how many of the wrong ones are marked, and how long reading takes.
import { heldBack, judge, known } from '../demo/sentences'
import type { Sentence } from '../demo/sentences'
import { frames, levers, workstation } from '../demo'
import { stepsFromWords, wordsFromSteps } from '../core/words'
import { percentile, table } from './measure'

const names = { bench: workstation, frames, levers }
const share = (part: number, of: number) => (of === 0 ? '–' : `${Math.round((100 * part) / of)} %`)

const rows = (
  [
    ['built with', known],
    ['held back', heldBack],
  ] as [string, readonly Sentence[]][]
).map(([part, sentences]) => {
  const judged = judge(sentences, names)
  const right = judged.filter(({ isRight }) => isRight)
  const wrong = judged.filter(({ isRight }) => !isRight)
  const marked = wrong.filter(({ isSure }) => !isSure)
  const needless = right.filter(({ isSure }) => !isSure)
  // Which of those that were held back is wrong is not shown, so that nobody builds for them.
  if (part === 'built with' || process.argv.includes('all'))
    for (const { say, isSure } of wrong) console.log(`wrong${isSure ? ', and not marked' : ''}: ${say}`)
  return [
    part,
    judged.length,
    share(right.length, judged.length),
    `${wrong.length} (${share(marked.length, wrong.length)} of them)`,
    share(needless.length, right.length),
  ]
})
console.log(table(['sentences', 'count', 'right', 'wrong (marked as uncertain)', 'right, but marked'], rows))

const texts = [...known, ...heldBack].map(({ say }) => say)
for (const text of texts) stepsFromWords(text, names)
// Sentences that were read are remembered for the same names.
const others = { ...names }
stepsFromWords('close', others)
const took = texts.map((text) => {
  const startedAt = performance.now()
  stepsFromWords(text, others)
  return performance.now() - startedAt
})
const long = texts.map((text) => text.replace(/[.!?]*$/, '.')).join('\n')
const startedAt = performance.now()
const { steps } = stepsFromWords(long, { ...names })
const longMs = performance.now() - startedAt
const outAt = performance.now()
const out = wordsFromSteps(steps, { ...names })
const outMs = performance.now() - outAt
const asItIs = out.split('\n').filter((line) => /Step \d+ as it is\.$/.test(line)).length
console.log(
  table(
    ['what', 'ms'],
    [
      ['one sentence, p50', percentile(took, 0.5).toFixed(1)],
      ['one sentence, p95', percentile(took, 0.95).toFixed(1)],
      [`all ${texts.length} sentences as one text`, longMs.toFixed(0)],
      [`read out again: ${steps.length} steps, ${asItIs} of them as they are`, outMs.toFixed(0)],
    ],
  ),
)
