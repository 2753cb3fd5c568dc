import { readFileSync } from 'node:fs'
import { expect, test } from 'vitest'
import { hex } from 'wcag-contrast'

const css = readFileSync(new URL('./theme.css', import.meta.url), 'utf8')

/** The colours of one theme: every block whose selector names it, later ones on top. */
function coloursOf(theme: string): Record<string, string> {
  const colours: Record<string, string> = {}
  for (const [, selector, body] of css.matchAll(/([^{}]+)\{([^}]*)\}/g)) {
    if (!selector!.includes(`[data-theme='${theme}']`)) continue
    for (const [, name, value] of body!.matchAll(/--([\w-]+):\s*(#[0-9a-f]{6})/g)) colours[name!] = value!
  }
  return colours
}

const onGrounds = (ink: string, ...grounds: string[]) => grounds.map((ground) => [ink, ground] as const)
const textPairs = [
  ...onGrounds('ink', 'ground', 'surface', 'sunken', 'press-soft', 'desk'),
  ...onGrounds('ink-soft', 'ground', 'surface', 'sunken', 'press-soft', 'desk'),
  ...onGrounds('fault', 'ground', 'surface', 'fault-soft', 'press-soft'),
  ...onGrounds('live', 'ground', 'surface', 'sunken', 'press-soft'),
  ...onGrounds('press', 'ground', 'surface', 'press-soft'),
  ...onGrounds('press-ink', 'press'),
  ...onGrounds('live-ink', 'live-fill'),
  ...onGrounds(
    'plate-ink',
    'plate-program',
    'plate-place',
    'plate-device',
    'plate-keys',
    'plate-message',
    'plate-sheet',
    'plate-script',
  ),
]

test.each(['day', 'night', 'dark-adapted'])(
  '%s: all text has a contrast of at least 4.5 to its ground (WCAG 2.2, 1.4.3 AA)',
  (theme) => {
    const colours = coloursOf(theme)
    const low = textPairs
      .map(([ink, ground]) => [ink, ground, hex(colours[ink]!, colours[ground]!)] as const)
      .filter(([, , ratio]) => !(ratio >= 4.5))
    expect(low).toEqual([])
  },
)

test.each(['day', 'night', 'dark-adapted'])(
  '%s: outlines of fields and the focus can be told from their ground (1.4.11, at least 3)',
  (theme) => {
    const colours = coloursOf(theme)
    const low = [...onGrounds('line-strong', 'ground', 'surface'), ...onGrounds('live', 'ground', 'surface')]
      .map(([line, ground]) => [line, ground, hex(colours[line]!, colours[ground]!)] as const)
      .filter(([, , ratio]) => !(ratio >= 3))
    expect(low).toEqual([])
  },
)
