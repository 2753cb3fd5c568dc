import { desktopCount, frontWindow, hasUnsaved, shownDesktop } from '../bench'
import type { BenchState } from '../bench'
import { own } from '../result'
import type { Value } from '../values'
import type { StepContext } from './effect'
import { entriesOf } from './sources'
import type { Source } from './sources'

/** The bench as a script sees it: what loops go over, as lists of records, and how devices stand. */
export function benchView(bench: BenchState, context: StepContext): Record<string, Value> {
  const listOf = (source: Source): Value => {
    const entries = entriesOf(source, bench, context)
    return entries.ok ? entries.value : []
  }
  const running = new Set(Object.values(bench.windows).map(({ programId }) => programId))
  return {
    programs: Object.values(bench.programs).map(({ id, name }) => ({ id, name, runs: running.has(id) })),
    windows: windowsOf(bench, listOf({ kind: 'windows' })),
    tabs: listOf({ kind: 'tabs' }),
    // The id of the window that has the keys.
    front: frontWindow(bench)?.id ?? null,
    devices: Object.values(bench.devices).map(({ id, name, kind, plugged, controls }) => ({
      id,
      name,
      kind,
      plugged: plugged !== false,
      controls: Object.fromEntries(Object.entries(controls).map(([control, { value }]) => [control, value])),
    })),
    desktops: desktopCount(bench),
    desktop: shownDesktop(bench),
    folders: { ...bench.folders },
    addresses: listOf({ kind: 'addresses' }),
  }
}

/** With whether something in them is not saved. */
function windowsOf(bench: BenchState, entries: Value): Value {
  if (!Array.isArray(entries)) return entries
  return entries.map((entry) => {
    if (typeof entry !== 'object' || entry === null || Array.isArray(entry)) return entry
    const window = own(bench.windows, String(entry.id))
    return { ...entry, unsaved: window !== undefined && hasUnsaved(window) }
  })
}
