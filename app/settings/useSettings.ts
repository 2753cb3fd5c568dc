import type { KeySettings } from '~~/core/levers'
import type { Settings } from '~~/core/settings'
import { ApiRefusal, callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useLeverActions } from '~/levers/useLeverActions'

/** Changes settings from the version that this tab shows. Each gives back what is wrong, if anything is. */
export function useSettings() {
  const mirror = useMirror()
  const notices = useNotices()
  const { undo } = useLeverActions()

  async function save(change: () => Promise<unknown>): Promise<string | undefined> {
    try {
      await change()
      notices.say('Changed the settings.', { label: 'Undo', act: undo })
      return undefined
    } catch (error) {
      if (!(error instanceof ApiRefusal)) throw error
      notices.show({ text: error.message, tone: 'fault' })
      return error.message
    }
  }

  return {
    saveKeys: (part: Partial<KeySettings>) =>
      save(() => callApi('editKeySettings', { body: { ...mirror.keySettings, ...part, version: mirror.keyVersion } })),
    saveSettings: (part: Partial<Settings>) =>
      save(() => callApi('editSettings', { body: { ...mirror.settings, ...part, version: mirror.settingsVersion } })),
  }
}
