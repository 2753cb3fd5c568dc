import { watchDebounced } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import type { RunSummary } from '~~/contract'
import type { RunFilter } from '~~/core/ledger'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'

const PAGE = 100
/** So long the ledger lets runs come before it looks for those that are meant. */
const FRESH_AFTER_MS = 120

/** The runs that are meant, latest first, page by page as they are wanted; what is pulled meanwhile comes on top. */
export function useLedger(filter: () => RunFilter) {
  const mirror = useMirror()
  const notices = useNotices()
  const found = shallowRef<readonly RunSummary[]>([])
  /** All runs down to this number were looked at; 0 where there are no more. */
  const reached = ref(Number.MAX_SAFE_INTEGER)
  const isLooking = ref(false)
  const isLoaded = ref(false)
  /** What was asked for under an older filter comes too late. */
  let asked = 0

  /** Runs as they stand now, where the tabs are told of them. */
  const runs = computed(() => {
    const told = new Map(mirror.runs.map((run) => [run.id, run]))
    return found.value.map((run) => told.get(run.id) ?? run)
  })
  const hasMore = computed(() => reached.value > 0)

  const page = (before?: number) =>
    callApi('findRuns', { query: { ...filter(), limit: PAGE, ...(before === undefined ? {} : { before }) } })

  /** Looks on until a page more is there, or nothing is left: where few are meant that takes more than one request. */
  async function more(): Promise<void> {
    if (isLooking.value || !hasMore.value) return
    const mine = asked
    isLooking.value = true
    const wanted = found.value.length + PAGE
    await notices.attempt(async () => {
      while (hasMore.value && found.value.length < wanted) {
        const next = await page(reached.value)
        if (mine !== asked) return
        found.value = [...found.value, ...next.runs]
        reached.value = next.reached
        isLoaded.value = true
      }
    })
    if (mine !== asked) return
    isLooking.value = false
    isLoaded.value = true
  }

  async function begin(): Promise<void> {
    asked += 1
    found.value = []
    reached.value = Number.MAX_SAFE_INTEGER
    isLooking.value = false
    isLoaded.value = false
    await more()
  }

  /** Looks at the newest again: what is new, and what is one of them no more. */
  async function refresh(): Promise<void> {
    const mine = asked
    const newest = await notices.attempt(() => page())
    if (!newest || mine !== asked || !isLoaded.value) return
    const top = found.value[0]?.seq ?? 0
    // More has come than a page holds: the list begins anew, rather than with a gap in it.
    if (newest.reached > top && top > 0) return begin()
    found.value = [...newest.runs, ...found.value.filter(({ seq }) => seq <= newest.reached)]
    if (newest.reached < reached.value) reached.value = newest.reached
  }

  watch(() => JSON.stringify(filter()), begin, { immediate: true })
  watchDebounced(() => mirror.runs, refresh, { debounce: FRESH_AFTER_MS, maxWait: 5 * FRESH_AFTER_MS })

  return { runs, more, hasMore, isLooking, isLoaded }
}
