import type { Findable, KeptSum } from '~~/core/finding'
import {
  addressEntries,
  clipEntries,
  controlEntries,
  frameEntries,
  productEntry,
  programEntry,
  sumEntries,
  valueEntries,
  windowEntries,
} from '~~/core/finding'
import { VIEWS } from '~/page/views'
import { SETTING_NAMES } from '~/settings/settingNames'
import type { useMirror } from '~/live/useMirror'

type Mirror = ReturnType<typeof useMirror>

/** Some of what can be found: made anew when what it is made of is not the same any more. */
export interface Source {
  readonly of: (mirror: Mirror, sums: readonly KeptSum[]) => readonly unknown[]
  readonly entries: (mirror: Mirror, sums: readonly KeptSum[]) => readonly Findable[]
}

/** All that is found but levers and files, which are many and followed one by one. */
export const SOURCES: readonly Source[] = [
  {
    of: ({ bench }) => [bench.programs],
    entries: ({ bench }) => Object.values(bench.programs).map(programEntry),
  },
  {
    of: ({ bench }) => [bench.windows, bench.stack, bench.programs, bench.files],
    entries: ({ bench }) => windowEntries(bench),
  },
  { of: ({ bench }) => [bench.addresses], entries: ({ bench }) => addressEntries(bench) },
  { of: ({ bench }) => [bench.devices], entries: ({ bench }) => controlEntries(bench) },
  { of: ({ frames }) => [frames], entries: ({ frames }) => frameEntries(frames) },
  { of: ({ values }) => [values], entries: ({ values }) => valueEntries(values) },
  { of: ({ bench }) => [bench.clipboard], entries: ({ bench }) => clipEntries(bench.clipboard ?? []) },
  { of: (_mirror, sums) => [sums], entries: (_mirror, sums) => sumEntries(sums) },
  {
    of: () => [],
    entries: () => [
      ...SETTING_NAMES.map(({ id, label, section }) =>
        productEntry({ kind: 'setting', settingId: id }, label, `setting · ${section}`),
      ),
      ...VIEWS.map(({ to, name, about }) => productEntry({ kind: 'view', path: to }, name, about)),
    ],
  },
]
