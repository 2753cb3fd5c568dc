import { sameValue } from '../../core/bench'
import type { KeySettings } from '../../core/levers'
import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import type { Settings } from '../../core/settings'
import type { BookState, PlannedEdit } from './bookState'
import { overtaken } from './bookState'

/** The user's keyboard, legends, timing and feedback. Issue: `stale`. */
export function editKeySettings(after: KeySettings, version?: number) {
  return ({ keys }: BookState): Result<PlannedEdit<KeySettings>> => {
    const stale = overtaken('The keyboard and timing', keys.version, version)
    if (stale) return fail(stale)
    return succeed({
      label: 'Changed keyboard and timing',
      entries: sameValue(keys.body, after) ? [] : [{ kind: 'keys', id: 'keys', before: keys.body, after }],
      answer: after,
    })
  }
}

/** What holds for the whole product. Issue: `stale`. */
export function editSettings(after: Settings, version?: number) {
  return ({ settings }: BookState): Result<PlannedEdit<Settings>> => {
    const stale = overtaken('The settings', settings.version, version)
    if (stale) return fail(stale)
    const entry = { kind: 'settings', id: 'settings', before: settings.body, after } as const
    return succeed({
      label: 'Changed the settings',
      entries: sameValue(settings.body, after) ? [] : [entry],
      answer: after,
    })
  }
}
