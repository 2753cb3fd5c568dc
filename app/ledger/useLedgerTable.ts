import { computed, onBeforeUnmount, ref } from 'vue'
import type { CallOptions } from '~~/contract/callRoute'
import { wholeTable } from '~~/contract/wholeTable'
import { countOf } from '~~/core/names'
import { saveFile } from '~/files/saveFile'
import { callApi } from '~/live/callApi'
import { useNotices } from '~/live/useNotices'

/** The runs that are meant as a table for a spreadsheet, however many there are: read part by part, and then saved. */
export function useLedgerTable(meant: () => NonNullable<CallOptions<'writeTable'>['query']>) {
  const notices = useNotices()
  const rows = ref<number>()
  let isWanted = false

  async function save(): Promise<void> {
    isWanted = true
    rows.value = 0
    const query = meant()
    const table = await notices.attempt(() =>
      wholeTable(
        (part) => callApi('writeTable', { id: 'ledger', query: { ...query, ...part } }),
        (count) => {
          rows.value = count
          return isWanted
        },
      ),
    )
    rows.value = undefined
    if (table) saveFile(table.name, table.parts, 'text/csv')
  }

  function stop(): void {
    isWanted = false
  }
  onBeforeUnmount(stop)

  const progress = computed(() =>
    rows.value === undefined ? undefined : `Writing the table: ${countOf(rows.value, 'run')} so far`,
  )
  return { save, stop, progress }
}
