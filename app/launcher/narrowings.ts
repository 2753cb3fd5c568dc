import { FILE_KINDS, fileKindWords, MAIN_CATEGORIES, mainCategoryWords } from '~~/core/finding'
import type { Narrowing } from '~~/core/finding'

/** The categories within a narrowing, by id, with their words; none where it has no such. */
export function categoriesOf(narrowing: Narrowing | undefined): readonly { id: string; label: string }[] {
  switch (narrowing?.id) {
    case 'programs':
      return [...MAIN_CATEGORIES, 'none' as const].map((id) => ({ id, label: mainCategoryWords[id] }))
    case 'files':
      return FILE_KINDS.map((id) => ({ id, label: fileKindWords[id] }))
    case 'clips':
      return [
        { id: 'text', label: 'Texts' },
        { id: 'address', label: 'Addresses' },
        { id: 'files', label: 'Files' },
        { id: 'picture', label: 'Pictures' },
      ]
    default:
      return []
  }
}
