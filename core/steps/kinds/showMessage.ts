import { z } from 'zod'
import { expandVariables } from '../../command'
import { defineStep } from '../defineStep'
import { failed, namesFor } from '../effect'
import { requiredTemplate } from '../fields'

export const showMessage = defineStep({
  kind: 'message.show',
  label: 'Show a message',
  help: 'On the screen of the bench.',
  nature: 'message',
  fields: { text: requiredTemplate('Say what the message is.'), sound: z.boolean().optional() },
  fresh: { text: '' },
  sentence: ({ text, sound }) => `Shows the message “${text.replace(/\.$/, '')}”${sound ? ' with a sound' : ''}.`,
  perform({ text, sound }, bench, { nextId, nowMs, values }) {
    const names = namesFor(bench, values)
    const expanded = expandVariables(text, names.values, names.broken)
    if (!expanded.ok) return failed(expanded.issues)
    const message = { id: nextId(), text: expanded.value, atMs: nowMs, ...(sound ? { sound: true } : {}) }
    return { kind: 'done', changes: [{ kind: 'message.show', message }], note: 'The message is on screen.' }
  },
})
