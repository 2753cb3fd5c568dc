import type { Component } from 'vue'
import type { Nature } from '~~/core/steps'
import IconArrangement from '~icons/tabler/layout-dashboard'
import IconDevice from '~icons/tabler/adjustments'
import IconKeys from '~icons/tabler/keyboard'
import IconMessage from '~icons/tabler/message-2'
import IconPlace from '~icons/tabler/map-pin'
import IconProgram from '~icons/tabler/app-window'
import IconScript from '~icons/tabler/code'
import IconSheet from '~icons/tabler/list-numbers'

/** The glyph that says what something acts on, beside the colour of its plate. */
export const natureGlyphs: Readonly<Record<Nature, Component>> = {
  program: IconProgram,
  place: IconPlace,
  device: IconDevice,
  keys: IconKeys,
  message: IconMessage,
  sheet: IconSheet,
  script: IconScript,
  arrangement: IconArrangement,
}
