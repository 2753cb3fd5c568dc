import { rackSchema } from '../core/rack'
import type { Rack } from '../core/rack'

const plates = (...entryIds: string[]) => entryIds.map((entryId) => ({ kind: 'plate' as const, entryId }))
const levers = (...plateNumbers: number[]) => plateNumbers.map((number) => `lever:lever-${number}`)

/** Two pages of plates, as the watch has arranged them. */
export const rack: Rack = rackSchema.parse({
  pages: [
    {
      id: 'page-night',
      name: 'Night',
      rows: [
        {
          id: 'row-sky',
          name: 'Sky and dome',
          items: plates(...levers(1, 2, 44), 'program:atlas-room', 'control:dome shutter'),
        },
        {
          id: 'row-camera',
          name: 'Camera',
          items: [
            ...plates(...levers(3, 4, 5)),
            {
              kind: 'folder',
              id: 'folder-reduce',
              name: 'Reduction',
              entryIds: [...levers(6, 40), 'program:grain-reducer'],
            },
          ],
        },
        {
          id: 'row-begin',
          name: 'Begin and end',
          items: plates(...levers(8, 9, 10), 'address:https://clouds.harrowfell.example/now'),
        },
      ],
    },
    {
      id: 'page-visitors',
      name: 'Visitors',
      rows: [
        { id: 'row-evening', name: 'Open evening', items: plates(...levers(37, 38, 39), 'program:visitor-board') },
        {
          id: 'row-desk',
          name: 'Desk',
          items: plates('program:night-planner', 'program:cairn-web', 'folder:/home/watch/documents/outreach'),
        },
      ],
    },
  ],
})
