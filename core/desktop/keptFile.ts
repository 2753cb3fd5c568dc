import type { Lever } from '../levers'
import { own } from '../result'
import { parseEntryFile } from './entryFile'
import type { EntryGroup } from './entryFile'
import { readEntry } from './readEntry'
import type { DesktopEntry } from './readEntry'

/** A file as it was imported, beside what was understood of it. */
export interface KeptFile {
  readonly text: string
  readonly entry: DesktopEntry
  readonly main: EntryGroup
  /** The groups of the actions that were understood, by their ids. */
  actionGroup(id: string): EntryGroup | undefined
}

/** Undefined where the text is no Desktop Entry. */
export function readKept(text: string, entryId: string, locale: string): KeptFile | undefined {
  const parsed = parseEntryFile(text)
  const read = parsed.ok ? readEntry(parsed.value, `${entryId}.desktop`, locale) : undefined
  if (!parsed.ok || !read?.ok) return undefined
  const groups = Object.fromEntries(parsed.value.map((group) => [group.name, group]))
  const understood = new Set(read.value.actions.map((action) => action.id))
  return {
    text,
    entry: read.value,
    main: parsed.value[0]!,
    actionGroup: (id) => (understood.has(id) ? own(groups, `Desktop Action ${id}`) : undefined),
  }
}

/** The file a lever was imported from, where its text was kept. */
export function keptFileOf(
  { origin }: Pick<Lever, 'origin'>,
  fileText: (id: string) => string | undefined,
): KeptFile | undefined {
  const text = origin?.file === undefined ? undefined : fileText(origin.file)
  return text === undefined ? undefined : readKept(text, origin!.entry, origin!.locale ?? 'en')
}
