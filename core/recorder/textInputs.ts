import type { LeverInput } from '../levers'
import { mapTexts } from '../steps'
import type { Step } from '../steps'

/** The text of a step that can be made an input: what is typed, put on the clipboard or announced. */
export function textOfStep(step: Step): string | undefined {
  const text =
    'text' in step && (step.kind === 'text.type' || step.kind === 'clipboard.use' || step.kind === 'message.show')
      ? step.text
      : undefined
  return text === undefined || text === '' || /\$\{/.test(text) ? undefined : text
}

/**
 * A text becomes an input of the lever: wherever it stands as a whole, `${name}` stands in its place, and it is what the
 * input has where nothing else is given. The name is `text`, or `text2` and so on where that is taken.
 */
export function makeInput(
  steps: readonly Step[],
  text: string,
  inputs: readonly LeverInput[],
): { steps: Step[]; inputs: LeverInput[] } {
  const names = new Set(inputs.map(({ name }) => name))
  let name = 'text'
  for (let n = 2; names.has(name); n++) name = `text${n}`
  const replaced = steps.map((step) =>
    textOfStep(step) === text ? mapTexts(step, (one) => (one === text ? `\${${name}}` : one)) : step,
  )
  return { steps: replaced, inputs: [...inputs, { name, kind: 'text', standard: text.replaceAll('$$', '$') }] }
}
