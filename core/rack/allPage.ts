import { mainCategories, mainCategoryWords } from '../finding'
import type { Program } from '../bench'
import type { Frame, Lever } from '../levers'
import type { RackPage, RackRow } from './schema'

/** The id of the page that has everything. */
export const ALL_PAGE = 'all'

/**
 * The page that has every lever and every program: a row for each frame, by plate, and one for each main category of
 * programs, by name. It arranges itself.
 */
export function allPage(
  levers: readonly Lever[],
  frames: readonly Frame[],
  programs: Readonly<Record<string, Program>>,
): RackPage {
  const byFrame = new Map<string, Lever[]>()
  for (const lever of levers) byFrame.set(lever.frameId, [...(byFrame.get(lever.frameId) ?? []), lever])
  const byCategory = new Map<string, Program[]>()
  for (const program of Object.values(programs)) {
    const [category] = mainCategories(program.categories)
    byCategory.set(category!, [...(byCategory.get(category!) ?? []), program])
  }
  const rows: RackRow[] = [
    ...frames.map((frame) => ({
      id: `frame ${frame.id}`,
      name: frame.name,
      items: (byFrame.get(frame.id) ?? []).map((lever) => ({ kind: 'plate' as const, entryId: `lever:${lever.id}` })),
    })),
    ...Object.entries(mainCategoryWords).map(([category, words]) => ({
      id: `category ${category}`,
      name: category === 'none' ? 'Other programs' : words,
      items: (byCategory.get(category) ?? [])
        .sort((a, b) => (a.name < b.name ? -1 : 1))
        .map(({ id }) => ({ kind: 'plate' as const, entryId: `program:${id}` })),
    })),
  ]
  return { id: ALL_PAGE, name: 'Everything', rows: rows.filter(({ items }) => items.length > 0) }
}
