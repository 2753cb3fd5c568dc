import { namesUsed } from '../command'
import { markedFields } from '../fields'
import { frameSchema } from '../levers'
import type { Frame, NamedValue } from '../levers'
import type { Finding } from './finding'

/** The levers that use a name, by the name: the frame of each. */
export type NameUse = ReadonlyMap<string, ReadonlyMap<string, string>>

/** Values that nobody uses: no lever, no other value, no typed word. `levers` are the frames of those that use a name. */
export function unusedValues(values: readonly NamedValue[], frames: readonly Frame[], levers: NameUse): Finding[] {
  const own = new Set(values.flatMap(({ name, frameId }) => (frameId === null ? [] : [`${frameId} ${name}`])))
  const users = new Map<string, { frameId: string | null; by: string }[]>()
  const use = (text: string, frameId: string | null, by: string) => {
    if (text.includes('${'))
      for (const name of namesUsed(text)) users.set(name, [...(users.get(name) ?? []), { frameId, by }])
  }
  for (const { id, text, here, frameId } of values) {
    use(text, frameId, id)
    use(here ?? '', frameId, id)
  }
  for (const frame of frames)
    for (const { mark, text } of markedFields(frameSchema, frame)) if (mark.text) use(text, frame.id, frame.id)
  return values.flatMap((value): Finding[] => {
    // Of two of one name the one of the frame is meant there.
    const reaches = (frameId: string | null) =>
      value.frameId === null ? frameId === null || !own.has(`${frameId} ${value.name}`) : value.frameId === frameId
    const isUsed =
      [...(levers.get(value.name)?.values() ?? [])].some(reaches) ||
      (users.get(value.name) ?? []).some(({ frameId, by }) => by !== value.id && reaches(frameId))
    if (isUsed) return []
    const message = `Nothing uses the value ${value.name}.`
    return [
      {
        id: [value.id, 'value-unused', '', message].join('|'),
        about: { kind: 'value', id: value.id },
        severity: 'note',
        code: 'value-unused',
        message,
        mend: { kind: 'delete-value', label: 'Delete it' },
      },
    ]
  })
}
