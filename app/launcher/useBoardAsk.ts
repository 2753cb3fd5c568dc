import { shallowRef } from 'vue'
import type { Findable } from '~~/core/finding'

/** Something that another view wants done with an entry, for which more has to be typed or chosen on the board. */
export interface BoardAsk {
  readonly act: 'word' | 'open-with' | 'rack'
  readonly entry: Findable
}

const asked = shallowRef<BoardAsk>()

/** The board, asked for from elsewhere. */
export function useBoardAsk() {
  return {
    asked,
    ask: (act: BoardAsk['act'], entry: Findable) => {
      asked.value = { act, entry }
    },
  }
}
