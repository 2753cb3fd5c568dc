import { z } from 'zod'
import { defineBlock } from '../defineStep'

/** Steps that belong together under a name; what fails in it fails the group, which has a policy of its own. */
export const group = defineBlock({
  kind: 'group',
  label: 'Group',
  help: 'Steps under a name, with one answer to a failure for all of them.',
  nature: 'sheet',
  fields: (list) => ({ name: z.string().trim().min(1, 'Give the group a name.').max(120), steps: list }),
  fresh: { name: '', steps: [] },
  sentence: ({ name }) => `Does all of “${name}”.`,
  children: ({ steps }) => [{ list: 'steps', steps }],
  next: (_step, place) =>
    place.at === 'beginning' ? { kind: 'enter', list: 'steps', because: '' } : { kind: 'leave', because: '' },
})
