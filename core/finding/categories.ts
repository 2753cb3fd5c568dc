/** The main categories of the Desktop Menu Specification 1.1, appendix A. */
export const MAIN_CATEGORIES = [
  'AudioVideo',
  'Audio',
  'Video',
  'Development',
  'Education',
  'Game',
  'Graphics',
  'Network',
  'Office',
  'Science',
  'Settings',
  'System',
  'Utility',
] as const
export type MainCategory = (typeof MAIN_CATEGORIES)[number]

export const mainCategoryWords: Readonly<Record<MainCategory | 'none', string>> = {
  AudioVideo: 'Sound and film',
  Audio: 'Sound',
  Video: 'Film',
  Development: 'Development',
  Education: 'Education',
  Game: 'Games',
  Graphics: 'Graphics',
  Network: 'Network',
  Office: 'Office',
  Science: 'Science',
  Settings: 'Settings',
  System: 'System',
  Utility: 'Tools',
  none: 'No main category',
}

/** Which of a program’s categories are main ones; `none` where no one is. */
export function mainCategories(categories: readonly string[]): (MainCategory | 'none')[] {
  const main = MAIN_CATEGORIES.filter((category) => categories.includes(category))
  return main.length > 0 ? main : ['none']
}
