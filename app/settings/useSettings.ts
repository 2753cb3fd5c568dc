import type { KeySettings } from '~~/core/levers'
import type { Settings } from '~~/core/settings'
import { ApiRefusal } from '~/live/callApi'
import { useNotices } from '~/live/useNotices'
import { useSettingEdits } from '~/live/useSettingEdits'
import { useLeverActions } from '~/levers/useLeverActions'

/** Changes settings from the version that this tab shows. Each gives back what is wrong, if anything is. */
export function useSettings() {
  const edits = useSettingEdits()
  const notices = useNotices()
  const { undo } = useLeverActions()

  async function save(change: () => Promise<boolean>): Promise<string | undefined> {
    try {
      if (await change()) notices.say('Changed the settings.', { label: 'Undo', act: undo })
      return undefined
    } catch (error) {
      if (!(error instanceof ApiRefusal)) throw error
      notices.show({ text: error.message, tone: 'fault' })
      return error.message
    }
  }

  return {
    saveKeys: (part: Partial<KeySettings>) => save(() => edits.editKeys((before) => ({ ...before, ...part }))),
    saveSettings: (part: Partial<Settings>) => save(() => edits.editSettings((before) => ({ ...before, ...part }))),
  }
}
