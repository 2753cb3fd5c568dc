import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useSettingEdits } from '~/live/useSettingEdits'

export type PinList = 'kinds' | 'names' | 'kits'

/** What stands at the top where one chooses, in the order in which it was pinned; lists never order themselves. */
export function usePins() {
  const mirror = useMirror()
  const edits = useSettingEdits()
  const notices = useNotices()

  const of = (list: PinList): readonly string[] => mirror.settings.pinned[list]
  const has = (list: PinList, id: string): boolean => of(list).includes(id)

  /** What is pinned of some entries first, the rest as it was. */
  function first<T>(list: PinList, entries: readonly T[], idOf: (entry: T) => string): T[] {
    const pinned = of(list)
    if (pinned.length === 0) return [...entries]
    const places = new Map(pinned.map((id, i) => [id, i]))
    const at = (entry: T) => places.get(idOf(entry)) ?? pinned.length
    return entries.toSorted((a, b) => at(a) - at(b))
  }

  async function toggle(list: PinList, id: string): Promise<void> {
    const toggled = (ids: readonly string[]) => (ids.includes(id) ? ids.filter((other) => other !== id) : [...ids, id])
    await notices.attempt(() =>
      edits.editSettings((before) => ({
        ...before,
        pinned: { ...before.pinned, [list]: toggled(before.pinned[list]) },
      })),
    )
  }

  return { of, has, first, toggle }
}
