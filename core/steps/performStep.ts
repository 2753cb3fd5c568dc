import type { BenchState } from '../bench'
import { expandVariables } from '../command'
import { assertNever } from '../result'
import { closeProgram } from './closeProgram'
import { controlDevices } from './controlDevices'
import { durationInWords } from './duration'
import { failed, namesFor } from './effect'
import type { StepContext, StepEffect } from './effect'
import { openPlaces } from './openPlaces'
import { openProgram } from './openProgram'
import type { PlainStep } from './schema'
import { raiseProgram, switchPrograms } from './switchPrograms'

/** Computes the effect of one step, without its alternative, on the bench as it stands. */
export function performStep(step: PlainStep, bench: BenchState, context: StepContext): StepEffect {
  switch (step.kind) {
    case 'program.open':
      return openProgram(step, bench, context)
    case 'program.raise':
      return raiseProgram(step.programId, bench)
    case 'program.switch':
      return switchPrograms(step, bench, context)
    case 'program.close':
      return closeProgram(step, bench, context)
    case 'place.open':
      return openPlaces(step, bench, context)
    case 'device.control':
      return controlDevices(step, bench, context)
    case 'frame.switch': {
      const on = (frameId: string) =>
        step.to === 'toggle'
          ? !(context.framesOn?.(frameId, bench) ?? bench.frameSwitches?.[frameId] ?? false)
          : step.to === 'on'
      return {
        kind: 'done',
        changes: step.frameIds.map((frameId) => ({ kind: 'frame.switch', frameId, on: on(frameId) })),
        note: `${step.frameIds.length === 1 ? 'The frame is' : 'The frames are'} switched.`,
      }
    }
    case 'message.show': {
      const { values, broken } = namesFor(bench, context.values)
      const text = expandVariables(step.text, values, broken)
      if (!text.ok) return failed(text.issues)
      return {
        kind: 'done',
        changes: [
          {
            kind: 'message.show',
            message: {
              id: context.nextId(),
              text: text.value,
              atMs: context.nowMs,
              ...(step.sound ? { sound: true } : {}),
            },
          },
        ],
        note: 'The message is on screen.',
      }
    }
    case 'run.put-back':
      return { kind: 'puts-back' }
    case 'wait':
      return { kind: 'waits', untilMs: context.nowMs + step.ms, note: `Waited ${durationInWords(step.ms)}.` }
    default:
      return assertNever(step)
  }
}
