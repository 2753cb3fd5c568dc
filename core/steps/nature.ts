/** What a step acts on; the plate of its lever shows it by colour and glyph. A lever of several steps is a `sheet`. */
export const NATURES = ['program', 'place', 'device', 'keys', 'message', 'sheet', 'script', 'arrangement'] as const
export type Nature = (typeof NATURES)[number]

/** What levers of each nature act on, in the plural. */
export const natureWords: Record<Nature, string> = {
  program: 'programs',
  place: 'places',
  device: 'devices',
  keys: 'keys, texts and frames',
  message: 'messages',
  sheet: 'run sheets',
  script: 'scripts',
  arrangement: 'arrangements',
}
