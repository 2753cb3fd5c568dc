import { defineStore } from 'pinia'
import type { KeySettings } from '~~/core/levers'
import type { Settings } from '~~/core/settings'
import { callApi } from './callApi'
import { editsInTurn } from './editsInTurn'
import { useMirror } from './useMirror'

/** The settings, and the keyboard and timing, as this tab has edited them; their edits are made in turn. */
export const useSettingEdits = defineStore('settingEdits', () => {
  const mirror = useMirror()
  const { body: settings, edit: editSettings } = editsInTurn<Settings>({
    standing: () => ({ body: mirror.settings, version: mirror.settingsVersion }),
    store: (body, version) => callApi('editSettings', { body: { ...body, version } }),
  })
  const { body: keys, edit: editKeys } = editsInTurn<KeySettings>({
    standing: () => ({ body: mirror.keySettings, version: mirror.keyVersion }),
    store: (body, version) => callApi('editKeySettings', { body: { ...body, version } }),
  })
  return { settings, editSettings, keys, editKeys }
})
