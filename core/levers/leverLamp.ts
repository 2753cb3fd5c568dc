import { lampIndex, valueInWords } from '../bench'
import type { BenchState, Lamp } from '../bench'
import { performStep, targetsOf } from '../steps'
import type { StepOf } from '../steps'
import type { Lever } from './schema'

/** The lamp on the plate of a lever: its own, or that of the control it switches or chooses; in the words of the bench's lamp of the same control where it has none. */
export function lampOf({ lamp, steps }: Pick<Lever, 'lamp' | 'steps'>, bench: BenchState): Lamp | undefined {
  if (lamp) return worded(lamp, bench)
  const step = controlStepOf(steps)
  const targets = step && targetsOf(step, bench)
  const [first] = targets?.ok ? targets.value : []
  return step && first && first.control.kind !== 'level'
    ? worded(
        {
          deviceId: first.device.id,
          controlId: step.controlId,
          ...(step.to.kind === 'set' ? { litWhen: step.to.value } : {}),
        },
        bench,
      )
    : undefined
}

function worded(lamp: Lamp, bench: BenchState): Lamp {
  const { lit, dark, litWhen } = bench.lamps[lampIndex(bench, lamp)] ?? {}
  // Words for another value would be wrong here.
  return litWhen === lamp.litWhen ? { ...(lit ? { lit } : {}), ...(dark ? { dark } : {}), ...lamp } : lamp
}

/** The state a pull would lead to, in words: `muted`; undefined for levers that do not go from one to another. */
export function goesTo({ steps }: Pick<Lever, 'steps'>, bench: BenchState): string | undefined {
  const step = controlStepOf(steps)
  if (step?.to.kind !== 'toggle' && step?.to.kind !== 'cycle') return undefined
  const effect = performStep(step, bench, { nowMs: 0, nextId: () => '' })
  const [change] = effect.kind === 'done' ? effect.changes : []
  if (change?.kind !== 'device.set') return undefined
  const control = bench.devices[change.deviceId]?.controls[change.controlId]
  return control && valueInWords(control, change.value)
}

function controlStepOf(steps: Lever['steps']): StepOf<'device.control'> | undefined {
  return steps.find((step) => step.kind === 'device.control')
}
