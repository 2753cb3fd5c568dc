import type { Kit } from '../core/sheets'
import { stepSchema } from '../core/steps'

const kit = (id: string, name: string, ...steps: Record<string, unknown>[]): Kit => ({
  id,
  name,
  version: 1,
  steps: steps.map((step, i) => stepSchema.parse({ id: `k${i + 1}`, ...step })),
})

/** Steps that come back in many sheets of the watch; names in them that nothing has are asked for. */
export const kits: Kit[] = [
  kit(
    'kit-programs',
    'Programs of the night',
    { kind: 'program.open', programId: 'dome-desk', args: ['--profile=night'] },
    { kind: 'program.open', programId: 'plate-catcher', args: ['--camera=main', '${captures}'] },
    { kind: 'program.open', programId: 'atlas-room', args: ['--profile=dome', '${charts}/north.atlas'] },
  ),
  kit('kit-aside', 'Set files aside', {
    kind: 'each',
    source: { kind: 'files', folder: '${from-folder}', order: 'newest' },
    as: 'file',
    steps: [
      {
        id: 'k1a',
        kind: 'files.move',
        act: 'move',
        paths: ['${file}'],
        to: '${desktop}/set aside',
        makeFolder: true,
        taken: 'both',
        onFailure: 'go-on',
      },
    ],
  }),
  kit('kit-missing', 'Warn if the finder camera is missing', {
    kind: 'if',
    branches: [
      {
        condition: { kind: 'not', condition: { kind: 'device-present', deviceId: 'finder-camera' } },
        steps: [{ id: 'k1a', kind: 'message.show', text: 'The finder camera is missing', as: 'alert' }],
      },
    ],
  }),
  kit('kit-page', 'Open a page only once', {
    kind: 'if',
    branches: [
      {
        condition: { kind: 'not', condition: { kind: 'window-open', text: '${page}' } },
        steps: [{ id: 'k1a', kind: 'place.open', places: ['${page}'] }],
      },
    ],
  }),
  kit(
    'kit-quiet',
    'Dark and quiet for a while',
    {
      kind: 'device.control',
      target: { kind: 'all', deviceKind: 'display' },
      controlId: 'brightness',
      to: { kind: 'set', value: 10 },
    },
    {
      kind: 'device.control',
      target: { kind: 'all', deviceKind: 'audio-output' },
      controlId: 'mute',
      to: { kind: 'set', value: true },
    },
    { kind: 'wait', ms: 600_000 },
    { kind: 'run.put-back' },
  ),
  kit(
    'kit-log',
    'A line in the log',
    { kind: 'program.open', programId: 'night-book', args: ['--end', '${logs}/tonight.log'] },
    { kind: 'text.type', text: '${line}', programId: 'night-book' },
    { kind: 'program.tell', programId: 'night-book', verb: 'save-the-log' },
  ),
]
