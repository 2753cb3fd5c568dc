import { nextTick } from 'vue'
import type { VNode } from 'vue'

/** Puts the focus into the first field of what has just appeared: `@vue:mounted="focusFirst"`. */
export function focusFirst({ el }: VNode): void {
  void nextTick(() => (el as HTMLElement | null)?.querySelector('input')?.focus())
}
