import { z } from 'zod'
import { countOf } from '../../names'
import { fail, own, succeed } from '../../result'
import { canonicalJson, sameValue } from '../canonicalJson'
import { lampIndex } from '../devices'
import { benchIssue } from '../issues'
import { clockAheadSchema, idSchema, lampSchema, messageSchema } from '../schema'
import type { BenchState, Message } from '../schema'
import { defineChange, wasThere } from './defineChange'

/** What is shown on the screen of the bench beside its windows: messages and lamps. */

const indexSchema = z.number().int().nonnegative()

/** `index` is the place among the messages; last when absent. */
const showMessage = defineChange({
  kind: 'message.show',
  fields: { message: messageSchema, index: indexSchema.optional() },
  apply(state, { message, index = state.messages.length }) {
    if (isOnScreen(state, message.id)) return fail(benchIssue({ code: 'message-exists', messageId: message.id }))
    return succeed({ ...state, messages: withMessage(state.messages, message, index) })
  },
  invert: (_before, { message }) => ({ kind: 'message.dismiss', messageId: message.id }),
  describe: ({ message }) => `A message appears: ${message.text}`,
  footprint: (state, { message }) =>
    isOnScreen(state, message.id) ? { same: 'on screen', words: 'on screen' } : undefined,
})

const dismissMessage = defineChange({
  kind: 'message.dismiss',
  fields: { messageId: idSchema },
  apply(state, { messageId }) {
    const messages = state.messages.filter(({ id }) => id !== messageId)
    return messages.length === state.messages.length
      ? fail(benchIssue({ code: 'message-missing', messageId }))
      : succeed({ ...state, messages })
  },
  invert(before, { messageId }) {
    const index = before.messages.findIndex(({ id }) => id === messageId)
    return { kind: 'message.show', message: wasThere(before.messages[index], `message ${messageId}`), index }
  },
  describe: ({ messageId }, before) =>
    `A message goes away: ${before?.messages.find(({ id }) => id === messageId)?.text ?? messageId}`,
  footprint: (state, { messageId }) => (isOnScreen(state, messageId) ? undefined : { same: 'away', words: 'away' }),
})

/** Shows a control as a lamp, at a place among the lamps or behind them, in other words, or no longer. */
const watchLamp = defineChange({
  kind: 'lamp.watch',
  fields: { ...lampSchema.shape, watched: z.boolean(), index: indexSchema.optional() },
  apply(state, { kind: _kind, watched, index, ...lamp }) {
    const at = lampIndex(state, lamp)
    if (!watched) return succeed(at < 0 ? state : { ...state, lamps: state.lamps.toSpliced(at, 1) })
    const device = own(state.devices, lamp.deviceId)
    // One that is put back into its place comes back also where its control is gone.
    if (index === undefined && !(device && own(device.controls, lamp.controlId))) {
      const fact = {
        code: 'control-missing',
        device: device?.name ?? lamp.deviceId,
        controlId: lamp.controlId,
      } as const
      return fail(benchIssue(fact, 'controlId'))
    }
    if (at < 0) return succeed({ ...state, lamps: state.lamps.toSpliced(index ?? state.lamps.length, 0, lamp) })
    return succeed(sameValue(state.lamps[at], lamp) ? state : { ...state, lamps: state.lamps.with(at, lamp) })
  },
  invert(before, change) {
    const { kind, deviceId, controlId } = change
    const index = lampIndex(before, change)
    return index >= 0
      ? { kind, ...before.lamps[index]!, watched: true, index }
      : { kind, deviceId, controlId, watched: false }
  },
  describe({ deviceId, controlId, watched }, before) {
    const device = before && own(before.devices, deviceId)
    const control = (device && own(device.controls, controlId)?.name) ?? controlId
    const name = device?.name ?? `The device ${deviceId}`
    return `${name}: ${control} is ${watched ? 'shown as a lamp' : 'no longer a lamp'}.`
  },
  footprint(state, change) {
    const lamp = state.lamps[lampIndex(state, change)]
    return { same: canonicalJson(lamp ?? null), words: lamp ? 'a lamp' : 'no lamp' }
  },
})

/**
 * The ids of messages, kept beside the list that holds them: thousands may stand there, and each new one is looked for.
 * A list that grew out of another takes its set over; who still asks the older one gets a set made anew.
 */
const idsOf = new WeakMap<readonly Message[], Set<string>>()

function knownIds(messages: readonly Message[]): Set<string> {
  let ids = idsOf.get(messages)
  if (!ids) idsOf.set(messages, (ids = new Set(messages.map(({ id }) => id))))
  return ids
}

function isOnScreen({ messages }: BenchState, messageId: string): boolean {
  return knownIds(messages).has(messageId)
}

function withMessage(messages: Message[], message: Message, index: number): Message[] {
  const ids = knownIds(messages)
  // Of thousands, a quarter of the time that spreading them takes.
  const after = messages.toSpliced(index, 0, message)
  idsOf.delete(messages)
  idsOf.set(after, ids.add(message.id))
  return after
}

/** Sets how far the clock of the bench is ahead; waits that are over by it end. */
const runClock = defineChange({
  kind: 'clock.run',
  fields: { aheadMs: clockAheadSchema },
  apply(state, { aheadMs }) {
    const { clockAheadMs = 0, ...rest } = state
    if (clockAheadMs === aheadMs) return succeed(state)
    return succeed(aheadMs === 0 ? rest : { ...rest, clockAheadMs: aheadMs })
  },
  invert: ({ clockAheadMs = 0 }, { kind }) => ({ kind, aheadMs: clockAheadMs }),
  describe: ({ aheadMs }, before) =>
    `The clock runs ${countOf(Math.round(Math.abs(aheadMs - (before?.clockAheadMs ?? 0)) / 60_000), 'minute')} ` +
    `${aheadMs >= (before?.clockAheadMs ?? 0) ? 'forward' : 'back'}.`,
  footprint: ({ clockAheadMs = 0 }) => ({
    same: String(clockAheadMs),
    words: `${Math.round(clockAheadMs / 60_000)} min ahead`,
  }),
})

export const screenChanges = [showMessage, dismissMessage, watchLamp, runClock] as const
