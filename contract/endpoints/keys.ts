import { z } from 'zod'
import { conditionSchema } from '../../core/conditions'
import { frameSchema, keyRuleSchema, keySettingsSchema } from '../../core/levers'
import { settingsSchema } from '../../core/settings'
import { historySchema, keyLogEntrySchema, keysBodySchema, recordingBodySchema, recordingSchema } from '../schemas'
import { missing, stale, fromVersion } from './endpoint'
import type { Endpoint } from './endpoint'

const frameBody = z.object({
  version: fromVersion,
  on: z.boolean().optional(),
  name: z.string().trim().min(1, 'Give the frame a name.').max(60).optional(),
  condition: conditionSchema.nullable().optional(),
  rules: z.array(keyRuleSchema).max(200).optional(),
})
const newFrameBody = z.object({ name: z.string().trim().min(1, 'Give the frame a name.').max(60) })

/** Keys: as they are pressed, and what they do by frames and settings. */
export const keysEndpoints = {
  pressKeys: {
    method: 'POST',
    path: '/api/keys',
    summary: 'Timed key events for the resolver; answers what became of each, with the runs they started.',
    body: keysBodySchema,
    answer: z.object({ entries: z.array(keyLogEntrySchema) }),
  },
  listFrames: { method: 'GET', path: '/api/frames', summary: 'All frames.', answer: z.array(frameSchema) },
  createFrame: {
    method: 'POST',
    path: '/api/frames',
    summary: 'A new frame, switched on, behind the others.',
    body: newFrameBody,
    answer: frameSchema,
    status: 201,
  },
  editFrame: {
    method: 'PATCH',
    path: '/api/frames/:id',
    summary: 'Switches a frame on or off, names it otherwise, or sets its condition and its rules for keys.',
    body: frameBody,
    answer: frameSchema,
    refusals: missing,
  },
  deleteFrame: {
    method: 'DELETE',
    path: '/api/frames/:id',
    summary: 'Deletes a frame that has no levers.',
    answer: historySchema,
    refusals: { ...missing, 409: 'It still has levers.' },
  },
  editKeySettings: {
    method: 'PUT',
    path: '/api/key-settings',
    summary: 'The keyboard at hand and the timing of keys; in force at the next key.',
    body: keySettingsSchema.extend({ version: fromVersion }),
    answer: keySettingsSchema,
  },
  editSettings: {
    method: 'PUT',
    path: '/api/settings',
    summary: 'What holds for the whole product: theme, and how long what has happened is kept.',
    body: settingsSchema.extend({ version: fromVersion }),
    answer: settingsSchema,
    refusals: stale,
  },
  listRecordings: {
    method: 'GET',
    path: '/api/recordings',
    summary: 'Recorded typing: times and key codes only.',
    answer: z.array(recordingSchema),
  },
  createRecording: {
    method: 'POST',
    path: '/api/recordings',
    summary: 'Stores recorded typing.',
    body: recordingBodySchema,
    mostBytes: 4 * 1024 * 1024,
    answer: recordingSchema,
    status: 201,
  },
  deleteRecording: {
    method: 'DELETE',
    path: '/api/recordings/:id',
    summary: 'Deletes recorded typing for good.',
    answer: z.object({ ok: z.literal(true) }),
    refusals: missing,
  },
} as const satisfies Record<string, Endpoint>
