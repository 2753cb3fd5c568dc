import { MOMENT_NAMES, momentValues } from '../../bench'
import { z } from 'zod'
import { slot } from '../../phrases'
import { expandVariables } from '../../command'
import { NO_WORK } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { namesFor } from '../namesFor'
import { requiredTemplate } from '../fields'
import { choicePart, partOf, say } from '../../sentence'

/** How something is said. */
export const MESSAGE_FORMS = ['notice', 'board', 'alert'] as const

const formWords = { notice: 'Shows the message', board: 'Announces', alert: 'Warns' }

/** So long an announcement stands on the board where nothing is said. */
export const BOARD_MS = 6000

export const showMessage = defineStep({
  kind: 'message.show',
  label: 'Say something',
  help: 'On the board, gone by itself; as a notice that stays; or as an alert that waits until it is read.',
  nature: 'message',
  phrases: [
    { say: 'say|announce|message|tell (that|:) {text}', gives: { text: slot('text'), as: 'board' } },
    { say: 'warn|alert (me) (that|of|:) {text}', gives: { text: slot('text'), as: 'alert' } },
    { say: 'remind me to|that {text}', gives: { text: slot('text'), as: 'alert' } },
    { say: 'show [the] message {text}', gives: { text: slot('text') } },
  ],
  fields: {
    text: requiredTemplate('Say what the message is.'),
    sound: z.boolean().optional(),
    as: z.enum(MESSAGE_FORMS).optional(),
    /** So long it stands on the board. */
    forMs: z.number().int().min(1000, 'At least a second.').max(3_600_000, 'At most an hour.').optional(),
  },
  gives: MOMENT_NAMES,
  fresh: { text: '' },
  sentence({ text, sound, as = 'notice' }) {
    const until = as === 'alert' ? ' and waits until it is read' : ''
    const said = say`“${partOf('text', text.replace(/\.$/, ''), 'text')}”${sound ? ' with a sound' : ''}`
    return say`${choicePart('as', as, formWords)} ${said}${until}.`
  },
  byHand: () => NO_WORK,
  perform({ text, sound, as, forMs = BOARD_MS }, bench, { nextId, nowMs, values, answer }) {
    const names = namesFor(bench, values)
    const expanded = expandVariables(text, { ...momentValues(nowMs), ...names.values }, names.broken)
    if (!expanded.ok) return failed(expanded.issues)
    if (as === 'alert') {
      if (answer !== undefined) return { kind: 'done', changes: [], note: 'It was read.' }
      const choices = [{ id: 'read', label: 'Read' }]
      return { kind: 'asks', question: { kind: 'choice', text: expanded.value, choices, standard: 'read' } }
    }
    const message = {
      id: nextId(),
      text: expanded.value,
      atMs: nowMs,
      ...(sound ? { sound: true } : {}),
      ...(as === 'board' ? { board: { goneAtMs: nowMs + forMs } } : {}),
    }
    // What has left the board makes room for what is announced now.
    const shown = { kind: 'message.show' as const, message }
    if (as !== 'board') return { kind: 'done', changes: [shown], note: 'The message is on screen.' }
    const left = bench.messages.filter(({ board }) => board && board.goneAtMs <= nowMs)
    const cleared = left.map(({ id }) => ({ kind: 'message.dismiss' as const, messageId: id }))
    return { kind: 'done', changes: [...cleared, shown], note: 'It stands on the board.' }
  },
})
