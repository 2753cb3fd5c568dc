import { fileAt } from '~~/core/bench'
import {
  addressEntries,
  controlEntries,
  fileEntry,
  frameEntries,
  leverEntry,
  productEntry,
  programEntry,
  valueEntries,
} from '~~/core/finding'
import type { Findable } from '~~/core/finding'
import { own } from '~~/core/result'
import { VIEWS } from '~/page/views'
import { SETTING_NAMES } from '~/settings/settingNames'
import type { useMirror } from '~/live/useMirror'

/** What an id of an entry stands for now; undefined where it is gone. */
export function entryById(id: string, mirror: ReturnType<typeof useMirror>): Findable | undefined {
  const at = id.indexOf(':')
  const [kind, key] = [id.slice(0, at), id.slice(at + 1)]
  const { bench } = mirror
  switch (kind) {
    case 'lever': {
      const lever = mirror.leverById.get(key)
      return lever && leverEntry(lever, mirror.names)
    }
    case 'program': {
      const program = own(bench.programs, key)
      return program && programEntry(program)
    }
    case 'file':
    case 'folder': {
      const file = fileAt(bench.files, key)
      return file?.kind === kind ? fileEntry(key, file, new Map()) : undefined
    }
    case 'address':
      return addressEntries(bench).find((entry) => entry.id === id)
    case 'control': {
      const device = own(bench.devices, key.slice(0, key.indexOf(' ')))
      return device && controlEntries({ devices: { [device.id]: device } }).find((entry) => entry.id === id)
    }
    case 'frame':
      return frameEntries(mirror.frames).find((entry) => entry.id === id)
    case 'value':
      return valueEntries(mirror.values).find((entry) => entry.id === id)
    case 'setting': {
      const setting = SETTING_NAMES.find((entry) => entry.id === key)
      return setting && productEntry({ kind: 'setting', settingId: key }, setting.label, setting.section)
    }
    case 'view': {
      const view = VIEWS.find(({ to }) => to === key)
      return view && productEntry({ kind: 'view', path: key }, view.name, view.about)
    }
    default:
      return undefined
  }
}
