import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'

type PinList = 'kinds' | 'names' | 'kits'

/** What stands at the top where one chooses, in the order in which it was pinned; lists never order themselves. */
export function usePins() {
  const mirror = useMirror()
  const notices = useNotices()

  const of = (list: PinList): readonly string[] => mirror.settings.pinned[list]
  const has = (list: PinList, id: string): boolean => of(list).includes(id)

  async function toggle(list: PinList, id: string): Promise<void> {
    const before = of(list)
    const after = before.includes(id) ? before.filter((other) => other !== id) : [...before, id]
    const pinned = { ...mirror.settings.pinned, [list]: after }
    await notices.attempt(() =>
      callApi('editSettings', { body: { ...mirror.settings, pinned, version: mirror.settingsVersion } }),
    )
  }

  return { of, has, toggle }
}
