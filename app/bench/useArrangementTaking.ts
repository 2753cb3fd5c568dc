import { useRouter } from 'vue-router'
import { arrangementOf } from '~~/core/arrangement'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { emptyDraft } from '~/levers/leverDraft'

/** The bench as it stands becomes a lever that brings it back; it is shown, to be altered and to get a key. */
export function useArrangementTaking() {
  const mirror = useMirror()
  const notices = useNotices()
  const router = useRouter()
  return async () => {
    const step = {
      id: 's1',
      kind: 'bench.arrange' as const,
      ...arrangementOf(mirror.bench, { windows: true }),
      onFailure: 'stop' as const,
    }
    const named = mirror.levers.filter(({ name }) => name.startsWith('Arrangement')).length
    const name = named === 0 ? 'Arrangement' : `Arrangement ${named + 1}`
    const body = { ...emptyDraft(mirror.frames, { name, step }), pulledAgain: 'put-back' as const }
    const made = await notices.attempt(() => callApi('createLever', { body }))
    if (!made) return
    notices.say(`Made ${made.plate} ${made.name}. Give it a name and a key.`)
    await router.push(`/levers/${made.id}`)
  }
}
