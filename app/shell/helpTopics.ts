import { STEP_KINDS } from '~~/core/steps'
import { hasWords } from '~/page/hasWords'
import { VIEWS } from '~/page/views'
import type { ViewKey } from '~/page/useViewKeys'
import { SETTING_NAMES } from '~/settings/settingNames'

/** Something that help tells of: keys, a view, a kind of step, a setting. */
export interface Topic {
  readonly group: string
  readonly name: string
  readonly says: string
  /** The keys that do it. */
  readonly keys?: string
  /** Where it is. */
  readonly to?: string
}

export const EVERYWHERE: readonly ViewKey[] = [
  { keys: 'F2', does: 'opens the launcher; so does / outside of fields' },
  { keys: 'F4', does: 'says in words what it shall do, in the editor of a sheet' },
  { keys: 'F8', does: 'shows the rack, and goes back from it' },
  { keys: 'Ctrl+F8', does: 'begins a recording of what is done by hand, and ends it' },
  { keys: 'Ctrl+Z', does: 'undoes the last edit of a lever' },
  { keys: 'Ctrl+Shift+Z', does: 'does it again' },
  { keys: '?', does: 'shows this, and finds in it' },
]

/** Keys of a view as topics. */
export function keyTopics(group: string, keys: readonly ViewKey[]): Topic[] {
  return keys.map(({ keys: chord, does }) => ({ group, name: chord, says: does, keys: chord }))
}

/** All that is found only when it is looked for. */
export const TOPICS: readonly Topic[] = [
  ...VIEWS.map(({ to, name, about }) => ({ group: 'Views', name, says: about, to })),
  ...STEP_KINDS.map(({ label, help }) => ({ group: 'What a step can do', name: label, says: help })),
  ...SETTING_NAMES.map(({ id, label, hint }) => ({
    group: 'Settings',
    name: label,
    says: hint,
    to: `/settings#setting-${id}`,
  })),
]

/** The topics that have every word that is looked for, in groups; those with all of them in their names first. */
export function topicsFound(topics: readonly Topic[], query: string): { group: string; topics: Topic[] }[] {
  const has = hasWords(query)
  const found = topics.filter(({ group, name, says }) => has(`${name} ${says} ${group}`))
  const groups = new Map<string, Topic[]>()
  for (const topic of found.toSorted((a, b) => Number(has(b.name)) - Number(has(a.name)))) {
    const known = groups.get(topic.group)
    if (known) known.push(topic)
    else groups.set(topic.group, [topic])
  }
  return [...groups].map(([group, all]) => ({ group, topics: all }))
}
