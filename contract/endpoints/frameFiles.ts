import { z } from 'zod'
import { LARGEST_FILE } from '../../core/frameFile'
import { frameFolderSchema, historySchema } from '../schemas'
import { mappingBody, missingThingsSchema, plannedClashesSchema, wantedWaySchema } from './carried'
import { missing } from './endpoint'
import type { Endpoint } from './endpoint'

const fates = z.enum(['new', 'changed', 'same', 'only-here'])
const planSchema = z.object({
  name: z.string(),
  isNew: z.boolean().meta({ description: 'There is no frame of that name yet.' }),
  isFrameChanged: z.boolean(),
  levers: z.array(
    z.object({ fate: fates, name: z.string(), plate: z.number().int().optional(), leverId: z.string().optional() }),
  ),
  values: z.array(z.object({ fate: fates, name: z.string() })),
  lost: z.array(z.object({ lever: z.string(), message: z.string() })),
})
const issueSchema = z.object({
  line: z.number().int().positive(),
  column: z.number().int().positive(),
  message: z.string(),
})
const text = z.string().max(LARGEST_FILE, 'A frame file has at most eight million letters.')
const fileName = z.string().max(255)
const folderRefusals = {
  404: 'No folder is watched.',
  409: 'It is kept already, is not gone, or is alike on both sides by now.',
  422: 'There is no such frame or file, or it cannot be written.',
}
const mostBytes = 3 * LARGEST_FILE

/** Frames as files that people read and type. */
export const frameFilesEndpoints = {
  writeFrameFile: {
    method: 'GET',
    path: '/api/frames/:id/file',
    summary: 'A frame with its values, rules and levers as a frame file (YAML 1.2).',
    answer: z.object({ name: z.string(), text: z.string() }),
    refusals: missing,
  },
  previewFrameFile: {
    method: 'POST',
    path: '/api/frame-files/preview',
    summary: 'What reading a frame file in would make, alter and leave, or what is wrong with it. Nothing is altered.',
    body: z.object({ text }),
    mostBytes,
    answer: z.object({
      issues: z.array(issueSchema),
      plan: planSchema.nullable(),
      clashes: plannedClashesSchema,
      missing: missingThingsSchema,
    }),
  },
  mapFrameFile: {
    method: 'POST',
    path: '/api/frame-files/mapping',
    summary:
      'The text of a frame file with other things in the place of what is not here, comments kept. Nothing is altered.',
    body: z.object({ text, mapping: mappingBody }),
    mostBytes,
    answer: z.object({ text: z.string() }),
    refusals: { 422: 'It cannot be read, with line and column.' },
  },
  takeWayOut: {
    method: 'POST',
    path: '/api/frame-files/way-out',
    summary:
      'The text of a frame file with one way out of one of its clashes taken, comments kept. Nothing is altered.',
    body: wantedWaySchema.extend({ text }),
    mostBytes,
    answer: z.object({ text: z.string() }),
    refusals: { 422: 'It cannot be read, or that clash is not there any more.' },
  },
  readFrameFile: {
    method: 'POST',
    path: '/api/frame-files',
    summary: 'Reads a frame file in as one edit; levers and values that it does not have are kept or deleted.',
    body: z.object({ text, notInFile: z.enum(['keep', 'delete']).default('keep') }),
    mostBytes,
    answer: z.object({ plan: planSchema, history: historySchema }),
    refusals: { 422: 'It cannot be read, with line and column, or it names a lever or frame that is not there.' },
  },
  readFrameFolder: {
    method: 'GET',
    path: '/api/frame-folder',
    summary: 'The watched folder with the frames that are kept in its files; null where none is watched.',
    answer: z.object({ folder: frameFolderSchema.nullable() }),
  },
  keepFrame: {
    method: 'POST',
    path: '/api/frame-folder/files',
    summary: 'Keeps a frame in a file of the watched folder from now on.',
    body: z.object({ frameId: z.string().max(200) }),
    answer: z.object({ file: z.string() }),
    refusals: folderRefusals,
  },
  actOnFrameFile: {
    method: 'POST',
    path: '/api/frame-folder/files/act',
    summary: 'Of a file that is gone from the watched folder: writes it again, or lets go of it.',
    body: z.object({ file: fileName, act: z.enum(['write-again', 'let-go']) }),
    answer: z.object({ file: z.string() }),
    refusals: folderRefusals,
  },
  chooseFramePart: {
    method: 'POST',
    path: '/api/frame-folder/files/choose',
    summary: 'Takes a part that file and store contradict each other in from one of them.',
    body: z.object({
      file: fileName,
      kind: z.enum(['frame', 'value', 'lever']),
      key: z.string().max(200),
      side: z.enum(['file', 'store']),
    }),
    answer: z.object({ file: z.string() }),
    refusals: folderRefusals,
  },
} as const satisfies Record<string, Endpoint>

export type FrameFilePlan = z.infer<typeof planSchema>
export type FrameFileIssue = z.infer<typeof issueSchema>
