import { watch } from 'vue'
import { countOf } from '~~/core/names'
import { useBenchActs } from '~/bench/useBenchActs'
import { aboutName } from '~/checkup/aboutWords'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'

/** A check-up comes soon after what has broken something. */
const SOON_MS = 5000

/** What an act by hand on the bench has broken is told in one line beside it, and the act can be taken back. */
export function useHandNews(): void {
  const mirror = useMirror()
  const acts = useBenchActs()
  const notices = useNotices()

  watch(
    () => mirror.checkUpNews,
    ({ count, first }) => {
      const act = acts.lastAct
      const [one] = first
      if (!act || !one || Date.now() - act.atMs > SOON_MS) return
      const changes = mirror.changesBackTo(act.version)
      const more = count > 1 ? ` And ${countOf(count - 1, 'more finding', 'more findings')}.` : ''
      notices.show({
        text: `${aboutName(one.about, mirror)} would not go as meant any more: ${one.message}${more}`,
        tone: 'fault',
        ...(changes && changes.length > 0
          ? {
              action: {
                label: 'Undo the act',
                act: async () => {
                  acts.lastAct = undefined
                  await notices.attempt(() => callApi('changeBench', { body: { changes } }))
                  notices.dismiss()
                },
              },
            }
          : {}),
      })
    },
  )
}
