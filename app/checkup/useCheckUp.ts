import { computed, ref, shallowRef, watch } from 'vue'
import type { ToldFinding } from '~~/contract'
import { countOf } from '~~/core/names'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useUndo } from '~/live/useUndo'

/** What is found, kept true, with what can be done about it. */
export function useCheckUp() {
  const mirror = useMirror()
  const notices = useNotices()
  const { undo } = useUndo()
  const findings = shallowRef<readonly ToldFinding[]>([])
  const isLoaded = ref(false)
  let asked = 0

  async function load(): Promise<void> {
    const mine = ++asked
    const answer = await notices.attempt(() => callApi('readCheckUp'))
    if (!answer || mine !== asked) return
    findings.value = answer.findings
    isLoaded.value = true
  }
  // A server that began anew counts from the beginning, and reads what it knows by then.
  watch([() => mirror.checkUp.edition, () => mirror.checkUp.isKnown], () => void load(), { immediate: true })

  async function mend(ids: readonly string[]): Promise<void> {
    const answer = await notices.attempt(() => callApi('mendFindings', { body: { ids: [...ids] } }))
    if (answer) notices.say(`Mended ${countOf(answer.count, 'finding')}.`, { label: 'Undo', act: undo })
  }

  async function accept(ids: readonly string[], reason: string | undefined): Promise<boolean> {
    const body = { ids: [...ids], ...(reason === undefined ? {} : { reason }) }
    return (await notices.attempt(() => callApi('acceptFindings', { body }))) !== undefined
  }

  const progress = computed(() => {
    const { due, toRehearse, isKnown } = mirror.checkUp
    if (due > 0) return `looking at ${countOf(due, 'lever')} more`
    if (!isKnown) return 'looking at all levers…'
    return toRehearse > 0 ? `${countOf(toRehearse, 'lever')} still to be rehearsed` : undefined
  })

  return { findings, isLoaded, progress, mend, accept }
}
