import { watch } from 'vue'
import { feedbackOf } from '~~/core/levers'
import type { RunSummary } from '~~/contract'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { playTone } from './playTone'
import { toldBy } from './toldBy'

/**
 * Tells what came of pulls, in the tab that has the focus: a notice or a sound as each lever wants it. Messages with a
 * sound are heard.
 */
export function useFeedback(): void {
  const mirror = useMirror()
  const notices = useNotices()

  /** What ended before this tab was there is no news. */
  const sinceMs = Date.now()

  watch(
    () => mirror.runs,
    (now, before) => {
      if (!document.hasFocus()) return
      for (const run of now.slice(0, 20)) {
        const known = before.find((entry) => entry.id === run.id)
        if (run.phase === 'ended' && known?.phase !== 'ended' && run.endedAtMs! > sinceMs) tell(run)
      }
    },
  )
  watch(
    () => mirror.bench.messages,
    (now, before) => {
      if (now.some((message) => message.sound && !before.some((entry) => entry.id === message.id))) playTone('signal')
    },
  )

  /** A failure is always said; by whoever pulled it by a button it is said there. */
  function tell(run: RunSummary): void {
    const lever = mirror.leverById.get(run.leverId)
    if (!lever || run.outcome === 'stopped') return
    const feedback = feedbackOf(lever, mirror.keySettings)
    if (feedback === 'sound') playTone(run.outcome === 'failed' ? 'failed' : 'done')
    if (feedback === 'notice' && run.source === 'key' && run.outcome === 'done')
      notices.say(toldBy(run.leverName, run.note))
  }
}
