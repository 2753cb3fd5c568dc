import { z } from 'zod'
import { slot } from '../../phrases'
import { defineBlock } from '../defineStep'
import { partOf, say } from '../../sentence'

/** Steps that belong together under a name; what fails in it fails the group, which has a policy of its own. */
export const group = defineBlock({
  kind: 'group',
  label: 'Group',
  help: 'Steps under a name, with one answer to a failure for all of them.',
  nature: 'sheet',
  phrases: [{ say: 'group {text}', gives: { name: slot('text') }, body: 'steps' }],
  fields: (list) => ({ name: z.string().trim().min(1, 'Give the group a name.').max(120), steps: list }),
  fresh: { name: '', steps: [] },
  sentence: ({ name }) => say`Does all of “${partOf('name', name, 'text')}”.`,
  head: ({ name }) => say`${partOf('name', name || '…', 'text')}`,
  children: ({ steps }) => [{ list: 'steps', steps }],
  next: (_step, place) =>
    place.at === 'beginning' ? { kind: 'enter', list: 'steps', because: '' } : { kind: 'leave', because: '' },
})
