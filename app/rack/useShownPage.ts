import { useLocalStorage } from '@vueuse/core'
import { computed, watch } from 'vue'
import type { Ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ALL_PAGE, allPage, entriesOn } from '~~/core/rack'
import { createIndex } from '~~/core/search'
import { useMirror } from '~/live/useMirror'
import { useRack } from '~/live/useRack'
import { pageWith, plateLines } from './plateLines'
import type { usePlates } from './usePlates'

const SIZES = {
  small: { cell: 92, height: 30, type: 14, icon: 16 },
  medium: { cell: 116, height: 40, type: 18, icon: 20 },
  large: { cell: 152, height: 56, type: 24, icon: 28 },
}
const GAP = 10
const MARGINS = 32

/** What the page is shown by. */
interface Shown {
  readonly filter: Readonly<Ref<string>>
  /** The folders that are open. */
  readonly open: Readonly<Ref<ReadonlySet<string>>>
  /** Of the shelf, in pixels. */
  readonly width: Readonly<Ref<number>>
  readonly plateOf: ReturnType<typeof usePlates>['plateOf']
}

/** The page of the rack that is asked for, or was shown last, with what is left of it by a filter, in lines of plates. */
export function useShownPage({ filter, open, width, plateOf }: Shown) {
  const mirror = useMirror()
  const rack = useRack()
  const router = useRouter()
  const route = useRoute()
  const lastPage = useLocalStorage('keen-lever.rack-page', ALL_PAGE)

  const everything = computed(() => allPage(mirror.levers, mirror.framesStanding, mirror.bench.programs))
  const pages = computed(() => [everything.value, ...rack.rack.pages])
  const page = computed(() => {
    const wanted = typeof route.query.page === 'string' ? route.query.page : lastPage.value
    return pages.value.find(({ id }) => id === wanted) ?? everything.value
  })
  watch(
    () => page.value.id,
    (id) => (lastPage.value = id),
  )

  const index = computed(() =>
    createIndex(
      entriesOn(page.value).flatMap((entryId) => {
        const { entry } = plateOf.value(entryId)
        return entry ? [{ id: entryId, name: entry.name, aliases: entry.aliases ?? [] }] : []
      }),
    ),
  )
  const found = computed(() =>
    filter.value.trim() === ''
      ? undefined
      : new Set(index.value.search(filter.value, { limit: 2000 }).map(({ entry }) => entry.id)),
  )
  const shown = computed(() =>
    found.value ? pageWith(page.value, (entryId) => found.value!.has(entryId)) : page.value,
  )

  const size = computed(() => SIZES[rack.rack.size])
  const columns = computed(() => Math.max(1, Math.floor((width.value - MARGINS + GAP) / (size.value.cell + GAP))))
  const lines = computed(() => plateLines(shown.value, columns.value, open.value))

  function show(pageId: string): void {
    void router.replace({ query: { page: pageId } })
  }

  /** Shows the page so many further on. */
  function turn(by: number): void {
    const next = pages.value[pages.value.findIndex(({ id }) => id === page.value.id) + by]
    if (next) show(next.id)
  }

  return { pages, page, isOwn: computed(() => page.value.id !== ALL_PAGE), shown, size, columns, lines, show, turn }
}
